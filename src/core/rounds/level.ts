import { type Day, spokenDay } from "../calendar/day.ts";

/** Work that may be done on one of several days. */
export type CarryingWork = {
  key: string;
  name: string;
  machine: string;
  skill: string | null;
  minutes: number;
  /** The first and the last day of its window; its due day as it stands. */
  opens: Day;
  due: Day;
  lastDay: Day;
};
/** A day as the levelling sees it. */
export type LevelDay = {
  day: Day;
  /** Minutes with hands that are spoken for: beats, and what can't be moved. */
  fixedMinutes: number;
  /** Minutes that people who are there can give to care. */
  capacityMinutes: number;
  /** Skills of those who are there. */
  skills: ReadonlySet<string>;
  /** Machines that print that day: care takes from their printing. */
  prints: ReadonlySet<string>;
  /** Machines at which other work is done that day anyway, by name of that work. */
  at: ReadonlyMap<string, readonly string[]>;
};
export type LevelMove = { key: string; name: string; machine: string; from: Day; to: Day; minutes: number; why: string };
export type Levelled = { moves: LevelMove[]; before: number[]; after: number[] };

/** What counts how much: a day's deviation from its even share in tens of minutes squared; the others in the same unit. */
const TOGETHER = 3;
const PRINTING_A_MINUTE = 0.04;
const MOVED_A_DAY = 0.4;
/** A move that gains less than this is not worth telling people. */
const LEAST_GAIN = 0.3;

/**
 * Places work inside its windows so that hands-on minutes are even against who is there, printing is spared, skills are met, and what goes together at
 * one machine falls together. Again and again the one move that gains most, until none gains; the same answer for the same work.
 * @param days in order; a day that is not in it gets no work
 */
export function level(work: readonly CarryingWork[], days: readonly LevelDay[]): Levelled {
  const placeOf = new Map(days.map(({ day }, place) => [day, place]));
  const at = work.map(({ due }) => placeOf.get(due) ?? -1);
  const loads = days.map(({ fixedMinutes }) => fixedMinutes);
  work.forEach(({ minutes }, index) => {
    const place = at[index] as number;
    if (place >= 0) loads[place] = (loads[place] as number) + minutes;
  });
  const before = [...loads];
  const total = loads.reduce((sum, each) => sum + each, 0);
  const capacity = days.reduce((sum, { capacityMinutes }) => sum + capacityMinutes, 0) || 1;
  const share = days.map(({ capacityMinutes }) => (total * capacityMinutes) / capacity);
  const uneven = (place: number, load: number) => ((load - (share[place] as number)) / 10) ** 2;
  const together = (index: number, place: number) => {
    const { machine } = work[index] as CarryingWork;
    return (
      (days[place]?.at.has(machine) ?? false) ||
      work.some((other, each) => each !== index && other.machine === machine && at[each] === place)
    );
  };
  /** What a piece of work costs on a day, its evenness aside. */
  const own = (index: number, place: number) => {
    const { machine, minutes, due } = work[index] as CarryingWork;
    const day = days[place] as LevelDay;
    return (
      (day.prints.has(machine) ? PRINTING_A_MINUTE * minutes : 0) -
      (together(index, place) ? TOGETHER : 0) +
      MOVED_A_DAY * Math.min(3, Math.abs(day.day - due))
    );
  };
  const fits = (index: number, place: number) => {
    const { opens, lastDay, skill } = work[index] as CarryingWork;
    const day = days[place] as LevelDay;
    return day.day >= opens && day.day <= lastDay && day.capacityMinutes > 0 && (skill === null || day.skills.has(skill));
  };
  for (let rounds = 0; rounds < work.length * 4; rounds++) {
    let best: { index: number; to: number; gain: number } | undefined;
    work.forEach(({ minutes }, index) => {
      const from = at[index] as number;
      if (from < 0) return;
      const now = uneven(from, loads[from] as number) + own(index, from);
      days.forEach((_, to) => {
        if (to === from || !fits(index, to)) return;
        const here = uneven(from, (loads[from] as number) - minutes) - now + own(index, to);
        const gain = -(here + uneven(to, (loads[to] as number) + minutes) - uneven(to, loads[to] as number));
        if (gain > LEAST_GAIN && (!best || gain > best.gain + 1e-9)) best = { index, to, gain };
      });
    });
    if (!best) break;
    const { index, to } = best;
    const from = at[index] as number;
    const { minutes } = work[index] as CarryingWork;
    loads[from] = (loads[from] as number) - minutes;
    loads[to] = (loads[to] as number) + minutes;
    at[index] = to;
  }
  const moves = work.flatMap((each, index): LevelMove[] => {
    const place = at[index] as number;
    const to = days[place];
    if (!to || to.day === each.due) return [];
    const from = placeOf.get(each.due) as number;
    const others = [
      ...(to.at.get(each.machine) ?? []),
      ...work.filter((other, at_) => at_ !== index && other.machine === each.machine && at[at_] === place).map(({ name }) => name),
    ];
    const why = [
      `${spokenDay(each.due)} had ${Math.round(before[from] as number)} min of hands, ${spokenDay(to.day)} ${Math.round(before[place] as number)}; its window is open until ${spokenDay(each.lastDay)}`,
      ...(others.length ? [`falls together with ${others.slice(0, 2).join(" and ")}`] : []),
      ...(!to.prints.has(each.machine) && days[from]?.prints.has(each.machine) ? ["the machine does not print then"] : []),
    ];
    return [
      { key: each.key, name: each.name, machine: each.machine, from: each.due, to: to.day, minutes: each.minutes, why: why.join("; ") },
    ];
  });
  return { moves, before, after: loads };
}

/** A set of skills whose work is more than its people can give in a span, the worst of all sets. */
export type Overload = { skills: string[]; loadMinutes: number; capacityMinutes: number };

/**
 * Whether work by skill fits those who hold the skills (Hall 1935: it does if every set of skills has people enough). Work that
 * anybody may do counts for everybody.
 * @param people each with their skills and the minutes they can give
 * @returns the set of skills that lacks most, `undefined` where all fits
 */
export function overload(
  load: Readonly<Record<string, number>>,
  people: readonly { skills: readonly string[]; minutes: number }[],
): Overload | undefined {
  const skills = Object.keys(load).filter((skill) => (load[skill] ?? 0) > 0);
  let worst: Overload | undefined;
  for (let set = 1; set < 2 ** Math.min(skills.length, 12); set++) {
    const within = skills.filter((_, place) => set & (1 << place));
    const loadMinutes = within.reduce((sum, skill) => sum + (load[skill] ?? 0), 0);
    const capacityMinutes = people
      .filter((person) => within.some((skill) => skill === "" || person.skills.includes(skill)))
      .reduce((sum, { minutes }) => sum + minutes, 0);
    const lacks = loadMinutes - capacityMinutes;
    if (lacks > 0 && (!worst || lacks > worst.loadMinutes - worst.capacityMinutes))
      worst = { skills: within, loadMinutes, capacityMinutes };
  }
  return worst;
}
