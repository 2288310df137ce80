"use client";
import { useState } from "react";
import { uuidv7 } from "uuidv7";
import type { FloorMachine, FloorRoutine, FloorView } from "../../core/floor/floor-view.ts";
import { FOUND_AS } from "../../core/routines/step.ts";
import { effectsOfRun, followingEntries } from "../../core/runs/effects-of-run.ts";
import type { RunBody, StepResult } from "../../core/runs/events.ts";
import { holds, type PlannedStep, runPlan } from "../../core/runs/plan.ts";
import { isReading, leaptOver, plannedSeconds, resultProblem } from "../../core/runs/run.ts";
import { Field } from "../field.tsx";
import { instantAt } from "../instant-at.ts";
import { LeavesShelf, useLeaving } from "../stores/leaves-shelf.tsx";
import { asleepWhy, EmptyFirst, emptyWhy, StillAsleep } from "./empty-first.tsx";
import { type Draft, put } from "./outbox.ts";
import { go, to } from "./route.ts";
import type { Floor } from "./use-floor.ts";

type Task = FloorView["tasks"][number];
type Results = Record<string, StepResult>;

/** The short form: one page, what must be read, one tap; several machines in one pass. */
export function Several({ floor, routine: routineId }: { floor: Floor; routine: string }) {
  const { view, who } = floor;
  const routine = view.routines[routineId];
  const tasks = view.tasks.filter(
    (task) =>
      task.routine === routineId &&
      task.machine &&
      task.state !== "done" &&
      task.state !== "skipped" &&
      task.state !== "coming" &&
      (task.person === null || task.person === who?.person),
  );
  const [entered, setEntered] = useState<string[]>([]);
  if (!routine) return null;
  const open = tasks.filter(({ key }) => !entered.includes(key));
  return (
    <main className="mx-auto max-w-3xl px-3 py-4">
      <h1>{routine.name}, short</h1>
      <details className="mt-2 border-line border-y py-1">
        <summary className="cursor-pointer py-2">Cautions</summary>
        {routine.hazards.map(({ id, name, caution }) => (
          <p key={id} className="mt-1">
            <strong>{name}.</strong> {caution}
          </p>
        ))}
        <p className="mt-1 text-ink2">{view.deference}</p>
      </details>
      {open.length === 0 && (
        <p className="mt-4 text-lg">
          {entered.length ? `${entered.length} entered. Nothing is left of it today.` : "Nothing of it is open for you now."}
        </p>
      )}
      {open.map((task) => {
        const machine = view.machines.find(({ id }) => id === task.machine);
        return machine ? (
          <ShortForm
            key={task.key}
            view={view}
            machine={machine}
            routine={routine}
            task={task}
            done={() => setEntered([...entered, task.key])}
          />
        ) : null;
      })}
      <a href={to.shift} className="press hand mt-6">
        Back to the shift
      </a>
    </main>
  );
}

type Short = { view: FloorView; machine: FloorMachine; routine: FloorRoutine; task: Task; done: () => void };

