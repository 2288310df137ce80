import { BUILT_IN_EFFECTS } from "../routines/built-in-effects.ts";
import { type Effects, keptEffects } from "../routines/effects.ts";
import type { Effective } from "./kind.ts";

/** What built-in routines do, for entries that were kept before effects were kept with them. */
const KEPT: Readonly<Record<string, Effects>> = Object.fromEntries(
  Object.entries(BUILT_IN_EFFECTS).flatMap(([id, effects]) => {
    const kept = keptEffects(effects);
    return kept ? [[id, kept]] : [];
  }),
);

/** SQL: what an entry's routine did, as far as projections rest on it. */
export const EFFECTS = `coalesce(effects, '${JSON.stringify(KEPT)}'::jsonb -> routine)`;

/** The same of one entry. */
export const effectsOf = ({ effects, routine }: Pick<Effective, "effects" | "routine">): Effects | undefined =>
  effects ?? KEPT[routine ?? ""];
