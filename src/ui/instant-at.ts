/** The instant of a wall-clock time today as this device's clock has it; later than now means yesterday. */
export function instantAt(time: string): string {
  const [hours, minutes] = time.split(":").map(Number);
  const at = new Date();
  at.setHours(hours ?? 0, minutes ?? 0, 0, 0);
  if (at.getTime() > Date.now() + 60_000) at.setDate(at.getDate() - 1);
  return at.toISOString();
}
