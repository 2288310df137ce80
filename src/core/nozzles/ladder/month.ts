import { cleansOf, type Judging, type Recovery, spent } from "./recovery.ts";

export type RecoverySum = {
  recoveries: number;
  /** Ended within tolerance. */
  well: number;
  cleans: number;
  ml: number;
  minutes: number;
};
export type RungSum = { rung: string; cleans: number; ml: number; minutes: number; endedWell: number };

/** What recoveries cost and how they ended; and by rung, how often its clean was the last before all was well. Cost in millilitres and minutes. */
export function recoverySums(list: readonly Recovery[], { ladder }: Judging, heads: number): { all: RecoverySum; byRung: RungSum[] } {
  const all: RecoverySum = { recoveries: 0, well: 0, cleans: 0, ml: 0, minutes: 0 };
  const rungs = new Map<string, RungSum>();
  for (const recovery of list) {
    const cost = spent(recovery.events, ladder, heads);
    const well = recovery.over?.how === "within";
    all.recoveries++;
    if (well) all.well++;
    all.cleans += cost.cleans;
    all.ml += cost.ml;
    all.minutes += cost.minutes;
    const cleans = cleansOf(recovery.events);
    for (const clean of cleans) {
      const sum = rungs.get(clean.rung) ?? { rung: clean.rung, cleans: 0, ml: 0, minutes: 0, endedWell: 0 };
      const own = spent([clean], ladder, heads);
      sum.cleans++;
      sum.ml += own.ml;
      sum.minutes += own.minutes;
      if (well && clean === cleans.at(-1)) sum.endedWell++;
      rungs.set(clean.rung, sum);
    }
  }
  const order = ladder.rungs.map(({ id }) => id);
  return { all, byRung: [...rungs.values()].sort((a, b) => order.indexOf(a.rung) - order.indexOf(b.rung)) };
}
