import { type Day, isoDay } from "../../core/calendar/day.ts";
import type { MachineFacts } from "../../core/due/facts.ts";
import { channelsOf } from "../../core/fleet/channels.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import type { ChannelReading } from "../../core/nozzles/channel-reading.ts";
import { machineState, printsUntil, readinessSettings } from "../../core/nozzles/readiness.ts";
import { firstActAt, openWords } from "../../core/runs/run-facts.ts";
import { personName, type Shop } from "../../core/shop/shop.ts";
import { signHolds } from "../../core/signs/guide.ts";
import type { Sleep } from "../../core/standby/sleep.ts";
import type { ConditionRows } from "../../ledger/condition.ts";
import type { SignRow } from "../../ledger/signs.ts";
import type { RepairRow } from "../../ledger/tasks.ts";
import { now } from "../clock.ts";
import type { RunBookEntry } from "../facts/run-book.ts";
import { sleepWords } from "../idle/sleeps.ts";
import { nozzlesOf } from "../shop/patterns.ts";
import { dayAt } from "../shop/shop.ts";

/** Until when a machine prints, by its newest facts. */
export function busyUntil(facts: ConditionRows["facts"]): Date | undefined {
  const [busy, check] = ["busy", "active"].map((name) => facts.find(({ fact }) => fact === name));
  return printsUntil(busy && { at: busy.happenedAt, until: new Date(String(busy.body.until)) }, check?.happenedAt);
}

/** The state word of a machine with what it rests on. */
export function stateOf(
  shop: Shop,
  machine: Machine,
  facts: MachineFacts,
  rows: ConditionRows,
  today: Day,
  {
    repair,
    signs,
    dryAir,
    sleep,
    runs = [],
  }: {
    runs?: readonly RunBookEntry[];
    repair?: RepairRow;
    signs: readonly SignRow[];
    dryAir?: { share: number; words: string };
    sleep?: Sleep;
  },
) {
  // A release covers what was seen before it: the newest sign decides.
  const holding = signs.filter(({ sign }) => signHolds(sign)).at(-1);
  const fact = (name: string) => rows.facts.find((each) => each.fact === name);
  const [check, care, release] = [fact("active"), fact("voided"), fact("release")];
  const voiding = rows.done
    // What drew ink before the check of the same run is over when that check is taken.
    .filter(({ routine, outcome, run }) => outcome === "done" && shop.rules.book.get(routine)?.voidsCheck && !(run && run === check?.run))
    .map(({ routine, happenedAt, entryId }) => ({
      at: happenedAt,
      what: `${shop.rules.book.get(routine)?.name ?? routine} was done`,
      entryId,
    }));
  // A run under way takes the check's force with its first act, not only at its end; looking takes nothing.
  for (const { row, events, plan, state: run } of runs) {
    const first = firstActAt(plan, run.trace);
    const routine = shop.rules.book.get(row.routine);
    if (first !== undefined && routine?.voidsCheck)
      voiding.push({ at: new Date(first), what: `${routine.name} began`, entryId: events[0]?.id ?? row.run });
  }
  if (care) voiding.push({ at: care.happenedAt, what: CARE_WORDS[String(care.body.what)] ?? "cared for", entryId: care.entryId });
  const voided = voiding.sort((a, b) => b.at.getTime() - a.at.getTime())[0];
  const open = runs.find(({ state: run }) => run.owed.length > 0);
  const atWork = open && {
    person: personName(shop, open.state.person),
    routine: shop.rules.book.get(open.row.routine)?.name ?? open.row.routine,
    open: openWords(open.state.owed),
  };
  // A check's body passed its schema when it was written.
  const checks = (check?.body.channels ?? []) as ChannelReading[];
  const state = machineState(
    {
      now: now(),
      today: isoDay(today),
      printsChecks: facts.routines.some(({ isCheck }) => isCheck) || machine.class !== "cij",
      check: check && { at: check.happenedAt, day: isoDay(dayAt(shop, check.happenedAt)), channels: checks, entry: check.entryId },
      voided,
      busyUntil: busyUntil(rows.facts),
      release: release && {
        at: release.happenedAt,
        until: new Date(String(release.body.until)),
        by: personName(shop, release.person),
        reason: String(release.body.reason),
      },
      ...(atWork ? { atWork } : {}),
      asleep: sleep ? sleepWords(sleep) : facts.days.asleep(today),
      ...(dryAir ? { dryAir } : {}),
      ...(holding ? { holdingSign: { sign: holding.sign, at: holding.seenAt } } : {}),
      ...(repair
        ? {
            outOfOrder: {
              since: repair.openedDay,
              symptom: repair.body.symptom,
              ...(repair.body.waitsFor ? { waitsFor: repair.body.waitsFor } : {}),
              ...(repair.body.expected ? { expected: repair.body.expected } : {}),
            },
          }
        : {}),
      channels: channelsOf(machine).map(({ id }) => id),
      nozzles: nozzlesOf(shop, machine.id),
    },
    readinessSettings(
      machine.class,
      ["site", machine.class, machine.id].flatMap((id) => shop.readiness.get(id) ?? []),
    ),
  );
  const evidence = [repair?.id, holding?.id, check?.entryId, voided?.entryId, release?.entryId].flatMap((id) => id ?? []);
  return { state, evidence, checks, checkedAt: check ? check.happenedAt.toISOString() : null };
}

const CARE_WORDS: Record<string, string> = {
  clean: "a head clean was run",
  load: "ink was loaded",
  repair: "it was repaired",
  wake: "it was woken",
};
