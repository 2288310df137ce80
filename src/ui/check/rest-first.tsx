"use client";
import { useCheckWords } from "../../words/check-words.ts";
import { filled } from "../../words/plain.ts";
import { Button, buttonLook } from "../kit/button.tsx";

/** A machine whose heads rest is asked about before a check is entered: it would say nothing sure. */
export function RestFirst({ machine, time, back, go }: { machine: string; time: string; back: string; go: () => void }) {
  const words = useCheckWords();
  return (
    <div role="alert" className="mt-3 grid gap-2 rounded-[6px] border border-care bg-care-wash p-3">
      <p className="font-bold text-xl">{filled(words.rests, { machine, time })}</p>
      <a href={back} className={`${buttonLook("primary", "hand")} !min-h-16`}>
        {words.letRest}
      </a>
      <Button size="hand" onClick={go}>
        {words.allTheSame}
      </Button>
    </div>
  );
}
