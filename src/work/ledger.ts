import { readDay } from "../core/calendar/day.ts";
import { clockTime } from "../core/calendar/site-time.ts";
import { words as plain } from "../core/due/sentence.ts";
import { type Channel, channelsOf } from "../core/fleet/channels.ts";
import { ENTRY_KINDS } from "../core/record/entries.ts";
import { mayDo } from "../core/safety/who-may.ts";
import { signWords } from "../core/signs/guide.ts";
import type { Connection } from "../ledger/database.ts";
import { type EntryRow, entryWithAmendments, type LedgerFilter, ledgerPage } from "../ledger/reading.ts";
import { type Actor, authorise } from "./actor.ts";
import { Refusal } from "./refusal.ts";
import { loadShop, personName, type Shop } from "./shop.ts";
import { standbySays } from "./standby/entry-says.ts";
import { storesSays } from "./stores/entry-says.ts";

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
  day: string;
  time: string;
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
  filter: Record<string, string>;
  machines: { id: string; name: string }[];
  people: { id: string; name: string }[];
  kinds: { id: string; name: string }[];
};

export const PAGE_SIZE = 50;

/** The filter of a ledger's address. @throws Refusal 400 where a part is none */
export function filterOf(query: URLSearchParams, limit = PAGE_SIZE): LedgerFilter {
  const text = (name: string) => query.get(name)?.trim().slice(0, 200) || undefined;
  const day = (name: string) => {
    const value = text(name);
    if (value !== undefined && readDay(value) === undefined)
      throw new Refusal(400, `“${value.slice(0, 40)}” is no day; expected one like 2026-11-25.`);
    return value;
  };
  const before = text("before");
  if (before !== undefined && !/^\d{1,15}$/.test(before)) throw new Refusal(400, "That page of the ledger does not exist.");
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
  const [shop, rows] = await Promise.all([loadShop(db, actor.site), ledgerPage(db, actor.site, { ...filter, limit: PAGE_SIZE + 1 })]);
  const entries = rows.slice(0, PAGE_SIZE).map((row) => entryView(shop, row));
  return {
    entries,
    older: rows.length > PAGE_SIZE ? (entries.at(-1)?.seq ?? null) : null,
    filter: Object.fromEntries([...query].filter(([, value]) => value)),
    machines: shop.machines.map(({ id, name }) => ({ id, name })),
    people: shop.people.map(({ id, name }) => ({ id, name })),
    kinds: ENTRY_KINDS.map((id) => ({ id, name: plain(id) })),
  };
}

export type EntryPage = { entry: EntryView; amendments: EntryView[]; mayAmend: boolean; channels: Channel[] };

