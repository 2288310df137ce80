import type { Unit } from "./item.ts";

/** An amount as people say it: `1.25 L`, `40 mL`, `6 pieces`. */
export function amountWords(amount: number, unit: Unit): string {
  if (unit === "mL" && Math.abs(amount) >= 1000) return `${round(amount / 1000, 2)} L`;
  if (unit === "g" && Math.abs(amount) >= 1000) return `${round(amount / 1000, 2)} kg`;
  return `${round(amount, Math.abs(amount) < 10 ? 1 : 0)} ${unit === "pieces" && Math.abs(amount) === 1 ? "piece" : unit}`;
}
const round = (value: number, digits: number): string => String(Number(value.toFixed(digits)));
