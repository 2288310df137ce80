import { useState } from "react";
import { effectsOfRun, followingEntries } from "../../core/runs/effects-of-run.ts";
import { Options } from "../field.tsx";
import { say } from "../say.ts";
import { LeavesShelf, useLeaving } from "../stores/leaves-shelf.tsx";
import { FillChannel } from "./leaves-shelf.tsx";
import { put } from "./outbox.ts";
import type { Part } from "./run-part.ts";

/** All steps are done: what leaves the shelf, where waste went, and what is still to put right, before the run ends. */
export function AtTheEnd({ found, floor, send }: Part) {
  const { state } = found;
  const run = { routine: found.routine, plan: found.plan, key: found.run.key, done: { trace: state.trace } };
  const effects = effectsOfRun(run, {
    machine: found.machine.machine,
    shelf: floor.view.shelf ?? [],
    isCheck: (id) => floor.view.routines[id]?.isCheck ?? false,
  });
  const shelf = useLeaving(effects.takes);
  const emptied = effects.empties !== null && (floor.view.containers?.length ?? 0) > 0;
  const [into, setInto] = useState(floor.view.containers?.[0]?.id ?? "");
  const also = followingEntries(run, effects, { takes: shelf.leaving, ...(into && emptied ? { into } : {}) });
  return (
    <section>
      {state.owed.length > 0 ? (
        <>
          <h2 className="text-3xl">Not yet: something is still open</h2>
          <ul className="mt-4 grid gap-3">
            {state.owed.map(({ id, words }) => (
              <li key={id} className="flex flex-wrap items-center justify-between gap-3 border-line border-b pb-3 text-2xl">
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
          <p className="mt-2 text-ink2">Tools away, rags and swabs to the waste ink.</p>
          <LeavesShelf {...shelf} />
          {emptied && (
            <label className="mt-3 grid text-lg">
              Where did the waste go?
              <select value={into} onChange={({ target }) => setInto(target.value)} className="field hand">
                <Options of={floor.view.containers ?? []} />
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
