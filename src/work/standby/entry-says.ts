import { REGIME_NAMES } from "../../core/standby/regime.ts";
import type { DoorBody, SeasonBody, SleepBody } from "../../core/standby/said.ts";

/** What an entry of a machine that stands says, in a line. Bodies passed their schema when they were written. */
export function standbySays(kind: string, body: Record<string, unknown>): string {
  if (kind === "sleep") {
    const { event, regime, contents, until, note } = body as SleepBody;
    return [event === "up" ? "woken" : `put to sleep: ${regime ? REGIME_NAMES[regime] : ""}`, contents, until && `until ${until}`, note]
      .filter(Boolean)
      .join("; ");
  }
  if (kind === "door") {
    const { power, capped, note } = body as DoorBody;
    return [
      power && `seen ${power}`,
      capped && `capped ${capped === "dry" ? "dry" : capped === "water" ? "on water" : "with the concentrate"}`,
      note,
    ]
      .filter(Boolean)
      .join("; ");
  }
  const { name, from, to, machines, tasks } = body as SeasonBody;
  return `plan of ${name ?? "a closure"} (${from} to ${to}) put in force: ${machines.length} machines, ${tasks.length} pieces of work`;
}
