import { readDay, toDay } from "../../calendar/day.ts";
import { routineFor } from "../../routines/routine-for.ts";
import { Refusal } from "../../shop/refusal.ts";
import { dayOf, machineOf } from "../../shop/shop.ts";
import { REGIME_NAMES } from "../../standby/regime.ts";
import { SleepBody } from "../../standby/said.ts";
import { isStored, whatIsIn } from "../../standby/sleep.ts";
import { kind, type Told } from "../kind.ts";
import { listed } from "../said.ts";

/** A machine put to sleep or woken, where no storage routine says so. */
export default kind({
  name: "sleep",
  body: SleepBody,
  sent: true,
  machine: "needed",
  amend: "replace",
  held: heldSleep,
  folds: {
    sleep: {
      columns: {
        up: "body ->> 'event' = 'up'",
        regime: "body ->> 'regime'",
        contents: "body ->> 'contents'",
        until: "(body ->> 'until')::date",
      },
      rows: ({ body: { event, regime = null, contents = null, until = null } }) => [{ up: event === "up", regime, contents, until }],
    },
  },
  says: ({ event, regime, contents, until, note }, said) =>
    listed(
      event === "up" ? "woken" : `put to sleep: ${regime ? REGIME_NAMES[regime] : ""}`,
      contents,
      until && `until ${said.day(until)}`,
      note,
    ),
  words: ({ event, note }) => [event, note],
  samples: [
    { event: "down", regime: "wet", until: "2026-12-20" },
    { event: "down", regime: "full", contents: "maker's fluid" },
    { event: "up" },
  ],
});

/** A machine is put to sleep while it is awake, and woken while it sleeps. */
async function heldSleep({ body: { event, regime, until }, machine: at, happenedAt, shop, record }: Told<SleepBody>) {
  const machine = machineOf(shop, at ?? "");
  const sleep = await record.sleepAt(machine.id, happenedAt);
  if (event === "up") {
    if (!sleep) throw new Refusal(409, `${machine.name} is not asleep: there is nothing to wake.`);
    const wake = routineFor("wake-up", machine, shop.rules.book);
    return isStored(sleep.regime)
      ? `${machine.name} held ${whatIsIn(sleep)}: do ${wake?.name ?? "its wake-up"} before it prints, and a nozzle check.`
      : undefined;
  }
  if (!regime) throw new Refusal(400, "How is it put to sleep? A regime goes with it.");
  if (regime === "night" || regime === "alive")
    throw new Refusal(400, "A night, and a machine that is kept alive, are not asleep: their work goes on.");
  if (until && readDay(until) !== undefined && toDay(until) < dayOf(shop, happenedAt))
    throw new Refusal(400, "It would be woken before it is put to sleep. Choose a later day, or none.");
  return sleep ? `${machine.name} was asleep already; what it stands in is the further of the two.` : undefined;
}
