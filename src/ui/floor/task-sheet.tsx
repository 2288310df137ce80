"use client";
import { useState } from "react";
import { uuidv7 } from "uuidv7";
import type { FloorView } from "../../core/floor/floor-view.ts";
import { Field } from "../field.tsx";
import { put } from "./outbox.ts";
import { go, to } from "./route.ts";
import { openRuns } from "./runs.ts";
import type { Floor } from "./use-floor.ts";

/** One piece of work: why it is due, how to do it, handing it over, skipping it. */
export function TaskSheet({ floor, taskKey }: { floor: Floor; taskKey: string }) {
  const { view, who } = floor;
  const task = view.tasks.find(({ key }) => key === taskKey);
  if (!task)
    return (
      <main className="mx-auto max-w-3xl px-3 py-4">
        <h1>This work is gone</h1>
        <p className="mt-2">
          The calendar or the machine's routines were changed, or it belongs to another day. Nothing of what you entered is lost.
        </p>
        <a href={to.shift} className="press hand mt-4">
          Back to the shift
        </a>
      </main>
    );
  const routine = task.routine ? view.routines[task.routine] : undefined;
  const machine = view.machines.find(({ id }) => id === task.machine);
  const others = openRuns(view).filter(({ run }) => run.key === task.key);
  const over = task.state === "done" || task.state === "skipped";
  return (
    <main className="mx-auto max-w-3xl px-3 py-4">
      <h1>
        {task.machineName ?? "Shop"}: {task.name}
      </h1>
      <ul className="mt-2 list-disc pl-5 text-ink2">
        {task.why.map((why) => (
          <li key={why}>{why}</li>
        ))}
        <li>
          {task.minutes} min hands-on{routine?.waitMinutes ? `, ${routine.waitMinutes} min waiting` : ""}
          {task.skill ? `; skill ${task.skill}` : ""}
        </li>
        {task.given && (
          <li>
            given by {task.given.by}
            {task.given.why ? `: ${task.given.why}` : ""}
          </li>
        )}
      </ul>
      {machine?.missed?.closing && task.isCheck && <p className="mt-2 text-hold">The last closing was missed here: look twice.</p>}
      {over ? (
        <p className="mt-4 text-lg">This is {task.state} for today.</p>
      ) : others[0] ? (
        <section className="mt-4 border-accent border-l-4 pl-3">
          <p className="text-lg">
            {others[0].state.person === who?.person ? "You have this one open" : `${others[0].run.personName} is at it`}
            {others[0].run.startedWords && ` since ${others[0].run.startedWords}`}: {others[0].state.now?.text ?? "at its end"}
          </p>
          <a href={to.run(others[0].run.id)} className="press press-main hand mt-3 w-full">
            {others[0].state.person === who?.person ? "Go on" : "Look at it, or take it over"}
          </a>
        </section>
      ) : (
        <Begin floor={floor} task={task} />
      )}
      {!over && <HandOn floor={floor} task={task} />}
      {!over && <Skip task={task} />}
      <p className="mt-6 flex gap-3">
        <a href={to.shift} className="press hand">
          Back to the shift
        </a>
        {machine && (
          <a href={to.machine(machine.id)} className="press hand">
            {machine.name}
          </a>
        )}
      </p>
    </main>
  );
}

type Task = FloorView["tasks"][number];

/** Begins a run; returns its id. */
export async function begin(
  view: FloorView,
  machine: string,
  routineId: string,
  form: "short" | "guided",
  more: { key?: string; gear?: boolean } = {},
): Promise<string> {
  const run = uuidv7();
  const version = view.routines[routineId]?.version ?? "";
  await put([{ kind: "run", machine, routine: routineId, run, body: { event: "start", form, version, ...more } }]);
  return run;
}

