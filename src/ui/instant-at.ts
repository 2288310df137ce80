import { clockNow } from "./clock.ts";
/** The instant of a wall-clock time today as this device's clock has it; later than now means yesterday. */
export function instantAt(time: string): string {
  const [hours, minutes] = time.split(":").map(Number);
  const at = new Date(clockNow());
  at.setHours(hours ?? 0, minutes ?? 0, 0, 0);
  if (at.getTime() > clockNow() + 60_000) at.setDate(at.getDate() - 1);
  return at.toISOString();
}
