import type { Choices } from "../../core/table/read-table.ts";

/** What a person settled about a table so far. */
export type Settled = Choices & { sheet?: string };
