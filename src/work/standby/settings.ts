import { Type } from "typebox";
import { CLASSES } from "../../core/fleet/vocabulary.ts";
import { accept } from "../../core/record/validate.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { Plumbing, StandbyChange, standbyProblems } from "../../core/standby/settings.ts";
import type { Database } from "../../ledger/database.ts";
import { type Actor, authorise } from "../actor.ts";
import { putSettings } from "../shop/settings.ts";
import { loadShop } from "../shop/shop.ts";

const Change = Type.Object(
  { subject: Type.Enum(["standby", "plumbing"]), id: Type.String({ minLength: 1, maxLength: 200 }), body: Type.Object({}) },
  { additionalProperties: false },
);

/** Puts bounds and numbers of standing (for the site, a class, a machine) or a machine's plumbing in force. @throws Refusal with each place */
export async function saveStandby(db: Database, actor: Actor, value: unknown): Promise<void> {
  authorise(actor, "set-up");
  const change = accept(Change, value);
  if ("problems" in change) throw new Refusal(400, "This can't be saved:", change.problems);
  const { subject, id } = change.value;
  const shop = await loadShop(db, actor.site);
  const machine = shop.machines.find((each) => each.id === id);
  if (!machine && (subject === "plumbing" || (id !== "site" && !CLASSES.some((each) => each === id))))
    throw new Refusal(404, `There is no ${subject === "plumbing" ? "machine" : "class or machine"} “${id.slice(0, 60)}”.`);
  const accepted = subject === "standby" ? accept(StandbyChange, change.value.body) : accept(Plumbing, change.value.body);
  if ("problems" in accepted) throw new Refusal(400, "This can't be saved:", accepted.problems);
  const problems = subject === "standby" ? standbyProblems(accepted.value as StandbyChange) : [];
  if (problems.length) throw new Refusal(400, "This can't be saved:", problems);
  const body = subject === "standby" ? { ...shop.standby.get(id), ...accepted.value } : accepted.value;
  const name = machine?.name ?? (id === "site" ? "the whole shop" : `class ${id.toUpperCase()}`);
  await db.transaction((tx) =>
    putSettings(tx, shop, actor.personId, [
      { subject, id, body, what: subject === "standby" ? `How ${name} stands idle set` : `Lines, dampers and pump of ${name} set` },
    ]),
  );
}
