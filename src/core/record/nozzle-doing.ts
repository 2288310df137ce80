import type { NozzleEvent } from "../nozzles/ladder/recovery.ts";
import type { NozzleDoing } from "./kind.ts";

/** What a routine that was done says of nozzles: nothing, unless it is done for them. */
export const routineDone = ({
  id,
  at,
  person,
  does,
}: {
  id: string;
  at: number;
  person: string | null;
  does?: NozzleDoing;
}): NozzleEvent | undefined => (does ? { at, entry: id, person, kind: does } : undefined);
