import { type Day, isoDay, toDay } from "../calendar/day.ts";
import type { DayTest } from "../calendar/work-days.ts";
import type { FleetFile, OneTrigger, Outcome } from "../fleet/schema.ts";
import type { Beat } from "../fleet/vocabulary.ts";
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
  const tracks = new Map<string, Track>();
  for (const line of lines) if ("track" in line) tracks.set(line.id, line.track);
  const coveredBy = new Map<string, Track[]>();
  for (const { id } of lines) {
    const reach = shop.reach.get(id) ?? [];
    if (reach.length > 1)
      coveredBy.set(
        id,
        reach.flatMap((each) => (each === id ? [] : (tracks.get(each) ?? []))),
      );
  }
  const settledOn = new Map<Track, Day>();
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

  const carried: { id: string; draft: Draft; settled?: Settled }[] = [];
  // What was really done today has settled what it covers already; what was skipped settles nothing else.
  const doneToday: string[] = [];
  for (const line of lines) {
    const settled = today.get(line.id);
    if (!("track" in line)) {
      if (line.test(on)) {
        printDaily(line, on, isoDay(on), settled);
        if (!settled) doneToday.push(line.id);
      }
      continue;
    }
    const { track } = line;
    if (settled) {
      const draft = track.settle(on);
      settledOn.set(track, on);
      if (draft && draft.due <= on) carried.push({ id: line.id, draft, settled });
    }
    for (const draft of track.standing(on)) {
      carried.push({ id: line.id, draft });
      track.settleOwn(draft, on);
      settledOn.set(track, on);
      doneToday.push(line.id);
    }
  }
  const settleCovered = (ids: readonly string[], day: Day) => {
    for (const id of ids)
      for (const track of coveredBy.get(id) ?? [])
        if (settledOn.get(track) !== day) {
          track.settle(day);
          settledOn.set(track, day);
        }
  };
  for (const { id, draft, settled } of carried) print(id, draft, settled);
  if (carried.length) found.sort((a, b) => a.due - b.due || compare(a.routine, b.routine) || compare(a.key, b.key));
  settleCovered(doneToday, on);

  for (let day = on + 1; day <= lastAsked; day++) {
    const iso = isoDay(day);
    let done: string[] | undefined;
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
        settledOn.set(line.track, day);
      }
      if (coveredBy.get(line.id)?.length) (done ??= []).push(line.id);
    }
    if (done) settleCovered(done, day);
  }
  return found;
}

const compare = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);

/** Days of doing before `on` by routine, ascending, and what was settled on `on`; covers counted in. */
function doingsByRoutine(facts: MachineFacts, shop: ShopRules, on: Day) {
  const days = new Map<string, Set<Day>>();
  const today = new Map<string, Settled>();
  for (const { routine, day, outcome } of facts.doings) {
    if (day > on) continue;
    for (const id of outcome === "done" ? (shop.reach.get(routine) ?? [routine]) : [routine]) {
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
function lanes(
  facts: MachineFacts,
  shop: ShopRules,
  before: ReadonlyMap<string, readonly Day[]>,
  on: Day,
  lastAsked: Day,
): (Daily | { id: string; track: Track })[] {
  return facts.routines.flatMap((routine): (Daily | { id: string; track: Track })[] => {
    const { id, trigger, window = NO_WINDOW } = routine;
    if (!trigger) return [];
    if (!Array.isArray(trigger) && "every" in trigger && typeof trigger.every === "string") {
      const beat = "beat" in trigger ? trigger.beat : undefined;
      const why: Reason[] = [beat ? { kind: "beat", beat } : { kind: "idle" }];
      return [
        {
          id,
          beat,
          test: beat ? facts.days.prints : facts.days.idles,
          prefix: `${facts.id}/${id}/`,
          suffix: `/${beat ?? "idle"}`,
          before: window.before,
          after: window.after,
          why,
        },
      ];
    }
    const settled = before.get(id) ?? [];
    const track = Array.isArray(trigger) ? lastingTrack(routine, trigger, facts, shop.works, settled, on) : trackOf(trigger);
    return [{ id, track }];

    function trackOf(one: OneTrigger): Track {
      if ("times" in one) return timesTrack(routine, one, facts, settled, on);
      if ("rule" in one) return ruledTrack(routine, one.rule, facts, shop.works, settled, lastAsked);
      if ("on" in one) return singleTrack(routine, toDay(one.on), facts, settled);
      if ("every" in one && ("beat" in one || typeof one.every === "string")) throw new Error(`${id}: a beat has no track`);
      return lastingTrack(routine, [one], facts, shop.works, settled, on);
    }
  });
}
