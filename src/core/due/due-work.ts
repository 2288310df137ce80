import { type Day, isoDay, toDay } from "../calendar/day.ts";
import type { DayTest } from "../calendar/work-days.ts";
import type { FleetFile, Outcome, Trigger } from "../fleet/schema.ts";
import type { Beat } from "../fleet/vocabulary.ts";
import type { Routine } from "../routines/routine.ts";
import { factsOfFleet, type MachineFacts, type ShopRules, shopRules } from "./facts.ts";
import { lastingTrack } from "./lasting.ts";
import { type Occurrence, type Reason, stateOn } from "./occurrence.ts";
import { ruledTrack } from "./ruled.ts";
import { singleTrack } from "./single.ts";
import { timesTrack } from "./times.ts";
import type { Draft, Track } from "./track.ts";
import { NO_WINDOW } from "./window.ts";

/** What comes back each print or idle day and carries nothing over. */
type Daily = {
  id: string;
  test: DayTest;
  beat?: Beat;
  prefix: string;
  suffix: string;
  before: number;
  after: number;
  why: readonly Reason[];
};
type Tracked = { id: string; track: Track; settledOn: Day };
type Lane = Daily | Tracked;
type Settled = { outcome: Outcome; by: string };

/**
 * What is due of a fleet file: each occurrence whose due day lies in [on, on + days), and all that is carried
 * over from before `on`, sorted by due day, the machine's place in the file, the routine's id. As known at the
 * end of `on`; looking ahead takes each occurrence as done on its due day.
 *
 * @param on day number; @param days at least 1
 */
export function dueWork(fleet: FleetFile, on: Day, days = 1): Occurrence[] {
  const shop = shopRules(fleet.calendar, fleet.routines);
  return sortedWork(factsOfFleet(fleet, shop, on).map((facts) => dueOfMachine(facts, shop, on, days)));
}

/** The work of several machines, in walking order, as one list by due day. */
export function sortedWork(ofMachines: readonly (readonly Occurrence[])[]): Occurrence[] {
  const byDue = new Map<Day, Occurrence[]>();
  for (const work of ofMachines)
    for (const occurrence of work) {
      const sameDay = byDue.get(occurrence.due);
      if (sameDay) sameDay.push(occurrence);
      else byDue.set(occurrence.due, [occurrence]);
    }
  return [...byDue.keys()].sort((a, b) => a - b).flatMap((due) => byDue.get(due) ?? []);
}

/** What is due of one machine, each day's in the order of the routines' ids. */
export function dueOfMachine(facts: MachineFacts, shop: ShopRules, on: Day, days = 1): Occurrence[] {
  const { before, today } = doingsByRoutine(facts, shop, on);
  const lastAsked = on + days - 1;
  const lines = lanes(facts, shop, before, on, lastAsked);
  const found: Occurrence[] = [];

  const print = (id: string, draft: Draft, settled?: Settled) => {
    found.push({
      key: draft.key,
      machine: facts.id,
      routine: id,
      opens: draft.opens,
      due: draft.due,
      overdueAfter: draft.overdueAfter,
      state: settled?.outcome ?? stateOn(on, draft),
      beat: undefined,
      why: settled ? [...draft.why, { kind: "settled", outcome: settled.outcome, day: on, by: settled.by }] : draft.why,
    });
  };
  const printDaily = (line: Daily, day: Day, iso: string, settled?: Settled) => {
    const opens = day - line.before;
    const overdueAfter = day + line.after;
    found.push({
      key: line.prefix + iso + line.suffix,
      machine: facts.id,
      routine: line.id,
      opens,
      due: day,
      overdueAfter,
      state: settled?.outcome ?? (day > on && opens > on ? "coming" : stateOn(on, { opens, due: day, overdueAfter })),
      beat: line.beat,
      why: settled ? [...line.why, { kind: "settled", outcome: settled.outcome, day: on, by: settled.by }] : line.why,
    });
  };

  // What was really done today has settled what it covers already; what was skipped settles nothing else.
  const takenAsDone: Lane[] = [];
  let carried = false;
  for (const line of lines) {
    const settled = today.get(line.id);
    if (!("track" in line)) {
      if (line.test(on)) {
        const again = settled ? undefined : reopenedOn(facts, line.id, on);
        printDaily(again ? { ...line, why: [...line.why, { kind: "reopened", words: again.words }] } : line, on, isoDay(on), settled);
        if (!settled) takenAsDone.push(line);
      }
      continue;
    }
    const { track } = line;
    if (settled) {
      const draft = track.settle(on);
      line.settledOn = on;
      if (draft && draft.due <= on) {
        print(line.id, draft, settled);
        carried ||= draft.due < on;
      }
    }
    for (const draft of track.standing(on)) {
      print(line.id, draft);
      carried ||= draft.due < on;
      if (days === 1) continue;
      track.settleOwn(draft, on);
      line.settledOn = on;
      takenAsDone.push(line);
    }
  }
  if (carried) found.sort((a, b) => a.due - b.due || compare(a.routine, b.routine) || compare(a.key, b.key));
  if (days === 1) return found;

  const covers = coveredLanes(lines, shop);
  const settleCovered = (done: readonly Lane[], day: Day) => {
    for (const line of done)
      for (const covered of covers.get(line) ?? [])
        if (covered.settledOn !== day) {
          covered.track.settle(day);
          covered.settledOn = day;
        }
  };
  settleCovered(takenAsDone, on);
  for (let day = on + 1; day <= lastAsked; day++) {
    const iso = isoDay(day);
    let done: Lane[] | undefined;
    for (const line of lines) {
      if (!("track" in line)) {
        if (!line.test(day)) continue;
        printDaily(line, day, iso);
      } else {
        const drafts = line.track.dueOn(day);
        if (drafts.length === 0) continue;
        for (const draft of drafts) {
          print(line.id, draft);
          line.track.settleOwn(draft, day);
        }
        line.settledOn = day;
      }
      if (covers.has(line)) (done ??= []).push(line);
    }
    if (done) settleCovered(done, day);
  }
  return found;
}

