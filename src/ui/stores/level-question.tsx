"use client";
import type { LevelDoubt } from "../../core/stores/waste/level-doubt.ts";
import { filled } from "../../words/plain.ts";
import { useVesselWords } from "../../words/vessel-words.ts";
import { Button } from "../kit/button.tsx";

/** Asks about a level that can hardly be right, before it is kept. */
export function LevelQuestion({ doubt, yes, no }: { doubt: LevelDoubt; yes: () => void; no: () => void }) {
  const words = useVesselWords().doubt;
  const text =
    doubt.kind === "estimate"
      ? filled(words.estimate, { estimate: doubt.estimateMl, ml: doubt.ml })
      : filled(doubt.atMark ? words.full : words.room, { ml: doubt.ml, limit: doubt.limitMl });
  return (
    <div role="alert" className="grid gap-2 rounded-[6px] border border-care bg-care-wash p-3">
      <p className="font-bold text-xl">{text}</p>
      <div className="grid grid-cols-2 gap-2">
        <Button size="hand" look="primary" className="!whitespace-normal" onClick={no}>
          {words.no}
        </Button>
        <Button size="hand" className="!whitespace-normal" onClick={yes}>
          {words.yes}
        </Button>
      </div>
    </div>
  );
}
