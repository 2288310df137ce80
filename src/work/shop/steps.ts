import type { Step } from "../../core/routines/step.ts";
import { stepsVersion } from "../../core/runs/version.ts";
import type { Shop } from "../../core/shop/shop.ts";
import type { Connection, Database } from "../../ledger/database.ts";
import { stepsUnder } from "../../ledger/runs.ts";
import { allSites } from "../../ledger/settings.ts";
import { putSettings, type SettingChange } from "./settings.ts";
import { loadShop } from "./shop.ts";

/** The steps a run follows: those in force where they are still the same, else those kept under its mark. */
export async function stepsOf(db: Connection, shop: Shop, routine: string, version: string): Promise<readonly Step[]> {
  const present = shop.rules.book.get(routine)?.steps;
  if (present && stepsVersion(present) === version) return present;
  // Steps kept by the application itself, as they were written.
  const kept = (await stepsUnder(db, shop.id, routine, version)) as readonly Step[] | undefined;
  return kept ?? present ?? [];
}

/** The steps of all routines as settings, so that a run can be read under the version it followed when they have changed. */
export const stepSettings = (book: Shop["rules"]["book"]): SettingChange[] =>
  [...book.values()].flatMap(({ id, name, steps }) =>
    steps ? [{ subject: "steps", id, body: { mark: stepsVersion(steps), steps: [...steps] }, what: `Steps of ${name} kept` }] : [],
  );

/** Those that are not kept as the last ones of their routine yet. */
export const newStepSettings = (shop: Shop): SettingChange[] =>
  stepSettings(shop.rules.book).filter(
    ({ id, body }) => !shop.settings.some((each) => each.subject === "steps" && each.id === id && each.body.mark === body.mark),
  );

/** Keeps the steps that this build has, for each site that has not got them yet. */
export async function keepSteps(db: Database): Promise<void> {
  for (const site of await allSites(db)) {
    const shop = await loadShop(db, site);
    const unknown = newStepSettings(shop);
    if (unknown.length) await db.transaction((tx) => putSettings(tx, shop, null, unknown));
  }
}
