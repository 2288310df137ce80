"use client";
import { lazy, Suspense, useState } from "react";
import type { FloorMachine, FloorRoutine, FloorView } from "../../core/floor/floor-view.ts";
import { Field } from "../field.tsx";
import { Comb } from "../kit/comb.tsx";
import { StateMark } from "../kit/state-mark.tsx";
import { say } from "../say.ts";
import { asleepWhy, FloorVessel } from "./empty-first.tsx";
import { FillChannel, InkLevels } from "./leaves-shelf.tsx";
import { put } from "./outbox.ts";
import { go, to } from "./route.ts";
import { openRuns } from "./runs.ts";
import { Asks, type Enter, OpenSigns, ReportSign } from "./signs.tsx";
import { begin } from "./task-sheet.tsx";
import type { Floor } from "./use-floor.ts";

const FloorWhatNow = lazy(() => import("./nozzles.tsx").then((module) => ({ default: module.FloorWhatNow })));

/** A machine on the floor: its word, what is due there, signs, notes, out of order and back. */
export function FloorMachinePage({ floor, id }: { floor: Floor; id: string }) {
  const { view } = floor;
  const machine = view.machines.find((each) => each.id === id);
  if (!machine)
    return (
      <main className="mx-auto max-w-3xl px-3 py-4">
        <h1>There is no such machine</h1>
        <a href={to.scan} className="press hand mt-4">
          Scan or type a tag
        </a>
      </main>
    );
  const tasks = view.tasks.filter((task) => task.machine === id && task.state !== "done" && task.state !== "skipped");
  const runs = openRuns(view).filter(({ run }) => run.machine === id);
  const callable = machine.routines.flatMap((routine) =>
    tasks.some((task) => task.routine === routine) || runs.some(({ run }) => run.routine === routine) || asleepWhy(view, machine, routine)
      ? []
      : (view.routines[routine] ?? []),
  );
  const skills = view.people.find((person) => person.id === floor.who?.person)?.skills ?? [];
  const enter: Enter = async (draft, said) => {
    const { full } = await put([draft].flat().map((each) => ({ machine: id, ...each })));
    say(full ? `${said} This tablet's storage is full: it is kept while this page is open.` : said);
  };
  return (
    <main className="mx-auto max-w-3xl px-3 py-4">
      <h1 className="flex flex-wrap items-center gap-3">
        {machine.name} <StateMark word={machine.word} />
      </h1>
      <p className="mt-1 text-lg">{machine.why}</p>
      {machine.missed && (
        <p className="mt-1 text-hold">
          Missed on {machine.missed.day}: {machine.missed.names.join(", ")}.
        </p>
      )}
      <div className="mt-2 flex gap-1">
        {machine.class !== "cij" && machine.channels.map((channel) => <Comb key={channel.id} channel={channel} width={40} height={22} />)}
      </div>
      {!(machine.sleep && asleepWhy(view, machine, Object.values(view.routines).find(({ isCheck }) => isCheck)?.id)) && (
        <Suspense>
          <FloorWhatNow floor={floor} machine={machine} />
        </Suspense>
      )}
      {machine.vessel && (
        <section aria-label="Waste" className="mt-4">
          <h2 className="mb-2 border-rule border-b pb-1">Waste</h2>
          {machine.vessel.holdsBack.map(({ routine, name, why }) => (
            <p key={routine} className="my-1 border-hold border-l-4 pl-3 text-lg">
              <strong>Empty first</strong>, before {name}: {why}.
            </p>
          ))}
          <FloorVessel view={view} machine={machine} />
        </section>
      )}
      <OpenSigns view={view} machine={machine} enter={enter} />
      <section aria-label="Due here" className="mt-4">
        <h2 className="border-rule border-b pb-1">Due here</h2>
        {tasks.length === 0 && runs.length === 0 && <p className="py-2 text-ink2">Nothing today.</p>}
        <ul className="divide-y divide-line">
          {runs.map(({ run, routine, state }) => (
            <li key={run.id} className="py-1">
              <a href={to.run(run.id)} className="press hand w-full !justify-between">
                {routine.name}{" "}
                <span className="font-normal text-ink2">{state.status === "stopped" ? "stopped" : `${run.personName} is at it`}</span>
              </a>
            </li>
          ))}
          {tasks
            .filter(({ key }) => !runs.some(({ run }) => run.key === key))
            .map((task) => (
              <li key={task.key} className="py-1">
                <a href={to.task(task.key)} className="press hand w-full !justify-between">
                  <span className={task.late ? "text-hold" : ""}>{task.name}</span>
                  <span className="font-normal text-ink2">{task.late ? "late" : task.dueWords}</span>
                </a>
              </li>
            ))}
        </ul>
      </section>
      <div className="mt-4 flex flex-wrap gap-2">
        {machine.class !== "cij" && machine.channels.length > 0 && (
          <a href={to.check([id])} className="press hand">
            Enter a check
          </a>
        )}
      </div>
      {machine.channels.length > 0 && (
        <details className="mt-3">
          <summary className="cursor-pointer py-2">Ink: put in, or read off</summary>
          <FillChannel view={view} machine={machine} enter={(draft, said) => void enter(draft, said)} />
          <h3 className="mt-4 mb-1">Or how much each has</h3>
          <InkLevels machine={machine} enter={(draft, said) => void enter(draft, said)} />
        </details>
      )}
      <Asks view={view} machine={machine} enter={enter} />
      <OtherRoutines view={view} machine={machine} routines={callable} skills={skills} />
      <ReportSign view={view} machine={machine} enter={enter} />
      <OutOfOrder floor={floor} machine={machine} enter={enter} />
      <a href={to.shift} className="press hand mt-6">
        Back to the shift
      </a>
    </main>
  );
}

