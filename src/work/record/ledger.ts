import { isoDay, readDay, spokenDay, toDay } from "../../core/calendar/day.ts";
import { clockTime } from "../../core/calendar/site-time.ts";
import { capital } from "../../core/capital.ts";
import { type Channel, channelsOf } from "../../core/fleet/channels.ts";
import { ENTRY_KINDS, kindOf } from "../../core/record/entries.ts";
import { saidIn } from "../../core/record/said.ts";
import { mayDo } from "../../core/safety/who-may.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { personName, type Shop } from "../../core/shop/shop.ts";
import { amountWords } from "../../core/stores/amount-words.ts";
import type { Connection } from "../../ledger/database.ts";
import { type EntryRow, entryWithAmendments, type LedgerFilter, ledgerPage } from "../../ledger/reading.ts";
import { movesOfEntry } from "../../ledger/stock.ts";
import { type Actor, authorise } from "../actor.ts";
import { calendarAt, dayAt, loadShop, momentSaid } from "../shop/shop.ts";
import { setAsideCount } from "./set-aside.ts";

export type EntryView = {
  seq: number;
  id: string;
  kind: string;
  kindWords: string;
  machine: string | null;
  machineName: string | null;
  routine: string | null;
  routineName: string | null;
  person: string;
  /** Who typed it in from a sheet, and how much later; otherwise null. */
  typed: { by: string; late: string } | null;
  /** Entered on a shared tablet under this name with a PIN that did not fit. */
  unproven: boolean;
  day: string;
  /** “Wed 25 Nov”. */
  dayWords: string;
  /** The date on the wall, where that is another: an hour of the night belongs to the day before. */
  wallDay: string | null;
  time: string;
  /** When it was recorded: “Wed 25 Nov, 06:40”. */
  recordedWords: string;
  happenedAt: string;
  recordedAt: string;
  amends: string | null;
  amended: "no" | "amended" | "struck";
  says: string;
  body: Record<string, unknown>;
};
export type LedgerView = {
  entries: EntryView[];
  older: number | null;
  today: string;
  filter: Record<string, string>;
  machines: { id: string; name: string }[];
  people: { id: string; name: string }[];
  kinds: { id: string; name: string }[];
  /** Entries that could not be kept and wait for a supervisor. */
  setAside: number;
};

export const PAGE_SIZE = 50;

/** The filter of a ledger's address. @throws Refusal 400 where a part is none */
export function filterOf(query: URLSearchParams, limit = PAGE_SIZE): LedgerFilter {
  const text = (name: string) => query.get(name)?.trim().slice(0, 200) || undefined;
  const day = (name: string) => {
    const value = text(name);
    if (value !== undefined && readDay(value) === undefined)
      throw new Refusal(400, `“${value.slice(0, 40)}” is not a day. Write one like 2026-11-25.`);
    return value;
  };
  const before = text("before");
  if (before !== undefined && !/^\d{1,15}$/.test(before)) throw new Refusal(400, "That page of the logbook does not exist.");
  const plainText = text("text")?.replaceAll("\u0000", "");
  return {
    machine: text("machine"),
    person: text("person"),
    kind: text("kind"),
    from: day("from"),
    to: day("to"),
    text: plainText,
    before: before === undefined ? undefined : Number(before),
    limit,
  };
}

/** A page of the ledger, newest first. */
export async function ledger(db: Connection, actor: Actor, query: URLSearchParams): Promise<LedgerView> {
  authorise(actor, "look");
  const filter = filterOf(query);
  const [shop, rows, setAside] = await Promise.all([
    loadShop(db, actor.site),
    ledgerPage(db, actor.site, { ...filter, limit: PAGE_SIZE + 1 }),
    setAsideCount(db, actor),
  ]);
  const entries = rows.slice(0, PAGE_SIZE).map((row) => entryView(shop, row));
  return {
    entries,
    today: isoDay(dayAt(shop)),
    older: rows.length > PAGE_SIZE ? (entries.at(-1)?.seq ?? null) : null,
    filter: Object.fromEntries([...query].filter(([, value]) => value)),
    machines: shop.machines.map(({ id, name }) => ({ id, name })),
    people: shop.people.map(({ id, name }) => ({ id, name })),
    setAside,
    kinds: ENTRY_KINDS.map((id) => ({ id, name: capital(kindOf(id).name) })),
  };
}

