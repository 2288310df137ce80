"use client";
import Link from "next/link";
import { useEffect, useState } from "react";
import type { WorkItem } from "../../core/tasks/work-item.ts";
import type { MachineRow } from "../../work/board/board.ts";
import type { UsualUse } from "../../work/stores/usual-use.ts";
import { enter, enterAll, type Sent } from "../enter.ts";
import { Field } from "../field.tsx";
import { instantAt } from "../instant-at.ts";
import { ask } from "../send.ts";
import { LeavesShelf, useLeaving } from "../stores/leaves-shelf.tsx";

/** What the routine takes from the shelf when it is done as usual; asked for when its work is opened. */
function useUsualUse(machine: string, routine: string | null): UsualUse | null {
  const [use, setUse] = useState<UsualUse | null>(null);
  useEffect(() => {
    if (routine === null) return;
    const query = new URLSearchParams({ machine, routine });
    // Without an answer the work can be entered all the same; the shelf is then counted later.
    ask<UsualUse>(`/api/stores/usual-use?${query}`).then(setUse, () => setUse(null));
  }, [machine, routine]);
  return use;
}

/** A piece of work opened: why it is due, who is at it, and what can be entered of it. */
export function ItemDetail({
  item,
  machine,
  mayRecord,
  close,
}: {
  item: WorkItem;
  machine: Pick<MachineRow, "id" | "name">;
  mayRecord: boolean;
  close: () => void;
}) {
  const [time, setTime] = useState("");
  const [reason, setReason] = useState("");
  const over = item.state === "done" || item.state === "skipped";
  const use = useUsualUse(machine.id, mayRecord && !over && item.hasSteps && !item.isCheck ? item.routine : null);
  const shelf = useLeaving(use?.takes ?? []);
  const done = async () => {
    const about = { machine: machine.id, ...(time ? { happenedAt: instantAt(time) } : {}) };
    const lines = shelf.leaving.flatMap((each) => each.lines);
    const following = (use?.following ?? []).flatMap((each) =>
      each.kind !== "stock" ? [each] : lines.length ? [{ ...each, body: { ...each.body, lines } }] : [],
    );
    const first: Sent = { kind: "routine", routine: item.routine ?? undefined, body: { outcome: "done" } };
    const all = [first, ...following].map((each): Sent => ({ ...about, ...each }));
    if (await enterAll(all, `${machine.name}: ${item.name} done.`)) close();
  };
  const skip = async () => {
    if (
      await enter(
        { kind: "routine", machine: machine.id, routine: item.routine ?? undefined, body: { outcome: "skipped", reason } },
        `${machine.name}: ${item.name} skipped.`,
      )
    )
      close();
  };
  return (
    <div className="grid gap-2">
      <p className="font-semibold">
        {item.name} <span className="font-normal text-ink2">{item.routine}</span>
      </p>
      <ul className="list-disc pl-5 text-sm">
        {item.why.map((why) => (
          <li key={why}>{why}</li>
        ))}
        {item.minutes > 0 && (
          <li>
            {item.minutes} min hands-on; skill {item.skill}
          </li>
        )}
      </ul>
      {item.entry && <Link href={`/logbook/${item.entry}`}>Its entry</Link>}
      {item.run && (
        <p>
          {item.run.person} {item.run.status === "stopped" ? "stopped it" : "is at it"}. <a href={`/floor#/run/${item.run.id}`}>Look</a>
        </p>
      )}
      {mayRecord && !over && item.hasSteps && !item.run && (
        <a href={`/floor#/task/${encodeURIComponent(item.key)}`} className="press">
          Step by step
        </a>
      )}
      {mayRecord && !over && (
        <>
          {item.isCheck ? (
            <Link href={`/check?machines=${machine.id}&routine=${item.routine}`} className="press press-main">
              Enter the check
            </Link>
          ) : (
            <>
              <LeavesShelf {...shelf} />
              <div className="flex items-end gap-2">
                <button type="button" onClick={done} className="press press-main grow">
                  {time ? `Done at ${time}` : "Done now"}
                </button>
                <Field label="or at">
                  <input type="time" value={time} onChange={(event) => setTime(event.target.value)} className="field" />
                </Field>
              </div>
            </>
          )}
          <div className="flex items-end gap-2 border-t border-line pt-2">
            <Field label="Skip, because" className="grow text-sm">
              <input value={reason} maxLength={500} onChange={(event) => setReason(event.target.value)} className="field" />
            </Field>
            <button type="button" disabled={!reason.trim()} onClick={skip} className="press">
              Skip
            </button>
          </div>
        </>
      )}
    </div>
  );
}
