import { channelsOf } from "../../core/fleet/channels.ts";
import type { Problem } from "../../core/fleet/validate.ts";
import type { NozzlePattern } from "../../core/nozzles/pattern.ts";
import { acceptPattern } from "../../core/nozzles/read-pattern.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { machineOf, type Shop } from "../../core/shop/shop.ts";
import type { Connection, Database } from "../../ledger/database.ts";
import { type Actor, authorise } from "../actor.ts";
import { putSettings } from "./settings.ts";
import { loadShop } from "./shop.ts";

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

/** What is wrong with a pattern for a machine; its channels are the machine's own. */
export function problemsFor(shop: Shop, machineId: string, value: unknown): { pattern: NozzlePattern } | { problems: Problem[] } {
  const accepted = acceptPattern(value);
  if ("problems" in accepted) return accepted;
  const machine = machineOf(shop, machineId);
  const own = new Set(channelsOf(machine).map(({ id }) => id));
  const strange = accepted.pattern.channels.flatMap(({ id }, index) =>
    own.has(id)
      ? []
      : [{ path: `$.channels[${index}].id`, message: `${machine.name} has no channel ${id}; it has ${[...own].join(", ") || "none"}` }],
  );
  return strange.length ? { problems: strange } : accepted;
}

export async function lookAtPattern(db: Connection, actor: Actor, machineId: string, value: unknown): Promise<Problem[]> {
  authorise(actor, "look");
  const looked = problemsFor(await loadShop(db, actor.site), machineId, value);
  return "problems" in looked ? looked.problems : [];
}

/** Keeps a machine's pattern. @throws Refusal with the places that are wrong */
export async function savePattern(db: Database, actor: Actor, machineId: string, value: unknown): Promise<void> {
  authorise(actor, "set-up");
  const shop = await loadShop(db, actor.site);
  const looked = problemsFor(shop, machineId, value);
  if ("problems" in looked) throw new Refusal(400, "This pattern can't be kept:", looked.problems);
  const machine = machineOf(shop, machineId);
  await db.transaction((tx) =>
    putSettings(tx, shop, actor.personId, [
      {
        subject: "pattern",
        id: machine.id,
        body: looked.pattern,
        what: `Check sheet of ${machine.name}: ${looked.pattern.channels.length} channels`,
      },
    ]),
  );
}