export type EntryPage = {
  entry: EntryView;
  amendments: EntryView[];
  mayAmend: boolean;
  channels: Channel[];
  /** What it moved in Stores. */
  moved: { item: string; name: string; words: string }[];
};

export async function entryPage(db: Connection, actor: Actor, id: string): Promise<EntryPage> {
  authorise(actor, "look");
  if (!/^[0-9a-f-]{36}$/i.test(id)) throw new Refusal(404, "There is no such entry.");
  const [shop, found, moves] = await Promise.all([
    loadShop(db, actor.site),
    entryWithAmendments(db, actor.site, id),
    movesOfEntry(db, actor.site, id),
  ]);
  if (!found) throw new Refusal(404, "There is no such entry.");
  const mine = found.entry.person === actor.personId;
  const amendable = !found.entry.amends && kindOf(found.entry.kind)?.amend !== "never";
  return {
    entry: entryView(shop, found.entry),
    moved: moves.map(({ item: of, amount, counted }) => {
      const item = shop.items.find((each) => each.id === of);
      const words = amountWords(Math.abs(amount), item?.unit ?? "pieces");
      return { item: of, name: item?.name ?? of, words: counted ? `= ${words}` : `${amount < 0 ? "−" : "+"}${words}` };
    }),
    amendments: found.amendments.map((row) => entryView(shop, row)),
    channels:
      found.entry.kind === "check" ? channelsOf(shop.machines.find(({ id: machine }) => machine === found.entry.machine) ?? {}) : [],
    mayAmend: amendable && mayDo(actor.role, mine ? "record" : "amend-others"),
  };
}

export function entryView(shop: Shop, row: EntryRow): EntryView {
  return {
    seq: row.seq,
    id: row.id,
    kind: row.kind,
    kindWords: capital(kindOf(row.kind)?.name ?? row.kind),
    machine: row.machine,
    machineName: row.machine ? (shop.machines.find(({ id }) => id === row.machine)?.name ?? row.machine) : null,
    routine: row.routine,
    routineName: row.routine ? (shop.rules.book.get(row.routine)?.name ?? row.routine) : null,
    person: personName(shop, row.person),
    unproven: row.proof === "unproven",
    typed: row.typedBy ? { by: personName(shop, row.typedBy), late: spanWords(row.recordedAt.getTime() - row.happenedAt.getTime()) } : null,
    day: row.localDay,
    dayWords: spokenDay(toDay(row.localDay)),
    wallDay: isoDay(calendarAt(shop, row.happenedAt)) === row.localDay ? null : spokenDay(calendarAt(shop, row.happenedAt)),
    recordedWords: momentSaid(shop, row.recordedAt),
    time: clockTime(row.happenedAt, shop.site.timeZone),
    happenedAt: row.happenedAt.toISOString(),
    recordedAt: row.recordedAt.toISOString(),
    amends: row.amends,
    amended: row.amendedBy === null ? "no" : row.struck ? "struck" : "amended",
    says: saysOf(shop, row),
    body: row.body,
  };
}

/** `40 min`, `5 h`, `3 days`. */
function spanWords(milliseconds: number): string {
  const minutes = Math.max(0, Math.round(milliseconds / 60_000));
  if (minutes < 90) return `${minutes} min`;
  return minutes < 48 * 60 ? `${Math.round(minutes / 60)} h` : `${Math.round(minutes / 1440)} days`;
}

/** What an entry says, in a line. */
export const saysOf = (shop: Shop, { kind, body, localDay }: Pick<EntryRow, "kind" | "body" | "localDay">): string =>
  kindOf(kind)?.says(body, saidIn(shop, localDay)) ?? "";
