import type { NozzleEvent } from "../nozzles/ladder/recovery.ts";
import type { Effects } from "../routines/effects.ts";
import { kindOf } from "./entries.ts";

/** An entry as far as nozzles are concerned. */
export type Recorded = {
  id: string;
  kind: string;
  routine: string | null;
  /** Milliseconds. */
  at: number;
  person: string | null;
  body: Record<string, unknown>;
};

/**
 * What an entry says of a machine's nozzles; undefined where nothing.
 * @param effects of a routine, by id
 * @param byHand routines that clean round the head by hand
 * @param partKind what a part of the machine is, by its id
 */
export function nozzleEvent(
  { id, kind, routine, at, person, body }: Recorded,
  effects: (routine: string) => Effects | undefined,
  byHand: readonly string[],
  partKind: (part: string) => string | undefined = () => undefined,
): NozzleEvent | undefined {
  const does = routine ? (effects(routine)?.nozzles ?? (byHand.includes(routine) ? ("by-hand" as const) : undefined)) : undefined;
  return kindOf(kind)?.nozzles?.(body, { id, at, person, does, partKind });
}
