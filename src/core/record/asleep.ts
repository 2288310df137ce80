import { spokenDay, toDay } from "../calendar/day.ts";
import type { Job } from "../routines/effects.ts";
import { routineFor } from "../routines/routine-for.ts";
import { Refusal } from "../shop/refusal.ts";
import { machineName, machineOf } from "../shop/shop.ts";
import { refusedAsleep } from "../standby/sleep.ts";
import type { Told } from "./kind.ts";

/**
 * Work that draws ink is not begun, given or asked for at a machine in which none stands.
 * @param work a routine by its id, or what is done by the job that draws as much
 * @param notOnTheWayBack while the machine is being woken, ink moves before it is awake
 * @throws Refusal 409
 */
export async function heldAsleep(
  { machine: at, happenedAt, shop, record }: Pick<Told, "machine" | "happenedAt" | "shop" | "record">,
  work: Job | { routine: string },
  { notOnTheWayBack = false } = {},
): Promise<undefined> {
  if (!at) return;
  const sleep = await record.sleepAt(at, happenedAt);
  if (!sleep) return;
  const { book } = shop.rules;
  if (notOnTheWayBack && (await record.openRunsAt(at)).some(({ routine }) => book.get(routine)?.effects?.wakes)) return;
  const machine = machineOf(shop, at);
  const routine = typeof work === "string" ? routineFor(work, machine, book) : book.get(work.routine);
  const wake = routineFor("wake-up", machine, book)?.name ?? "its wake-up";
  const why = refusedAsleep(sleep, routine, { days: (day) => spokenDay(toDay(day)), wake });
  if (why) throw new Refusal(409, `${machineName(shop, at)}: ${why} Nothing was changed.`);
}
