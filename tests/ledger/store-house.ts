import { uuidv7 } from "uuidv7";
import type { Role } from "../../src/core/fleet/vocabulary.ts";
import { stockRows } from "../../src/ledger/stock.ts";
import type { Actor } from "../../src/work/actor.ts";
import { record } from "../../src/work/record/record.ts";
import { db, newSite } from "./database.ts";

/** A house with a store over a real database, at 09:10 on Wednesday 25 November 2026: a new one for each test, and the hands in it. */

export let site = "";
export const actor = (personId: string, role: Role = "operator"): Actor => ({ site, personId, name: personId, role, sessionId: "s" });
export const ottoline = () => actor("ottoline", "supervisor");
export const at = (clock: string, day = "2026-11-25") => `${day}T${clock}:00.000Z`;
export const entry = (kind: string, body: Record<string, unknown>, rest: Record<string, unknown> = {}) => ({
  id: uuidv7(),
  kind,
  happenedAt: at("08:00"),
  body,
  ...rest,
});
export const stock = (
  event: string,
  lines: Record<string, unknown>[],
  more: Record<string, unknown> = {},
  rest: Record<string, unknown> = {},
) => entry("stock", { event, lines, ...more }, rest);
export const send = async (person: string, ...entries: unknown[]) => {
  const answers = await record(db, { site, actor: person === "ottoline" ? ottoline() : actor(person) }, { entries });
  return answers;
};
export const said = async (person: string, sent: unknown) => {
  const [answer] = await send(person, sent);
  return `${answer?.result}: ${answer?.message ?? ""}`;
};
export const there = async (item: string) => (await stockRows(db, site, [item])).map(({ lot, amount }) => [lot, amount]);
export const fluid = (lot: string, amount: number, more = {}) => ({ item: "aqueous-cleaner", amount, unit: "mL", lot, ...more });

export async function freshHouse(): Promise<void> {
  process.env.ZESTY_NOW = "2026-11-25T09:10:00Z";
  site = await newSite({ stores: true });
}
