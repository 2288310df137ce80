import type { Body } from "../record/entries.ts";

export type PartEvent = { at: number; day: number; entry: string; machine: string; body: Body<"part"> };

/** A part as it stands at a machine now. */
export type PartNow = {
  part: string;
  fittedDay: number | null;
  /** In milliseconds, where an entry says so. */
  fittedAt: number | null;
  serial: string | null;
  gone: boolean;
  entry: string | null;
};

/**
 * Whether something was measured of the part that stands there now.
 * @example isSinceFitted({ at: 5, day: 1 }, { fittedAt: 4, fittedDay: 1 }) // true
 */
export const isSinceFitted = (
  measured: { at: number; day: number },
  { fittedAt, fittedDay }: Pick<PartNow, "fittedAt" | "fittedDay">,
): boolean => (fittedAt === null ? fittedDay === null || measured.day >= fittedDay : measured.at > fittedAt);

/** What stands at a place of a machine: as its settings say, unless an entry says otherwise later. Events oldest first. */
export function partNow(part: string, fittedOn: number | null, events: readonly PartEvent[]): PartNow {
  let now: PartNow = { part, fittedDay: fittedOn, fittedAt: null, serial: null, gone: false, entry: null };
  for (const { at, day, entry, body } of events) {
    if (body.part !== part || (fittedOn !== null && day < fittedOn)) continue;
    if (body.event === "taken") now = { part, fittedDay: null, fittedAt: null, serial: null, gone: true, entry };
    else now = { part, fittedDay: day, fittedAt: at, serial: body.serial ?? null, gone: false, entry };
  }
  return now;
}

/** A thing with a number of its own, wherever it was. */
export type Thing = {
  serial: string;
  kind: string;
  /** Where it is now: a machine's place, the shelf, or scrapped. */
  at: { machine: string; part: string } | "shelf" | "scrapped";
  /** Each stay, oldest first. */
  stays: { machine: string; part: string; from: number; to: number | null; reason: string | null }[];
};

/** Follows every part that has a serial number from machine to shelf to machine. Events oldest first. */
export function thingsOf(events: readonly PartEvent[], kindOf: (machine: string, part: string) => string): Thing[] {
  const things = new Map<string, Thing>();
  const end = (
    serial: string | undefined,
    day: number,
    reason: string | null,
    scrapped: boolean,
    before?: { machine: string; part: string; days: number },
  ) => {
    if (!serial) return;
    // What was there before anything was kept began as many days ago as is said of it.
    if (!things.has(serial) && before)
      things.set(serial, {
        serial,
        kind: kindOf(before.machine, before.part),
        at: { machine: before.machine, part: before.part },
        stays: [{ machine: before.machine, part: before.part, from: day - before.days, to: null, reason: null }],
      });
    const thing = things.get(serial);
    const stay = thing?.stays.at(-1);
    if (!thing || !stay || stay.to !== null) return;
    Object.assign(stay, { to: day, reason });
    thing.at = scrapped ? "scrapped" : "shelf";
  };
  const holder = new Map<string, string>();
  for (const { day, machine, body } of events) {
    const place = `${machine}/${body.part}`;
    const reason = body.reason ?? null;
    if (body.event !== "fitted")
      end(body.oldSerial ?? holder.get(place), day, reason, body.scrapped ?? false, { machine, part: body.part, days: body.lifeDays ?? 0 });
    if (body.event === "taken") {
      holder.delete(place);
      continue;
    }
    if (!body.serial) {
      holder.delete(place);
      continue;
    }
    // Fitted elsewhere without being taken off first: it can't be in two places.
    end(body.serial, day, "moved", false);
    const thing: Thing = things.get(body.serial) ?? { serial: body.serial, kind: kindOf(machine, body.part), at: "shelf", stays: [] };
    thing.stays.push({ machine, part: body.part, from: day, to: null, reason: null });
    thing.at = { machine, part: body.part };
    things.set(body.serial, thing);
    holder.set(place, body.serial);
  }
  return [...things.values()];
}

/** Days that a thing was on machines, up to a day. */
export const daysInUse = ({ stays }: Thing, today: number): number =>
  stays.reduce((sum, { from, to }) => sum + Math.max(0, (to ?? today) - from), 0);
