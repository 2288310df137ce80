"use client";
import { CheckIcon } from "lucide-react";
import { useState } from "react";
import { FOUND_AS } from "../../core/routines/step.ts";
import { stepFollows } from "../../core/runs/answer-follows.ts";
import type { RunBody, StepResult } from "../../core/runs/events.ts";
import { cleansSoFar, knownInRun, offered } from "../../core/runs/known-in-run.ts";
import type { PlannedStep } from "../../core/runs/plan.ts";
import { holdsPower, plannedSeconds, resultProblem } from "../../core/runs/run.ts";
import { openWords } from "../../core/runs/run-facts.ts";
import { doubtOfAnswer, type LevelDoubt } from "../../core/stores/waste/level-doubt.ts";
import { useFloorWorkWords } from "../../words/floor-work-words.ts";
import { filled } from "../../words/plain.ts";
import { Button } from "../kit/button.tsx";
import { Field, TextInput } from "../kit/field.tsx";
import { Vessel } from "../kit/vessel.tsx";
import { LevelQuestion } from "../stores/level-question.tsx";
import { Answers, BIG, NEXT } from "./answers.tsx";
import { keepTaken } from "./keep.ts";
import { Reasons } from "./reasons.tsx";
import { to } from "./route.ts";
import type { Send } from "./run-part.ts";
import { type OpenRun, openRun } from "./runs.ts";
import type { Floor } from "./use-floor.ts";

/** What a person does at a step of its kind: one big control, or the answers to choose from. */
export function StepControls({ found, floor, send, step }: { found: OpenRun; floor: Floor; send: Send; step: PlannedStep }) {
  const words = useFloorWorkWords().run;
  const { state, run } = found;
  const [value, setValue] = useState("");
  const containers = floor.view.containers ?? [];
  const [into, setInto] = useState(containers[0]?.id ?? "");
  const [fault, setFault] = useState("");
  const [busy, setBusy] = useState(false);
  const [asked, setAsked] = useState<{ doubt: LevelDoubt; result: StepResult | undefined }>();
  const answer = (result?: StepResult) => {
    const read = (id: string) => state.trace.findLast(({ step: at }) => at === id)?.result?.value;
    const doubt = resultProblem(step, result)
      ? undefined
      : doubtOfAnswer(found.routine.effects?.waste, found.machine.vessel, { step: step.at, result, read });
    if (doubt) setAsked({ doubt, result });
    else void done(result);
  };
  const done = async (result?: StepResult, more: Partial<Extract<RunBody, { event: "step" }>> = {}, picture?: string) => {
    const problem = resultProblem(step, result);
    if (problem) return setFault(problem);
    // A second tap before the next step is drawn is the same tap.
    if (busy) return;
    setBusy(true);
    const plain = openRun(floor.plain, run.id) ?? found;
    const asKept = plain.plan.find(({ at }) => at === step.at) ?? step;
    const book = new Map(Object.entries(floor.plain.routines));
    const also = stepFollows(asKept, result, {
      routine: plain.routine,
      book,
      machine: plain.machine.machine,
      today: floor.view.today,
      into,
    });
    await send(
      {
        event: "step",
        step: step.at,
        ...(result ? { result } : {}),
        plannedSeconds: plannedSeconds(step),
        tookSeconds: Math.round(Math.max(0, floor.now() - state.reachedAt) / 100) / 10,
        ...more,
      },
      { ...(picture ? { picture } : {}), also },
    );
    setBusy(false);
  };
  const known = knownInRun(found, step);
  const vessel =
    step.kind === "measure" && step.unit === "mL" && (step.empties || step.id === found.routine.effects?.waste?.before)
      ? found.machine.vessel
      : undefined;
  const open = holdsPower(step, state.owed);
  const owing = open.length > 0;
  const left = state.timer ? state.timer.endsAt - floor.now() : undefined;
  const body = () => {
    switch (step.kind) {
      case "look":
      case "decide":
        return <Answers choices={offered(step.choices, cleansSoFar(found))} known={known} answer={(choice) => answer({ choice })} />;
      case "found":
        return (
          <div className="grid grid-cols-2 gap-2 sm:grid-cols-4">
            {FOUND_AS.map((found_) => (
              <button key={found_} type="button" className={BIG} onClick={() => void done({ found: found_ })}>
                {words.found[found_]}
              </button>
            ))}
          </div>
        );
      case "measure":
        return (
          <form
            className="flex items-end gap-3"
            onSubmit={(event) => {
              event.preventDefault();
              const number = Number(value.replace(",", "."));
              answer(value.trim() === "" || Number.isNaN(number) ? undefined : { value: number });
            }}
          >
            {vessel && (
              <Vessel
                {...vessel}
                name={filled(words.tapLevel, { machine: found.machine.name })}
                height={130}
                scale={1.6}
                onLook={(ml) => setValue(String(ml))}
              />
            )}
            <div className="flex min-w-0 grow flex-wrap items-end gap-3">
              {step.empties && containers.length > 0 && <Container of={containers} into={into} choose={setInto} />}
              <Field
                label={filled(words.range, { what: step.what, unit: step.unit, min: step.min, max: step.max })}
                className="min-w-40 grow"
              >
                <TextInput
                  inputMode="decimal"
                  value={value}
                  onChange={(event) => setValue(event.target.value)}
                  className="figure !min-h-[72px] !text-3xl"
                />
              </Field>
              <Button type="submit" look="primary" size="hand" className="!min-h-[72px] !px-8 !text-2xl grow">
                {words.enter}
              </Button>
            </div>
          </form>
        );
      case "nozzle-check":
        return (
          <a href={to.check([run.machine], { run: run.id, step: step.at, ...(run.key ? { key: run.key } : {}) })} className={NEXT}>
            {words.readings}
          </a>
        );
      case "wait":
        return <Timed left={left} done={() => void done()} />;
      case "hold":
        return state.timer ? (
          <Timed left={left} done={() => void done()} />
        ) : (
          <button type="button" className={NEXT} onClick={() => void send({ event: "clear", step: step.at })}>
            {step.until}
          </button>
        );
      case "photo":
        return (
          <Photo
            found={found}
            step={step}
            take={(photo) => void done({ photo }, {}, photo)}
            without={step.optional ? () => void done() : undefined}
          />
        );
      case "confirm":
        return <Confirm floor={floor} step={step} done={(by) => void done({ by })} />;
      default:
        return (
          <button type="button" className={NEXT} disabled={busy || owing} onClick={() => void done()}>
            <CheckIcon aria-hidden="true" />
            {words.done}
          </button>
        );
    }
  };
  return (
    <div className="grid gap-2">
      {owing && <p className="text-hold">{filled(words.notYet, { what: openWords(open).join("; ") })}</p>}
      {owing &&
        open.map(({ id, on, words: what }) => (
          <Button key={id} size="hand" className="!whitespace-normal" onClick={() => void send({ event: "settle", owed: id })}>
            {filled(words.closed, { what: on ? `${what} (${on})` : what })}
          </Button>
        ))}
      {(step.kind === "wait" || state.timer) && (left === undefined || left > 0) && (
        <Sooner cut={(early) => void done(undefined, { early })} />
      )}
      {asked && <LevelQuestion doubt={asked.doubt} yes={() => void done(asked.result)} no={() => setAsked(undefined)} />}
      {body()}
      <p role="alert" className="text-hold empty:hidden">
        {fault}
      </p>
    </div>
  );
}

