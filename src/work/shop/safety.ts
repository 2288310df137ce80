import { type Static, Type } from "typebox";
import { accept } from "../../core/record/validate.ts";
import type { Routine } from "../../core/routines/routine.ts";
import { HAZARDS, type Hazard } from "../../core/safety/hazards.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import type { Shop } from "../../core/shop/shop.ts";
import type { Database } from "../../ledger/database.ts";
import { type Actor, authorise } from "../actor.ts";
import { putSettings } from "./settings.ts";
import { loadShop } from "./shop.ts";

export const DataSheets = Type.Object(
  {
    sheets: Type.Array(
      Type.Object(
        {
          name: Type.String({ minLength: 1, maxLength: 200, pattern: "\\S" }),
          url: Type.String({ pattern: "^https?://[^\\s]+$", maxLength: 2000 }),
          hazards: Type.Array(Type.Enum(Object.keys(HAZARDS) as Hazard[]), { minItems: 1, maxItems: 20, uniqueItems: true }),
        },
        { additionalProperties: false },
      ),
      { maxItems: 200 },
    ),
  },
  { additionalProperties: false },
);
export type DataSheet = Static<typeof DataSheets>["sheets"][number];

/** Where the house's suppliers' data sheets are, and at which hazards they are shown. */
export function dataSheets(shop: Shop): DataSheet[] {
  const body = shop.settings.find(({ subject, id }) => subject === "safety" && id === "sheets")?.body;
  const accepted = body ? accept(DataSheets, body) : undefined;
  return accepted && "value" in accepted ? accepted.value.sheets : [];
}

/** The data sheets to show before a routine: its own, and the house's for its hazards. */
export const sheetsFor = (shop: Shop, routine: Partial<Pick<Routine, "hazards" | "sheets">>): { name: string; url: string }[] => [
  ...(routine.sheets ?? []),
  ...dataSheets(shop)
    .filter(({ hazards }) => hazards.some((hazard) => routine.hazards?.includes(hazard)))
    .map(({ name, url }) => ({ name, url })),
];

/** Saves where the data sheets are. @throws Refusal */
export async function saveDataSheets(db: Database, actor: Actor, value: unknown): Promise<void> {
  authorise(actor, "set-up");
  const accepted = accept(DataSheets, value);
  if ("problems" in accepted) throw new Refusal(400, "These data sheets can't be saved:", accepted.problems);
  const shop = await loadShop(db, actor.site);
  await db.transaction((tx) =>
    putSettings(tx, shop, actor.personId, [
      { subject: "safety", id: "sheets", body: accepted.value, what: `${accepted.value.sheets.length} data sheets linked` },
    ]),
  );
}
