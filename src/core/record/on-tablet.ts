import { type FloorView, withMachine } from "../floor/floor-view.ts";
import { kindOf } from "./entries.ts";
import type { TabletEntry } from "./kind.ts";
import { nozzleEvent } from "./nozzle-event.ts";

/** An entry in a device's queue. */
export type QueuedEntry = Omit<TabletEntry, "at"> & { happenedAt: string; timeGiven?: boolean; amends?: string };
export type QueuedItem = { entry: QueuedEntry; state: "queued" | "refused" | "waits" };

/**
 * The floor as a device knows it: the last snapshot, and over it what is queued there, each kind by its own `onTablet`.
 * @param offset milliseconds by which the server's clock is ahead of the device's
 */
export function withQueue(view: FloorView, queue: readonly QueuedItem[], offset: number): FloorView {
  let next = view;
  // What was undone before it was sent did nothing here.
  const undone = new Set(
    queue.flatMap(({ entry, state }) =>
      entry.kind === "amendment" && entry.body.struck && state !== "refused" ? (entry.amends ?? []) : [],
    ),
  );
  for (const { entry, state } of queue) {
    if (state === "refused" || undone.has(entry.id)) continue;
    const { happenedAt, timeGiven, amends: _, ...rest } = entry;
    const at = Date.parse(happenedAt) + (timeGiven ? 0 : offset);
    next = withNozzleEvent(kindOf(entry.kind)?.onTablet?.(next, { ...rest, at }) ?? next, { ...rest, at });
  }
  return next;
}

/** What was done for nozzles here: the next step follows from it at once. */
const withNozzleEvent = (view: FloorView, { id, kind, machine: of, routine, person, at, body }: TabletEntry): FloorView =>
  withMachine(view, of, (machine) => {
    const { desk } = machine;
    if (!desk || desk.events.some((event) => event.entry === id)) return machine;
    const byHand = desk.byHand ? [desk.byHand] : [];
    const event = nozzleEvent(
      { id, kind, routine: routine ?? null, at, person: person ?? null, body },
      (done) => view.routines[done]?.effects,
      byHand,
    );
    return event ? { ...machine, desk: { ...desk, events: [...desk.events, event].sort((a, b) => a.at - b.at) } } : machine;
  });
