import { Type } from "typebox";
import { accept } from "../../core/record/validate.ts";
import { LANGUAGE_IDS, LANGUAGES, type Language } from "../../core/shop/languages.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { personName, type Shop } from "../../core/shop/shop.ts";
import type { Database } from "../../ledger/database.ts";
import { type Actor, authorise } from "../actor.ts";
import { putSettings } from "../shop/settings.ts";
import { loadShop } from "../shop/shop.ts";

/** Languages of people by their ids; who has none said reads English. */
export function languagesOf(shop: Shop): Map<string, Language> {
  return new Map(
    shop.settings.flatMap(({ subject, id, body }) => (subject === "language" ? [[id, body.language as Language] as const] : [])),
  );
}

export const LanguageChange = Type.Object(
  { person: Type.String({ minLength: 1, maxLength: 200 }), language: Type.Enum([...LANGUAGE_IDS]) },
  { additionalProperties: false },
);

/** Saves which language somebody reads on the floor: their own by anybody who records, another's by who manages people. @throws Refusal */
export async function saveLanguage(db: Database, actor: Actor, value: unknown): Promise<void> {
  const accepted = accept(LanguageChange, value);
  if ("problems" in accepted) throw new Refusal(400, "This language can't be saved:", accepted.problems);
  const { person, language } = accepted.value;
  authorise(actor, person === actor.personId ? "record" : "people");
  const shop = await loadShop(db, actor.site);
  if (!shop.people.some(({ id }) => id === person)) throw new Refusal(404, "There is no such person here.");
  await db.transaction((tx) =>
    putSettings(tx, shop, actor.personId, [
      {
        subject: "language",
        id: person,
        body: { language },
        what: `${personName(shop, person)} reads ${LANGUAGES[language]} on the floor`,
      },
    ]),
  );
}
