"use client";
import { useState } from "react";
import { FOUND_AS } from "../../core/routines/step.ts";
import type { RunBody, StepResult } from "../../core/runs/events.ts";
import type { PlannedStep } from "../../core/runs/plan.ts";
import { plannedSeconds, resultProblem } from "../../core/runs/run.ts";
import { Field, Submit } from "../field.tsx";
import { keepTaken } from "./keep.ts";
import { to } from "./route.ts";
import type { Send } from "./run-part.ts";
import { clock, type OpenRun } from "./runs.ts";
import type { Floor } from "./use-floor.ts";

const FOUND_WORDS = { clean: "Clean", some: "Some", heavy: "Heavy", pooling: "Pooling" } as const;
const BIG = "press hand w-full py-5 !text-2xl";
const NEXT = "press press-main hand w-full py-6 !text-2xl";

/** What a person does at a step of its kind: one big control, or the answers to choose from. */
export function StepControls({ found, floor, send, step }: { found: OpenRun; floor: Floor; send: Send; step: PlannedStep }) {
  const { state, run } = found;
  const [value, setValue] = useState("");
  const [early, setEarly] = useState("");
  const [fault, setFault] = useState("");
  const [busy, setBusy] = useState(false);
  const done = async (result?: StepResult, more: Partial<Extract<RunBody, { event: "step" }>> = {}, picture?: string) => {
    const problem = resultProblem(step, result);
    if (problem) return setFault(problem);
    // A second tap before the next step is drawn is the same tap.
    if (busy) return;
    setBusy(true);
    const chosen = "choices" in step ? step.choices.find(({ id }) => id === result?.choice) : undefined;
    const reported = chosen?.reports
      ? [{ kind: "sign" as const, body: { sign: chosen.reports, note: `seen in ${found.routine.name}` } }]
      : [];
    await send(
      {
        event: "step",
        step: step.at,
        ...(result ? { result } : {}),
        plannedSeconds: plannedSeconds(step),
        tookSeconds: Math.round(Math.max(0, floor.now() - state.reachedAt) / 100) / 10,
        ...more,
      },
      { ...(picture ? { picture } : {}), also: reported },
    );
    setBusy(false);
  };
  const owing = step.powersOn && state.owed.length > 0;
  const left = state.timer ? state.timer.endsAt - floor.now() : undefined;
  const body = () => {
    switch (step.kind) {
      case "look":
      case "decide":
        return (
          <div className="grid gap-3">
            {step.choices.map(({ id, text }) => (
              <button key={id} type="button" className={BIG} onClick={() => void done({ choice: id })}>
                {text}
              </button>
            ))}
          </div>
        );
      case "found":
        return (
          <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
            {FOUND_AS.map((found_) => (
              <button key={found_} type="button" className={BIG} onClick={() => void done({ found: found_ })}>
                {FOUND_WORDS[found_]}
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
              void done(value.trim() === "" || Number.isNaN(number) ? undefined : { value: number });
            }}
          >
            <Field
              label={
                <>
                  {step.what}, {step.unit} ({step.min} to {step.max})
                </>
              }
              className="grow text-lg"
            >
              <input
                inputMode="decimal"
                value={value}
                onChange={(event) => setValue(event.target.value)}
                className="field hand figure !text-3xl"
              />
            </Field>
            <Submit main hand className="px-8 py-4 !text-2xl">
              Enter
            </Submit>
          </form>
        );
      case "nozzle-check":
        return (
          <a href={to.check([run.machine], { run: run.id, step: step.at, ...(run.key ? { key: run.key } : {}) })} className={NEXT}>
            Enter the readings
          </a>
        );
      case "wait":
        return (
          <Timed left={left} free done={() => void done()} early={early} setEarly={setEarly} cut={() => void done(undefined, { early })}>
            {null}
          </Timed>
        );
      case "hold":
        return state.timer ? (
          <Timed left={left} done={() => void done()} early={early} setEarly={setEarly} cut={() => void done(undefined, { early })}>
            Keep going
          </Timed>
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
            Done
          </button>
        );
    }
  };
  return (
    <div>
      {body()}
      {owing && (
        <p className="mt-2 text-lg text-hold">
          Not while something is owed: {state.owed.map(({ words }) => words).join("; ")}. Go back a step, or say below that it is put right.
        </p>
      )}
      {owing && (
        <div className="mt-2 flex flex-wrap gap-2">
          {state.owed.map(({ id, words }) => (
            <button key={id} type="button" className="press hand" onClick={() => void send({ event: "settle", owed: id })}>
              Put right now: {words}
            </button>
          ))}
        </div>
      )}
      <p role="alert" className="min-h-6 text-lg text-hold">
        {fault}
      </p>
    </div>
  );
}

function Timed({
  left,
  free,
  done,
  early,
  setEarly,
  cut,
  children,
}: {
  left: number | undefined;
  free?: boolean;
  done: () => void;
  early: string;
  setEarly: (text: string) => void;
  cut: () => void;
  children: React.ReactNode;
}) {
  const over = left !== undefined && left <= 0;
  return (
    <div className="grid gap-3">
      <p className={`figure text-center !text-6xl ${over ? "text-hold" : ""}`} role="timer" aria-live="off">
        {over ? "over" : clock(left ?? 0)}
      </p>
      {!over && (
        <p className="text-center text-ink2 text-xl">{free ? "The machine is busy; you are free. It rings when it is over." : children}</p>
      )}
      {!over && free && (
        <a href={to.shift} className="press hand w-full py-4 !text-xl">
          Start the next machine meanwhile
        </a>
      )}
      <button type="button" disabled={!over} className={NEXT} onClick={done}>
        Go on
      </button>
      {!over && (
        <details>
          <summary className="cursor-pointer py-2 text-ink2">It was over sooner</summary>
          <div className="flex items-end gap-2">
            <Field label="Because" className="grow">
              <input value={early} maxLength={500} onChange={(event) => setEarly(event.target.value)} className="field hand" />
            </Field>
            <button type="button" disabled={!early.trim()} className="press hand" onClick={cut}>
              Go on now
            </button>
          </div>
        </details>
      )}
    </div>
  );
}

function Photo({ found, step, take, without }: { found: OpenRun; step: PlannedStep; take: (hash: string) => void; without?: () => void }) {
  const last = found.machine.photos[`${found.run.routine}/${step.at}`];
  const chosen = async (file: File | undefined) => {
    if (!file) return;
    take(await keepTaken(file));
  };
  return (
    <div className="grid gap-3">
      {last && (
        <figure>
          <img src={`/api/pictures/${last}`} alt="The last one of the same place" className="max-h-64" />
          <figcaption className="text-ink2">The last one of the same place</figcaption>
        </figure>
      )}
      <label className={`${NEXT} cursor-pointer focus-within:outline focus-within:outline-2`}>
        Take the picture
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
          Without a picture
        </button>
      )}
    </div>
  );
}

function Confirm({ floor, step, done }: { floor: Floor; step: Extract<PlannedStep, { kind: "confirm" }>; done: (person: string) => void }) {
  const people = floor.view.people.filter(({ id, role }) =>
    step.by === "supervisor" ? role === "supervisor" : role !== "viewer" && id !== floor.who?.person,
  );
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      {people.map(({ id, name, there }) => (
        <button key={id} type="button" className={BIG} onClick={() => done(id)}>
          {name}
          {!there && <span className="font-normal text-base text-ink2">not on shift</span>}
        </button>
      ))}
    </div>
  );
}
