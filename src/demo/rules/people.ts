import { toDay } from "../../core/calendar/day.ts";
import { clockTime } from "../../core/calendar/site-time.ts";
import { skillFor } from "../../core/routines/routine.ts";
import { type DemoRule, ofKind, type Story } from "./story.ts";

const timeOf = ({ shop }: Story, at: Date) => clockTime(at, shop.site.timeZone);
const minutesOf = (time: string) => {
  const [hours = 0, minutes = 0] = time.split(":").map(Number);
  return hours * 60 + minutes;
};
const doings = ({ entries }: Story) =>
  entries.filter(
    ({ kind, routine, body }) => (kind === "routine" || kind === "check" || (kind === "run" && body.event === "start")) && routine,
  );
const of = (part: number, whole: number) => `${Math.round((part / Math.max(1, whole)) * 100)} %`;

/** Who works when. */
export const PEOPLE_RULES: DemoRule[] = [
  {
    says: "Nobody enters anything on a day off or outside their shift",
    faults: (story) => {
      const { shop, entries } = story;
      return entries.flatMap(({ person, happenedAt, localDay, words, kind }) => {
        const who = shop.people.find(({ id }) => id === person);
        if (!who || kind === "settings") return [];
        const time = timeOf(story, happenedAt);
        const onShift = shop.calendar.shifts?.some(({ id, from, to }) => who.shifts?.includes(id) && time >= from && time < to);
        return shop.rules.works(toDay(localDay)) && onShift ? [] : [`${localDay} ${time}: ${words}`];
      });
    },
  },
  {
    says: "Each morning begins when the early shift does, and each evening's work is by the late one",
    faults: (story) => {
      const first = new Map<string, string>();
      for (const { happenedAt, localDay } of doings(story)) {
        const time = timeOf(story, happenedAt);
        if (time < (first.get(localDay) ?? "99")) first.set(localDay, time);
      }
      return [...first].flatMap(([day, time]) => (time >= "06:00" && time <= "06:45" ? [] : [`${day} began at ${time}`]));
    },
  },
  {
    says: "The same thing is done at other minutes on other days",
    faults: (story) => {
      const times = new Map<string, number[]>();
      for (const { kind, machine, happenedAt, body, localDay } of story.entries) {
        if (!["check", "counter", "ink-level", "vessel"].includes(kind) || toDay(localDay) === story.today) continue;
        const key = `${kind}/${machine}/${kind === "counter" ? body.counter : kind === "check" ? "opening" : ""}`;
        const at = minutesOf(timeOf(story, happenedAt));
        if (kind !== "check" || at < 8 * 60) times.set(key, [...(times.get(key) ?? []), at]);
      }
      return [...times].flatMap(([key, list]) => {
        if (list.length < 8) return [];
        const mean = list.reduce((a, b) => a + b, 0) / list.length;
        const spread = Math.sqrt(list.reduce((a, b) => a + (b - mean) ** 2, 0) / list.length);
        return spread >= 3 ? [] : [`${key}: within ${spread.toFixed(1)} min`];
      });
    },
  },
  {
    says: "Nobody does what they have not learnt",
    faults: ({ shop, entries }) =>
      entries.flatMap(({ person, machine, routine, words, kind }) => {
        const who = shop.people.find(({ id }) => id === person);
        const [on, what] = [shop.machines.find(({ id }) => id === machine), routine && shop.rules.book.get(routine)];
        if (!who || !on || !what || kind === "task") return [];
        return who.skills?.includes(skillFor(what, on) as "dtf") ? [] : [`${who.name}: ${words}`];
      }),
  },
  {
    says: "Both shifts have a fair share of the work, and so has each operator",
    faults: (story) => {
      const all = doings(story);
      const late = all.filter(({ happenedAt }) => timeOf(story, happenedAt) >= "14:00").length;
      const faults = late / all.length > 0.2 && late / all.length < 0.65 ? [] : [`the late shift does ${of(late, all.length)}`];
      for (const { id, name, role } of story.shop.people) {
        const own = all.filter(({ person }) => person === id).length;
        if (role === "operator" && (own / all.length < 0.05 || own / all.length > 0.45)) faults.push(`${name} does ${of(own, all.length)}`);
      }
      return faults;
    },
  },
  {
    says: "Today is under way: something is done, and nothing lies ahead of the clock",
    faults: (story) => {
      const ahead = story.entries.filter(({ happenedAt }) => happenedAt > story.now).map(({ words }) => `ahead of the clock: ${words}`);
      const checked = new Set(
        ofKind(story.entries, "check").flatMap(({ localDay, machine }) => (toDay(localDay) === story.today ? [machine] : [])),
      );
      const time = timeOf(story, story.now);
      return [...ahead, ...(checked.size === 0 && time >= "07:00" ? ["no machine was checked today"] : [])];
    },
  },
];
