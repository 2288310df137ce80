import type { RunBody } from "../../core/runs/events.ts";
import type { Draft } from "./outbox.ts";
import type { OpenRun } from "./runs.ts";
import type { Floor } from "./use-floor.ts";

/** Keeps an event of the run, and what else follows from it. */
export type Send = (
  body: RunBody,
  extra?: { picture?: string; also?: Pick<Draft, "kind" | "routine" | "body">[] },
) => Promise<{ full: boolean }>;
/** What each part of a run's page is given. */
export type Part = { found: OpenRun; floor: Floor; send: Send };
