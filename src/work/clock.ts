/** The one place that reads the clock. `ZESTY_NOW` freezes it for tests and pictures. */
export function now(): Date {
  const frozen = process.env.ZESTY_NOW;
  if (!frozen) return new Date();
  const instant = new Date(frozen);
  if (Number.isNaN(instant.getTime())) throw new Error(`ZESTY_NOW is “${frozen}”; expected an instant like 2026-11-25T09:10:00Z`);
  return instant;
}
