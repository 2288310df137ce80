import { uuidv7 } from "uuidv7";
import type { Role } from "../../src/core/fleet/vocabulary.ts";
import type { Actor } from "../../src/work/actor.ts";
import { record } from "../../src/work/record/record.ts";
import { db, newSite } from "./database.ts";

/** The demo's machines and people over a real database, with no history: a new house for each test, and the hands in it. */

export let site = "";

/** A new house, and the time in it; with a store set up, other machines, or all of the demo's ninety days, where that is asked for. */
export async function freshHouse({
  now = "2026-11-25T09:10:00Z",
  ...more
}: { now?: string } & Parameters<typeof newSite>[0] = {}): Promise<void> {
  process.env.ZESTY_NOW = now;
  site = await newSite(more);
}

const ROLES: Readonly<Record<string, Role>> = { ottoline: "supervisor", mirko: "technician" };
export const actor = (personId: string, role: Role = ROLES[personId] ?? "operator"): Actor => ({
  site,
  personId,
  name: personId,
  role,
  sessionId: "s",
});
export const ottoline = () => actor("ottoline");
export const bram = () => actor("bram");
export const at = (clock: string, day = "2026-11-25") => `${day}T${clock}:00.000Z`;
export const entry = (kind: string, body: Record<string, unknown>, rest: Record<string, unknown> = {}) => ({
  id: uuidv7(),
  kind,
  happenedAt: at("08:00"),
  body,
  ...rest,
});
/** What becomes of entries that somebody sends. */
export const send = (person: string, ...entries: unknown[]) => record(db, { site, actor: actor(person) }, { entries });
