/** How far a demo's clock is set ahead of the machine's, in ms; otherwise 0. */
export const clockAheadMs = (): number => (process.env.ZESTY_NOW ? 0 : Number(process.env.ZESTY_CLOCK_AHEAD_MS) || 0);

/** The same in whole hours, as it is said. */
export const clockAheadHours = (): number => Math.round(clockAheadMs() / 3_600_000);

/** The one place that reads the clock. `ZESTY_NOW` freezes it for tests and pictures; a demo that was started at night is ahead. */
export function now(): Date {
  const frozen = process.env.ZESTY_NOW;
  if (!frozen) return new Date(Date.now() + clockAheadMs());
  const instant = new Date(frozen);
  if (Number.isNaN(instant.getTime())) throw new Error(`ZESTY_NOW is “${frozen}”; expected an instant like 2026-11-25T09:10:00Z`);
  return instant;
}
