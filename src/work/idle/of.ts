import { policiesOf } from "../../core/fleet/rule.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import type { Shop } from "../../core/shop/shop.ts";
import { fillOf } from "../../core/standby/flush.ts";
import { linesOf } from "../../core/standby/needs.ts";
import type { Regime } from "../../core/standby/regime.ts";
import { plumbingOf, type StandbySettings, standbySettings } from "../../core/standby/settings.ts";
import type { FillMl } from "../../core/stores/waste/draws.ts";

/** What a machine is held by while it stands. */
export const standbyOf = (shop: Shop, machine: Pick<Machine, "id" | "class">): StandbySettings =>
  standbySettings(
    machine.class,
    ["site", machine.class, machine.id].flatMap((id) => shop.standby.get(id) ?? []),
  );

/** What filling its lines again takes of ink. */
export const fillAt = (shop: Shop, machine: Machine): FillMl =>
  fillOf(linesOf(machine), plumbingOf(machine, shop.plumbing.get(machine.id)).plumbing, standbyOf(shop, machine));

/** How a machine stood over a gap in which nobody put it to sleep: by its house's way of closing. */
export function usualRegime(machine: Machine, hours: number, { bounds }: Pick<StandbySettings, "bounds">): Regime {
  const { cap, power } = policiesOf(machine);
  if (hours <= (bounds.night.to ?? 24)) return "night";
  if (machine.abilities?.includes("automatic-flush")) return "flush";
  if (machine.abilities?.includes("standby-self-clean") && power === "on") return "powered";
  if (machine.class !== "cij" && cap === "wet") return hours <= (bounds.wet.to ?? 72) ? "wet" : "solution";
  return "night";
}
