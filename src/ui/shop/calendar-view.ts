import type { Area, Calendar } from "../../core/fleet/schema.ts";

/** The calendar with what else of the shop is edited beside it. */
export type CalendarView = Calendar & { name: string; areas: Area[]; dayStartsAtHour?: number };
