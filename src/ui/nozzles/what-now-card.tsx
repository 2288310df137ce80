"use client";
import { Fragment, type ReactNode, useState } from "react";
import type { Action } from "../../core/nozzles/ladder/next-step.ts";
import { type NozzleDesk, type WhatNow, whatNow } from "../../core/nozzles/ladder/what-now.ts";
import { Field } from "../field.tsx";

export type CareDraft = { kind: "care"; body: Record<string, unknown> };

/** What is entered when an action was done; undefined where it is no care but a check or a print. */
function careOf(action: Action, desk: NozzleDesk): CareDraft["body"] | undefined {
  const { ladder } = desk.judging;
  switch (action.kind) {
    case "check":
    case "release":
      return undefined;
    case "clean": {
      const some = action.heads !== "all" && action.heads.length > 0 && action.heads.length < desk.heads.length ? action.heads : undefined;
      const share = some ? some.length / desk.heads.length : 1;
      return {
        what: "clean",
        strength: action.rung.id,
        ml: Math.round(action.rung.ml * share * 10) / 10,
        minutes: action.rung.minutes,
        ...(some ? { heads: some } : {}),
      };
    }
    case "load":
      return { what: "load", ml: ladder.loadMl, minutes: 1 };
    case "look":
      return { what: "look", channels: action.channels };
    case "damper":
    case "flush":
      return { what: action.kind, channels: action.channels };
    default:
      return { what: action.kind };
  }
}

const HINTS: Partial<Record<Action["kind"], string>> = {
  clean: "Run it at the machine, wait for its end, then say so.",
  load: "Hold the load control; stop at once when the pump labours. Park the head and look at the cap pad: brimming with ink it proves the seal.",
  "seal-test": "Load about 10 s, head aside, look at the pad of the cap.",
  rest: "Park it on a wet cap, capped and powered as its abilities want. Then one check.",
  flush: "Only the poor channels; hard resistance means stop. Never by mouth.",
  damper: "Draw a little with a syringe, never by mouth: ink comes or it does not.",
};

/** One next action, large; the others with why not; what it has cost so far; how many cleans it may take. */
export function WhatNowCard({
  desk,
  now,
  done,
  checkAt,
  routineAt,
  isTheirs = () => true,
}: {
  desk: NozzleDesk;
  /** The present moment in milliseconds. */
  now: number;
  done: (care: CareDraft, said: string) => void;
  /** Where a check is entered, or how one is begun here. */
  checkAt: string | (() => void);
  /** A control that begins a routine here, where that can be done. */
  routineAt?: (routine: string) => ReactNode;
  /** Whether who acts here has the skill for a routine. */
  isTheirs?: (routine: string) => boolean;
}) {
  const next = whatNow(desk, now);
  if (!next) return null;
  return <Card desk={desk} next={next} done={done} checkAt={checkAt} routineAt={routineAt} isTheirs={isTheirs} />;
}

