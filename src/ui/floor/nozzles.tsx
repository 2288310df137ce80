"use client";
import type { FloorMachine } from "../../core/floor/floor-view.ts";
import { type NozzleDesk, whatNow } from "../../core/nozzles/ladder/what-now.ts";
import { useFloorWorkWords } from "../../words/floor-work-words.ts";
import { filled } from "../../words/plain.ts";
import { Words } from "../../words/words.tsx";
import { buttonLook } from "../kit/button.tsx";
import { WhatNowCard } from "../nozzles/what-now-card.tsx";
import { say } from "../say.ts";
import { EmptyFirst, noRoom } from "./empty-first.tsx";
import { put } from "./outbox.ts";
import { go, to } from "./route.ts";
import { begin } from "./task-sheet.tsx";
import type { Floor } from "./use-floor.ts";

/** What the next step would draw, in mL: a clean by its rung, a load; nothing otherwise. */
function nextDrawMl(desk: NozzleDesk, now: number): number {
  const action = whatNow(desk, now)?.step.action;
  if (action?.kind === "clean") return action.rung.ml;
  return action?.kind === "load" ? desk.judging.ladder.loadMl : 0;
}

/** What is next for a machine's nozzles, worked out on the device, with or without a network. */
export function FloorWhatNow({
  floor,
  machine,
  again,
}: {
  floor: Floor;
  machine: FloorMachine;
  /** Begins another check here. */
  again?: () => void;
}) {
  const words = useFloorWorkWords().nozzles;
  const { view } = floor;
  if (!machine.desk || machine.repair) return null;
  const full = noRoom(machine, nextDrawMl(machine.desk, floor.now()));
  if (full)
    return (
      <div className="mt-4">
        <EmptyFirst view={view} machine={machine} why={full} />
      </div>
    );
  const skills = view.people.find((person) => person.id === floor.who?.person)?.skills ?? [];
  return (
    <Words messages={{}}>
      <WhatNowCard
        hand
        desk={machine.desk}
        now={floor.now()}
        checkAt={again ?? to.check([machine.id])}
        done={({ kind, body }, said) => void put([{ kind, machine: machine.id, body }]).then(() => say(said))}
        isTheirs={(routine) => {
          const skill = view.routines[routine]?.skill;
          return !skill || skills.includes(skill);
        }}
        routineAt={(routine) =>
          machine.routines.includes(routine) && view.routines[routine] ? (
            <button
              type="button"
              className={buttonLook("secondary", "hand")}
              onClick={() => void begin(view, machine.id, routine, "guided").then((run) => go(to.run(run)))}
            >
              {filled(words.steps, { routine: view.routines[routine].name })}
            </button>
          ) : null
        }
      />
    </Words>
  );
}
