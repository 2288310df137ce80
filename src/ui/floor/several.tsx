"use client";
import { useState } from "react";
import { uuidv7 } from "uuidv7";
import type { FloorMachine, FloorRoutine, FloorView } from "../../core/floor/floor-view.ts";
import { FOUND_AS } from "../../core/routines/step.ts";
import { stepFollows } from "../../core/runs/answer-follows.ts";
import { effectsOfRun, endOf, followingEntries } from "../../core/runs/effects-of-run.ts";
import type { RunBody, StepResult } from "../../core/runs/events.ts";
import { holds, type PlannedStep, runPlan } from "../../core/runs/plan.ts";
import { isReading, leaptOver, plannedSeconds, resultProblem } from "../../core/runs/run.ts";
import { doubtOfAnswer, type LevelDoubt } from "../../core/stores/waste/level-doubt.ts";
import { useFloorWorkWords } from "../../words/floor-work-words.ts";
import { filled } from "../../words/plain.ts";
import { useSaid } from "../../words/said.ts";
import { clockNow } from "../clock.ts";
import { instantAt } from "../instant-at.ts";
import { Button } from "../kit/button.tsx";
import { Field, TextInput } from "../kit/field.tsx";
import { TimeInput } from "../kit/time-input.tsx";
import { LeavesShelf, useLeaving } from "../stores/leaves-shelf.tsx";
import { LevelQuestion } from "../stores/level-question.tsx";
import { BackLink } from "./back-link.tsx";
import { asleepWhy, EmptyFirst, emptyWhy, StillAsleep } from "./empty-first.tsx";
import { Fold } from "./fold.tsx";
import { cautionsOf } from "./gear.tsx";
import { type Draft, put } from "./outbox.ts";
import { go, to } from "./route.ts";
import type { Floor } from "./use-floor.ts";

type Task = FloorView["tasks"][number];
type Results = Record<string, StepResult>;

/** The short form: one page, what must be read, one tap; several machines in one pass. */
export function Several({ floor, routine: routineId }: { floor: Floor; routine: string }) {
  const words = useFloorWorkWords().short;
  const said = useSaid();
  const { view, who } = floor;
  const skills = view.people.find(({ id }) => id === who?.person)?.skills ?? [];
  const routine = view.routines[routineId];
  const tasks = view.tasks.filter(
    (task) =>
      task.routine === routineId &&
      task.machine &&
      task.state !== "done" &&
      task.state !== "skipped" &&
      task.state !== "coming" &&
      (!task.skill || skills.includes(task.skill)) &&
      (task.person === null || task.person === who?.person),
  );
  const [entered, setEntered] = useState<string[]>([]);
  if (!routine) return null;
  const open = tasks.filter(({ key }) => !entered.includes(key));
  const cautions = new Map(
    tasks
      .flatMap((task) => view.machines.find(({ id }) => id === task.machine) ?? [])
      .flatMap((machine) => cautionsOf({ routine, machine }).map((each) => [each.id, each] as const)),
  );
  return (
    <main className="mx-auto grid max-w-3xl gap-4 px-3 pb-4">
      <div>
        <BackLink />
        <h1 className="!text-3xl font-extrabold tracking-tight">{filled(words.title, { routine: routine.name })}</h1>
      </div>
      <Fold title={words.cautions}>
        {[...cautions.values()].map(({ id, name, caution }) => (
          <p key={id} className="mt-1">
            <strong>{said(name)}.</strong> {said(caution)}
          </p>
        ))}
        <p className="mt-1 text-ink2">{view.deference}</p>
      </Fold>
      {open.length === 0 && <p>{entered.length ? filled(words.entered, { count: entered.length }) : words.none}</p>}
      {open.map((task) => {
        const machine = view.machines.find(({ id }) => id === task.machine);
        return machine ? (
          <ShortForm
            key={task.key}
            view={view}
            machine={machine}
            routine={routine}
            kept={floor.plain.routines[routineId] ?? routine}
            task={task}
            done={() => setEntered([...entered, task.key])}
          />
        ) : null;
      })}
    </main>
  );
}

/** `kept` is the routine as it is kept, whose words go on record. */
type Short = { view: FloorView; machine: FloorMachine; routine: FloorRoutine; kept: FloorRoutine; task: Task; done: () => void };