function Card({
  desk,
  next,
  done,
  checkAt,
  routineAt,
  isTheirs,
}: {
  desk: NozzleDesk;
  next: WhatNow;
  done: (care: CareDraft, said: string) => void;
  checkAt: string | (() => void);
  routineAt?: (routine: string) => ReactNode;
  isTheirs: (routine: string) => boolean;
}) {
  const { action, standing } = next.step;
  const body = careOf(action, desk);
  const { spent, ahead, routines } = next;
  // Who lacks the skill calls somebody who has it; a call is anybody's.
  const isForOthers = action.kind !== "technician" && routines.some((routine) => !isTheirs(routine));
  const enter = (extra: Record<string, unknown> = {}) =>
    body && done({ kind: "care", body: { ...body, ...extra } }, `Entered: ${next.words}.`);
  return (
    <section aria-label="What now" className="my-4 border-ink border-y-2 py-3">
      <h2 className="text-ink2">What now</h2>
      <p className="text-2xl font-semibold">{next.words}</p>
      <p className="mt-1">{next.why}</p>
      {HINTS[action.kind] && <p className="mt-1 text-ink2">{HINTS[action.kind]}</p>}
      <div className="mt-3 flex flex-wrap gap-2">
        {action.kind === "check" &&
          (typeof checkAt === "string" ? (
            <a href={checkAt} className="press press-main hand">
              Enter the check
            </a>
          ) : (
            <button type="button" className="press press-main hand" onClick={checkAt}>
              Enter the check
            </button>
          ))}
        {isForOthers ? (
          <p className="border-care border-l-4 pl-3">
            This is not yours to do: call somebody who has the skill for it ({routines.join(", ")}).
          </p>
        ) : action.kind === "seal-test" ? (
          <>
            <button type="button" className="press press-main hand" onClick={() => enter()}>
              The pad brims: seal good
            </button>
            <button type="button" className="press hand" onClick={() => enter({ leaks: true })}>
              It stays low: seal leaks
            </button>
          </>
        ) : (
          body && (
            <button type="button" className="press press-main hand" onClick={() => enter()}>
              {action.kind === "rest" ? "It rests from now on" : action.kind === "technician" ? "Handed to a technician" : "Done"}
            </button>
          )
        )}
        {routineAt && routines.filter(isTheirs).map((routine) => <Fragment key={routine}>{routineAt(routine)}</Fragment>)}
      </div>
      <dl className="mt-3 flex flex-wrap gap-x-6 gap-y-1 text-sm">
        {standing.counts.length > 0 && (
          <div>
            <dt className="inline text-ink2">missing, check by check </dt>
            <dd className="figure inline">{standing.counts.join(" → ")}</dd>
          </div>
        )}
        {spent.cleans + spent.loads > 0 && (
          <div>
            <dt className="inline text-ink2">so far </dt>
            <dd className="inline">
              <span className="figure">{spent.cleans}</span> {spent.cleans === 1 ? "clean" : "cleans"},{" "}
              <span className="figure">{spent.ml}</span> mL, <span className="figure">{spent.minutes}</span> min
            </dd>
          </div>
        )}
        {standing.rests > 0 && (
          <div>
            <dt className="inline text-ink2">rests </dt>
            <dd className="figure inline">{standing.rests}</dd>
          </div>
        )}
      </dl>
      {ahead && (
        <p className="mt-2 text-sm">
          {ahead.sentence}
          {!ahead.next.pays && (
            <strong className="text-hold">
              {" "}
              The next clean is likely to bring back {ahead.next.back.toFixed(1)} nozzles for {ahead.next.ml.toFixed(1)} mL: it no longer
              pays.
            </strong>
          )}
        </p>
      )}
      {next.others.length > 0 && (
        <details className="mt-2">
          <summary className="cursor-pointer py-2">Why not something else</summary>
          <ul className="grid gap-1 text-sm">
            {next.others.map(({ what, whyNot }) => (
              <li key={what}>
                {what}: <span className="text-ink2">{whyNot}.</span>
              </li>
            ))}
          </ul>
          <Otherwise desk={desk} done={done} />
        </details>
      )}
    </section>
  );
}

/** Something else was done all the same: it goes on the record, and the next step follows from it. */
function Otherwise({ desk, done }: { desk: NozzleDesk; done: (care: CareDraft, said: string) => void }) {
  const [rung, setRung] = useState(desk.judging.ladder.rungs[0]?.id ?? "");
  const [inFluid, setInFluid] = useState(false);
  const chosen = desk.judging.ladder.rungs.find(({ id }) => id === rung);
  return (
    <div className="mt-3 flex flex-wrap items-end gap-2">
      <Field label="Another clean was run">
        <select value={rung} onChange={(event) => setRung(event.target.value)} className="field hand">
          {desk.judging.ladder.rungs.map(({ id, name, ml }) => (
            <option key={id} value={id}>
              {name}, {ml} mL
            </option>
          ))}
        </select>
      </Field>
      <label className="flex min-h-12 items-center gap-2 text-sm">
        <input type="checkbox" checked={inFluid} onChange={(event) => setInFluid(event.target.checked)} className="size-5" /> in cleaning
        fluid
      </label>
      <button
        type="button"
        className="press hand"
        disabled={!chosen}
        onClick={() =>
          chosen &&
          done(
            {
              kind: "care",
              body: { what: "clean", strength: chosen.id, minutes: chosen.minutes, ...(inFluid ? { inFluid } : { ml: chosen.ml }) },
            },
            `Entered: clean, ${chosen.name}.`,
          )
        }
      >
        Enter that
      </button>
    </div>
  );
}
