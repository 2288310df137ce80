import { randomFrom } from "../random.ts";
import { keptPromises, type Morning } from "../standby/first-print.ts";

/** Days from 2026-01-01 on, as `2026-01-01`; months of 28 days are enough for an order. */
const dayNamed = (index: number) =>
  `${2026 + Math.floor(index / 336)}-${String(1 + (Math.floor(index / 28) % 12)).padStart(2, "0")}-${String(1 + (index % 28)).padStart(2, "0")}`;

/**
 * Mornings of a simulated shop: four machines of one class, each with its own pace; some mornings take a recovery, a few are lost.
 * @param days print days
 * @example simulatedMornings(10, 1).length // 40
 */
export function simulatedMornings(days: number, seed: number): Morning[] {
  const random = randomFrom(seed);
  const badShare = random() * 0.15;
  const lostShare = random() * 0.03;
  return [1, 2, 3, 4].flatMap((machine) => {
    const pace = 10 + random() * 20;
    return Array.from({ length: days }, (_, index): Morning => {
      const isMonday = index % 5 === 0;
      const recovery = random() < badShare * (isMonday ? 2 : 1) ? 20 + 60 * random() : 0;
      return {
        machine: `m${machine}`,
        day: dayNamed(index),
        weekday: 1 + (index % 5),
        hours: isMonday ? 62 : 14,
        parkedOnHold: random() < 0.05,
        goodMinutes: random() < lostShare ? null : pace + 25 * random() ** 2 + recovery,
      };
    });
  });
}

/** Of what is promised of simulated shops at a share, the share that came true, shop by shop. */
export const sharesKept = (shops: number, days: number, share: number): number[] =>
  Array.from({ length: shops }, (_, shop) => {
    const kept = keptPromises(simulatedMornings(days, shop + 1), { share, since: dayNamed(30) });
    return kept.filter(({ held }) => held).length / kept.length;
  });
