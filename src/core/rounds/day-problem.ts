import type { Beat } from "../fleet/vocabulary.ts";
import type { Begun, RoundProblem, RoundTask, Stretch } from "./problem.ts";

/** A piece of a day's work, as a round takes it up. */
export type RoundWork = {
  key: string;
  /** `null`: work of the shop, at no machine. */
  machine: string | null;
  area: string | null;
  skill: string | null;
  beat?: Beat;
  isCheck: boolean;
  late: boolean;
  /** Asked for by hand: it need not wait for the opening. */
  urgent: boolean;
  stretches: Stretch[];
  /** Work that must be done before it, by key. */
  after?: readonly string[];
};
/** Somebody who is there, from when to when (minutes of the round). */
export type RoundWorker = { id: string; skills: readonly string[]; shifts: [number, number][] };
/** What was laid by a person and stays where it is. */
export type Lock = { key: string; person: string; start: number; end: number };

/** How pressing work is and when it may be done, by beat; a house's settings. */
export type RoundSettings = {
  weights: { opening: number; midday: number; closing: number; late: number; other: number };
  /** How long before its hour the midday's and the closing's work may begin, in minutes. */
  middayFrom: number;
  closingFrom: number;
  /** Minutes from one area to any other, where none are said for the two. */
  walkMinutes: number;
  /** Of their time, what people can give to care; the rest they print. */
  careShare: number;
  /** Clean runs of a routine's present steps within a year that make a person practised in it: they read the short form of a step. */
  practisedAfter: number;
  /** Minutes between two areas, `film/garment`, both ways. */
  walk: Record<string, number>;
};
export const ROUND_SETTINGS: RoundSettings = {
  weights: { opening: 5, midday: 3, closing: 4, late: 3, other: 1 },
  middayFrom: 60,
  closingFrom: 180,
  walkMinutes: 2,
  careShare: 0.4,
  practisedAfter: 3,
  walk: {},
};

export type DayRound = {
  horizon: number;
  now: number;
  /** Minute by which each beat's work is due. */
  beats: Partial<Record<Beat, number>>;
  areas: readonly string[];
  workers: readonly RoundWorker[];
  /** Spans in which a machine is printing or out of order. */
  busy: Readonly<Record<string, readonly [number, number][]>>;
  work: readonly RoundWork[];
  begun: readonly Begun[];
  promised: readonly { task: string; person: string; start: number }[];
  locks: readonly Lock[];
  settings: RoundSettings;
};

const NOWHERE = "shop";

/** The planning problem of a day's work: what the beats ask, who is there, what has begun, what was promised. */
export function dayProblem(day: DayRound): RoundProblem {
  const { settings, horizon, beats, now } = day;
  const within = (minute: number) => Math.max(0, Math.min(horizon, minute));
  const areas = [...new Set([...day.areas, ...day.work.map(({ area }) => area ?? NOWHERE)])];
  const locks = new Map(day.locks.map((lock) => [lock.key, lock]));
  const begun = new Set(day.begun.map(({ task }) => task));
  const openingBy = beats.opening ?? 0;
  const tasks = day.work.map((work): RoundTask => {
    const { beat, stretches, isCheck, machine, key } = work;
    const by = beat && beats[beat];
    const lock = locks.get(key);
    const length = stretches.reduce((sum, each) => sum + ("hands" in each ? each.hands : each.wait), 0);
    const window =
      beat === "opening"
        ? { earliest: 0, due: by }
        : beat === "midday"
          ? { earliest: (by ?? 0) - settings.middayFrom, due: by }
          : beat === "closing"
            ? { earliest: (by ?? 0) - settings.closingFrom, due: by }
            : { earliest: work.urgent ? 0 : openingBy - length, due: undefined };
    // A check says how a machine is after what was done to it: it comes after its opening's other work.
    const careBefore =
      isCheck && beat === "opening"
        ? day.work
            .filter((other) => other.machine === machine && machine && other.beat === "opening" && !other.isCheck)
            .map((other) => other.key)
        : [];
    const after = [...new Set([...careBefore, ...(work.after ?? []).filter((other) => day.work.some((each) => each.key === other))])];
    return {
      id: key,
      machine: machine ?? `${NOWHERE}/${key}`,
      skills: work.skill ? [work.skill] : [],
      weight: beat ? settings.weights[beat] : work.late || work.urgent ? settings.weights.late : settings.weights.other,
      ...(lock && !begun.has(key)
        ? { earliest: within(lock.start), latest: within(lock.end), fixedTo: lock.person }
        : { earliest: within(Math.floor(window.earliest)) }),
      ...(window.due === undefined ? {} : { due: Math.max(0, window.due) }),
      ...(after.length ? { after } : {}),
      stretches,
    };
  });
  const machines = new Map<string, RoundProblem["machines"][number]>();
  for (const { machine, area, key } of day.work) {
    const id = machine ?? `${NOWHERE}/${key}`;
    const busy = apart((machine ? day.busy[machine] : undefined) ?? [], horizon);
    machines.set(id, { id, area: area ?? NOWHERE, ...(busy.length ? { busy } : {}) });
  }
  const known = new Set(tasks.map(({ id }) => id));
  const people = new Set(day.workers.map(({ id }) => id));
  return {
    format: "zesty-anvil/round-problem",
    version: 1,
    unit: "minute",
    horizon,
    areas,
    walk: walkOf(areas, settings),
    people: day.workers.map(({ id, skills, shifts }) => ({ id, skills: [...skills], shifts: apart(shifts, horizon) })),
    machines: [...machines.values()],
    tasks,
    now,
    begun: day.begun.filter(
      ({ task, stretches }) => known.has(task) && stretches.every(({ person }) => person === undefined || people.has(person)),
    ),
    promised: day.promised.filter(({ task, person }) => known.has(task) && people.has(person)),
  };
}

/** Spans within the horizon, those that touch or overlap made one. */
function apart(spans: readonly (readonly [number, number])[], horizon: number): [number, number][] {
  const inOrder = spans
    .map(([from, to]): [number, number] => [Math.max(0, from), Math.min(horizon, to)])
    .filter(([from, to]) => to > from)
    .sort((a, b) => a[0] - b[0]);
  const joined: [number, number][] = [];
  for (const [from, to] of inOrder) {
    const last = joined.at(-1);
    if (last && from <= last[1]) last[1] = Math.max(last[1], to);
    else joined.push([from, to]);
  }
  return joined;
}

/** Minutes between areas; where a way round is said to be shorter, it is taken. */
export function walkOf(areas: readonly string[], { walk, walkMinutes }: Pick<RoundSettings, "walk" | "walkMinutes">): number[][] {
  const minutes = areas.map((from) =>
    areas.map((to) => (from === to ? 0 : (walk[`${from}/${to}`] ?? walk[`${to}/${from}`] ?? walkMinutes))),
  );
  for (let over = 0; over < areas.length; over++)
    for (let from = 0; from < areas.length; from++)
      for (let to = 0; to < areas.length; to++) {
        const row = minutes[from] as number[];
        row[to] = Math.min(row[to] as number, (row[over] as number) + (minutes[over]?.[to] as number));
      }
  return minutes;
}
