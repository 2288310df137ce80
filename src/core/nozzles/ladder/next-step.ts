import { type ChannelCheck, faultCount } from "../readiness.ts";
import { isGone, outsideTolerance } from "../tolerance.ts";
import type { ChronicChannel } from "./chronic.ts";
import { type Check, checksOf, cleansOf, headsOf, type Judging, missingIn, type NozzleEvent, type Recovery } from "./recovery.ts";
import type { LadderSettings, Rung } from "./settings.ts";

export type School = "ladder" | "fixed" | "load-and-clean";

/** What may be done next. Those with a routine are led through by it. */
export type Action =
  | { kind: "check" }
  | { kind: "release"; withCare: boolean }
  | { kind: "look"; at: "channel" | "supply"; channels: string[] }
  | { kind: "clean"; rung: Rung; heads: "all" | string[] }
  | { kind: "seal-test" }
  | { kind: "cap-service" }
  | { kind: "load" }
  | { kind: "damper"; channels: string[] }
  | { kind: "by-hand" }
  | { kind: "flush"; channels: string[] }
  | { kind: "colour-flag" }
  | { kind: "rest"; hours: number; until?: number }
  | { kind: "technician" };

/** The row of the table that said so. */
export type Row =
  | "within"
  | "one-gone"
  | "still-gone"
  | "several-gone"
  | "seal-leaks"
  | "worse-twice"
  | "limit"
  | "rung-new"
  | "progress"
  | "no-progress"
  | "rung-above"
  | "by-hand"
  | "flush"
  | "rest"
  | "fixed-opening"
  | "one-more"
  | "load-and-clean"
  | "check-due"
  | "colours-mixed"
  | "chronic"
  | "resting"
  | "technician";

/** The numbers that a row rests on. */
export type Standing = {
  cleans: number;
  /** Missing nozzles summed over the channels in recovery, check by check. */
  counts: number[];
  outside: string[];
  rung?: Rung;
  cleansOnRung: number;
  rests: number;
  gone: string[];
  chronic?: readonly ChronicChannel[];
};
export type NextStep = { action: Action; row: Row; standing: Standing };

/**
 * What is next after a check, by the table of the cleaning ladder and its two other schools: the first row that holds.
 * Source of the rows: common practice. `now` in milliseconds.
 */
