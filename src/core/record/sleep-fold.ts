import { EFFECTS, effectsOf } from "./effects-sql.ts";
import type { Fold } from "./kind.ts";

/** A storage routine done, or the one that wakes: which is an effect of the routine. `done` says the same as `where`. */
export const sleepOfRoutine = <Body>(where: string, done: (body: Body) => boolean): Fold<Body> => ({
  where: `${where} AND (${EFFECTS} ? 'sleeps' OR ${EFFECTS} ? 'wakes')`,
  columns: { up: `${EFFECTS} ? 'wakes'`, regime: `${EFFECTS} ->> 'sleeps'`, contents: "NULL", until: "NULL::date" },
  rows(entry) {
    const effects = effectsOf(entry);
    if (!done(entry.body) || !(effects?.sleeps || effects?.wakes)) return [];
    return [{ up: Boolean(effects.wakes), regime: effects.sleeps ?? null, contents: null, until: null }];
  },
});
