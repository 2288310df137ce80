import { Type } from "typebox";
import { CLASSES } from "../../core/fleet/vocabulary.ts";
import { type ReadinessSettings, readinessSettings } from "../../core/nozzles/readiness.ts";
import { accept } from "../../core/record/validate.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import type { Connection, Database } from "../../ledger/database.ts";
import { type Actor, authorise } from "../actor.ts";
import { putSettings } from "./settings.ts";
import { loadShop } from "./shop.ts";

export type ReadinessRow = { id: string; name: string; settings: ReadinessSettings; own: boolean };

/** What a check is judged by, for each class and for machines that have settings of their own. */
export async function readinessRows(db: Connection, actor: Actor): Promise<ReadinessRow[]> {
  authorise(actor, "set-up");
  const shop = await loadShop(db, actor.site);
  const of = (id: string) => shop.readiness.get(id) ?? {};
  const classes = CLASSES.filter((each) => each !== "cij").map(
    (each): ReadinessRow => ({
      id: each,
      name: `Class ${each.toUpperCase()}`,
      settings: readinessSettings(each, [of("site"), of(each)]),
      own: shop.readiness.has(each),
    }),
  );
  const machines = shop.machines
    .filter((machine) => machine.class !== "cij")
    .map(
      (machine): ReadinessRow => ({
        id: machine.id,
        name: machine.name,
        settings: readinessSettings(machine.class, [of("site"), of(machine.class), of(machine.id)]),
        own: shop.readiness.has(machine.id),
      }),
    );
  return [...classes, ...machines];
}

export const ReadinessChange = Type.Object(
  {
    id: Type.String({ minLength: 1, maxLength: 200 }),
    toleranceAChannel: Type.Number({ minimum: 0, maximum: 100 }),
    toleranceAHead: Type.Number({ minimum: 0, maximum: 1000 }),
    idleHours: Type.Number({ minimum: 0.5, maximum: 240 }),
  },
  { additionalProperties: false },
);

/** Sets what a class's or machine's checks are judged by from now on; judgements are computed, so no record changes. */
export async function saveReadiness(db: Database, actor: Actor, value: unknown): Promise<void> {
  authorise(actor, "set-up");
  const accepted = accept(ReadinessChange, value);
  if ("problems" in accepted) throw new Refusal(400, "These settings can't be saved:", accepted.problems);
  const { id, ...body } = accepted.value;
  const shop = await loadShop(db, actor.site);
  const known = CLASSES.some((each) => each === id) || shop.machines.some((machine) => machine.id === id);
  if (!known) throw new Refusal(404, `There is no class or machine “${id.slice(0, 60)}”.`);
  await db.transaction((tx) =>
    putSettings(tx, shop, actor.personId, [{ subject: "readiness", id, body, what: `Tolerance and idle hours of ${id} set` }]),
  );
}
