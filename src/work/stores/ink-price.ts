import { channelsOf } from "../../core/fleet/channels.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import type { Shop } from "../../core/shop/shop.ts";
import { inkCentsAMl } from "../../core/stores/ink-of.ts";

/** What a millilitre of a machine's ink costs, in hundredths of the shop's money: one figure wherever it is asked for. */
export const inkPrice = (shop: Shop, machine: Machine): number =>
  inkCentsAMl(shop.items, machine, new Set(channelsOf(machine).map(({ ink }) => ink)), shop.stores.inkCentsAMl);
