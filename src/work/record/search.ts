import type { Connection } from "../../ledger/database.ts";
import { searchNotes } from "../../ledger/search.ts";
import { type Actor, authorise } from "../actor.ts";
import { loadShop } from "../shop/shop.ts";
import { tagOf } from "../shop/tags.ts";
import { entryView } from "./ledger.ts";

export type Hit = { kind: "machine" | "person" | "routine" | "item" | "note"; title: string; more: string; href: string };
const MOST = 8;

/** Machines, people, routines and notes by the beginnings of words. */
export async function search(db: Connection, actor: Actor, text: string): Promise<Hit[]> {
  authorise(actor, "look");
  const words = text
    .normalize("NFKC")
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .slice(0, 6)
    .map((word) => word.slice(0, 40));
  if (words.length === 0) return [];
  const shop = await loadShop(db, actor.site);
  const fits = (...texts: (string | undefined)[]) => {
    const beginnings = texts.flatMap((each) => (each ?? "").toLowerCase().split(/[^\p{L}\p{N}]+/u));
    return words.every((word) => beginnings.some((each) => each.startsWith(word)));
  };
  const machines = shop.machines
    .filter((machine) => fits(machine.name, machine.id, machine.class, machine.family, tagOf(shop, machine.id)))
    .map(
      (machine): Hit => ({
        kind: "machine",
        title: machine.name,
        more: `${machine.class.toUpperCase()}, tag ${tagOf(shop, machine.id)}`,
        href: `/machines/${machine.id}`,
      }),
    );
  const people = shop.people
    .filter(({ name, role }) => fits(name, role))
    .map(({ id, name, role }): Hit => ({ kind: "person", title: name, more: role, href: `/logbook?person=${encodeURIComponent(id)}` }));
  const routines = [...shop.rules.book.values()]
    .filter(({ id, name }) => fits(id, name))
    .map(({ id, name }): Hit => ({ kind: "routine", title: name, more: id, href: `/logbook?text=${encodeURIComponent(id)}` }));
  const items = shop.items
    .filter(({ name, names, group }) => fits(name, group, ...(names ?? [])))
    .map(({ id, name, place }): Hit => ({ kind: "item", title: name, more: `in the store, ${place}`, href: `/stores/items/${id}` }));
  const notes = await searchNotes(db, actor.site, words, MOST);
  return [
    ...machines.slice(0, MOST),
    ...people.slice(0, MOST),
    ...routines.slice(0, MOST),
    ...items.slice(0, MOST),
    ...notes.map((row): Hit => {
      const entry = entryView(shop, row);
      return {
        kind: "note",
        title: entry.says.slice(0, 160),
        more: `${entry.machineName ?? ""} ${entry.day}, ${entry.person}`.trim(),
        href: `/logbook/${entry.id}`,
      };
    }),
  ];
}
