import type { Connection } from "../../ledger/database.ts";
import { type TaskRow, tasksSince } from "../../ledger/tasks.ts";
import { now } from "../clock.ts";

const KEPT_DAYS = 14;

/** What people changed of the due work lately: who has it, what was moved. */
export const givenLately = (db: Connection, site: string): Promise<TaskRow[]> =>
  tasksSince(db, site, new Date(now().getTime() - KEPT_DAYS * 86_400_000));