function ShortForm({ view, machine, routine, kept, task, done }: Short) {
  const words = useFloorWorkWords().short;
  const plan = runPlan(routine.steps, machine.machine);
  const full = emptyWhy(view, machine, routine.id);
  const asleep = asleepWhy(view, machine, routine.id);
  const [results, setResults] = useState<Results>({});
  const shortRun = { routine: kept, plan, key: task.key, done: { answers: results } };
  const isCheck = (id: string) => view.routines[id]?.isCheck ?? false;
  const effects = effectsOfRun(shortRun, { machine: machine.machine, shelf: view.shelf ?? [], isCheck, positions: machine.positions });
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
  const [doubt, setDoubt] = useState<LevelDoubt>();
  const look = () => {
    const read = (id: string) => results[id]?.value;
    const [found] = wanted.flatMap(
      (step) => doubtOfAnswer(routine.effects?.waste, machine.vessel, { step: step.at, result: results[step.at], read }) ?? [],
    );
    setDoubt(found);
    if (!found) void enter();
  };
  const enter = async () => {
    setDoubt(undefined);
    const problem = wanted.map((step) => [step, resultProblem(step, results[step.at])] as const).find(([, text]) => text);
    if (problem) return setFault(problem[1] ?? "");
    const run = uuidv7();
    const keptPlan = runPlan(kept.steps, machine.machine);
    const around = { routine: kept, book: new Map(Object.entries(view.routines)), machine: machine.machine, today: view.today };
    const at = time ? instantAt(time) : new Date(clockNow()).toISOString();
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
      entry(endOf(effects)),
      ...wanted
        .flatMap((step) => stepFollows(keptPlan.find(({ at: place }) => place === step.at) ?? step, results[step.at], around))
        .map((draft) => ({ ...draft, machine: machine.id, run, happenedAt: at, ...(time ? { timeGiven: true } : {}) })),
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
    <section aria-label={machine.name} className="grid gap-3 rounded-[6px] border border-line bg-card p-3">
      <h2 className="flex items-baseline gap-3 !text-2xl font-extrabold">
        {machine.name} {task.late && <span className="font-semibold text-base text-hold">{words.late}</span>}
      </h2>
      {wanted.map((step) => (
        <Reading
          key={step.at}
          step={step}
          result={results[step.at]}
          machine={machine.name}
          change={(result) => setResults({ ...results, [step.at]: result })}
        />
      ))}
      {asleep ? <StillAsleep machine={machine} why={asleep} /> : full && <EmptyFirst view={view} machine={machine} why={full} />}
      <LeavesShelf {...shelf} />
      <Fold title={words.earlier}>
        <Field label={words.at} className="w-40">
          <TimeInput value={time} onChange={setTime} />
        </Field>
      </Fold>
      {doubt && <LevelQuestion doubt={doubt} yes={() => void enter()} no={() => setDoubt(undefined)} />}
      <div className="flex gap-2">
        <Button look="primary" size="hand" className="!min-h-16 grow !text-xl" onClick={look}>
          {filled(words.done, { machine: machine.name })}
        </Button>
        <Button size="hand" className="!min-h-16" onClick={() => go(to.task(task.key))}>
          {words.more}
        </Button>
      </div>
      <p role="alert" className="font-semibold text-hold empty:hidden">
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
  const words = useFloorWorkWords();
  if (step.kind === "measure")
    return (
      <Field label={`${step.what}, ${step.unit}`}>
        <TextInput
          inputMode="decimal"
          aria-label={filled(words.short.of, { machine, what: `${step.what}, ${step.unit}` })}
          className="figure !min-h-14 !text-2xl"
          onChange={(event) => {
            const number = Number(event.target.value.replace(",", "."));
            change(event.target.value.trim() === "" || Number.isNaN(number) ? {} : { value: number });
          }}
        />
      </Field>
    );
  const choices = step.kind === "found" ? FOUND_AS.map((id) => ({ id, text: words.run.found[id] })) : "choices" in step ? step.choices : [];
  const chosen = result?.found ?? result?.choice;
  return (
    <fieldset className="grid gap-1">
      <legend className="mb-1">{step.text}</legend>
      <div className="grid gap-2 sm:grid-cols-2">
        {choices.map(({ id, text }) => (
          <Button
            key={id}
            size="hand"
            aria-pressed={chosen === id}
            className="!whitespace-normal aria-pressed:!border-accent aria-pressed:!bg-accent-wash"
            onClick={() => change(step.kind === "found" ? { found: id as StepResult["found"] } : { choice: id })}
          >
            {text}
          </Button>
        ))}
      </div>
    </fieldset>
  );
}
