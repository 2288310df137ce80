import type { ReadTold } from "../../workers/read-check.ts";
import type { Counts } from "./channel-counts.tsx";
import type { Corrected } from "./counts-form.tsx";

/** What was read from a picture, and what a person makes of it. */
export type Read = Extract<ReadTold, { kind: "read" }>;
export type Taken = { counts: Record<string, Counts>; corrected: Corrected };
