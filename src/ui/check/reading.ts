import type { ReadTold } from "../../workers/read-check.ts";

/** What was read from a picture. */
export type Read = Extract<ReadTold, { kind: "read" }>;