/** Which container the waste goes into. */
function Container({ of, into, choose }: { of: { id: string; name: string }[]; into: string; choose: (id: string) => void }) {
  const words = useFloorWorkWords().run;
  return (
    <fieldset className="w-full">
      <legend className="font-semibold">{words.wasteTo}</legend>
      <div className="mt-1 flex flex-wrap gap-2">
        {of.map(({ id, name }) => (
          <Button
            key={id}
            size="hand"
            aria-pressed={into === id}
            onClick={() => choose(id)}
            className="!whitespace-normal aria-pressed:!border-accent aria-pressed:!bg-accent-wash"
          >
            {name}
          </Button>
        ))}
      </div>
    </fieldset>
  );
}

/** Goes on when the time is over. */
function Timed({ left, done }: { left: number | undefined; done: () => void }) {
  const words = useFloorWorkWords().run;
  return (
    <button type="button" disabled={left === undefined || left > 0} className={NEXT} onClick={done}>
      {words.goOnTimer}
    </button>
  );
}

function Sooner({ cut }: { cut: (early: string) => void }) {
  const words = useFloorWorkWords().run;
  const [open, setOpen] = useState(false);
  return (
    <div className="grid gap-2">
      <Button look="quiet" size="hand" aria-expanded={open} onClick={() => setOpen(!open)}>
        {words.sooner}
      </Button>
      {open && <Reasons of={words.soonerWhy} act={words.goOnNow} choose={cut} />}
    </div>
  );
}

function Photo({ found, step, take, without }: { found: OpenRun; step: PlannedStep; take: (hash: string) => void; without?: () => void }) {
  const words = useFloorWorkWords().run;
  const last = found.machine.photos[`${found.run.routine}/${step.at}`];
  const chosen = async (file: File | undefined) => {
    if (!file) return;
    take(await keepTaken(file));
  };
  return (
    <div className="grid gap-3">
      {last && (
        <figure>
          <img src={`/api/pictures/${last}`} alt={words.lastPhoto} className="max-h-64" />
          <figcaption className="text-ink2">{words.lastPhoto}</figcaption>
        </figure>
      )}
      <label className={`${NEXT} cursor-pointer focus-within:outline focus-within:outline-2`}>
        {words.takePhoto}
        <input
          type="file"
          accept="image/*"
          capture="environment"
          className="sr-only"
          onChange={(event) => void chosen(event.target.files?.[0])}
        />
      </label>
      {without && (
        <button type="button" className={BIG} onClick={without}>
          {words.without}
        </button>
      )}
    </div>
  );
}

function Confirm({ floor, step, done }: { floor: Floor; step: Extract<PlannedStep, { kind: "confirm" }>; done: (person: string) => void }) {
  const words = useFloorWorkWords().run;
  const people = floor.view.people.filter(({ id, role }) =>
    step.by === "supervisor" ? role === "supervisor" : role !== "viewer" && id !== floor.who?.person,
  );
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      {people.map(({ id, name, there }) => (
        <button key={id} type="button" className={BIG} onClick={() => done(id)}>
          {name}
          {!there && <span className="font-normal text-base text-ink2">{words.notOnShift}</span>}
        </button>
      ))}
    </div>
  );
}
