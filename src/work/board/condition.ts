import { isoDay, spokenDay, toDay } from "../../core/calendar/day.ts";
import { type CapHealth, capHealth } from "../../core/condition/cap-health.ts";
import { type ConditionItem, conditionItems } from "../../core/condition/condition.ts";
import { daysInUse, isSinceFitted, type PartEvent, partNow, type Thing, thingsOf } from "../../core/condition/part-life.ts";
import { counterSeries, totalOn } from "../../core/due/counter.ts";
import { policiesOf } from "../../core/fleet/rule.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import type { FloorMachine, SignView } from "../../core/floor/floor-view.ts";
import { changeOf } from "../../core/nozzles/compare.ts";
import type { Body } from "../../core/record/entries.ts";
import { tendsOf } from "../../core/routines/tends.ts";
import type { Shop } from "../../core/shop/shop.ts";
import type { VesselView } from "../../core/stores/waste/vessel-view.ts";
import { counterRows } from "../../ledger/counters.ts";
import type { Connection } from "../../ledger/database.ts";
import { lastChecks } from "../../ledger/nozzles.ts";
import { lastBusy, lastDone, type PartRow, partRows } from "../../ledger/parts.ts";
import { type Actor, authorise } from "../actor.ts";
import { now } from "../clock.ts";
import { dayAt, loadShop } from "../shop/shop.ts";

export type PartView = {
  id: string;
  kind: string;
  serial: string | null;
  gone: boolean;
  ageDays: number | null;
  /** Days since it was last tended by a routine, and which. */
  tended: { days: number; routine: string } | null;
  /** What its machine's first counter grew by since it was fitted, and since it was tended. */
  counts: { counter: string; sinceFitted: number | null; sinceTended: number | null } | null;
};
export type ConditionView = { items: ConditionItem[]; parts: PartView[]; cap: CapHealth | undefined };

/** Routines after which a machine stands capped, and how. */
const CAPS: Record<string, string> = {
  R10: "wet, by hand",
  R11: "wet, after a clean",
  R12: "by its automatic flush",
  R13: "by its shutdown cycle",
};

export const partEvents = (rows: readonly PartRow[]): PartEvent[] =>
  rows
    .filter(({ kind }) => kind === "part")
    .map(({ id, machine, happenedAt, localDay, body }) => ({
      at: happenedAt.getTime(),
      day: toDay(localDay),
      entry: id,
      machine,
      body: body as Body<"part">,
    }));

/** How well a machine's cap draws, from its measured fills since that very cap was put in. */
export function capOf(machine: Pick<Machine, "parts">, rows: readonly PartRow[]): CapHealth | undefined {
  const cap = machine.parts?.find(({ kind }) => kind === "cap");
  const now = partNow(cap?.id ?? "cap", cap?.fittedOn ? toDay(cap.fittedOn) : null, partEvents(rows));
  const drains = rows
    .filter(({ kind }) => kind === "cap-drain")
    .map(({ happenedAt, localDay, body }) => ({ at: happenedAt.getTime(), day: toDay(localDay), ...(body as Body<"cap-drain">) }));
  return capHealth(drains.filter((drain) => isSinceFitted(drain, now)));
}

/** What the Board knows of a machine already. */
type ConditionRow = Pick<FloorMachine, "word" | "why" | "channels"> & {
  checkedAt: string | null;
  vessel: VesselView | null;
  signs: SignView[];
};

