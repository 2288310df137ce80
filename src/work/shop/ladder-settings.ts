import { Type } from "typebox";
import { printsChecks } from "../../core/fleet/channels.ts";
import type { Problem } from "../../core/fleet/validate.ts";
import { CLASSES } from "../../core/fleet/vocabulary.ts";
import { LadderSettings, ladderProblems, ladderSettings } from "../../core/nozzles/ladder/settings.ts";
import { accept } from "../../core/record/validate.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import type { Connection, Database } from "../../ledger/database.ts";
import { type Actor, authorise } from "../actor.ts";
import { putSettings } from "./settings.ts";
import { loadShop } from "./shop.ts";

export type LadderRow = { id: string; name: string; settings: LadderSettings; own: boolean };

/** The cleaning ladder of each class and machine, as it is in force. */
export async function ladderRows(db: Connection, actor: Actor): Promise<LadderRow[]> {
  authorise(actor, "set-up");
  const shop = await loadShop(db, actor.site);
  const of = (id: string) => shop.ladder.get(id) ?? {};
  return [
    ...CLASSES.filter((each) => each !== "cij").map((each) => ({
      id: each,
      name: `Class ${each.toUpperCase()}`,
      settings: ladderSettings(each, [of("site"), of(each)]),
      own: shop.ladder.has(each),
    })),
    ...shop.machines.filter(printsChecks).map((machine) => ({
      id: machine.id,
      name: machine.name,
      settings: ladderSettings(machine.class, [of("site"), of(machine.class), of(machine.id)]),
      own: shop.ladder.has(machine.id),
    })),
  ];
}

export const LadderChange = Type.Object(
  { id: Type.String({ minLength: 1, maxLength: 200 }), settings: LadderSettings },
  { additionalProperties: false },
);

/** Sets a class's or machine's ladder from now on; what it would say of the past is computed again. @throws Refusal */
export async function saveLadder(db: Database, actor: Actor, value: unknown): Promise<void> {
  authorise(actor, "set-up");
  const accepted = accept(LadderChange, value);
  const problems: Problem[] = "problems" in accepted ? accepted.problems : ladderProblems(accepted.value.settings);
  if ("problems" in accepted || problems.length) throw new Refusal(400, "This ladder can't be saved:", problems);
  const { id, settings } = accepted.value;
  const shop = await loadShop(db, actor.site);
  if (!CLASSES.some((each) => each === id) && !shop.machines.some((machine) => machine.id === id))
    throw new Refusal(404, `There is no class or machine “${id.slice(0, 60)}”.`);
  await db.transaction((tx) =>
    putSettings(tx, shop, actor.personId, [{ subject: "ladder", id, body: settings, what: `Cleaning ladder of ${id} set` }]),
  );
}
