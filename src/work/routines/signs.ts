import { SIGNS } from "../../core/fleet/vocabulary.ts";
import { causesInOrder, type RankedCause } from "../../core/signs/causes.ts";
import { signWords } from "../../core/signs/guide.ts";
import type { Database } from "../../ledger/database.ts";
import { causesFound } from "../../ledger/signs.ts";
import { type Actor, authorise } from "../actor.ts";

export type SignCount = { sign: string; words: string; found: number; causes: RankedCause[]; other: number };

/** What the house found signs to come from, sign by sign, with the order that follows from it. */
export async function signCounts(db: Database, actor: Actor): Promise<SignCount[]> {
  authorise(actor, "look");
  const found = await causesFound(db, actor.site);
  return SIGNS.map((sign) => {
    const mine = found.filter((each) => each.sign === sign);
    return {
      sign,
      words: signWords(sign),
      found: mine.reduce((sum, each) => sum + each.found, 0),
      causes: causesInOrder(sign, Object.fromEntries(mine.map((each) => [each.cause, each.found]))),
      other: mine.find(({ cause }) => cause === "other")?.found ?? 0,
    };
  });
}