function ShortForm({ view, machine, routine, task, done }: Short) {
  const plan = runPlan(routine.steps, machine.machine);
  const full = emptyWhy(view, machine, routine.id);
  const asleep = asleepWhy(view, machine, routine.id);
  const [results, setResults] = useState<Results>({});
  const shortRun = { routine, plan, key: task.key, done: { answers: results } };
  const isCheck = (id: string) => view.routines[id]?.isCheck ?? false;
  const effects = effectsOfRun(shortRun, { machine: machine.machine, shelf: view.shelf ?? [], isCheck });
  const shelf = useLeaving(effects.takes);
  const [time, setTime] = useState("");
  const [fault, setFault] = useState("");
  const recorded = (id: string) => results[id]?.choice ?? results[id]?.found;
  const leapt = leaptOver(plan, (at) => results[at]?.choice);
  const wanted = plan.filter(
    (step) =>
      isReading(step) &&
      !leapt.has(step.at) &&
      step.kind !== "nozzle-check" &&
      step.kind !== "confirm" &&
      holds(step.when, machine.machine, recorded),
  );
  const enter = async () => {
    const problem = wanted.map((step) => [step, resultProblem(step, results[step.at])] as const).find(([, text]) => text);
    if (problem) return setFault(problem[1] ?? "");
    const run = uuidv7();
    const at = time ? instantAt(time) : new Date().toISOString();
    const entry = (body: RunBody): Draft => ({
      kind: "run",
      machine: machine.id,
      routine: routine.id,
      run,
      happenedAt: at,
      ...(time ? { timeGiven: true } : {}),
      body: { ...body },
    });
    await put([
      entry({ event: "start", form: "short", key: task.key, version: routine.version, gear: true }),
      ...wanted.map((step) =>
        entry({
          event: "step",
          step: step.at,
          ...(results[step.at] ? { result: results[step.at] } : {}),
          plannedSeconds: plannedSeconds(step),
        }),
      ),
      entry({ event: "end" }),
      ...followingEntries(shortRun, effects, { takes: shelf.leaving }).map((draft) => ({
        ...draft,
        machine: machine.id,
        run,
        happenedAt: at,
        ...(time ? { timeGiven: true } : {}),
      })),
    ]);
    done();
  };
  return (
    <section aria-label={machine.name} className="mt-5">
      <h2 className="border-rule border-b pb-1">
        {machine.name} {task.late && <span className="text-hold">late</span>}
      </h2>
      <div className="grid gap-3 py-2">
        {wanted.map((step) => (
          <Reading
            key={step.at}
            step={step}
            result={results[step.at]}
            machine={machine.name}
            change={(result) => setResults({ ...results, [step.at]: result })}
          />
        ))}
      </div>
      {asleep ? <StillAsleep machine={machine} why={asleep} /> : full && <EmptyFirst view={view} machine={machine} why={full} />}
      <LeavesShelf {...shelf} />
      <div className="flex items-end gap-3">
        <Field label="Done at (empty: now)">
          <input type="time" value={time} onChange={(event) => setTime(event.target.value)} className="field hand" />
        </Field>
        <button type="button" className="press press-main hand grow" onClick={() => void enter()}>
          {machine.name} done
        </button>
        <button type="button" className="press hand" onClick={() => go(to.task(task.key))}>
          More
        </button>
      </div>
      <p role="alert" className="text-hold">
        {fault}
      </p>
    </section>
  );
}

function Reading({
  step,
  result,
  machine,
  change,
}: {
  step: PlannedStep;
  result: StepResult | undefined;
  machine: string;
  change: (result: StepResult) => void;
}) {
  if (step.kind === "measure")
    return (
      <label className="grid">
        {step.what}, {step.unit}
        <input
          inputMode="decimal"
          aria-label={`${machine}: ${step.what}, ${step.unit}`}
          className="field hand figure"
          onChange={(event) => {
            const number = Number(event.target.value.replace(",", "."));
            change(event.target.value.trim() === "" || Number.isNaN(number) ? {} : { value: number });
          }}
        />
      </label>
    );
  const choices = step.kind === "found" ? FOUND_AS.map((id) => ({ id, text: id })) : "choices" in step ? step.choices : [];
  const chosen = result?.found ?? result?.choice;
  return (
    <fieldset className="grid gap-1">
      <legend>{step.text}</legend>
      <div className="flex flex-wrap gap-2">
        {choices.map(({ id, text }) => (
          <button
            key={id}
            type="button"
            aria-pressed={chosen === id}
            className={`press hand ${chosen === id ? "!border-accent !bg-well" : ""}`}
            onClick={() => change(step.kind === "found" ? { found: id as StepResult["found"] } : { choice: id })}
          >
            <span aria-hidden="true">{chosen === id ? "■" : "□"}</span> {text}
          </button>
        ))}
      </div>
    </fieldset>
  );
}
