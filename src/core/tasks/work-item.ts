import { type Day, isoDay, spokenDay, toDay } from "../calendar/day.ts";
import { clockTime } from "../calendar/site-time.ts";
import type { Occurrence } from "../due/occurrence.ts";
import { reasonSentence } from "../due/sentence.ts";
import type { Beat } from "../fleet/vocabulary.ts";
import { type Glyph, glyphOf } from "../routines/glyph.ts";
import { skillFor } from "../routines/routine.ts";
import { personName, type Shop } from "../shop/shop.ts";
import type { Task } from "./task.ts";

/** One piece of work, the same wherever it is shown: what, where, who, when, how it stands and why. */
export type WorkItem = Task & {
  machineName: string | null;
  area: string | null;
  /** For narrow places. */
  short: string;
  state: "done" | "skipped" | "overdue" | "due" | "open" | "coming";
  /** Its beat's time has passed, or its window has. */
  late: boolean;
  dueWords: string;
  dueDay: string;
  /** May be moved to another day: beats and idle days can't. */
  movable: boolean;
  opens: string;
  overdueAfter: string;
  isCheck: boolean;
  /** The small picture of its kind of work. */
  glyph: Glyph;
  hasSteps: boolean;
  why: string[];
  personName: string | null;
  /** Who gave it, and why to this person. */
  given: { by: string; why: string | null } | null;
  /** The run under way. */
  run: { id: string; person: string; status: string } | null;
  /** When it was done or skipped today, and the entry that says so. */
  doneAt: string | null;
  entry: string | null;
  /** The entry that asked for it, where it is one-off work. */
  oneOff: string | null;
};

/** What people and the clock add to due work, the same for all of it. */
export type Around = {
  today: Day;
  /** The beats of today whose time has passed. */
  passed: ReadonlySet<Beat>;
  given: ReadonlyMap<string, { person: string | null; by: string | null; why: string | null }>;
  /** Runs under way, by what they are done for. */
  runs: ReadonlyMap<string, { run: string; person: string | null; status: string }>;
  /** People who have gone home, or are away today: what they had and did not begin is anybody's again. */
  gone?: ReadonlySet<string>;
  /** What settled a routine at a machine today. */
  done(machine: string, routine: string): { happenedAt: Date; entryId: string } | undefined;
};
type ShopOf = Pick<Shop, "machines" | "people" | "rules" | "site">;

/** Whether due work is late: its beat's time has passed today, or its window has. */
export const isLate = (
  { state, beat, due }: Pick<Occurrence, "state" | "beat" | "due">,
  { today, passed }: Pick<Around, "today" | "passed">,
) => state !== "done" && state !== "skipped" && (state === "overdue" || (beat !== undefined && due === today && passed.has(beat)));

const dueIn = (due: Day, today: Day): Pick<WorkItem, "due" | "dueDay" | "dueWords"> => ({
  due,
  dueDay: isoDay(due),
  dueWords: due === today ? "today" : spokenDay(due),
});

/** An occurrence of a routine at a machine. @param place the machine's in walking order */
export function occurrenceItem(shop: ShopOf, each: Occurrence, place: number, around: Around): WorkItem {
  const routine = shop.rules.book.get(each.routine);
  const machine = shop.machines[place];
  const settled = each.state === "done" || each.state === "skipped" ? around.done(each.machine, each.routine) : undefined;
  return {
    ...laidOver(shop, each.key, around, each.due <= around.today && each.state !== "done" && each.state !== "skipped"),
    ...dueIn(each.due, around.today),
    machine: each.machine,
    machineName: machine?.name ?? each.machine,
    area: machine?.area ?? null,
    routine: each.routine,
    name: routine?.name ?? each.routine,
    short: routine?.short ?? routine?.name ?? each.routine,
    minutes: routine?.handsMinutes ?? 0,
    skill: routine && machine ? skillFor(routine, machine) : null,
    ...(each.beat ? { beat: each.beat } : {}),
    place,
    state: each.state,
    late: isLate(each, around),
    movable: each.beat === undefined && !each.key.endsWith("/idle"),
    opens: isoDay(each.opens),
    overdueAfter: isoDay(each.overdueAfter),
    isCheck: routine?.isCheck ?? false,
    glyph: glyphOf(routine),
    hasSteps: Boolean(routine?.steps?.length),
    why: each.why.map(reasonSentence),
    doneAt: settled ? clockTime(settled.happenedAt, shop.site.timeZone) : null,
    entry: settled?.entryId ?? null,
    oneOff: null,
  };
}

export type OneOff = {
  id: string;
  machine: string | null;
  title: string;
  day: string;
  minutes: number;
  skill: string | null;
  routine: string | null;
  outcome: string | null;
};

/** Work that was asked for once. */
export function oneOffItem(shop: ShopOf, row: OneOff, around: Around): WorkItem {
  const found = shop.machines.findIndex(({ id }) => id === row.machine);
  const due = toDay(row.day);
  const { today } = around;
  const open = due < today ? "overdue" : due === today ? "due" : "coming";
  return {
    ...laidOver(shop, `one-off/${row.id}`, around, due <= today && row.outcome === null),
    ...dueIn(due, today),
    machine: row.machine,
    machineName: shop.machines[found]?.name ?? null,
    area: shop.machines[found]?.area ?? null,
    routine: row.routine,
    name: row.title,
    short: row.title,
    minutes: row.minutes,
    skill: row.skill,
    place: found < 0 ? shop.machines.length : found,
    state: row.outcome === "done" || row.outcome === "skipped" ? row.outcome : open,
    late: row.outcome === null && due < today,
    movable: false,
    opens: row.day,
    overdueAfter: row.day,
    isCheck: false,
    glyph: "tool",
    hasSteps: Boolean(shop.rules.book.get(row.routine ?? "")?.steps?.length),
    why: [`one-off work for ${spokenDay(due)}`],
    doneAt: null,
    entry: null,
    oneOff: row.id,
  };
}

/** What people said of it: who has it, who is working on it. */
function laidOver(
  shop: ShopOf,
  key: string,
  { given, runs, gone }: Around,
  isOpenToday: boolean,
): Pick<WorkItem, "key" | "person" | "personName" | "given" | "run"> {
  const run = runs.get(key);
  const known = given.get(key);
  const row = isOpenToday && !run && known?.person && gone?.has(known.person) ? undefined : known;
  return {
    key,
    person: row?.person ?? null,
    personName: row?.person ? personName(shop, row.person) : null,
    given: row?.person ? { by: personName(shop, row.by), why: row.why } : null,
    run: run ? { id: run.run, person: personName(shop, run.person), status: run.status } : null,
  };
}