function Begin({ floor, task }: { floor: Floor; task: Task }) {
  const { view } = floor;
  const routine = task.routine ? view.routines[task.routine] : undefined;
  const others = view.tasks.filter(
    (each) =>
      each.routine === task.routine &&
      each.key !== task.key &&
      each.state !== "done" &&
      each.state !== "skipped" &&
      each.state !== "coming",
  );
  if (task.oneOff) {
    const of = task.oneOff;
    const { machine, routine } = task;
    const steps = routine !== null && (view.routines[routine]?.steps.length ?? 0) > 0;
    return (
      <>
        {machine && routine && steps && (
          <button
            type="button"
            className="press press-main hand mt-4 w-full !text-xl"
            onClick={() => void begin(view, machine, routine, "guided", { key: task.key }).then((run) => go(to.run(run)))}
          >
            Step by step
          </button>
        )}
        <button
          type="button"
          className="press press-main hand mt-4 w-full !text-xl"
          onClick={() =>
            void put([{ kind: "one-off-over", ...(task.machine ? { machine: task.machine } : {}), body: { of, outcome: "done" } }]).then(
              () => go(to.shift),
            )
          }
        >
          Done
        </button>
      </>
    );
  }
  if (!routine || !task.machine) return null;
  const machine = task.machine;
  if (routine.steps.length === 0)
    return routine.isCheck ? (
      <a href={to.check([machine], { key: task.key })} className="press press-main hand mt-4 w-full !text-xl">
        Enter the check
      </a>
    ) : (
      <button
        type="button"
        className="press press-main hand mt-4 w-full !text-xl"
        onClick={() => void put([{ kind: "routine", machine, routine: routine.id, body: { outcome: "done" } }]).then(() => go(to.shift))}
      >
        Done
      </button>
    );
  return (
    <div className="mt-4 grid gap-2 sm:grid-cols-2">
      <button
        type="button"
        className="press press-main hand !text-xl"
        onClick={() => void begin(view, machine, routine.id, "guided", { key: task.key }).then((run) => go(to.run(run)))}
      >
        Step by step
      </button>
      {routine.isCheck ? (
        <a href={to.check([machine], { key: task.key })} className="press hand !text-xl">
          Short: only the readings
        </a>
      ) : (
        <a href={to.several(routine.id)} className="press hand !text-xl">
          Short: one page{others.length ? `, ${others.length + 1} machines` : ""}
        </a>
      )}
    </div>
  );
}

function HandOn({ floor, task }: { floor: Floor; task: Task }) {
  const [person, setPerson] = useState("");
  const { view, who } = floor;
  if (task.person !== null && task.person !== who?.person) return null;
  const give = (to_: string | null) =>
    put([
      {
        kind: "task",
        ...(task.machine ? { machine: task.machine } : {}),
        ...(task.routine ? { routine: task.routine } : {}),
        body: { key: task.key, due: task.dueDay, person: to_ },
      },
    ]);
  if (task.person === null)
    return who ? (
      <button type="button" className="press hand mt-4 w-full" onClick={() => void give(who.person)}>
        Take it
      </button>
    ) : null;
  const fitting = view.people.filter(
    ({ id, role, skills }) => id !== who?.person && role !== "viewer" && (!task.skill || skills.includes(task.skill)),
  );
  return (
    <div className="mt-4 flex items-end gap-2">
      <Field label="Hand it over to" className="grow">
        <select value={person} onChange={(event) => setPerson(event.target.value)} className="field hand">
          <option value="">anyone</option>
          {fitting.map(({ id, name, there }) => (
            <option key={id} value={id}>
              {name}
              {there ? "" : " (not there today)"}
            </option>
          ))}
        </select>
      </Field>
      <button type="button" className="press hand" onClick={() => void give(person || null).then(() => go(to.shift))}>
        Hand over
      </button>
    </div>
  );
}

function Skip({ task }: { task: Task }) {
  const [reason, setReason] = useState("");
  const skip = () =>
    put([
      task.oneOff
        ? {
            kind: "one-off-over",
            ...(task.machine ? { machine: task.machine } : {}),
            body: { of: task.oneOff, outcome: "skipped", reason },
          }
        : { kind: "routine", machine: task.machine ?? "", routine: task.routine ?? "", body: { outcome: "skipped", reason } },
    ]).then(() => go(to.shift));
  return (
    <details className="mt-4 border-line border-t pt-2">
      <summary className="cursor-pointer py-2">Skip it</summary>
      <div className="flex items-end gap-2">
        <Field label="Because" className="grow">
          <input value={reason} maxLength={500} onChange={(event) => setReason(event.target.value)} className="field hand" />
        </Field>
        <button type="button" disabled={!reason.trim()} className="press hand" onClick={() => void skip()}>
          Skip
        </button>
      </div>
    </details>
  );
}
