import { isoDay, spokenDay, toDay } from "../../core/calendar/day.ts";
import { dayStart } from "../../core/calendar/site-time.ts";
import { type DayStrip, dayStrips } from "../../core/condition/day-strips.ts";
import { words } from "../../core/due/sentence.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import { outsideTolerance } from "../../core/nozzles/tolerance.ts";
import type { Body } from "../../core/record/entries.ts";
import { tendsOf } from "../../core/routines/tends.ts";
import { machineOf, type Shop } from "../../core/shop/shop.ts";
import { settledBetween } from "../../ledger/condition.ts";
import type { Connection } from "../../ledger/database.ts";
import { nozzleRows } from "../../ledger/nozzles.ts";
import { partRows } from "../../ledger/parts.ts";
import { hourlyAir } from "../../ledger/room.ts";
import { type Actor, authorise } from "../actor.ts";
import { partEvents } from "../board/condition.ts";
import { now } from "../clock.ts";
import { eventsOf, judgingOf } from "../facts/nozzles.ts";
import { dayAt, loadShop } from "../shop/shop.ts";

export const STRIP_DAYS = [30, 90, 365] as const;
export type StripDays = (typeof STRIP_DAYS)[number];
export type StripsView = {
  days: (DayStrip & { iso: string; words: string; works: boolean })[];
  /** How many nozzles may be out in a channel. */
  tolerance: number;
  /** The room's driest that is still right; null where nothing measures it. */
  airFloor: number | null;
  /** Cleans of the calendar month so far, and the ink they took by their settings. */
  month: { words: string; cleans: number; inkMl: number };
};

/** A machine's last days as strips: nozzles out, cleans, work done and missed, parts changed, the room's air. */
export async function machineStrips(db: Connection, actor: Actor, id: string, days: StripDays): Promise<StripsView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const machine = machineOf(shop, id);
  const today = dayAt(shop);
  const from = today - days + 1;
  // The month's figures are the same however far back the strips go.
  const first = Math.min(from, toDay(`${isoDay(today).slice(0, 7)}-01`));
  const since = dayStart(first, shop.site);
  const [nozzles, settled, parts, air] = await Promise.all([
    nozzleRows(db, shop.id, { machines: [id], since, routines: [] }),
    settledBetween(db, shop.id, id, isoDay(first), isoDay(today)),
    partRows(db, shop.id, [id]),
    machine.area ? hourlyAir(db, shop.id, since, now(), { area: machine.area }) : [],
  ]);
  const { readiness, nozzles: counts, ladder } = judgingOf(shop, machine);
  const localDay = (at: number) => dayAt(shop, new Date(at));
  const events = eventsOf(shop, machine, nozzles);
  const rungMl = (rung: string) => ladder.rungs.find((each) => each.id === rung)?.ml ?? 0;
  const cleans = [
    ...events.flatMap((event) =>
      event.kind === "clean" ? [{ day: localDay(event.at), inkMl: event.inFluid ? 0 : (event.ml ?? rungMl(event.rung)) }] : [],
    ),
    // Cleans that are part of a routine: as its run counted them, else as many as it says.
    ...settled.done.flatMap(({ day, routine, drew }) =>
      [drew ?? shop.rules.book.get(routine)?.effects?.draws ?? []]
        .flat()
        .flatMap(({ cleans: clean, inFluid }) =>
          Array.from({ length: clean?.times ?? 0 }, () => ({ day: toDay(day), inkMl: inFluid ? 0 : rungMl(clean?.strength ?? "") })),
        ),
    ),
  ];
  const name = (routine: string) => shop.rules.book.get(routine)?.name ?? routine;
  const seldom = seldomAt(shop, machine);
  const strips = dayStrips(
    {
      checks: nozzles
        .filter(({ kind }) => kind === "check")
        .map(({ happenedAt, body }) => {
          const { channels } = body as Body<"check">;
          return {
            day: localDay(happenedAt.getTime()),
            missing: channels.reduce((sum, { missing }) => sum + missing, 0),
            outside: outsideTolerance(channels, readiness, counts).length > 0,
          };
        }),
      cleans,
      done: settled.done.filter(({ routine }) => seldom(routine)).map(({ day, routine }) => ({ day: toDay(day), name: name(routine) })),
      missed: settled.missed.map(({ day, routine }) => ({ day: toDay(day), name: name(routine) })),
      changed: partEvents(parts)
        .filter(({ body }) => body.event !== "taken")
        .map(({ day, body }) => ({ day, part: words(machine.parts?.find((part) => part.id === body.part)?.kind ?? body.part) })),
      air: air.map(({ at, humidity }) => ({ day: localDay(at.getTime()), humidity })),
    },
    from,
    today,
  );
  const month = isoDay(today).slice(0, 7);
  const thisMonth = cleans.filter(({ day }) => isoDay(day).startsWith(month));
  return {
    days: strips.map((strip) => ({ ...strip, iso: isoDay(strip.day), words: spokenDay(strip.day), works: shop.rules.works(strip.day) })),
    tolerance: readiness.toleranceAChannel,
    airFloor: shop.rooms.get(machine.area ?? "")?.floorPercent ?? null,
    month: {
      words: spokenDay(today).split(" ")[2] ?? "",
      cleans: thisMonth.length,
      inkMl: thisMonth.reduce((sum, { inkMl }) => sum + inkMl, 0),
    },
  };
}

/** Whether a routine comes less often than each day at a machine, so that doing it says something. */
function seldomAt(shop: Shop, machine: Machine): (routine: string) => boolean {
  const daily = (trigger: unknown) => /"(print-day|idle-day)"/.test(JSON.stringify(trigger ?? ""));
  return (id) => {
    const routine = shop.rules.book.get(id);
    return routine !== undefined && !daily(routine.trigger) && (tendsOf(routine).length > 0 || machine.class === "cij" || !routine.isCheck);
  };
}
