import { stockRows } from "../../src/ledger/stock.ts";
import { db } from "./database.ts";
import { entry, send, site } from "./house.ts";

/** What tests of the store say and see. */

export const stock = (
  event: string,
  lines: Record<string, unknown>[],
  more: Record<string, unknown> = {},
  rest: Record<string, unknown> = {},
) => entry("stock", { event, lines, ...more }, rest);
export const said = async (person: string, sent: unknown) => {
  const [answer] = await send(person, sent);
  return `${answer?.result}: ${answer?.message ?? ""}`;
};
export const there = async (item: string) => (await stockRows(db, site, [item])).map(({ lot, amount }) => [lot, amount]);
export const fluid = (lot: string, amount: number, more = {}) => ({ item: "aqueous-cleaner", amount, unit: "mL", lot, ...more });
