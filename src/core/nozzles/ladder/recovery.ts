import type { ChannelCheck, ReadinessSettings } from "../readiness.ts";
import { headOf, type Nozzles, outsideTolerance } from "../tolerance.ts";
import type { LadderSettings } from "./settings.ts";

/** What happened to a machine's nozzles, oldest first. Times are in milliseconds. */
export type NozzleEvent = { at: number; entry?: string; person?: string | null } & (
  | { kind: "check"; channels: ChannelCheck[] }
  | { kind: "clean"; rung: string; heads?: string[]; inFluid?: boolean; ml?: number; minutes?: number }
  | { kind: "load"; ml?: number; minutes?: number }
  | { kind: "seal-test"; leaks?: boolean }
  | {
      kind:
        | "look"
        | "by-hand"
        | "cap-service"
        | "damper"
        | "flush"
        | "rest"
        | "technician"
        | "colour-flag"
        | "mixed"
        | "printed"
        | "released";
    }
);
export type Clean = Extract<NozzleEvent, { kind: "clean" }>;
export type Check = Extract<NozzleEvent, { kind: "check" }>;

/** One bringing back of a machine's nozzles, from the check that failed until it is over. */
export type Recovery = {
  startedAt: number;
  /** The check that it began with; none where a clean came first. */
  first?: Check;
  /** The last check within tolerance before it. */
  lastGood?: Check;
  /** The machine had stood idle, so that the first clean is for all heads. */
  afterIdle: boolean;
  /** All of it, in order. */
  events: NozzleEvent[];
  /** Rests taken. */
  rests: number;
  /** Where the present climb begins in `events`: after the last rest. */
  climbFrom: number;
  over?: { at: number; how: "within" | "released" | "left" };
};

export type Judging = { readiness: ReadinessSettings; nozzles?: Nozzles; ladder: LadderSettings };

/**
 * Splits what happened into recoveries. One begins with a check outside tolerance, or a clean; it is over with a check
 * within tolerance, a supervisor's release, printing, or when more than `apartMinutes` pass between cleans (unless the
 * head was to rest: then a pause of `restHours` is its rest). Source: common practice.
 */
export function recoveries(events: readonly NozzleEvent[], judging: Judging): Recovery[] {
  const { readiness, nozzles, ladder } = judging;
  const found: Recovery[] = [];
  let open: Recovery | undefined;
  let lastGood: Check | undefined;
  let lastCheck: Check | undefined;
  let active = Number.NEGATIVE_INFINITY;
  const close = (at: number, how: NonNullable<Recovery["over"]>["how"]) => {
    if (open) open.over = { at, how };
    open = undefined;
  };
  const begin = (at: number, first?: Check): Recovery => {
    const begun: Recovery = {
      startedAt: at,
      ...(first ? { first } : {}),
      ...(lastGood ? { lastGood } : {}),
      afterIdle: at - active > readiness.idleHours * 3_600_000,
      events: [],
      rests: 0,
      climbFrom: 0,
    };
    found.push(begun);
    return begun;
  };
  for (const event of events) {
    if (event.kind === "check" || event.kind === "clean") open = pausedOver(open, event, ladder, close);
    if (event.kind === "check") {
      const isGood = event.channels.some(({ unread }) => !unread) && outsideTolerance(event.channels, readiness, nozzles).length === 0;
      if (isGood) {
        open?.events.push(event);
        close(event.at, "within");
        lastGood = event;
      } else {
        open ??= begin(event.at, event);
        open.first ??= event;
        open.events.push(event);
      }
      lastCheck = event;
      active = event.at;
    } else if (event.kind === "printed") {
      close(event.at, "left");
      active = event.at;
    } else if (event.kind === "released") close(event.at, "released");
    else if (event.kind === "clean" && !event.inFluid) {
      if (!open) {
        // A clean on a check that had failed goes on with that check.
        const failed = lastCheck && lastCheck !== lastGood ? lastCheck : undefined;
        open = begin(event.at, failed);
        if (failed) open.events.push(failed);
      }
      open.events.push(event);
    } else if (open) {
      open.events.push(event);
      if (event.kind === "rest") rested(open);
    }
  }
  return found;
}

function rested(recovery: Recovery): void {
  recovery.rests++;
  recovery.climbFrom = recovery.events.length;
}

/** A pause between cleans: it ends a recovery, or is the rest that was due. */
function pausedOver(
  open: Recovery | undefined,
  event: NozzleEvent,
  ladder: LadderSettings,
  close: (at: number, how: "left") => void,
): Recovery | undefined {
  const last = open?.events.findLast(({ kind }) => kind === "clean" || kind === "rest" || kind === "check");
  if (!open || !last) return open;
  const minutes = (event.at - last.at) / 60_000;
  const climb = open.events.slice(open.climbFrom);
  const isTired = cleansOf(climb).length >= ladder.limit;
  if (isTired) {
    if (minutes >= ladder.restHours * 60 && last.kind !== "rest") rested(open);
    return open;
  }
  // What is done by hand between two cleans takes its time and is no pause.
  const lastDone = open.events.findLast(({ kind }) => kind !== "check");
  if (lastDone && lastDone.kind !== "rest" && event.kind === "clean" && (event.at - lastDone.at) / 60_000 > ladder.apartMinutes) {
    close(event.at, "left");
    return undefined;
  }
  return open;
}

/** Cleans that count: those in cleaning fluid do not. */
export const cleansOf = (events: readonly NozzleEvent[]): Clean[] =>
  events.filter((event): event is Clean => event.kind === "clean" && !event.inFluid);
export const checksOf = (events: readonly NozzleEvent[]): Check[] => events.filter((event): event is Check => event.kind === "check");

/** Missing nozzles over some channels. A channel that is gone counts with all its nozzles where their number is known. */
export const missingIn = ({ channels }: Check, ids: ReadonlySet<string>, nozzles: Nozzles = {}): number =>
  channels.reduce(
    (sum, { id, missing, gone }) => sum + (ids.has(id) ? (gone ? Math.max(missing, nozzles[id] ?? missing) : missing) : 0),
    0,
  );

/** Ink and time of what was done: what the entries say, else the settings; a clean of some heads draws their share. */
export function spent(
  events: readonly NozzleEvent[],
  ladder: LadderSettings,
  heads: number,
): { ml: number; minutes: number; cleans: number; loads: number } {
  let [ml, minutes, cleans, loads] = [0, 0, 0, 0];
  for (const event of events) {
    if (event.kind === "clean") {
      const rung = ladder.rungs.find(({ id }) => id === event.rung);
      const share = event.heads?.length ? Math.min(1, event.heads.length / Math.max(1, heads)) : 1;
      if (!event.inFluid) cleans++;
      ml += event.inFluid ? 0 : (event.ml ?? (rung?.ml ?? 0) * share);
      minutes += event.minutes ?? rung?.minutes ?? 0;
    } else if (event.kind === "load") {
      loads++;
      ml += event.ml ?? ladder.loadMl;
      minutes += event.minutes ?? 1;
    }
  }
  return { ml: Math.round(ml * 10) / 10, minutes: Math.round(minutes * 10) / 10, cleans, loads };
}

/** Heads that have channels among these. */
export const headsOf = (channels: readonly string[]): string[] => [...new Set(channels.map(headOf))];
