import { type Day, isoDay, toDay, weekday } from "../../core/calendar/day.ts";
import { clockTime } from "../../core/calendar/site-time.ts";
import { printsChecks } from "../../core/fleet/channels.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import { partChanges } from "../part-lives.ts";
import { firstGood } from "../print-jobs.ts";
import { printedBetween, printedShare, USUAL_SHARE } from "../prints.ts";
import { type DemoRule, movesOf, ofKind, type Story, sum } from "./story.ts";

type Count = { machine: string; counter: string; day: Day; value: number };
const counts = ({ entries }: Story): Count[] =>
  ofKind(entries, "counter").map(({ machine, localDay, body }) => ({
    machine: machine ?? "",
    counter: String(body.counter),
    day: toDay(localDay),
    value: Number(body.value),
  }));
/** What machines printed today. */
const jobsOf = ({ entries }: Story) =>
  ofKind(entries, "busy").map(({ id, machine, localDay, happenedAt, body }) => ({
    id,
    machine,
    localDay,
    from: happenedAt,
    to: new Date(String(body.until)),
  }));
/** Readings of one counter side by side. */
function pairs(story: Story): [Count, Count][] {
  const last = new Map<string, Count>();
  return counts(story).flatMap((count): [Count, Count][] => {
    const key = `${count.machine}/${count.counter}`;
    const before = last.get(key);
    last.set(key, count);
    return before ? [[before, count]] : [];
  });
}

/** What machines print, what they are made of, and when they stand. */
export const MACHINE_RULES: DemoRule[] = [
  {
    says: "Counters never fall, and rise by the days that the machine prints",
    faults: (story) =>
      pairs(story).flatMap(([before, count]) => {
        const machine = story.shop.machines.find(({ id }) => id === count.machine);
        if (!machine) return [];
        const grown = count.value - before.value;
        const days = printedBetween(story.shop.rules.works, machine, before.day, count.day) / USUAL_SHARE;
        if (grown < 0) return [`${count.machine} ${count.counter} fell on ${isoDay(count.day)}`];
        return days === 0 && grown > 0
          ? [`${count.machine} ${count.counter} rose by ${grown} without a print day before ${isoDay(count.day)}`]
          : [];
      }),
  },
  {
    says: "Each machine prints like one of its class: between a quarter of its full use and all of it",
    faults: (story) =>
      story.shop.machines.flatMap((machine) => {
        const { counter, perWorkDay } = machine.fullUse ?? {};
        const own = counts(story).filter((count) => count.machine === machine.id && count.counter === counter);
        const [first, last] = [own[0], own.at(-1)];
        if (!first || !last || !perWorkDay) return [];
        const days = printedBetween(story.shop.rules.works, machine, first.day, last.day) / USUAL_SHARE;
        const share = (last.value - first.value) / (days * perWorkDay);
        return share > 0.25 && share < 1 ? [] : [`${machine.name} at ${share.toFixed(2)} of its full use`];
      }),
  },
  {
    says: "No part is older than its machine, and parts of a kind are of many ages",
    faults: ({ shop, today }) => {
      const ages = new Map<string, number[]>();
      const faults: string[] = [];
      for (const machine of shop.machines)
        for (const { kind, fittedOn } of machine.parts ?? []) {
          if (!fittedOn) continue;
          if (machine.since && fittedOn < machine.since) faults.push(`${machine.name}'s ${kind} is older than it`);
          ages.set(kind, [...(ages.get(kind) ?? []), today - toDay(fittedOn)]);
        }
      for (const [kind, list] of ages)
        if (list.length >= 4 && new Set(list).size < list.length * 0.7) faults.push(`${kind}: ages ${list.join(", ")}`);
      return faults;
    },
  },
  {
    says: "A part that was changed came off the shelf where the shelf keeps it, and lasted some time",
    faults: ({ shop, entries, from, today }) =>
      partChanges(shop.machines, from, today).flatMap(({ machine, item, day, part, lifeDays }) => {
        const entered = ofKind(entries, "part").some(
          (entry) => entry.machine === machine && entry.body.part === part && entry.localDay === isoDay(day),
        );
        const taken =
          !item ||
          movesOf(entries).some(
            (move) => move.machine === machine && move.localDay === isoDay(day) && move.body.lines.some((line) => line.item === item),
          );
        return entered && taken && lifeDays > 0
          ? []
          : [`${machine} ${part} on ${isoDay(day)}: ${entered ? "nothing left the shelf" : "no entry"}`];
      }),
  },
  {
    says: "The closure begins after a Friday, ends before a Monday, and lies three to five weeks ahead",
    faults: ({ shop, today }) =>
      (shop.calendar.closures ?? []).flatMap(({ from, to }) => {
        const [start, end] = [toDay(from), toDay(to)];
        return weekday(start) === 6 && weekday(end) === 7 && start - today >= 21 && start - today <= 35 && end - start === 15
          ? []
          : [`closed from ${from} to ${to}`];
      }),
  },
  {
    says: "The shop prints Monday to Friday, whatever the day of the demo",
    faults: ({ shop, today }) =>
      [0, 1, 2, 3, 4, 5, 6].flatMap((on) => {
        const day = today - 14 + on;
        return shop.rules.works(day) === weekday(day) <= 5 ? [] : [`${isoDay(day)} is ${shop.rules.works(day) ? "a print day" : "closed"}`];
      }),
  },
  {
    says: "A machine prints after its check and before its evening care, one job at a time, with nobody at work on it",
    faults: (story) =>
      jobsOf(story).flatMap((job) => {
        const own = (kinds: readonly string[]) =>
          story.entries.filter(
            ({ kind, machine, localDay }) => kinds.includes(kind) && machine === job.machine && localDay === job.localDay,
          );
        const other = jobsOf(story).some(
          ({ id, machine, from, to }) => id !== job.id && machine === job.machine && from < job.to && to > job.from,
        );
        const disturbed = own(["routine", "check", "care"]).find(({ happenedAt }) => happenedAt > job.from && happenedAt < job.to);
        const first = own(["check"]).every(({ happenedAt }) => happenedAt > job.from);
        const checked = story.shop.machines.some((each) => each.id === job.machine && !printsChecks(each)) || !first;
        return [
          ...(other ? [`${job.machine}: two jobs at once`] : []),
          ...(disturbed ? [`${job.machine}: ${disturbed.words} while it prints`] : []),
          ...(checked ? [] : [`${job.machine} prints unchecked`]),
        ];
      }),
  },
  {
    says: "From noon on, each machine that prints that day was checked, and has printed where its check allowed it; one is on hold",
    faults: (story) => {
      const { shop, now, today, entries } = story;
      if (!shop.rules.works(today) || clockTime(now, shop.site.timeZone) < "12:45") return [];
      let held = 0;
      const idle = (machine: Machine) => {
        const own = entries.filter((entry) => entry.machine === machine.id && toDay(entry.localDay) === today);
        const checks = ofKind(own, "check");
        const isHeld = checks.length > 0 && !firstGood(machine, checks);
        if (isHeld) held++;
        const checked = !printsChecks(machine) || checks.length > 0;
        return !checked || !(isHeld || own.some(({ kind }) => kind === "busy"));
      };
      const stand = shop.machines.filter((machine) => printedShare(shop.rules.works, machine, today) && idle(machine));
      return [...stand.map(({ name }) => `${name} stood all day`), ...(held === 1 ? [] : [`${held} on hold`])];
    },
  },
  {
    says: "Its own record answers questions: each story is there to be found",
    faults: (story) => stories(story).flatMap(({ name, found }) => (found ? [] : [`not to be found: ${name}`])),
  },
];

