import { channelsOf } from "../core/fleet/channels.ts";
import type { NozzlePattern } from "../core/nozzles/pattern.ts";
import { acceptPattern } from "../core/nozzles/read-pattern.ts";
import type { Connection, Database } from "../ledger/database.ts";
import { type Actor, authorise } from "./actor.ts";
import { Refusal } from "./refusal.ts";
import { putSettings } from "./settings.ts";
import { loadShop, machineOf, type Shop } from "./shop.ts";

/** The shape of a machine's nozzle check, where it is known. */
export const patternOf = (shop: Shop, machine: string): NozzlePattern | null => shop.patterns.get(machine) ?? null;

/** Nozzles a channel, where a machine's pattern is known. */
export const nozzlesOf = (shop: Shop, machine: string): Record<string, number> =>
  Object.fromEntries((patternOf(shop, machine)?.channels ?? []).map(({ id, nozzles }) => [id, nozzles]));

export async function machinePattern(db: Connection, actor: Actor, machine: string): Promise<NozzlePattern | null> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  return patternOf(shop, machineOf(shop, machine).id);
}

/** Keeps a machine's pattern. Its channels are the machine's own. @throws Refusal with the places that are wrong */
export async function savePattern(db: Database, actor: Actor, machineId: string, value: unknown): Promise<void> {
  authorise(actor, "set-up");
  const accepted = acceptPattern(value);
  if ("problems" in accepted) throw new Refusal(400, "This pattern can't be kept:", accepted.problems);
  const shop = await loadShop(db, actor.site);
  const machine = machineOf(shop, machineId);
  const own = new Set(channelsOf(machine).map(({ id }) => id));
  const strange = accepted.pattern.channels.find(({ id }) => !own.has(id));
  if (strange) throw new Refusal(400, `${machine.name} has no channel ${strange.id}; it has ${[...own].join(", ") || "none"}.`);
  await db.transaction((tx) =>
    putSettings(tx, shop, actor.personId, [
      { subject: "pattern", id: machine.id, body: accepted.pattern, what: `Nozzle check of ${machine.name}: ${accepted.pattern.name}` },
    ]),
  );
}
