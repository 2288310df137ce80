import { goodMachine, printed, type SimulatedMachine } from "../core/bench/head.ts";
import { acted, checked, type Practice } from "../core/bench/practice.ts";
import { channelsOf } from "../core/fleet/channels.ts";
import { policiesOf } from "../core/fleet/rule.ts";
import type { Machine } from "../core/fleet/schema.ts";
import type { ChannelReading } from "../core/nozzles/channel-reading.ts";
import { nextStep } from "../core/nozzles/ladder/next-step.ts";
import { type Judging, type NozzleEvent, recoveries } from "../core/nozzles/ladder/recovery.ts";
import { ladderSettings } from "../core/nozzles/ladder/settings.ts";
import type { NozzlePattern } from "../core/nozzles/pattern.ts";
import { readinessSettings } from "../core/nozzles/readiness.ts";
import { NOZZLES, usualPattern } from "../core/nozzles/usual-pattern.ts";
import { countsOfWhich, type Which } from "../core/nozzles/verdicts.ts";

/** The demo house's heads: the same nozzles trouble a channel again and again, and a simulated machine answers to cleans. */

const seedOf = (text: string): number => [...text].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 1_000_003, 7);

/** Which nozzles a count stands for: a channel's own bad ones, side by side only from four on. */
export function habits(
  channel: string,
  { missing, weak, deflected }: { missing: number; weak: number; deflected: number },
  nozzles: number,
): Which {
  const first = seedOf(channel) % nozzles;
  const nth = (place: number) => (first + (missing >= 4 && place === 1 ? 1 : place * 37)) % nozzles;
  const list = (from: number, many: number) => Array.from({ length: many }, (_, index) => nth(from + index)).sort((a, b) => a - b);
  return { missing: list(0, missing), weak: list(missing, weak), deflected: list(missing + weak, deflected) };
}

/** A machine whose check prints these faults. */
function machineWith(pattern: NozzlePattern, channels: readonly ChannelReading[], leak: number, seed: number): SimulatedMachine {
  const good = goodMachine(pattern, seed);
  return {
    ...good,
    leak,
    channels: good.channels.map((channel) => {
      const which = channels.find(({ id }) => id === channel.id)?.which;
      const clogOf = (k: number) => (which?.missing.includes(k) ? 0.75 + ((k * 13) % 50) / 100 : which?.weak.includes(k) ? 0.5 : 0);
      return { ...channel, clog: channel.clog.map((_, k) => clogOf(k)), bent: which?.deflected ?? [] };
    }),
  };
}

const readOff = (machine: SimulatedMachine, pattern: NozzlePattern): ChannelReading[] => {
  const truth = printed(machine);
  return pattern.channels.map(({ id, nozzles, colour }) => ({
    id,
    ...countsOfWhich(truth[id] ?? { missing: [], weak: [], deflected: [] }, nozzles, 0.95),
    ...(colour === null ? { unread: true } : {}),
  }));
};

/** What operators at their station do by themselves. */
const OPERATORS: readonly string[] = ["check", "clean", "load", "look", "seal-test"];

/** What follows a failed check on a demo day: cleans and checks by the machine's school, until it is good or wants somebody else. */
export function recovered(machine: Machine, channels: readonly ChannelReading[], at: Date, until: Date, leak: number): NozzleEvent[] {
  const pattern = usualPattern(machine);
  if (!pattern) return [];
  const judging: Judging = {
    readiness: readinessSettings(machine.class),
    ladder: ladderSettings(machine.class),
    nozzles: Object.fromEntries(pattern.channels.map(({ id, nozzles }) => [id, nozzles])),
  };
  const first: NozzleEvent = { at: at.getTime(), kind: "check", channels: [...channels] };
  let practice: Practice = {
    machine: machineWith(pattern, channels, leak, seedOf(machine.id) + Math.floor(at.getTime() / 86_400_000)),
    story: "",
    now: at.getTime(),
    events: [first],
    turns: [],
  };
  const school = policiesOf(machine).recovery;
  while (practice.now + 12 * 60_000 < until.getTime()) {
    const recovery = recoveries(practice.events, judging).at(-1);
    if (!recovery || recovery.over) break;
    const { action } = nextStep(recovery, school, judging, practice.now);
    if (!OPERATORS.includes(action.kind)) break;
    practice = action.kind === "check" ? checked(practice, readOff(practice.machine, pattern)) : acted(practice, action, school, judging);
  }
  return practice.events.slice(1);
}

/** An event of a recovery as its entry says it; its ink and minutes are the rung's. */
export function careBody(event: NozzleEvent, machine: Machine): Record<string, unknown> {
  const ladder = ladderSettings(machine.class);
  if (event.kind === "clean") {
    const rung = ladder.rungs.find(({ id }) => id === event.rung);
    const share = event.heads ? event.heads.length / Math.max(1, machine.heads?.length ?? 1) : 1;
    return {
      what: "clean",
      strength: event.rung,
      ...(event.heads ? { heads: event.heads } : {}),
      ml: Math.round((rung?.ml ?? 0) * share * 10) / 10,
      minutes: rung?.minutes ?? 0,
    };
  }
  if (event.kind === "load") return { what: "load", ml: ladder.loadMl, minutes: 1 };
  if (event.kind === "seal-test") return { what: "seal-test", ...(event.leaks ? { leaks: true } : {}) };
  return { what: event.kind };
}

/** A check's counts so many days ago: mostly good, with the house's stories in them. */
export function checkOf(machine: Machine, back: number, random: () => number): ChannelReading[] {
  const dry = back >= 18 && back <= 24;
  const capFailed = machine.id === "shanny" && back >= 40 && back <= 42;
  return channelsOf(machine).map(({ id, ink }) => {
    if (ink === "varnish") return { id, missing: 0, weak: 0, deflected: 0, neighbours: false, unread: true };
    const white = ink === "white";
    let missing = random() < (white ? 0.1 : 0.025) ? 1 : 0;
    let weak = random() < (white ? 0.08 : 0.02) + (dry ? 0.25 : 0) ? 1 : 0;
    if (machine.id === "teal" && id === "H2/W2") missing = Math.max(0, Math.round(3.4 - back / 9 + (random() - 0.5)));
    if (machine.id === "teal" && id === "H2/W2" && back === 0) missing = 3;
    if (capFailed) missing = 4 + Math.floor(random() * 9);
    if (dry && white) weak += 1;
    if (back === 0 && machine.id !== "teal") missing = machine.id === "sprat" && id === "H2/W1" ? 1 : 0;
    if (back === 0) weak = machine.id === "lamprey" && id === "H2/W2" ? 1 : 0;
    const deflected = back > 0 && random() < 0.01 ? 1 : 0;
    return { id, ...countsOfWhich(habits(`${machine.id}/${id}`, { missing, weak, deflected }, NOZZLES), NOZZLES, 0.95) };
  });
}
