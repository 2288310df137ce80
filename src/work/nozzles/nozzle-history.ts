import { rollup } from "d3-array";
import { isoDay, spokenDay } from "../../core/calendar/day.ts";
import { clockTime } from "../../core/calendar/site-time.ts";
import { channelsOf } from "../../core/fleet/channels.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import { grewBetween, type JudgedCheck, riskAround } from "../../core/nozzles/at-risk.ts";
import type { ChannelReading } from "../../core/nozzles/channel-reading.ts";
import { recoveries } from "../../core/nozzles/ladder/recovery.ts";
import type { NozzleDesk } from "../../core/nozzles/ladder/what-now.ts";
import { machineState } from "../../core/nozzles/readiness.ts";
import { outsideTolerance } from "../../core/nozzles/tolerance.ts";
import type { Body } from "../../core/record/entries.ts";
import { machineOf, personName, type Shop } from "../../core/shop/shop.ts";
import type { Connection } from "../../ledger/database.ts";
import { checkById, counterTimes, lastChecks, lastPin, type NozzleRow, nozzleRows, peopleBetween } from "../../ledger/nozzles.ts";
import { versionsOfSetting } from "../../ledger/settings.ts";
import { lotsInChannels } from "../../ledger/stock.ts";
import { type Actor, authorise } from "../actor.ts";
import { now } from "../clock.ts";
import { byHandRoutines, eventsOf, judgingOf, nozzleDesks, nozzleRoutines } from "../facts/nozzles.ts";
import { patternOf } from "../shop/patterns.ts";
import { calendarAt, dayAt, loadShop, momentSaid } from "../shop/shop.ts";
import { type RecoveryView, recoveryViews } from "./recoveries.ts";

export type CheckView = {
  entry: string;
  at: number;
  /** “Wed 25 Nov, 06:40”. */
  words: string;
  person: string;
  source: string;
  channels: ChannelReading[];
  outside: string[];
  /** Its word for a long run, where no nozzle may be missing. */
  longRun: string;
  /** The ink in each channel then. */
  inks: Record<string, string>;
};
export type NozzleHistory = {
  machine: { id: string; name: string; class: Machine["class"] };
  desk: NozzleDesk | null;
  channels: { id: string; ink: string; colour: string; nozzles: number | null }[];
  /** Newest first; at the end the one that is held up for comparing, where it is older. */
  checks: CheckView[];
  pinned: string | null;
  /** Nozzles out in a channel up to which it prints. */
  limit: number;
  risk: RiskView | null;
  recoveries: RecoveryView[];
};

const CHECKS = 30;

/** A machine's nozzles over its last checks. */
export async function nozzleHistory(db: Connection, actor: Actor, id: string): Promise<NozzleHistory> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const machine = machineOf(shop, id);
  const [rows, desks, versions, lately] = await Promise.all([
    lastChecks(db, shop.id, id, CHECKS),
    nozzleDesks(db, shop, [machine]),
    versionsOfSetting(db, shop.id, "machine", id),
    nozzleRows(db, shop.id, {
      machines: [id],
      since: new Date(now().getTime() - 92 * 86_400_000),
      routines: [...nozzleRoutines(shop), ...byHandRoutines(shop, machine)],
    }),
  ]);
  const pattern = patternOf(shop, id);
  const inkAt = (at: Date) => {
    const then = versions.find((version) => version.at <= at) ?? versions.at(-1);
    const heads = (then?.body as Machine | undefined)?.heads ?? machine.heads;
    return Object.fromEntries(channelsOf({ heads }).map((channel) => [channel.id, channel.ink]));
  };
  const pin = (await lastPin(db, shop.id, id))?.body.of;
  const held = typeof pin === "string" && !rows.some((row) => row.id === pin) ? await checkById(db, shop.id, pin) : undefined;
  const checks = [...rows, ...(held ? [held] : [])].map((row) => checkView(shop, machine, row, inkAt(row.happenedAt)));
  const judged = judgedChecks(shop, machine, lately);
  const last = judged.at(-1);
  const judging = judgingOf(shop, machine);
  return {
    machine: { id, name: machine.name, class: machine.class },
    desk: desks.get(id) ?? null,
    channels: channelsOf(machine).map(({ id: channel, ink, colour }) => ({
      id: channel,
      ink,
      colour,
      nozzles: pattern?.channels.find((each) => each.id === channel)?.nozzles ?? null,
    })),
    checks,
    pinned: typeof pin === "string" ? pin : null,
    limit: judging.readiness.toleranceAChannel,
    risk: last?.outside.length ? await riskAt(db, shop, machine, judged, last.at) : null,
    recoveries: recoveryViews(shop, machine, recoveries(eventsOf(shop, machine, lately), judging)).reverse(),
  };
}

