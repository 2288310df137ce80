import { practisedOf } from "../../core/runs/practised.ts";
import { stepsVersion } from "../../core/runs/version.ts";
import type { Shop } from "../../core/shop/shop.ts";
import type { Connection } from "../../ledger/database.ts";
import { cleanRuns, endsMark } from "../../ledger/runs.ts";
import { now } from "../clock.ts";

const YEAR_MS = 365 * 86_400_000;
/** What was counted last of each site, and what it rested on: a year of runs is not read each time a tablet asks. */
const counted = new Map<string, { mark: string; practised: Record<string, string[]> }>();

/**
 * Who is practised in what: as many clean runs of a routine's present steps within a year as the shop asks for. A new version of the steps,
 * or a year's pause, makes a learner again. By person, the ids of routines.
 */
export async function practisedIn(db: Connection, shop: Shop, practisedAfter: number): Promise<Record<string, string[]>> {
  const mark = [await endsMark(db, shop.id), shop.mark, practisedAfter, Math.floor(now().getTime() / 86_400_000)].join("/");
  const before = counted.get(shop.id);
  if (before?.mark === mark) return before.practised;
  const versions = new Map([...shop.rules.book.values()].map(({ id, steps }) => [id, stepsVersion(steps ?? [])]));
  const clean = await cleanRuns(db, shop.id, new Date(now().getTime() - YEAR_MS));
  const practised = practisedOf(clean, versions, practisedAfter);
  counted.set(shop.id, { mark, practised });
  return practised;
}
