import type { StateWord } from "../nozzles/readiness.ts";
import { fillTheRest } from "../tasks/fill-the-rest.ts";
import type { DayClock, Worker } from "../tasks/fits.ts";
import type { WorkItem } from "../tasks/work-item.ts";

/** What needs somebody now, the most pressing first: what a supervisor reads first thing. As data; the words are the screen's. */

type Machine = { machine: string; machineName: string };
/** Who is the best to be asked: fits, is there, and has the least to do. */
export type Suggested = { person: string; personName: string; why: string };

export type Need =
  /** May not print: why, what comes next, and who could do it. */
  | (Machine & { kind: "hold"; why: string; next: string; minutes: number; holder: string | null; suggested: Suggested | null })
  /** Work of a time of day that is past, by area. */
  | { kind: "late"; area: string | null; areaName: string | null; jobs: Jobs; checks: number; people: string[]; machines: string[] }
  /** A vessel that something due would overflow, or that is full today. */
  | (Machine & { kind: "vessel"; fullShare: number; before: string | null; task: string | null; suggested: Suggested | null })
  | { kind: "nobody"; jobs: Jobs; given: Assigned[] }
  | (Machine & { kind: "out-of-order"; symptom: string; since: string })
  /** What won't last the week. */
  | { kind: "stock"; items: ShortItem[] }
  | { kind: "air"; area: string; areaName: string; word: string; words: string };
/** An item and in how many days it runs out. */
export type ShortItem = { item: string; name: string; days: number };
/** Who should do it, and why; with what its entry names. */
export type Assigned = { key: string; person: string; why: string; machine: string | null; routine: string | null; due: string };
/** Pieces of work, how many and how long. */
export type Jobs = { count: number; minutes: number };

export type NeedRow = {
  id: string;
  name: string;
  area: string | null;
  word: StateWord;
  why: string;
  next: { words: string };
  repair: { since: string; body: { symptom?: string } } | null;
  vessel: { ml: number; limitMl: number; days: { likely: number | null }; holdsBack: readonly { name: string }[] } | null;
};

/** Minutes that bringing a machine back usually takes, to be planned with: a guess. */
const RECOVERY_MINUTES = 15;
const RANK: Record<Need["kind"], number> = { hold: 0, late: 1, vessel: 2, nobody: 3, "out-of-order": 4, stock: 5, air: 6 };

const isOpen = ({ state }: Pick<WorkItem, "state">) => state === "due" || state === "overdue";
const jobsOf = (tasks: readonly Pick<WorkItem, "minutes">[]): Jobs => ({
  count: tasks.length,
  minutes: tasks.reduce((sum, { minutes }) => sum + minutes, 0),
});

/** Machines that may print now: ready, with care, or at it. @example canPrint("With care") → true */
export const canPrint = (word: StateWord): boolean => word === "Ready" || word === "With care" || word === "Printing";

/**
 * What needs somebody now.
 * @param rows machines as the Board has them
 * @param tasks the day's work
 * @param people who works that day
 * @param short what won't last the week, the first to run out first
 * @param empties whether a routine empties a machine's waste
 */
export function needsOf({
  rows,
  tasks,
  people,
  areas,
  short,
  empties,
  skillOf,
  clock,
}: {
  rows: readonly NeedRow[];
  tasks: readonly WorkItem[];
  people: readonly Worker[];
  areas: readonly { id: string; name: string; air: { word: string; words: string } | null }[];
  short: readonly ShortItem[];
  empties: (routine: string) => boolean;
  clock?: DayClock;
  /** The skill that a machine's work asks for. */
  skillOf: (machine: string) => string | null;
}): Need[] {
  const open = tasks.filter(isOpen);
  const busy = new Map(people.map(({ id }) => [id, jobsOf(open.filter(({ person }) => person === id)).minutes]));
  const suggest = (task: Pick<WorkItem, "key" | "machine" | "skill" | "minutes" | "name">): Suggested | null => {
    const [given] = fillTheRest([{ ...task, routine: null, due: 0, place: 0, person: null }], people, busy, clock);
    const person = people.find(({ id }) => id === given?.person);
    return given && person ? { person: person.id, personName: person.name, why: given.why } : null;
  };
  const areaName = (id: string | null) => areas.find((area) => area.id === id)?.name ?? null;
  const needs: Need[] = [];
  for (const row of rows) {
    const machine = { machine: row.id, machineName: row.name };
    if (row.repair) needs.push({ kind: "out-of-order", ...machine, symptom: row.repair.body.symptom ?? "", since: row.repair.since });
    else if (row.word === "Hold") {
      // Work asked for once at a held machine is taken as bringing it back.
      const holder =
        open.find(({ machine: of, oneOff, person }) => of === row.id && oneOff !== null && person !== null)?.personName ?? null;
      needs.push({
        kind: "hold",
        ...machine,
        why: row.why,
        next: row.next.words,
        minutes: RECOVERY_MINUTES,
        holder,
        suggested:
          holder === null
            ? suggest({ key: row.id, machine: row.id, name: row.next.words, skill: skillOf(row.id), minutes: RECOVERY_MINUTES })
            : null,
      });
    }
    const { vessel } = row;
    if (vessel && (vessel.holdsBack.length > 0 || vessel.days.likely === 0)) {
      const task = open.find((each) => each.machine === row.id && each.routine !== null && empties(each.routine));
      needs.push({
        kind: "vessel",
        ...machine,
        fullShare: vessel.ml / vessel.limitMl,
        before: vessel.holdsBack[0]?.name ?? null,
        task: task?.key ?? null,
        suggested: task && task.person === null ? suggest(task) : null,
      });
    }
  }
  const late = open.filter((task) => task.late && task.beat !== undefined);
  for (const area of new Set(late.map((task) => task.area))) {
    const here = late.filter((task) => task.area === area);
    needs.push({
      kind: "late",
      area,
      areaName: areaName(area),
      jobs: jobsOf(here),
      checks: here.filter(({ isCheck }) => isCheck).length,
      people: [...new Set(here.flatMap(({ personName }) => personName ?? []))],
      machines: [...new Set(here.filter(({ isCheck }) => isCheck).flatMap(({ machine }) => machine ?? []))],
    });
  }
  const free = open.filter(({ person }) => person === null);
  const given = fillTheRest(free, people, busy, clock).flatMap((each) => {
    const task = free.find(({ key }) => key === each.key);
    return task ? [{ ...each, machine: task.machine, routine: task.routine, due: task.dueDay }] : [];
  });
  if (free.length) needs.push({ kind: "nobody", jobs: jobsOf(free), given });
  if (short.length) needs.push({ kind: "stock", items: [...short] });
  for (const { id, name, air } of areas)
    if (air && air.word !== "right") needs.push({ kind: "air", area: id, areaName: name, word: air.word, words: air.words });
  const weight = (need: Need) => (need.kind === "late" ? -need.jobs.count : need.kind === "vessel" ? -need.fullShare : 0);
  return needs.sort((a, b) => RANK[a.kind] - RANK[b.kind] || weight(a) - weight(b));
}
