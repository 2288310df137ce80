import type { ChannelReading } from "../nozzles/channel-reading.ts";
import type { Action, School } from "../nozzles/ladder/next-step.ts";
import { nextStep } from "../nozzles/ladder/next-step.ts";
import { type Judging, type NozzleEvent, recoveries, spent } from "../nozzles/ladder/recovery.ts";
import { actionWords } from "../nozzles/ladder/words.ts";
import type { NozzlePattern } from "../nozzles/pattern.ts";
import {
  capServiced,
  cleaned,
  damperLifted,
  flagged,
  flushed,
  goodMachine,
  idled,
  loaded,
  lookedAt,
  printed,
  repaired,
  rested,
  type SimulatedMachine,
  sealHolds,
  tended,
} from "./head.ts";
import { chance } from "./print-check.ts";

/** Bringing a simulated machine back: what it was given, what was done, what it cost, where it went astray. */
export type Practice = {
  machine: SimulatedMachine;
  story: string;
  /** By the practice's own clock, in milliseconds. */
  now: number;
  events: NozzleEvent[];
  turns: Turn[];
  over?: "printing" | "technician";
};
export type Turn = { did: string; advised: string; astray: boolean };

const MINUTE = 60_000;
/** A morning at seven, by the practice's own clock. */
const SEVEN = 7 * 60 * MINUTE;

const STORIES: { story: string; make: (machine: SimulatedMachine, random: () => number) => SimulatedMachine }[] = [
  {
    story: "It stood over a long weekend on a dry cap, in dry air.",
    make: (machine) => idled(machine, 84, { wet: false, humidity: 38 }),
  },
  {
    story: "Somebody changed a cartridge last night and went home.",
    make: (machine, random) => {
      const which = Math.floor(random() * machine.channels.length);
      return {
        ...idled(machine, 12, { wet: true, humidity: 48 }),
        channels: machine.channels.map((channel, index) => (index === which ? { ...channel, shut: true } : channel)),
      };
    },
  },
  {
    story: "It was left capped as always, and yet it is poor this morning.",
    make: (machine) => idled({ ...machine, leak: 0.75 }, 60, { wet: true, humidity: 45 }),
  },
  {
    story: "Nobody cleaned round the head for weeks.",
    make: (machine, random) => {
      const dried = idled({ ...machine, dirt: 0.85 }, 84, { wet: true, humidity: 42 });
      return {
        ...dried,
        channels: dried.channels.map((channel) => ({ ...channel, bent: [Math.floor(random() * channel.clog.length)] })),
      };
    },
  },
  {
    story: "Its white has not been moved for ten days.",
    make: (machine, random) => ({
      ...machine,
      channels: machine.channels.map((channel, index) =>
        index === machine.channels.length - 1
          ? { ...channel, clog: channel.clog.map((clog) => (random() < 0.3 ? 0.8 + random() * 0.7 : clog)) }
          : channel,
      ),
    }),
  },
];

/** A machine gone wrong in one of several ways, by seed. */
export function beginPractice(pattern: NozzlePattern, seed: number): Practice {
  const random = chance(seed);
  random();
  const story = STORIES[Math.floor(random() * STORIES.length)] ?? STORIES[0];
  const good = goodMachine(pattern, seed + 17);
  return { machine: story?.make(good, random) ?? good, story: story?.story ?? "", now: SEVEN, events: [], turns: [] };
}

/** The lists that a right reading of its check would have. */
export const truthOf = (machine: SimulatedMachine) => printed(machine);

/** Everything that may be tried. */
export type PracticeAct = Action["kind"];

const TAKES: Partial<Record<PracticeAct, number>> = {
  check: 2,
  look: 3,
  "seal-test": 4,
  "cap-service": 40,
  load: 1,
  damper: 10,
  "by-hand": 20,
  flush: 25,
  "colour-flag": 4,
  technician: 60,
};

/** What the ladder would say now; undefined before the first check. */
export function advice({ events, now }: Practice, school: School, judging: Judging): Action | undefined {
  const recovery = recoveries(events, judging).at(-1);
  return recovery ? nextStep(recovery, school, judging, now).action : undefined;
}