/** For each lane that covers others of the machine, those that keep track of days of doing. */
function coveredLanes(lines: readonly Lane[], shop: ShopRules): Map<Lane, Tracked[]> {
  const found = new Map<Lane, Tracked[]>();
  for (const line of lines) {
    const reach = shop.reach.get(line.id) ?? [];
    if (reach.length < 2) continue;
    const covered = lines.filter((each): each is Tracked => "track" in each && each !== line && reach.includes(each.id));
    if (covered.length) found.set(line, covered);
  }
  return found;
}

const compare = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);

const reopenedOn = (facts: MachineFacts, routine: string, day: Day) =>
  facts.reopened?.find((each) => each.routine === routine && each.day === day);

/** Days of doing before `on` by routine, ascending, and what was settled on `on`; covers counted in. */
function doingsByRoutine(facts: MachineFacts, shop: ShopRules, on: Day) {
  const days = new Map<string, Set<Day>>();
  const today = new Map<string, Settled>();
  for (const { routine, day, outcome } of facts.doings) {
    if (day > on) continue;
    for (const id of outcome === "done" ? (shop.reach.get(routine) ?? [routine]) : [routine]) {
      if (id !== routine && reopenedOn(facts, id, day)) continue;
      if (day < on) {
        const known = days.get(id);
        if (known) known.add(day);
        else days.set(id, new Set([day]));
      } else if (outcome === "done" || !today.has(id)) today.set(id, { outcome, by: routine });
    }
  }
  return { before: new Map([...days].map(([id, set]) => [id, [...set].sort((a, b) => a - b)])), today };
}

/** The routines of a machine that fall due, in the order of their ids: daily ones, and those with a track. */
function lanes(facts: MachineFacts, shop: ShopRules, before: ReadonlyMap<string, readonly Day[]>, on: Day, lastAsked: Day): Lane[] {
  const found: Lane[] = [];
  for (const routine of facts.routines) {
    const { id, window = NO_WINDOW } = routine;
    const trigger = routine.trigger ?? (facts.levels?.has(id) ? [] : undefined);
    if (!trigger) continue;
    if (!Array.isArray(trigger) && "every" in trigger && typeof trigger.every === "string") {
      const beat = "beat" in trigger ? trigger.beat : undefined;
      const why: Reason[] = [beat ? { kind: "beat", beat } : { kind: "idle" }];
      const test = beat ? facts.days.prints : facts.days.idles;
      found.push({
        id,
        beat,
        test,
        prefix: `${facts.id}/${id}/`,
        suffix: `/${beat ?? "idle"}`,
        before: window.before,
        after: window.after,
        why,
      });
    } else {
      const track = trackOf(routine, trigger, facts, shop, before.get(id) ?? NEVER, on, lastAsked);
      found.push({ id, track, settledOn: Number.NEGATIVE_INFINITY });
    }
  }
  return found;
}

const NEVER: readonly Day[] = [];

function trackOf(
  routine: Routine,
  trigger: Trigger,
  facts: MachineFacts,
  shop: ShopRules,
  settled: readonly Day[],
  on: Day,
  lastAsked: Day,
): Track {
  if (Array.isArray(trigger)) return lastingTrack(routine, trigger, facts, shop.works, settled, on);
  if ("times" in trigger) return timesTrack(routine, trigger, facts, settled, on);
  if ("rule" in trigger) return ruledTrack(routine, trigger.rule, facts, shop.works, settled, lastAsked);
  if ("on" in trigger) return singleTrack(routine, toDay(trigger.on), facts, settled);
  if ("beat" in trigger || ("every" in trigger && typeof trigger.every === "string")) throw new Error(`${routine.id}: a beat has no track`);
  return lastingTrack(routine, [trigger], facts, shop.works, settled, on);
}
