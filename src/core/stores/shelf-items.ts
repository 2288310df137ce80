import type { Day } from "../calendar/day.ts";
import type { Item } from "./item.ts";
import type { ShelfItem } from "./run-materials.ts";
import { type Held, lotsInOrder } from "./shelf.ts";

/** What the store holds that routines use up: items kept by lot or by count, with their lots as they are to be used. */
export const shelfItems = (items: readonly Item[], held: readonly Held[], today: Day): ShelfItem[] =>
  items
    .filter(({ keeping }) => keeping === "lot" || keeping === "counted")
    .map((item) => {
      const { id, name, unit, keeping, group, names, ink, inkOf, fluid, recipe, contents } = item;
      const optional = {
        ...(names ? { names } : {}),
        ...(ink ? { ink } : {}),
        ...(inkOf ? { inkOf } : {}),
        ...(fluid ? { fluid } : {}),
        ...(recipe ? { recipe } : {}),
        ...(contents ? { contents } : {}),
      };
      return { id, name, unit, keeping, group, ...optional, lots: lotsInOrder(item, held, today) };
    });
