import { useState } from "react";
import { calledAndDone } from "../../core/runs/run.ts";
import { say } from "../say.ts";
import { FillChannel, LeavesShelf, useLeaving } from "./leaves-shelf.tsx";
import { put } from "./outbox.ts";
import type { Part } from "./run-part.ts";

/** All steps are done: what leaves the shelf, where waste went, and what is still owed, before the run ends. */
export function AtTheEnd({ found, floor, send }: Part) {
  const { state } = found;
  // What it called counts as done as well; a check that it called was entered with its readings.
  const called = calledAndDone(found.plan, state.trace).filter((id) => !floor.view.routines[id]?.isCheck);
  const asked = found.run.key?.startsWith("one-off/") ? found.run.key.slice("one-off/".length) : undefined;
  const shelf = useLeaving(floor.view, found.machine, found.plan, { trace: state.trace });
  const waste = found.routine.effects?.waste;
  const before = state.trace.find(({ step }) => step === waste?.before)?.result?.value;
  const after = state.trace.find(({ step }) => step === waste?.after)?.result?.value ?? 0;
  const emptied = waste?.does === "empties" && before !== undefined && (floor.view.containers?.length ?? 0) > 0;
  const [into, setInto] = useState(floor.view.containers?.[0]?.id ?? "");
  const vessel = found.machine.machine.waste?.[0];
  const also = [
    ...shelf.draft.map((draft) => ({ ...draft, routine: found.routine.id })),
    ...(emptied && vessel
      ? [
          {
            kind: "vessel",
            body: {
              vessel: vessel.id,
              event: "emptied",
              beforeMl: Math.min(before, vessel.volumeMl),
              ml: Math.min(after, vessel.volumeMl),
              ...(into ? { into } : {}),
            },
          },
        ]
      : []),
    ...called.map((routine) => ({ kind: "routine", routine, body: { outcome: "done", note: `with ${found.routine.name}` } })),
    ...(asked ? [{ kind: "one-off-over", body: { of: asked, outcome: "done" } }] : []),
  ];
  return (
    <section>
      {state.owed.length > 0 ? (
        <>
          <h2 className="text-3xl">Not yet: something is still open</h2>
          <ul className="mt-4 grid gap-3">
            {state.owed.map(({ id, words }) => (
              <li key={id} className="flex flex-wrap items-center justify-between gap-3 border-hair border-b pb-3 text-2xl">
                {words}
                <button type="button" className="press press-main hand" onClick={() => void send({ event: "settle", owed: id })}>
                  That is put right now
                </button>
              </li>
            ))}
          </ul>
        </>
      ) : (
        <>
          <h2 className="text-3xl">All steps are done</h2>
          <p className="mt-2 text-soft">Tools away, rags and swabs to the waste ink.</p>
          <LeavesShelf {...shelf} />
          {emptied && (
            <label className="mt-3 grid text-lg">
              Where did the waste go?
              <select value={into} onChange={({ target }) => setInto(target.value)} className="field hand">
                {floor.view.containers?.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
                <option value="">another place</option>
              </select>
            </label>
          )}
          {found.routine.effects?.job === "replace-supply" && (
            <div className="mt-3">
              <FillChannel
                view={floor.view}
                machine={found.machine}
                enter={(draft, said) =>
                  void put([{ machine: found.machine.id, routine: found.routine.id, run: found.run.id, ...draft }]).then(() => say(said))
                }
              />
            </div>
          )}
          <button
            type="button"
            className="press press-main hand mt-4 w-full py-6 !text-2xl"
            onClick={() => void send({ event: "end" }, { also })}
          >
            End the run
          </button>
        </>
      )}
    </section>
  );
}
