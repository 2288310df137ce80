"use client";
import Link from "next/link";
import { useTranslations } from "use-intl";
import { BEATS } from "../../core/fleet/vocabulary.ts";
import type { MachineRow } from "../../work/board/board.ts";
import { Initials } from "../kit/initials.tsx";
import { Mark } from "../kit/state-mark.tsx";
import type { Group } from "./groups.ts";

const LOOK: Record<MachineRow["word"], string> = {
  Ready: "border-ready bg-ready-wash",
  Printing: "border-ink bg-card",
  "With care": "border-care bg-care-wash",
  Hold: "border-hold bg-hold-wash",
  Unchecked: "border-ink3 border-dashed bg-card",
  Asleep: "border-asleep bg-well",
  "Out of order": "border-ink bg-well",
};
/** How broad a machine stands, by its class. */
const WIDE: Record<MachineRow["class"], string> = { dtf: "w-28", dtg: "w-24", uv: "w-32", wide: "w-36", cij: "w-20" };

/** The shop as rooms, laid out by themselves in walking order: how each machine stands, who has work in which room, the air. */
export function FleetMap({ groups }: { groups: readonly Group[] }) {
  const t = useTranslations("board.map");
  return (
    <div className="flex flex-wrap border-[6px] border-ink bg-card">
      {groups.map(({ id, name, air, rows }) => {
        const people = [
          ...new Set(
            rows.flatMap((row) =>
              BEATS.flatMap((beat) => row.beats[beat]).flatMap((item) =>
                item.state !== "done" && item.state !== "skipped" ? (item.personName ?? []) : [],
              ),
            ),
          ),
        ];
        return (
          <section
            key={id}
            aria-label={name || t("noArea")}
            className="min-h-44 border-[3px] border-ink p-3"
            style={{ flex: `${rows.length} 1 ${Math.min(90, 14 + rows.length * 9)}%` }}
          >
            <h2 className="!text-lg flex flex-wrap items-center gap-x-3 font-bold">
              {name || t("noArea")}
              {air && (
                <span className={`font-normal text-sm ${air.word === "right" ? "text-ink2" : "font-semibold text-hold"}`}>{air.words}</span>
              )}
              <span className="ml-auto flex gap-1">
                {people.map((person) => (
                  <Initials key={person} name={person} />
                ))}
              </span>
            </h2>
            <ul className="mt-3 flex flex-wrap gap-3">
              {rows.map((row) => (
                <li key={row.id}>
                  <Link
                    href={`/machines/${row.id}`}
                    prefetch={false}
                    title={row.why}
                    aria-label={`${row.name}, ${row.word}`}
                    className={`grid h-[74px] content-center justify-items-center gap-0.5 rounded-[4px] border-[2.5px] text-center text-ink no-underline hover:outline-3 hover:outline-accent ${LOOK[row.word]} ${WIDE[row.class]}`}
                  >
                    <Mark word={row.word} size={20} />
                    <b className="leading-tight">{row.name}</b>
                    <span className="text-ink2 text-xs">{row.word}</span>
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        );
      })}
    </div>
  );
}