function checkView(shop: Shop, machine: Machine, row: NozzleRow, inks: Record<string, string>): CheckView {
  const { channels, source } = row.body as Body<"check">;
  const { readiness, nozzles } = judgingOf(shop, machine);
  const strict = { ...readiness, toleranceAChannel: 0, toleranceAHead: 0 };
  const day = isoDay(dayAt(shop, row.happenedAt));
  const { word } = machineState(
    {
      now: row.happenedAt,
      today: day,
      printsChecks: true,
      check: { at: row.happenedAt, day, channels, entry: row.id },
      asleep: false,
      channels: channelsOf(machine).map(({ id }) => id),
      nozzles,
    },
    strict,
  );
  return {
    entry: row.id,
    at: row.happenedAt.getTime(),
    words: momentSaid(shop, row.happenedAt),
    person: personName(shop, row.person),
    source: source ?? "count",
    channels,
    outside: outsideTolerance(channels, readiness, nozzles),
    longRun: word,
    inks,
  };
}

function judgedChecks(shop: Shop, machine: Machine, rows: readonly NozzleRow[]): JudgedCheck[] {
  const { readiness, nozzles } = judgingOf(shop, machine);
  return rows
    .filter(({ kind }) => kind === "check")
    .map(({ id, happenedAt, body }) => ({
      entry: id,
      at: happenedAt.getTime(),
      outside: outsideTolerance((body as Body<"check">).channels, readiness, nozzles),
    }));
}

/** What was printed at risk around a moment, from the last good check before it to the one that failed. */
export type RiskView = {
  /** `no-check`: none says; `fine`: the checks round it were good; `no-good`: none was good before; `between`: from a good one to a failed one. */
  kind: "no-check" | "fine" | "no-good" | "between";
  good: { entry: string; words: string } | null;
  failed: { entry: string; words: string } | null;
  channels: string[];
  /** The channels with their inks: “white H2/W2”. */
  named: string[];
  hours: number | null;
  prints: number | null;
  /** The counter's readings that the prints come from. */
  counted: { since: string; until: string; estimated: boolean } | null;
  people: string[];
  /** The lots of ink that these channels held meanwhile, from the store's record: “white, lot DTF-312 (H2/W2)”. */
  lots: string[];
};

/** What was printed at risk around a moment: from the last good check before to the one that failed. */
export async function riskOf(db: Connection, actor: Actor, id: string, moment: Date): Promise<RiskView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const machine = machineOf(shop, id);
  const since = new Date(Math.min(moment.getTime(), now().getTime()) - 60 * 86_400_000);
  const rows = await nozzleRows(db, shop.id, { machines: [id], since, routines: nozzleRoutines(shop) });
  return riskAt(db, shop, machine, judgedChecks(shop, machine, rows), moment.getTime());
}

const NOTHING: RiskView = {
  kind: "no-check",
  good: null,
  failed: null,
  channels: [],
  named: [],
  hours: null,
  prints: null,
  counted: null,
  people: [],
  lots: [],
};

async function riskAt(db: Connection, shop: Shop, machine: Machine, checks: JudgedCheck[], moment: number): Promise<RiskView> {
  const when = (at: number) => `${spokenDay(calendarAt(shop, new Date(at)))} ${clockTime(new Date(at), shop.site.timeZone)}`;
  const said = ({ entry, at }: JudgedCheck) => ({ entry, words: when(at) });
  const found = riskAround(checks, moment);
  if (!found) return NOTHING;
  if ("fine" in found) return { ...NOTHING, kind: "fine", good: said(found.fine) };
  const { good, failed, channels } = found;
  const inks = new Map(channelsOf(machine).map(({ id, ink }) => [id, ink.replaceAll("-", " ")]));
  const failing = { ...NOTHING, failed: said(failed), channels, named: channels.map((id) => `${inks.get(id) ?? ""} ${id}`.trim()) };
  if (!good) return { ...failing, kind: "no-good" };
  const [people, readings, filled] = await Promise.all([
    peopleBetween(db, shop.id, machine.id, new Date(good.at), new Date(failed.at)),
    counterTimes(db, shop.id, machine.id, "prints", new Date(good.at - 30 * 86_400_000)),
    lotsInChannels(db, shop.id, machine.id, channels, { from: new Date(good.at), to: new Date(failed.at) }),
  ]);
  const lots = rollup(
    filled,
    (mine) => mine.map(({ channel }) => channel),
    ({ item, lot }) => `${shop.items.find(({ id }) => id === item)?.name ?? item}${lot ? `, lot ${lot}` : ""}`,
  );
  const grew = grewBetween(readings, good.at, failed.at);
  return {
    ...failing,
    kind: "between",
    good: said(good),
    hours: (failed.at - good.at) / 3_600_000,
    prints: grew ? Math.round(grew.grew) : null,
    counted: grew ? { since: when(grew.since), until: when(grew.until), estimated: grew.estimated === true } : null,
    people: people.map((person) => personName(shop, person)),
    lots: [...lots].map(([name, held]) => `${name} (${[...new Set(held)].join(", ")})`),
  };
}
