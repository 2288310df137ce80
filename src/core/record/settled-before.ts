import { clockTime } from "../calendar/site-time.ts";
import { machineOf, personName, routineName } from "../shop/shop.ts";
import type { Told } from "./kind.ts";

/** Two people did the same: both entries stay, the first one settled it, the second hears of it. */
export async function settledBefore(told: Told<{ outcome?: string } | object>): Promise<string | undefined> {
  const { id, machine, routine, localDay, person, typedBy, body, shop, record } = told;
  if (!machine || !routine || ("outcome" in body && body.outcome === "skipped")) return undefined;
  const before = await record.settledOn(machine, routine, localDay);
  if (!before || before.entryId === id) return undefined;
  // The same person's twice is a second time, unless it comes from a sheet that may have been typed in before.
  if (before.person === person && !typedBy) return undefined;
  const at = clockTime(before.happenedAt, shop.site.timeZone);
  return `${routineName(shop, routine)} at ${machineOf(shop, machine).name} was entered already by ${personName(shop, before.person)} at ${at}. Yours is kept too; it is done once.`;
}
