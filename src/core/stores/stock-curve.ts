import type { Day } from "../calendar/day.ts";

/** A movement as a curve needs it: oldest first; a count says how much is there, anything else how much came or went. */
export type CurveMove = { day: Day; lot: string; place: string; amount: number; counted: boolean };
export type CurvePoint = { day: Day; amount: number };

/**
 * What was there at the end of each day from `from` to `to`, by its movements. More taken of a lot than there was is gone of the others; less than nothing is nothing.
 *
 * @example stockByDay([{ day: 1, lot: "", place: "", amount: 10, counted: false }, { day: 2, lot: "", place: "", amount: -4, counted: false }], 1, 2)
 * → [{ day: 1, amount: 10 }, { day: 2, amount: 6 }]
 */
export function stockByDay(moves: readonly CurveMove[], from: Day, to: Day): CurvePoint[] {
  const held = new Map<string, number>();
  const points: CurvePoint[] = [];
  let next = 0;
  for (let day = Math.min(from, moves[0]?.day ?? from); day <= to; day++) {
    for (let move = moves[next]; move && move.day <= day; move = moves[++next]) {
      const key = `${move.lot}~${move.place}`;
      held.set(key, move.counted ? move.amount : (held.get(key) ?? 0) + move.amount);
    }
    if (day >= from)
      points.push({
        day,
        amount: Math.max(
          0,
          [...held.values()].reduce((sum, amount) => sum + amount, 0),
        ),
      });
  }
  return points;
}