/** A machine's condition, item by item, and each of its parts with its age. */
export async function conditionOf(db: Connection, shop: Shop, machine: Machine, row: ConditionRow): Promise<ConditionView> {
  const today = dayAt(shop);
  const at = now();
  const first = machine.counters?.[0]?.name;
  const [rows, done, printed, checks, readings] = await Promise.all([
    partRows(db, shop.id, [machine.id]),
    lastDone(db, shop.id, machine.id),
    lastBusy(db, shop.id, machine.id),
    lastChecks(db, shop.id, machine.id, 2),
    first ? counterRows(db, shop.id, machine.id, isoDay(today - 800)) : [],
  ]);
  const series = counterSeries(
    readings.filter(({ counter }) => counter === first).map(({ day, value, reset }) => ({ on: day, value, reset })),
    today,
  );
  const grown = (since: number) =>
    series.days.length && since >= (series.days[0] ?? since) ? Math.round(totalOn(series, today) - totalOn(series, since)) : null;
  const events = partEvents(rows);
  const parts = [...(machine.parts ?? []), ...(machine.heads ?? []).map(({ id }) => ({ id, kind: "head", fittedOn: undefined }))].map(
    ({ id, kind, fittedOn }): PartView => {
      const stands = partNow(id, fittedOn ? toDay(fittedOn) : null, events);
      const tended = [...shop.rules.book.values()]
        .flatMap((routine) => {
          const last = tendsOf(routine).includes(kind) ? done.get(routine.id) : undefined;
          return last ? [{ routine: routine.id, day: toDay(last.day) }] : [];
        })
        .sort((a, b) => b.day - a.day)[0];
      return {
        id,
        kind,
        serial: stands.serial,
        gone: stands.gone,
        ageDays: stands.fittedDay === null ? null : today - stands.fittedDay,
        tended: tended ? { days: today - tended.day, routine: shop.rules.book.get(tended.routine)?.name ?? tended.routine } : null,
        counts: first
          ? {
              counter: first,
              sinceFitted: stands.fittedDay === null ? null : grown(stands.fittedDay),
              sinceTended: tended ? grown(tended.day) : null,
            }
          : null,
      };
    },
  );
  const capped = Object.entries(CAPS)
    .flatMap(([routine, how]) => {
      const last = done.get(routine);
      return last ? [{ at: last.at.getTime(), how }] : [];
    })
    .sort((a, b) => b.at - a.at)[0];
  const cap = capOf(machine, rows);
  const [last, before] = checks.map(({ body }) => (body as Body<"check">).channels);
  const items = conditionItems(
    {
      now: at.getTime(),
      today,
      word: row.word,
      stateWhy: row.why,
      channels: row.channels.map((channel) => {
        const read = last?.find(({ id }) => id === channel.id);
        const change =
          read &&
          changeOf(
            before?.find(({ id }) => id === channel.id),
            read,
          );
        return change?.by === "nozzles" ? { ...channel, fresh: change.fresh.length, same: change.same.length } : channel;
      }),
      checkedAt: row.checkedAt ? new Date(row.checkedAt).getTime() : null,
      printedAt: printed?.getTime() ?? null,
      capped: capped ?? null,
      capPolicy: policiesOf(machine).cap,
      cap,
      waste:
        row.vessel && row.vessel.measured !== null
          ? [
              {
                name: row.vessel.vessel,
                roomMl: row.vessel.limitMl - row.vessel.ml,
                full: row.vessel.words,
                why: row.vessel.why.join("; "),
                isBad: row.vessel.holdsBack.length > 0 || (row.vessel.days.earliest ?? 99) <= 1,
              },
            ]
          : [],
      signs: row.signs.map(({ words, seen }) => ({ words, seen })),
      oldParts: parts
        .flatMap(({ id, kind, ageDays }) => (ageDays !== null && kind !== "head" ? [{ name: id, days: ageDays }] : []))
        .sort((a, b) => b.days - a.days)
        .slice(0, 3),
    },
    spokenDay,
  );
  return { items, parts, cap };
}

export type HeadView = { serial: string; kind: string; at: string; days: number; stays: { words: string; reason: string | null }[] };

/** Every part that has a serial number, wherever it is. */
export async function things(db: Connection, actor: Actor): Promise<HeadView[]> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const today = dayAt(shop);
  const nameOf = (id: string) => shop.machines.find((each) => each.id === id)?.name ?? id;
  const found: Thing[] = thingsOf(partEvents(await partRows(db, shop.id)), (machine, part) => {
    const of = shop.machines.find(({ id }) => id === machine);
    return of?.heads?.some(({ id }) => id === part) ? "head" : (of?.parts?.find(({ id }) => id === part)?.kind ?? "part");
  });
  return found.map((thing) => ({
    serial: thing.serial,
    kind: thing.kind,
    at:
      typeof thing.at === "string" ? (thing.at === "shelf" ? "on the shelf" : "scrapped") : `${nameOf(thing.at.machine)}, ${thing.at.part}`,
    days: daysInUse(thing, today),
    stays: thing.stays.map(({ machine, part, from, to, reason }) => ({
      words: `${nameOf(machine)}, ${part}: ${spokenDay(from, true)} to ${to === null ? "now" : spokenDay(to, true)}`,
      reason,
    })),
  }));
}