/** What a supervisor could ask of the record, and whether it is in it. */
function stories({ shop, entries, from, today }: Story): { name: string; found: boolean }[] {
  const missingOf = (machine: string, channel: string, until: Day, since: Day) => {
    const found = ofKind(entries, "check").flatMap(({ machine: on, localDay, body }) => {
      const day = toDay(localDay);
      const own = (body.channels as { id: string; missing?: number }[]).find(({ id }) => id === channel);
      return on === machine && own && day >= since && day < until ? [own.missing ?? 0] : [];
    });
    return sum(found) / Math.max(1, found.length);
  };
  const care = new Map<string, number>();
  for (const { machine } of ofKind(entries, "care")) care.set(machine ?? "", (care.get(machine ?? "") ?? 0) + 1);
  const cares = [...care.values()].sort((a, b) => b - a);
  const clean = ofKind(entries, "run").filter(
    ({ machine, routine, body }) => machine === "longshore" && routine === "R24" && body.event === "step",
  );
  const people = new Map<string, number>();
  for (const { kind, person } of entries)
    if (person && (kind === "routine" || kind === "check")) people.set(person, (people.get(person) ?? 0) + 1);
  const operators = shop.people.filter(({ role }) => role === "operator").map(({ id }) => people.get(id) ?? 0);
  const orders = new Map(
    ofKind(entries, "order").map(({ id, localDay, body }) => [id, { day: toDay(localDay), supplier: String(body.supplier) }]),
  );
  const late = movesOf(entries).filter(({ body, localDay }) => {
    const order = body.event === "received" && body.order ? orders.get(body.order) : undefined;
    const lead = shop.suppliers.find(({ id }) => id === order?.supplier)?.leadDays ?? 0;
    return order && toDay(localDay) - order.day > lead + 2;
  });
  return [
    {
      name: "a cap that failed",
      found: ofKind(entries, "part").some(({ machine, body }) => machine === "shanny" && body.part === "cap" && body.scrapped === true),
    },
    {
      name: "a dry week",
      found: ofKind(entries, "note").some(({ machine, body }) => machine === "pochard" && /%/.test(String(body.text))),
    },
    {
      name: "a channel that gets worse",
      found: missingOf("teal", "H2/W2", today, today - 20) > missingOf("teal", "H2/W2", from + 30, from) + 0.5,
    },
    {
      name: "an interval that is too short",
      found: clean.length > 5 && clean.every(({ body }) => (body.result as { found?: string } | undefined)?.found !== "heavy"),
    },
    { name: "a person who is overloaded", found: Math.max(...operators) > 1.4 * (sum(operators) / operators.length) },
    { name: "a machine that costs too much", found: (cares[0] ?? 0) > 2 * (cares[2] ?? 0) },
    { name: "a promise that did not hold", found: late.length > 0 },
  ];
}
