import type { Item } from "./item.ts";

/** An item by what a routine calls it. */
export function itemNamed<Known extends Pick<Item, "name" | "unit" | "names">>(
  items: readonly Known[],
  name: string,
  unit: string,
): Known | undefined {
  const wanted = name.toLowerCase();
  return items.find((item) => item.unit === unit && [item.name, ...(item.names ?? [])].some((each) => each.toLowerCase() === wanted));
}
