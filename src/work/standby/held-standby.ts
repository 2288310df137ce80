import { readDay, toDay } from "../../core/calendar/day.ts";
import type { Regime } from "../../core/standby/regime.ts";
import type { SleepBody } from "../../core/standby/said.ts";
import { isStored, whatIsIn } from "../../core/standby/sleep.ts";
import type { NewEntry } from "../../ledger/append.ts";
import type { Connection } from "../../ledger/database.ts";
import { openRuns } from "../../ledger/runs.ts";
import { sleepAt } from "../../ledger/standby.ts";
import { Refusal } from "../refusal.ts";
import { dayAt, machineOf, type Shop } from "../shop.ts";
import { refuseAsleep, sleepOf } from "./sleeps.ts";

/** Work that draws ink is not begun, given or asked for at a machine in which none stands. @throws Refusal 409 */
export async function heldAsleep(tx: Connection, shop: Shop, made: NewEntry): Promise<void> {
  const { kind, machine, body } = made;
  if (!machine) return;
  const routine =
    kind === "run"
      ? body.event === "start"
        ? made.routine
        : null
      : kind === "busy"
        ? "R01"
        : kind === "care"
          ? !body.inFluid && (body.what === "clean" || body.what === "load")
            ? "R04"
            : null
          : kind === "task"
            ? body.person === null
              ? null
              : made.routine
            : body.routine;
  // On the way back ink moves before it is awake.
  if ((kind === "care" || kind === "busy") && (await openRuns(tx, shop.id)).some((run) => run.machine === machine && run.routine === "R55"))
    return;
  if (typeof routine === "string") await refuseAsleep(tx, shop, machine, routine, made.happenedAt);
}

/** A machine is put to sleep while it is awake, and woken while it sleeps. */
export async function heldSleep(tx: Connection, shop: Shop, made: NewEntry): Promise<string | undefined> {
  const { event, regime, until } = made.body as SleepBody;
  const machine = machineOf(shop, made.machine ?? "");
  const row = await sleepAt(tx, shop.id, machine.id, made.happenedAt);
  if (event === "up") {
    if (!row) throw new Refusal(409, `${machine.name} is not asleep: there is nothing to wake.`);
    return isStored(row.regime as Regime)
      ? `${machine.name} held ${whatIsIn(sleepOf(shop, row))}: do R55 before it prints, and a nozzle check.`
      : undefined;
  }
  if (!regime) throw new Refusal(400, "How is it put to sleep? A regime goes with it.");
  if (regime === "night" || regime === "alive")
    throw new Refusal(400, "A night, and a machine that is kept alive, are not asleep: their work goes on.");
  if (until && readDay(until) !== undefined && toDay(until) < dayAt(shop, made.happenedAt))
    throw new Refusal(400, "It would be woken before it is put to sleep. Choose a later day, or none.");
  return row ? `${machine.name} was asleep already; what it stands in is the further of the two.` : undefined;
}
