import { type Channel, channelsOf } from "./channels.ts";
import type { Machine } from "./schema.ts";

/**
 * Which ink line sits in which place of a machine: `order` names lines as `head/channel`, place 1 first, left to right seen from the front.
 * A line keeps its name wherever it sits, and its history with it.
 */
export type Positions = { order: string[] };
export type Place = { place: number; line: Channel };
export type Move = { line: Channel; from: number; to: number };

/** The inks of a machine place by place: as last written down, else as its channels are set up. @example placesOf({ heads: [] }, undefined) // [] */
export function placesOf(machine: Pick<Machine, "heads">, known: readonly string[] | undefined): Place[] {
  const lines = channelsOf(machine);
  const order = known && isOrder(machine, known) ? known : lines.map(({ id }) => id);
  return order.flatMap((id, index) => {
    const line = lines.find((each) => each.id === id);
    return line ? [{ place: index + 1, line }] : [];
  });
}

/** Whether an order names each line of a machine once. @example isOrder({ heads: [] }, ["H1/K"]) // false */
export function isOrder(machine: Pick<Machine, "heads">, order: readonly string[]): boolean {
  const lines = channelsOf(machine).map(({ id }) => id);
  return order.length === lines.length && lines.every((id) => order.includes(id));
}

/**
 * The order after the whites of a head moved so many places to the left, round its end; each colour passed fills in to their right. Of
 * whites side by side; `undefined` where they stand apart, where a head has no colour beside its whites, or none at all.
 *
 * @example shiftedWhite({ heads: [] }, [], 1) // undefined
 */
export function shiftedWhite(machine: Pick<Machine, "heads">, known: readonly string[] | undefined, by: number): string[] | undefined {
  const places = placesOf(machine, known);
  const order = places.map(({ line }) => line.id);
  // A head's places are those of its own channels; lines are not led to another head.
  const head = machine.heads?.find(
    ({ channels }) => channels?.some(({ ink }) => ink === "white") && channels.some(({ ink }) => ink !== "white"),
  );
  const first = channelsOf(machine).findIndex((each) => each.head === head?.id);
  const count = head?.channels?.length ?? 0;
  if (!head || first < 0) return undefined;
  const own = order.slice(first, first + count);
  const isWhite = (id: string | undefined) => places.some(({ line }) => line.id === id && line.ink === "white");
  const whites = own.filter(isWhite).length;
  const starts = own.flatMap((id, index) => (isWhite(id) && !isWhite(own[(index + count - 1) % count]) ? [index] : []));
  const [start] = starts;
  if (starts.length !== 1 || start === undefined) return undefined;
  const next = [...own];
  for (let step = 0; step < by; step++) {
    const at = (offset: number) => (((start - step + offset) % count) + count) % count;
    const passed = next[at(-1)];
    for (let offset = 0; offset < whites; offset++) next[at(offset - 1)] = next[at(offset)] ?? "";
    next[at(whites - 1)] = passed ?? "";
  }
  return [...order.slice(0, first), ...next, ...order.slice(first + count)];
}

/** The lines that change, from where to where, in the order of their new places. @example movesBetween(machine, order, order) // [] */
export function movesBetween(machine: Pick<Machine, "heads">, before: readonly string[], after: readonly string[]): Move[] {
  return placesOf(machine, after).flatMap(({ place, line }) => {
    const from = before.indexOf(line.id) + 1;
    return from > 0 && from !== place ? [{ line, from, to: place }] : [];
  });
}
