import { CLASSES } from "../../core/fleet/vocabulary.ts";
import { REGIME_NAMES, REGIMES, type Regime } from "../../core/standby/regime.ts";
import { type StandbySettings, standbySettings } from "../../core/standby/settings.ts";
import type { Connection } from "../../ledger/database.ts";
import { type Actor, authorise } from "../actor.ts";
import { standbyOf } from "../idle/of.ts";
import { loadShop } from "../shop/shop.ts";

export type StandbySettingsRow = { id: string; name: string; settings: StandbySettings; own: boolean };
export type StandbySettingsView = { rows: StandbySettingsRow[]; regimes: { id: Regime; name: string }[] };

/** What standing machines are held by: for the shop, each class, each machine. */
export async function standbySettingsView(db: Connection, actor: Actor): Promise<StandbySettingsView> {
  authorise(actor, "set-up");
  const shop = await loadShop(db, actor.site);
  const of = (id: string) => shop.standby.get(id) ?? {};
  const classes = CLASSES.filter((each) => shop.machines.some((machine) => machine.class === each));
  return {
    regimes: REGIMES.map((id) => ({ id, name: REGIME_NAMES[id] })),
    rows: [
      ...classes.map(
        (each): StandbySettingsRow => ({
          id: each,
          name: `Class ${each.toUpperCase()}`,
          settings: standbySettings(each, [of("site"), of(each)]),
          own: shop.standby.has(each),
        }),
      ),
      ...shop.machines.map(
        (machine): StandbySettingsRow => ({
          id: machine.id,
          name: machine.name,
          settings: standbyOf(shop, machine),
          own: shop.standby.has(machine.id),
        }),
      ),
    ],
  };
}
