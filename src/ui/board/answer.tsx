"use client";
import { useTranslations } from "use-intl";
import { canPrint } from "../../core/board/needs.ts";
import type { StateWord } from "../../core/nozzles/readiness.ts";
import type { MachineRow } from "../../work/board/board.ts";
import { Mark } from "../kit/state-mark.tsx";

/** From what may print to what may not. */
const WORDS: StateWord[] = ["Printing", "Ready", "With care", "Unchecked", "Hold", "Out of order", "Asleep"];
const BAR: Record<StateWord, string> = {
  Printing: "bg-ink",
  Ready: "bg-ready",
  "With care": "bg-[repeating-linear-gradient(135deg,var(--care)_0_5px,var(--care-wash)_5px_8px)]",
  Unchecked: "border border-ink3 border-dashed bg-transparent",
  Hold: "bg-hold",
  "Out of order": "border-2 border-ink bg-transparent",
  Asleep: "bg-asleep",
};

/** The first thing to be read: how many can print, and how all stand. A press on a state shows only those. */
export function Answer({ rows, word, onWord }: { rows: readonly MachineRow[]; word: string; onWord: (word: string) => void }) {
  const t = useTranslations("board");
  const counts = WORDS.map((each) => ({ word: each, count: rows.filter((row) => row.word === each).length })).filter(({ count }) => count);
  return (
    <div>
      <h1 className="flex items-baseline gap-3">
        <span className="font-bold font-mono text-[76px] leading-[0.95] tracking-[-0.035em] [font-stretch:75%]">
          {rows.filter((row) => canPrint(row.word)).length}
        </span>{" "}
        <span className="text-xl">{t("ofMachines", { machines: rows.length })}</span>
      </h1>
      <div aria-hidden="true" className="mt-3 flex h-3.5 gap-px">
        {counts.map(({ word: each, count }) => (
          <span key={each} className={BAR[each]} style={{ flexGrow: count, flexBasis: 0 }} />
        ))}
      </div>
      <fieldset className="mt-1.5 flex flex-wrap gap-x-1">
        <legend className="sr-only">{t("showOnly")}</legend>
        {counts.map(({ word: each, count }) => (
          <button
            key={each}
            type="button"
            aria-pressed={word === each}
            title={each}
            onClick={() => onWord(word === each ? "" : each)}
            className={`inline-flex h-7 items-center gap-1.5 rounded-[3px] px-1.5 ${word === each ? "bg-card ring-[1.5px] ring-ink" : "hover:bg-well"}`}
          >
            <Mark word={each} size={14} />
            <span className="font-mono font-semibold text-sm [font-stretch:82%]">{count}</span> <span className="sr-only">{each}</span>
          </button>
        ))}
      </fieldset>
    </div>
  );
}