/** Routines that are not due here today: called for now, by who has the skill. */
function OtherRoutines({
  view,
  machine,
  routines,
  skills,
}: {
  view: FloorView;
  machine: FloorMachine;
  routines: FloorRoutine[];
  skills: string[];
}) {
  const mine = routines.filter(({ skill }) => skill === null || skills.includes(skill));
  const others = routines.filter((routine) => !mine.includes(routine));
  return (
    <details className="mt-3">
      <summary className="cursor-pointer py-2">Another routine now ({mine.length})</summary>
      <div className="flex flex-wrap gap-2">
        {mine.map((routine) => (
          <button
            key={routine.id}
            type="button"
            className="press hand"
            onClick={() => void begin(view, machine.id, routine.id, "guided").then((run) => go(to.run(run)))}
          >
            {routine.name} now
          </button>
        ))}
      </div>
      {others.length > 0 && (
        <p className="mt-2 text-ink2">Not yours to do: {others.map(({ name, skill }) => `${name} (${skill})`).join(", ")}.</p>
      )}
    </details>
  );
}

function OutOfOrder({ machine, enter, floor }: { machine: Floor["view"]["machines"][number]; enter: Enter; floor: Floor }) {
  const [symptom, setSymptom] = useState("");
  const { repair } = machine;
  const supervisor = floor.view.people.some(({ id, role }) => id === floor.who?.person && (role === "supervisor" || role === "technician"));
  if (repair)
    return (
      <section aria-label="Out of order" className="mt-5 border-hold border-l-4 pl-3">
        <h2>Out of order</h2>
        <p>
          {repair.body.symptom}
          {repair.body.waitsFor && `; waits for ${repair.body.waitsFor}`}
        </p>
        <p className="text-ink2">A nozzle check closes the repair.</p>
        {supervisor && (
          <button
            type="button"
            className="press hand mt-2"
            onClick={() =>
              void enter({ kind: "repair", body: { event: "close", of: repair.id } }, "The repair is closed, if a check was entered since.")
            }
          >
            Repaired and checked
          </button>
        )}
      </section>
    );
  return (
    <details className="mt-5 border-line border-t pt-2">
      <summary className="cursor-pointer py-2">It is out of order</summary>
      <div className="flex items-end gap-2">
        <Field label="What is wrong" className="grow">
          <input value={symptom} maxLength={500} onChange={(event) => setSymptom(event.target.value)} className="field hand" />
        </Field>
        <button
          type="button"
          disabled={!symptom.trim()}
          className="press hand"
          onClick={() =>
            void enter({ kind: "repair", body: { event: "open", symptom: symptom.trim() } }, "It is out of order; the supervisor sees it.")
          }
        >
          Report
        </button>
      </div>
    </details>
  );
}
