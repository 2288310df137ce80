import { createHash } from "node:crypto";
import type { Shop } from "../../core/shop/shop.ts";

/** Short codes for machines' tags: four letters and figures that are not taken for each other. */
const LETTERS = "23456789ABCDEFGHJKMNPQRSTUVWXYZ";
const LENGTH = 4;

const kept = new WeakMap<Shop, Map<string, string>>();

/** A machine's code: the same as long as the machine is in the shop. */
export function tagOf(shop: Shop, machine: string): string {
  let tags = kept.get(shop);
  if (!tags) {
    tags = new Map();
    const taken = new Set<string>();
    // In the order of their ids, so that a new machine does not change the others' codes unless they collide.
    for (const { id } of [...shop.machines].sort((a, b) => (a.id < b.id ? -1 : 1))) {
      let salt = 0;
      while (taken.has(code(id, salt))) salt++;
      taken.add(code(id, salt));
      tags.set(id, code(id, salt));
    }
    kept.set(shop, tags);
  }
  return tags.get(machine) ?? "";
}

export const machineByTag = (shop: Shop, tag: string): string | undefined =>
  shop.machines.find(({ id }) => tagOf(shop, id) === tag.toUpperCase().replace(/[^A-Z0-9]/g, ""))?.id;

function code(id: string, salt: number): string {
  const bytes = createHash("sha256").update(`${id}/${salt}`).digest();
  return Array.from({ length: LENGTH }, (_, index) => LETTERS[(bytes[index] ?? 0) % LETTERS.length]).join("");
}