/** Enters a check as the learner read it. Nozzles read wrongly count as a wrong turn. */
export function checked(practice: Practice, channels: ChannelReading[]): Practice {
  const truth = printed(practice.machine);
  const wrong = channels.filter((channel) => {
    const right = truth[channel.id];
    if (!right || channel.unread) return false;
    const isRight = (fault: "missing" | "weak" | "deflected") =>
      channel.which
        ? channel.which[fault].length === right[fault].length && channel.which[fault].every((k) => right[fault].includes(k))
        : channel[fault] === right[fault].length;
    return !(isRight("missing") && isRight("weak") && isRight("deflected")) && !(channel.gone && right.missing.length > 0);
  });
  const now = practice.now + 2 * MINUTE;
  return {
    ...practice,
    now,
    events: [...practice.events, { at: now, kind: "check", channels }],
    turns: wrong.length
      ? [
          ...practice.turns,
          { did: `Read ${wrong.map(({ id }) => id).join(", ")} otherwise than printed`, advised: "A second look", astray: true },
        ]
      : practice.turns,
  };
}

/** Carries out what the learner chose, and holds it against what the ladder would have said. */
export function acted(practice: Practice, action: Action, school: School, judging: Judging): Practice {
  const { machine } = practice;
  const { ladder } = judging;
  const wanted = advice(practice, school, judging);
  const isSame = wanted?.kind === action.kind && !(wanted.kind === "clean" && action.kind === "clean" && wanted.rung.id !== action.rung.id);
  const minutes = action.kind === "clean" ? action.rung.minutes : action.kind === "rest" ? action.hours * 60 : (TAKES[action.kind] ?? 0);
  const now = practice.now + minutes * MINUTE;
  const next: Practice = {
    ...practice,
    now,
    turns: [
      ...practice.turns,
      { did: actionWords(action), advised: wanted ? actionWords(wanted) : "Print and enter a check", astray: !isSame },
    ],
  };
  const put = (changed: SimulatedMachine, event?: NozzleEvent): Practice => ({
    ...next,
    machine: changed,
    events: event ? [...next.events, event] : next.events,
  });
  switch (action.kind) {
    case "check":
      return practice;
    case "release":
      return { ...next, over: "printing", events: [...next.events, { at: now, kind: "printed" }] };
    case "clean": {
      const place = ladder.rungs.findIndex(({ id }) => id === action.rung.id);
      const heads = action.heads === "all" ? undefined : action.heads;
      return put(cleaned(machine, place / Math.max(1, ladder.rungs.length - 1), heads), {
        at: now,
        kind: "clean",
        rung: action.rung.id,
        ...(heads ? { heads } : {}),
      });
    }
    case "load":
      return put(loaded(machine), { at: now, kind: "load" });
    case "look":
      return put(lookedAt(machine, action.channels), { at: now, kind: "look" });
    case "seal-test":
      return put(machine, { at: now, kind: "seal-test", ...(sealHolds(machine) ? {} : { leaks: true }) });
    case "cap-service":
      return put(capServiced(machine), { at: now, kind: "cap-service" });
    case "damper":
      return put(damperLifted(machine, action.channels), { at: now, kind: "damper" });
    case "by-hand":
      return put(tended(machine), { at: now, kind: "by-hand" });
    case "flush":
      return put(flushed(machine, action.channels), { at: now, kind: "flush" });
    case "colour-flag":
      return put(flagged(machine), { at: now, kind: "colour-flag" });
    case "rest":
      return put(rested(machine, action.hours), { at: now - minutes * MINUTE, kind: "rest" });
    case "technician":
      return { ...put(repaired(machine), { at: now, kind: "technician" }), over: "technician" };
  }
}

/** A word at the end: ink, time, wrong turns. */
export function verdictOfPractice(practice: Practice, judging: Judging, heads: number) {
  const cost = spent(practice.events, judging.ladder, heads);
  const minutes = Math.round((practice.now - SEVEN) / MINUTE);
  const astray = practice.turns.filter((turn) => turn.astray);
  return { ...cost, minutes, astray };
}
