import { useState } from "react";
import { effectsOfRun, endOf, followingEntries } from "../../core/runs/effects-of-run.ts";
import { useFloorWorkWords } from "../../words/floor-work-words.ts";
import { filled } from "../../words/plain.ts";
import { Button } from "../kit/button.tsx";
import { say } from "../say.ts";
import { LeavesShelf, useLeaving } from "../stores/leaves-shelf.tsx";
import { FillChannel } from "./leaves-shelf.tsx";
import { put } from "./outbox.ts";
import type { Part } from "./run-part.ts";

/** All steps are done: what leaves the shelf, where waste went, and what is still to put right, before the run ends. */
export function AtTheEnd({ found, floor, send }: Part) {
  const words = useFloorWorkWords().run;
  const { state } = found;
  const routine = floor.plain.routines[found.run.routine] ?? found.routine;
  const run = { routine, plan: found.plan, key: found.run.key, done: { trace: state.trace } };
  const effects = effectsOfRun(run, {
    machine: found.machine.machine,
    shelf: floor.view.shelf ?? [],
    positions: found.machine.positions,
    isCheck: (id) => floor.view.routines[id]?.isCheck ?? false,
  });
  const shelf = useLeaving(effects.takes);
  const emptied = effects.empties !== null && (floor.view.containers?.length ?? 0) > 0;
  const [into, setInto] = useState(floor.view.containers?.[0]?.id ?? "");
  const also = followingEntries(run, effects, { takes: shelf.leaving, ...(into && emptied ? { into } : {}) });
  const undone = state.endsFor;
  return (
    <section>
      {undone !== null && state.owed.length === 0 ? (
        <>
          <h2 className="!text-3xl font-extrabold">{filled(words.endsFor, { why: undone })}</h2>
          <p className="mt-2 text-ink2">{words.endsNote}</p>
          <Button
            look="primary"
            size="hand"
            className="mt-4 w-full !min-h-[92px] !text-3xl"
            onClick={() => void send({ event: "abandon", reason: undone })}
          >
            {words.leaveUndone}
          </Button>
        </>
      ) : state.owed.length > 0 ? (
        <>
          <h2 className="!text-3xl font-extrabold">{words.stillOpen}</h2>
          <ul className="mt-4 grid gap-3">
            {state.owed.map(({ id, on, words: what }) => (
              <li key={id} className="flex flex-wrap items-center justify-between gap-3 border-line border-b pb-3 text-2xl">
                {on ? `${what} (${on})` : what}
                <Button look="primary" size="hand" onClick={() => void send({ event: "settle", owed: id })}>
                  {words.isClosed}
                </Button>
              </li>
            ))}
          </ul>
        </>
      ) : (
        <>
          <h2 className="!text-3xl font-extrabold">{words.allDone}</h2>
          <p className="mt-2 text-ink2">{words.tidy}</p>
          <LeavesShelf {...shelf} />
          {emptied && (
            <fieldset className="mt-3">
              <legend className="font-semibold">{words.wasteTo}</legend>
              <div className="mt-1 grid grid-cols-2 gap-2">
                {[...(floor.view.containers ?? []), { id: "", name: words.otherPlace }].map(({ id, name }) => (
                  <Button
                    key={id}
                    size="hand"
                    aria-pressed={into === id}
                    onClick={() => setInto(id)}
                    className={`!whitespace-normal ${into === id ? "!border-accent !bg-accent-wash" : ""}`}
                  >
                    {name}
                  </Button>
                ))}
              </div>
            </fieldset>
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
          <Button
            look="primary"
            size="hand"
            className="mt-4 w-full !min-h-[92px] !text-3xl"
            onClick={() => void send(endOf(effects), { also })}
          >
            {words.endRun}
          </Button>
        </>
      )}
    </section>
  );
}
