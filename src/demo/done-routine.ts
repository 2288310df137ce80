import type { Day } from "../core/calendar/day.ts";
import type { Machine } from "../core/fleet/schema.ts";

/** What was done in the demo's ninety days, as the store sees it. */
export type DoneRoutine = { machine: Machine; routine: string; day: Day; at: Date; person: string; run: string | null };
