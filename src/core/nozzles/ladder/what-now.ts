import type { MachineClass } from "../../fleet/vocabulary.ts";
import type { Job } from "../../routines/effects.ts";
import { chronicChannels, firstChecks } from "./chronic.ts";
import { type CleanGain, type CleansAhead, type CleansTaken, cleansAhead, cleansAheadSentence } from "./cleans-ahead.ts";
import { type Action, type NextStep, nextStep, type School } from "./next-step.ts";
import { type Check, headsOf, type Judging, type NozzleEvent, type Recovery, recoveries, spent } from "./recovery.ts";
import { actionWords, type Candidate, JOBS_OF, rowSentence, whyNotOthers } from "./words.ts";

/** All that the next step at a machine is worked out from: pure data, so that a tablet can do it without a network. */
export type NozzleDesk = {
  /** When it was put together, in milliseconds. */
  madeAt: number;
  machineClass: MachineClass;
  school: School;
  judging: Judging;
  heads: string[];
  /** What happened lately, oldest first. */
  events: NozzleEvent[];
  /** What single cleans brought here before. */
  own: CleanGain[];
  /** How many cleans it took here from so many out; a snapshot kept by an earlier build has none of these three. */
  returns?: CleansTaken[];
  /** The first checks of its last mornings, oldest first, and when a damper was lifted last. */
  mornings?: Check[];
  damperAt?: number | null;
  /** The routine that cleans round the head by hand. */
  byHand: string | null;
  /** Its waste vessel, and what it surely has room for; left out where nobody has read it. */
  vessel?: { kind: string; roomMl: number };
  /** Routines by what they are for; a snapshot kept by an earlier build has none. */
  jobs?: Partial<Record<Job, string[]>>;
};

export type WhatNow = {
  step: NextStep;
  words: string;
  why: string;
  /** What its waste vessel has no room for: said before anything is drawn into it. */
  emptyFirst: { kind: string; roomMl: number; drawsMl: number } | null;
  /** The routines that lead through it. */
  routines: readonly string[];
  others: Candidate[];
  /** Ink and time of this recovery so far. */
  spent: ReturnType<typeof spent>;
  ahead: (CleansAhead & { sentence: string }) | null;
  startedAt: number;
  checks: number;
};

/** Until when a machine's heads rest, in milliseconds; `undefined` where they don't. */
export function restingUntil(desk: NozzleDesk, now: number): number | undefined {
  const action = whatNow(desk, now)?.step.action;
  return action?.kind === "rest" ? action.until : undefined;
}

const NOTHING_YET: Recovery = { startedAt: 0, afterIdle: true, events: [], rests: 0, climbFrom: 0 };

/** Where all that is out has been out for many mornings, no clean is next: the damper, and after it the technician. */
function withChronic(desk: NozzleDesk, step: NextStep): NextStep {
  if (step.action.kind !== "clean") return step;
  const last = desk.events.findLast((event): event is Check => event.kind === "check");
  const mornings = firstChecks([...(desk.mornings ?? []).filter(({ at }) => at < (desk.events[0]?.at ?? 0)), ...desk.events]);
  const chronic = chronicChannels(mornings, last, desk.judging);
  if (chronic.length === 0 || chronic.length < step.standing.outside.length) return step;
  const since = mornings.at(-desk.judging.ladder.chronicMornings)?.at ?? 0;
  const lifted = (desk.damperAt ?? Number.NEGATIVE_INFINITY) >= since || desk.events.some(({ kind }) => kind === "damper");
  return {
    row: "chronic",
    standing: { ...step.standing, chronic },
    action: lifted ? { kind: "technician" } : { kind: "damper", channels: chronic.map(({ id }) => id) },
  };
}

/** Where a step draws more than the waste vessel surely takes. A clean of some heads draws their share. */
function withoutRoom({ vessel, heads, judging }: NozzleDesk, action: Action): WhatNow["emptyFirst"] {
  if (!vessel) return null;
  const share =
    action.kind === "clean" && action.heads !== "all" && action.heads.length ? action.heads.length / Math.max(1, heads.length) : 1;
  const drawsMl = action.kind === "clean" ? action.rung.ml * share : action.kind === "load" ? judging.ladder.loadMl : 0;
  return drawsMl > vessel.roomMl ? { ...vessel, drawsMl } : null;
}

/** The next step in one line, as every list of machines has it. @example nextLine(next) → "Empty the bottle first, then: Load ink" */
export const nextLine = ({ words, emptyFirst }: Pick<WhatNow, "words" | "emptyFirst">): string =>
  `${emptyFirst ? roomFirst(emptyFirst.kind) : ""}${words}`;

/** What makes room in a waste vessel, before what follows. @example roomFirst("bottle") → "Empty the bottle first, then: " */
export const roomFirst = (kind: string): string => `${kind === "cartridge" ? "Change" : "Empty"} the ${kind} first, then: `;

/** The one thing to do next at a machine, and why. Undefined where its last check is good and nothing came after it. `now` in milliseconds. */
export function whatNow(desk: NozzleDesk, now: number): WhatNow | undefined {
  const { events, judging, school, heads, machineClass, own } = desk;
  const last = recoveries(events, judging).at(-1);
  const lastEvent = events.at(-1);
  const ended = last?.over && !(last.over.how === "within" && last.events.at(-1) === lastEvent);
  const recovery = !last || ended ? NOTHING_YET : last;
  if (recovery === NOTHING_YET && lastEvent?.kind === "check" && !last?.over) return undefined;
  if (ended && last?.over?.how !== "left") return undefined;
  const step = withChronic(desk, nextStep(recovery, school, judging, now));
  const outside = step.standing.outside;
  const missing = step.standing.counts.at(-1) ?? 0;
  // A channel that is all out is no clog that so many cleans bring back.
  const ahead =
    step.action.kind === "clean" && outside.length && step.standing.gone.length === 0
      ? cleansAhead(missing, judging.readiness.toleranceAHead, machineClass, own, judging.ladder, {
          all: heads.length,
          poor: headsOf(outside).length,
          next: step.action.heads === "all" ? heads.length : step.action.heads.length,
          rung: step.action.rung.id,
          returns: desk.returns ?? [],
        })
      : undefined;
  return {
    step,
    words: actionWords(step.action),
    why: rowSentence(step, judging.ladder),
    emptyFirst: withoutRoom(desk, step.action),
    routines:
      step.action.kind === "by-hand"
        ? desk.byHand
          ? [desk.byHand]
          : []
        : (JOBS_OF[step.action.kind] ?? []).flatMap((job) => desk.jobs?.[job] ?? []),
    others: whyNotOthers(step, judging.ladder),
    spent: spent(recovery.events, judging.ladder, heads.length),
    ahead: ahead ? { ...ahead, sentence: cleansAheadSentence(ahead, judging.ladder.limit) } : null,
    startedAt: recovery.startedAt,
    checks: step.standing.counts.length,
  };
}
