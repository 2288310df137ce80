import { spoken } from "./risk.ts";

/** A morning on which a machine was started again. Days as `2026-11-25`, weekdays 1 (Monday) to 7. */
export type Morning = {
  machine: string;
  day: string;
  weekday: number;
  /** How long it had stood. */
  hours: number;
  /** Its last check before was bad. */
  parkedOnHold: boolean;
  /** Minutes from the day's first shift to the first good check; `null`: not on that day. */
  goodMinutes: number | null;
};
export type MorningAsk = Pick<Morning, "machine" | "weekday" | "hours" | "parkedOnHold">;

/** By when a machine prints, from mornings like the one asked about. */
export type FirstPrint = {
  /** Minutes after the first shift begins by which half of them, and the promised share, were good; `null`: fewer were. */
  halfMinutes: number | null;
  minutes: number | null;
  /** So many of so many mornings were good by then. */
  good: number;
  of: number;
  like: string;
};

/** Gaps count as about as long from half to twice as long. */
const ABOUT = 2;
const WEEKDAYS = ["Mondays", "Tuesdays", "Wednesdays", "Thursdays", "Fridays", "Saturdays", "Sundays"];

/**
 * By when a machine prints on a morning: the time by which the promised share of mornings like it were good. Mornings like it are its own, of the
 * weekday, after about as long a gap and parked in the same state; where these are too few to promise that share of, the weekday, then the state is left
 * out, then the other machines of its class are taken in. Of n mornings the ⌈(n + 1) × share⌉-th is taken: a new one comes by then at least as
 * often as promised, if it is like them (common practice of prediction intervals, no source).
 *
 * @param mornings of its class
 * @returns `undefined` where even the class has too few
 * @example firstPrint(tenMornings, ask, { share: 0.9 })?.of // 10
 */
export function firstPrint(mornings: readonly Morning[], ask: MorningAsk, { share }: { share: number }): FirstPrint | undefined {
  const alike = mornings.filter(({ hours }) => hours >= ask.hours / ABOUT && hours <= ask.hours * ABOUT);
  const own = alike.filter(({ machine }) => machine === ask.machine);
  const sameState = ({ parkedOnHold }: Morning) => parkedOnHold === ask.parkedOnHold;
  const state = ask.parkedOnHold ? " after a bad check" : " after a good check";
  const gap = `after about ${spoken(ask.hours)}`;
  const ways: [string, readonly Morning[]][] = [
    [`${WEEKDAYS[ask.weekday - 1]} ${gap},${state}`, own.filter((each) => sameState(each) && each.weekday === ask.weekday)],
    [`mornings ${gap},${state}`, own.filter(sameState)],
    [`mornings ${gap}`, own],
    [`mornings of its class ${gap},${state}`, alike.filter(sameState)],
    [`mornings of its class ${gap}`, alike],
  ];
  const fewest = Math.ceil(share / (1 - share) - 1e-9);
  const found = ways.find(([, like]) => like.length >= fewest);
  if (!found) return undefined;
  const [words, like] = found;
  const sorted = like.map(({ goodMinutes }) => goodMinutes ?? Number.POSITIVE_INFINITY).sort((a, b) => a - b);
  const at = (part: number): number | null => {
    const minutes = sorted[Math.ceil((sorted.length + 1) * part - 1e-9) - 1];
    // Before its people are there nobody can promise anything.
    return minutes === undefined || minutes === Number.POSITIVE_INFINITY ? null : Math.max(0, minutes);
  };
  const minutes = at(share);
  return {
    halfMinutes: at(0.5),
    minutes,
    good: sorted.filter((each) => (minutes === null ? each < Number.POSITIVE_INFINITY : Math.max(0, each) <= minutes)).length,
    of: like.length,
    like: words,
  };
}

/** A promise made of a past morning from the mornings before it, and whether it came true. */
export type KeptPromise = { machine: string; day: string; minutes: number; goodMinutes: number | null; held: boolean };

/**
 * What would have been promised of each past morning from what was known before it, held against what came.
 * @param mornings of one class
 * @param options `since`: the first day that is judged
 * @example keptPromises([], { share: 0.9 }) // []
 */
export function keptPromises(mornings: readonly Morning[], { share, since = "" }: { share: number; since?: string }): KeptPromise[] {
  const judged = mornings.filter(({ day }) => day >= since).sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
  return judged.flatMap((morning): KeptPromise[] => {
    const before = mornings.filter(({ day }) => day < morning.day);
    const minutes = firstPrint(before, morning, { share })?.minutes;
    if (minutes === null || minutes === undefined) return [];
    const { machine, day, goodMinutes } = morning;
    return [{ machine, day, minutes, goodMinutes, held: goodMinutes !== null && Math.max(0, goodMinutes) <= minutes }];
  });
}