export function nextStep(recovery: Recovery, school: School, judging: Judging, now: number): NextStep {
  const { ladder, readiness, nozzles } = judging;
  const resumed = afresh(recovery, judging, now);
  const climb = resumed.events.slice(resumed.climbFrom);
  const checks = checksOf(resumed.events);
  const last = checks.at(-1);
  const cleans = cleansOf(climb);
  const outside = last ? outsideTolerance(last.channels, readiness, nozzles) : [];
  const began = resumed.first ? outsideTolerance(resumed.first.channels, readiness, nozzles) : [];
  const inRecovery = new Set([...began, ...outside]);
  const counts = checks.map((check) => missingIn(check, inRecovery, nozzles));
  const goneIn = (check: Check | undefined) =>
    check ? check.channels.filter((channel) => !channel.unread && isGone(channel, readiness.goneShare, nozzles)).map(({ id }) => id) : [];
  const goneBefore = new Set(goneIn(resumed.lastGood));
  const gone = goneIn(last).filter((id) => !goneBefore.has(id));
  const rung = rungOf(climb, judging);
  const standing: Standing = {
    cleans: cleans.length,
    counts,
    outside,
    ...(rung.now ? { rung: rung.now } : {}),
    cleansOnRung: rung.cleans,
    rests: resumed.rests,
    gone,
  };
  const say = (row: Row, action: Action): NextStep => ({ action, row, standing });

  const sinceCheck = last ? resumed.events.slice(resumed.events.lastIndexOf(last) + 1) : resumed.events;
  const lowest = ladder.rungs[0];
  if (!lowest) return say("technician", { kind: "technician" });
  const heads: "all" | string[] = cleansOf(resumed.events).length === 0 && resumed.afterIdle ? "all" : headsOf(outside);
  const clean = (row: Row, rung: Rung) => say(row, { kind: "clean", rung, heads });
  const did = (kind: NozzleEvent["kind"], since: readonly NozzleEvent[] = climb) => since.some((event) => event.kind === kind);

  if (!last) {
    // Opening cleans of a fixed number come before the first check.
    if (school === "fixed" && cleans.length < ladder.fixedCleans) return clean("fixed-opening", rung.now ?? lowest);
    return say("check-due", { kind: "check" });
  }
  if (did("flush", sinceCheck) && !did("clean", sinceCheck))
    return did("load", sinceCheck) ? clean("flush", lowest) : say("flush", { kind: "load" });
  if (school === "load-and-clean" && outside.length && did("load", sinceCheck) && !did("clean", sinceCheck))
    return clean("load-and-clean", lowest);
  if (did("damper", sinceCheck) && !did("clean", sinceCheck))
    return did("load", sinceCheck) ? clean("still-gone", lowest) : say("still-gone", { kind: "load" });
  if (stillGoneLoads(climb, sinceCheck)) return clean("still-gone", lowest);
  if (sinceCheck.some(({ kind }) => kind === "clean" || kind === "load" || kind === "colour-flag" || kind === "rest" || kind === "by-hand"))
    if (!(did("by-hand", sinceCheck) && !did("clean", sinceCheck)))
      return did("rest", sinceCheck) ? resting(sinceCheck, judging, now, say) : say("check-due", { kind: "check" });

  if (did("mixed") && !did("colour-flag") && goodShare(last.channels, nozzles) * 100 >= ladder.flagPercent)
    return say("colours-mixed", { kind: "colour-flag" });
  // A check that is too old says nothing any more.
  if (sinceCheck.length === 0 && now - last.at > readiness.idleHours * 3_600_000) return say("check-due", { kind: "check" });
  if (outside.length === 0)
    return say("within", { kind: "release", withCare: last.channels.some((channel) => !channel.unread && faultCount(channel) > 0) });
  // A check in the middle of a rest does not end it; a clean does.
  const rest = resumed.events.findLast(({ kind }) => kind === "rest" || kind === "clean");
  if (rest?.kind === "rest" && now < restEnd(rest.at, ladder)) return resting([rest], judging, now, say);
  if (did("technician") || resumed.rests >= ladder.rests) return say("technician", { kind: "technician" });
  if (leaks(climb)) return say("seal-leaks", { kind: "cap-service" });
  if (cleans.length === 0 && resumed.rests === 0) {
    if (gone.length === 1 && !did("look")) return say("one-gone", { kind: "look", at: "channel", channels: gone });
    if (gone.length > 1 && !did("seal-test")) return say("several-gone", { kind: "seal-test" });
  }
  const goneFromStart = gone.filter((id) => goneIn(resumed.first).includes(id));
  if (cleans.length > 0 && goneFromStart.length) {
    if (!did("seal-test")) return say("still-gone", { kind: "seal-test" });
    if (!did("load")) return say("still-gone", { kind: "load" });
    if (!did("damper")) return say("still-gone", { kind: "damper", channels: goneFromStart });
  }
  const [c, b, a] = [counts.at(-1), counts.at(-2), counts.at(-3)];
  if (cleans.length >= 2 && a !== undefined && b !== undefined && c !== undefined && c > b && b > a) {
    if (!did("seal-test")) return say("worse-twice", { kind: "seal-test" });
    if (!did("look")) return say("worse-twice", { kind: "look", at: "supply", channels: outside });
  }
  if (cleans.length >= ladder.limit) return restOr(say, "limit", resumed, judging);

  if (school === "fixed") return clean("one-more", rung.now ?? lowest);
  if (school === "load-and-clean") return say("load-and-clean", { kind: "load" });

  const at = rung.now;
  if (!at || rung.cleans === 0) return clean("rung-new", at ?? lowest);
  const progressed = b !== undefined && c !== undefined && c < b;
  if (progressed && rung.cleans < ladder.cleansARung) return clean("progress", at);
  if (!progressed && rung.cleans < ladder.withoutProgress) return clean("no-progress", at);
  const above = ladder.rungs[ladder.rungs.findIndex(({ id }) => id === at.id) + 1];
  if (above) return clean("rung-above", above);
  if (!did("by-hand")) return say("by-hand", { kind: "by-hand" });
  if (!did("flush")) return say("flush", { kind: "flush", channels: outside });
  return restOr(say, "rest", resumed, judging);
}