export async function entryPage(db: Connection, actor: Actor, id: string): Promise<EntryPage> {
  authorise(actor, "look");
  if (!/^[0-9a-f-]{36}$/i.test(id)) throw new Refusal(404, "There is no such entry.");
  const [shop, found] = await Promise.all([loadShop(db, actor.site), entryWithAmendments(db, actor.site, id)]);
  if (!found) throw new Refusal(404, "There is no such entry.");
  const mine = found.entry.person === actor.personId;
  const amendable = !found.entry.amends && !["settings", "day-closed"].includes(found.entry.kind);
  return {
    entry: entryView(shop, found.entry),
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
    kindWords: plain(row.kind),
    machine: row.machine,
    machineName: row.machine ? (shop.machines.find(({ id }) => id === row.machine)?.name ?? row.machine) : null,
    routine: row.routine,
    routineName: row.routine ? (shop.rules.book.get(row.routine)?.name ?? row.routine) : null,
    person: personName(shop, row.person),
    typed: row.typedBy ? { by: personName(shop, row.typedBy), late: spanWords(row.recordedAt.getTime() - row.happenedAt.getTime()) } : null,
    day: row.localDay,
    time: clockTime(row.happenedAt, shop.site.timeZone),
    happenedAt: row.happenedAt.toISOString(),
    recordedAt: row.recordedAt.toISOString(),
    amends: row.amends,
    amended: row.amendedBy === null ? "no" : row.struck ? "struck" : "amended",
    says: saysOf(row),
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
export function saysOf({ kind, body }: Pick<EntryRow, "kind" | "body">): string {
  const text = (key: string) => (typeof body[key] === "string" ? String(body[key]) : "");
  switch (kind) {
    case "routine":
      return [
        text("outcome") || "done",
        text("reason"),
        text("note"),
        body.assumed ? "assumed, nobody knew" : body.broughtIn ? "brought in" : "",
      ]
        .filter(Boolean)
        .join("; ");
    case "check":
      return checkWords(Array.isArray(body.channels) ? body.channels : []);
    case "counter":
      return `${plain(text("counter"))} ${body.value}${body.reset ? ", counter reset" : ""}`;
    case "print-day":
      return `${text("date")}: ${body.prints ? "prints" : "does not print"}`;
    case "busy":
      return `busy until ${text("until")}`;
    case "release":
      return `released until ${text("until")}: ${text("reason")}`;
    case "care":
      return careWords(body);
    case "part":
      return [
        `${text("part")} ${text("event")}`,
        text("serial") && `now ${text("serial")}`,
        text("oldSerial") && `before ${text("oldSerial")}`,
        typeof body.lifeDays === "number" ? `after ${body.lifeDays} days` : "",
        text("reason"),
        body.scrapped ? "scrapped" : "",
      ]
        .filter(Boolean)
        .join("; ");
    case "cap-drain":
      return `${body.ml} mL drained from the cap in ${body.seconds} s${body.labours ? "; the pump labours" : ""}`;
    case "pin":
      return body.of === null ? "no check is held up for comparing" : "a check is held up for comparing";
    case "prompt":
      return ["the machine asks for it", text("note")].filter(Boolean).join("; ");
    case "sign":
      return [signWords(text("sign")), text("note")].filter(Boolean).join("; ");
    case "sign-over":
      return [`it was: ${text("cause").replaceAll("-", " ")}`, text("note")].filter(Boolean).join("; ");
    case "sign-reset":
      return `the count of “${signWords(text("sign"))}” begins anew: ${text("why")}`;
    case "move":
      return `${text("due")} to ${text("to")}${text("reason") ? `: ${text("reason")}` : ""}`;
    case "note":
      return text("text");
    case "settings":
      return `${text("what")} (${text("subject")} ${text("id")}, version ${body.version})`;
    case "day-closed": {
      const outcomes = Array.isArray(body.outcomes) ? body.outcomes : [];
      const count = (outcome: string) => outcomes.filter((each: { outcome?: unknown }) => each.outcome === outcome).length;
      return `${count("done")} done, ${count("missed")} missed, ${count("skipped")} skipped, ${count("open")} carried over`;
    }
    case "run":
      return runWords(body);
    case "task":
      return body.person === null
        ? `given to nobody${text("why") ? `: ${text("why")}` : ""}`
        : `given to ${text("person")}${text("why") ? `: ${text("why")}` : ""}`;
    case "one-off":
      return `${text("title")}, for ${text("on")}, ${body.minutes} min`;
    case "one-off-over":
      return [text("outcome"), text("reason"), text("note")].filter(Boolean).join("; ");
    case "roster": {
      const shifts = Array.isArray(body.shifts) ? body.shifts.map(String) : [];
      return `${text("person")}, ${text("from")} to ${text("to")}: ${shifts.length ? shifts.join(", ") : "away"}; ${text("why")}`;
    }
    case "handover":
      return `${text("shift")} hands over ${Array.isArray(body.items) ? body.items.length : 0} things${text("free") ? `: ${text("free")}` : ""}`;
    case "handover-seen":
      return ["the handover was read", text("note")].filter(Boolean).join("; ");
    case "repair":
      return [
        text("event") === "open" ? "out of order" : text("event") === "close" ? "back in order" : "repair",
        text("symptom"),
        text("waitsFor") && `waits for ${text("waitsFor")}`,
        text("expected") && `expected ${text("expected")}`,
        body.costCents ? `cost ${(Number(body.costCents) / 100).toFixed(2)}` : "",
        text("note"),
      ]
        .filter(Boolean)
        .join("; ");
    case "sheet":
      return `put on paper: ${
        text("what") === "shift" ? `the shift of ${text("person")}, ${text("day")}` : "one routine"
      } (${Array.isArray(body.work) ? body.work.length : 0} pieces of work)`;
    case "round": {
      const count = (key: string) => (Array.isArray(body[key]) ? body[key].length : 0);
      const short = body.shortHanded as { deferred: unknown[] } | undefined;
      return `a round for ${text("day")} put in force (${text("what")}): ${count("tasks")} pieces of work, ${count("leftOut")} left out${short ? `; short-handed, ${short.deferred.length} let lie` : ""}`;
    }
    case "sheet-in":
      return `a sheet was typed in: ${body.entries} entries`;
    case "stock":
    case "mix":
    case "order":
    case "vessel":
    case "waste-out":
    case "ink-level":
    case "air":
      return storesSays(kind, body);
    case "sleep":
    case "door":
    case "season":
      return standbySays(kind, body);
    case "amendment":
      return `${body.struck ? "struck out" : "changed"}: ${text("why")}`;
    default:
      return text("note");
  }
}

function careWords(body: Record<string, unknown>): string {
  const list = (key: string) => (Array.isArray(body[key]) ? body[key].join(" and ") : "");
  return [
    plain(String(body.what)),
    body.strength,
    list("heads") || list("channels"),
    body.inFluid ? "in fluid" : "",
    body.leaks === undefined ? "" : body.leaks ? "the seal leaks" : "the seal is good",
    typeof body.ml === "number" ? `${body.ml} mL` : "",
    typeof body.minutes === "number" ? `${body.minutes} min` : "",
    body.note,
  ]
    .filter(Boolean)
    .join("; ");
}

/** What happened in a run, in a line. */
function runWords(body: Record<string, unknown>): string {
  const text = (key: string) => (typeof body[key] === "string" ? String(body[key]) : "");
  const result = (body.result ?? {}) as Record<string, unknown>;
  switch (text("event")) {
    case "start":
      return `run begun, ${text("form")} form`;
    case "step": {
      const said = [result.choice, result.found, result.value, result.by].filter((each) => each !== undefined).join(", ");
      return [`step ${text("step")}${said ? `: ${said}` : ""}`, text("note"), text("early") && `cut short: ${text("early")}`]
        .filter(Boolean)
        .join("; ");
    }
    case "pass":
      return `step ${text("step")} left out: ${text("reason")}`;
    case "clear":
      return `step ${text("step")}: clear`;
    case "settle":
      return `put right: ${text("owed")}`;
    case "stop":
      return `stopped: ${text("reason")}`;
    case "abandon":
      return `given up: ${text("reason")}`;
    case "hand":
      return `handed to ${text("to")}`;
    case "note":
      return text("text");
    case "photo":
      return `picture${text("of") ? ` of ${text("of")}` : ""}`;
    case "gear":
      return "gear is on, cautions read";
    case "back":
      return "one step back";
    case "end":
      return "run ended, all done";
    default:
      return `run ${text("event")}`;
  }
}

type Counts = { id: string; missing: number; weak: number; deflected: number; neighbours: boolean; gone?: boolean; unread?: boolean };

function checkWords(channels: Counts[]): string {
  const faulty = channels.filter(({ missing, weak, deflected, gone }) => missing || weak || deflected || gone);
  if (faulty.length === 0) return `${channels.filter(({ unread }) => !unread).length} channels, none missing`;
  return faulty
    .map(
      ({ id, missing, weak, deflected, neighbours, gone }) =>
        `${id} ${gone ? "gone whole" : [missing && `${missing} missing`, weak && `${weak} weak`, deflected && `${deflected} deflected`].filter(Boolean).join(", ")}${neighbours ? " side by side" : ""}`,
    )
    .join("; ");
}
