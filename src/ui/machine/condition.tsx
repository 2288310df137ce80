"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { ConditionItem } from "../../core/condition/condition.ts";
import { enter } from "../enter.ts";

/** What one would want to know of a machine before giving it a job; each line opens for its why. */
export function Condition({
  items,
  machine,
  mayRecord,
}: {
  items: ConditionItem[];
  machine: { id: string; name: string; class: string };
  mayRecord: boolean;
}) {
  return (
    <section aria-label="Condition" className="mt-6">
      <h2>Condition</h2>
      <ul className="text-sm">
        {items.map(({ topic, words, why, isBad }) => (
          <li key={`${topic}${words}`} className="border-line border-b">
            <details>
              <summary className="flex cursor-pointer gap-3 py-1">
                <span className="w-20 shrink-0 text-ink2">{topic}</span>
                <span className={isBad ? "font-semibold text-hold" : ""}>
                  {isBad && "! "}
                  {words}
                </span>
              </summary>
              <p className="pb-1 pl-[5.75rem] text-ink2">Because: {why}</p>
            </details>
          </li>
        ))}
      </ul>
      {mayRecord && machine.class !== "cij" && <CapFill machine={machine} />}
    </section>
  );
}

/** A measured fill of the cap: how long it takes to drain says how well it draws. */
function CapFill({ machine }: { machine: { id: string; name: string } }) {
  const router = useRouter();
  const [ml, setMl] = useState("10");
  const [seconds, setSeconds] = useState("");
  const [labours, setLabours] = useState(false);
  const send = async () => {
    const body = { ml: Number(ml), seconds: Number(seconds), ...(labours ? { labours } : {}) };
    if (await enter({ kind: "cap-drain", machine: machine.id, body }, `${machine.name}: fill entered.`)) {
      setSeconds("");
      router.refresh();
    }
  };
  return (
    <details className="mt-1 text-sm">
      <summary className="cursor-pointer py-1 text-accent underline">A measured fill of its cap</summary>
      <div className="flex flex-wrap items-end gap-2 py-1">
        <label className="grid">
          filled, mL
          <input type="number" min={1} value={ml} onChange={(event) => setMl(event.target.value)} className="field figure w-24" />
        </label>
        <label className="grid">
          drained in, s
          <input type="number" min={1} value={seconds} onChange={(event) => setSeconds(event.target.value)} className="field figure w-24" />
        </label>
        <label className="flex items-center gap-2">
          <input type="checkbox" checked={labours} onChange={(event) => setLabours(event.target.checked)} className="size-4" /> the pump
          labours
        </label>
        <button type="button" className="press" disabled={!(Number(ml) > 0 && Number(seconds) > 0)} onClick={() => void send()}>
          Enter
        </button>
      </div>
    </details>
  );
}