/** Whether the last seal test leaked, and nobody has seen to the cap since. */
function leaks(climb: readonly NozzleEvent[]): boolean {
  const tested = climb.findLast(({ kind }) => kind === "seal-test" || kind === "cap-service");
  return tested?.kind === "seal-test" && tested.leaks === true;
}

type Say = (row: Row, action: Action) => NextStep;

/** Whether ink was loaded for a channel still gone, and the clean that belongs to it is not done. */
function stillGoneLoads(climb: readonly NozzleEvent[], sinceCheck: readonly NozzleEvent[]): boolean {
  const tested = climb.some(({ kind }) => kind === "seal-test");
  return tested && sinceCheck.some(({ kind }) => kind === "load") && !sinceCheck.some(({ kind }) => kind === "clean");
}

const restEnd = (began: number, { restHours }: LadderSettings) => began + restHours * 3_600_000;

function resting(sinceCheck: readonly NozzleEvent[], { ladder }: Judging, now: number, say: Say): NextStep {
  const began = sinceCheck.findLast(({ kind }) => kind === "rest")?.at ?? now;
  const until = restEnd(began, ladder);
  return now < until ? say("resting", { kind: "rest", hours: ladder.restHours, until }) : say("check-due", { kind: "check" });
}

const restOr = (say: Say, row: Row, { rests }: Recovery, { ladder }: Judging): NextStep =>
  rests >= ladder.rests ? say("technician", { kind: "technician" }) : say(row, { kind: "rest", hours: ladder.restHours });

/** The rung that was last cleaned on, and how often; after care by hand the climb begins again. The clean that ends a flush is none of the climb. */
function rungOf(climb: readonly NozzleEvent[], { ladder }: Judging): { now?: Rung; cleans: number } {
  let now: Rung | undefined;
  let cleans = 0;
  let flushed = false;
  for (const event of climb) {
    if (event.kind === "by-hand" || event.kind === "damper") [now, cleans] = [undefined, 0];
    else if (event.kind === "flush") flushed = true;
    else if (event.kind === "clean" && !event.inFluid) {
      if (flushed) {
        flushed = false;
        continue;
      }
      const rung = ladder.rungs.find(({ id }) => id === event.rung) ?? ladder.rungs[0];
      cleans = rung?.id === now?.id ? cleans + 1 : 1;
      now = rung;
    }
  }
  return now ? { now, cleans } : { cleans };
}

/**
 * A recovery as it stands now: when the last clean lies too far back, the next one begins another with the same check.
 * A seal that was found to leak leaks on, whatever the pause.
 */
function afresh(recovery: Recovery, { ladder }: Judging, now: number): Recovery {
  const lastClean = recovery.events.findLast(({ kind }) => kind === "clean");
  const lastCheck = checksOf(recovery.events).at(-1);
  const climb = recovery.events.slice(recovery.climbFrom);
  if (!lastClean || !lastCheck || lastCheck.at < lastClean.at || recovery.rests > 0) return recovery;
  const quiet = (now - Math.max(...recovery.events.map(({ at }) => at))) / 60_000;
  if (quiet <= ladder.apartMinutes || cleansOf(climb).length >= ladder.limit || leaks(climb)) return recovery;
  // After a pause so long that it stood idle, a check is due before any clean.
  return { ...recovery, startedAt: lastCheck.at, first: lastCheck, events: [lastCheck], climbFrom: 0, afterIdle: false };
}

/** Share of the nozzles that fire well, from 0 to 1; without known numbers of nozzles 1 where none is missing. */
function goodShare(channels: readonly ChannelCheck[], nozzles: Readonly<Record<string, number>> = {}): number {
  let [all, bad] = [0, 0];
  for (const channel of channels) {
    if (channel.unread) continue;
    const many = nozzles[channel.id] ?? 100;
    all += many;
    bad += channel.gone ? many : Math.min(many, faultCount(channel));
  }
  return all ? 1 - bad / all : 0;
}
