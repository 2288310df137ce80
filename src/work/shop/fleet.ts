import { uuidv7 } from "uuidv7";
import { type Day, isoDay, mondayOf, toDay } from "../../core/calendar/day.ts";
import { instantOf } from "../../core/calendar/site-time.ts";
import { machineSettings } from "../../core/due/facts.ts";
import { spreadUnknown } from "../../core/due/spread.ts";
import type { FleetFile, Machine, Outcome } from "../../core/fleet/schema.ts";
import { asFleet } from "../../core/fleet/validate.ts";
import type { EntryKind } from "../../core/record/entries.ts";
import { wordsOf } from "../../core/record/entry-body.ts";
import { routineBook } from "../../core/routines/assigned.ts";
import { keptEffects } from "../../core/routines/effects.ts";
import { besidesFleetPart, fleetPart } from "../../core/routines/fleet-part.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import type { Shop } from "../../core/shop/shop.ts";
import { STORES_SETTINGS } from "../../core/stores/item.ts";
import { appendMany, canonical, type NewEntry } from "../../ledger/append.ts";
import { type FactEntry, factNames, fleetFacts } from "../../ledger/brought-in.ts";
import type { Connection, Database } from "../../ledger/database.ts";
import { addSettings } from "../../ledger/settings.ts";
import { type Actor, authorise } from "../actor.ts";
import { now } from "../clock.ts";
import { onTheSide } from "../on-the-side.ts";
import { type SettingChange, shopAfter, versionsOf } from "./settings.ts";
import { dayAt, loadShop, type ShopBody } from "./shop.ts";
import { stepSettings } from "./steps.ts";

const LISTS = ["areas", "people", "routines", "history", "moves", "prompts", "signs"] as const;

/** The shop (as it is, or as it would be) as a fleet file; read back it is the same file. */
export async function exportFleet(db: Connection, siteId: string, wouldBe?: Shop): Promise<FleetFile> {
  const shop = wouldBe ?? (await loadShop(db, siteId));
  const facts = await fleetFacts(db, siteId, isoDay(mondayOf(dayAt(shop)) - 7));
  const of = (kind: string, machine?: string) =>
    facts.filter((each) => each.kind === kind && (machine === undefined || each.machine === machine));
  const outcome = (body: FactEntry["body"]) => (body.outcome === undefined ? {} : { outcome: body.outcome as Outcome });
  const history = [
    ...of("routine").map(({ machine, routine, localDay, body }) => ({ machine, routine: routine ?? "", on: localDay, ...outcome(body) })),
    ...of("done").map(({ machine, routine, localDay, body }) => ({
      machine,
      routine: routine ?? "",
      on: localDay,
      ...(body.outcome === "skipped" ? outcome(body) : {}),
    })),
  ];
  const lists = {
    areas: shop.areas,
    people: shop.people,
    routines: shop.routines.map(fleetPart),
    history,
    moves: of("move").map(({ machine, routine, body }) => ({
      machine,
      routine: routine ?? "",
      due: String(body.due),
      to: String(body.to),
    })),
    prompts: of("prompt").map(({ machine, routine, localDay }) => ({ machine, routine: routine ?? "", on: localDay })),
    signs: of("sign").map(({ machine, localDay, body }) => ({ machine, sign: String(body.sign), on: localDay })),
  };
  const shopBody = shop.settings.find(({ subject }) => subject === "shop")?.body as ShopBody | undefined;
  const wanted = new Set(shopBody?.lists ?? []);
  return {
    format: "zesty-anvil/fleet",
    version: 1,
    site: shop.site,
    calendar: shop.calendar,
    machines: shop.ownMachines.map((machine) => withFacts(machine, of("counter", machine.id), of("print-day", machine.id))),
    ...Object.fromEntries(Object.entries(lists).filter(([name, list]) => list.length || wanted.has(name))),
  };
}

function withFacts(machine: Machine, readings: FactEntry[], changes: FactEntry[]): Machine {
  const counters = machine.counters?.map((counter) => {
    const own = readings.filter(({ body }) => body.counter === counter.name);
    if (!own.length) return counter;
    return {
      ...counter,
      readings: own.map(({ localDay, body }) => ({
        on: localDay,
        value: Number(body.value),
        ...(body.reset === undefined ? {} : { reset: body.reset === true }),
      })),
    };
  });
  const latest = new Map(changes.map(({ body }) => [String(body.date), body.prints === true]));
  return {
    ...machine,
    ...(counters ? { counters } : {}),
    ...(latest.size ? { printDayChanges: [...latest].map(([date, prints]) => ({ date, prints })) } : {}),
  };
}

export type PreviewRow = { subject: string; id: string; name: string; state: "new" | "changed" | "same" };
export type FleetPreview = { rows: PreviewRow[]; kept: PreviewRow[]; facts: Record<string, number>; unknown: number };
export type ImportChoices = { archiveMissing?: boolean; spreadUnknown?: boolean };
type Plan = FleetPreview & { changes: SettingChange[]; entries: NewEntry[] };

/** What reading a fleet file (its bytes, or what they say) into the shop would do; changes nothing. */
export async function previewFleet(db: Connection, actor: Actor, file: unknown): Promise<FleetPreview> {
  authorise(actor, "set-up");
  const { changes: _changes, entries: _entries, ...preview } = await planFor(db, actor, await checkedFleet(file), {});
  return preview;
}

/** Reads a fleet file (its bytes, or what they say) into the shop, merged by id: all of it or nothing. */
export async function importFleet(db: Database, actor: Actor, file: unknown, choices: ImportChoices): Promise<FleetPreview> {
  authorise(actor, "set-up");
  return takeFleet(db, actor, await checkedFleet(file), choices);
}

async function checkedFleet(file: unknown): Promise<FleetFile> {
  if (file instanceof Uint8Array) return onTheSide("fleet", file);
  const read = asFleet(file);
  if ("problems" in read) throw new Refusal(400, "This is no fleet file that can be read; nothing was changed.", read.problems);
  return read.fleet;
}

/** Takes a fleet that was held against its schema into the shop. */
export async function takeFleet(db: Database, actor: Actor, fleet: FleetFile, choices: ImportChoices): Promise<FleetPreview> {
  return db.transaction(async (tx) => {
    const plan = await planFor(tx, actor, fleet, choices);
    const shop = await loadShop(tx, actor.site);
    await write(tx, shop, actor.personId, plan);
    const { changes: _changes, entries: _entries, ...preview } = plan;
    return preview;
  });
}

async function write(
  tx: Connection,
  shop: Shop,
  personId: string | null,
  plan: Pick<Plan, "changes" | "entries">,
  recordedAt: Parameters<typeof appendMany>[3] = now(),
): Promise<void> {
  const { settings, entries } = versionsOf(shop, personId, plan.changes);
  await addSettings(tx, shop.id, settings);
  if (entries.length + plan.entries.length) await appendMany(tx, shop.id, [...entries, ...plan.entries], recordedAt);
}

async function planFor(db: Connection, actor: Actor, fleet: FleetFile, choices: ImportChoices): Promise<Plan> {
  return planImport(await loadShop(db, actor.site), fleet, await factNames(db, actor.site), actor.personId, choices);
}

/** The changes and entries that bring a fleet file into a shop. Pure but for the clock. */
export function planImport(shop: Shop, fleet: FleetFile, held: ReadonlySet<string>, personId: string | null, choices: ImportChoices): Plan {
  const mine: { subject: string; id: string; name: string; body: Record<string, unknown> }[] = [
    ...(fleet.people ?? []).map((body) => ({ subject: "person", id: body.id, name: body.name, body })),
    ...(fleet.routines ?? []).map((body) => ({
      subject: "routine",
      id: body.id,
      name: body.name,
      body: { ...besidesFleetPart(shop.routines.find(({ id }) => id === body.id)), ...body },
    })),
    ...fleet.machines.map((machine) => ({ subject: "machine", id: machine.id, name: machine.name, body: settingsOf(machine) })),
  ];
  const named = new Set(mine.map(({ subject, id }) => `${subject}/${id}`));
  const lacking = shop.settings.filter(
    ({ subject, id, archived }) => !archived && ["person", "routine", "machine"].includes(subject) && !named.has(`${subject}/${id}`),
  );
  const kept: PreviewRow[] = lacking
    .filter(({ subject, id }) => !(subject === "person" && id === personId))
    .map(({ subject, id, body }) => ({ subject, id, name: String(body.name), state: "same" }));

  const areas = [...(fleet.areas ?? []), ...shop.areas.filter(({ id }) => !fleet.areas?.some((area) => area.id === id))];
  const lists = LISTS.filter((name) => fleet[name] !== undefined);
  const shopBody = {
    site: fleet.site,
    calendar: fleet.calendar,
    lists: [...lists],
    ...(fleet.areas !== undefined || areas.length ? { areas } : {}),
  };
  const changes: SettingChange[] = [{ subject: "shop", id: "shop", body: shopBody, what: "Calendar and areas read from a fleet file" }];
  const rows: PreviewRow[] = [stateOf(shop, { subject: "shop", id: "shop", name: fleet.site.name, body: shopBody })];
  const places = new Map<string, number>();
  for (const each of mine) {
    const place = places.get(each.subject) ?? 0;
    places.set(each.subject, place + 1);
    rows.push(stateOf(shop, each));
    changes.push({ subject: each.subject, id: each.id, body: each.body, place, what: `${each.name} read from a fleet file` });
  }
  // What the file lacks comes after what it has, in its old order; one's own sign-in is never archived away.
  lacking.forEach(({ subject, id, body, place }, index) => {
    const archived = choices.archiveMissing === true && !(subject === "person" && id === personId);
    changes.push({
      subject,
      id,
      body,
      archived,
      place: Math.max(place, (places.get(subject) ?? 0) + index),
      what: archived ? `${body.name} archived: not in the fleet file` : `${body.name} kept`,
    });
  });

  const after = shopAfter(shop, changes);
  const entries = factEntries(after, fleet, held, personId);
  const facts: Record<string, number> = {};
  for (const { kind } of entries) facts[kind] = (facts[kind] ?? 0) + 1;
  const known = new Set([...held].filter((name) => name.startsWith("history|")).map((name) => name.split("|").slice(1, 3).join("/")));
  for (const { machine, routine } of fleet.history ?? []) known.add(`${machine}/${routine}`);
  const machines = after.machines.filter(({ id }) => named.has(`machine/${id}`));
  const spread = spreadUnknown(
    machines.map((machine) => machineSettings(machine, after.rules)),
    dayAt(after),
    (machine, routine) => known.has(`${machine}/${routine}`),
  );
  if (choices.spreadUnknown)
    for (const { machine, routine, day } of spread)
      entries.push(factEntry(after, personId, day, "routine", machine, routine, { outcome: "done", broughtIn: true, assumed: true }));
  return { rows, kept, facts, unknown: spread.length, changes, entries };
}

function stateOf(
  shop: Shop,
  { subject, id, name, body }: { subject: string; id: string; name: string; body: Record<string, unknown> },
): PreviewRow {
  const before = shop.settings.find((each) => each.subject === subject && each.id === id && !each.archived);
  return { subject, id, name, state: !before ? "new" : canonical(before.body) === canonical(body) ? "same" : "changed" };
}

/** A machine's settings: readings and changed print days are entries, so their lists stay empty. */
function settingsOf(machine: Machine): Machine {
  return {
    ...machine,
    ...(machine.counters
      ? { counters: machine.counters.map((counter) => ({ ...counter, ...(counter.readings ? { readings: [] } : {}) })) }
      : {}),
    ...(machine.printDayChanges ? { printDayChanges: [] } : {}),
  };
}

function factEntries(shop: Shop, fleet: FleetFile, held: ReadonlySet<string>, personId: string | null): NewEntry[] {
  const entries: NewEntry[] = [];
  const add = (
    name: (string | undefined)[],
    day: Day,
    kind: EntryKind,
    machine: string,
    routine: string | null,
    body: Record<string, unknown>,
  ) => {
    if (!held.has(name.join("|"))) entries.push(factEntry(shop, personId, day, kind, machine, routine, body));
  };
  for (const { machine, routine, on, outcome } of fleet.history ?? [])
    add(["history", machine, routine, on, outcome ?? "done"], toDay(on), "routine", machine, routine, {
      ...(outcome ? { outcome } : {}),
      broughtIn: true,
    });
  for (const machine of fleet.machines) {
    for (const { name, readings } of machine.counters ?? [])
      for (const { on, value, reset } of readings ?? [])
        add(["counter", machine.id, name, on, String(value)], toDay(on), "counter", machine.id, null, {
          counter: name,
          value,
          ...(reset === undefined ? {} : { reset }),
          broughtIn: true,
        });
    for (const { date, prints } of machine.printDayChanges ?? [])
      add(["print-day", machine.id, date, String(prints)], dayAt(shop), "print-day", machine.id, null, { date, prints, broughtIn: true });
  }
  for (const { machine, routine, on } of fleet.prompts ?? [])
    add(["prompt", machine, routine, on], toDay(on), "prompt", machine, routine, { broughtIn: true });
  for (const { machine, sign, on } of fleet.signs ?? [])
    add(["sign", machine, sign, on], toDay(on), "sign", machine, null, { sign, broughtIn: true });
  for (const { machine, routine, due, to } of fleet.moves ?? [])
    add(["move", machine, routine, due, to], dayAt(shop), "move", machine, routine, { due, to, broughtIn: true });
  return entries;
}

/** What happened on a day of which only the day is known stands at its noon. */
function factEntry(
  shop: Shop,
  personId: string | null,
  day: Day,
  kind: EntryKind,
  machine: string,
  routine: string | null,
  body: Record<string, unknown>,
): NewEntry {
  return {
    id: uuidv7(),
    kind,
    machine,
    routine,
    person: personId,
    happenedAt: instantOf(day, "12:00", shop.site),
    localDay: isoDay(day),
    effects: routine ? keptEffects(shop.rules.book.get(routine)?.effects) : null,
    body,
    words: wordsOf(shop, personId, kind, machine, routine, body),
  };
}

/** Makes a site that did not exist from a fleet file, with further entries, in one transaction. */
export async function foundSite(
  db: Database,
  siteId: string,
  fleet: FleetFile,
  more: (shop: Shop) => NewEntry[] = () => [],
  further: readonly SettingChange[] = [],
): Promise<void> {
  const { empty, shop, changes, entries } = founding(siteId, fleet, further);
  // A history that is made as it would have been kept was recorded as it happened.
  const history = more(shop);
  const kept = new Set(history);
  await db.transaction((tx) =>
    write(tx, empty, null, { changes, entries: [...entries, ...history] }, (entry) => (kept.has(entry) ? entry.happenedAt : now())),
  );
}

/** What a new site begins with, from a fleet file: its first settings and entries, and the shop they make. */
export function founding(siteId: string, fleet: FleetFile, further: readonly SettingChange[] = []) {
  const empty: Shop = shopOfNothing(siteId, fleet);
  const plan = planImport(empty, fleet, new Set(), null, {});
  const changes = [...plan.changes, ...stepSettings(routineBook(fleet.routines)), ...further];
  return { empty, changes, entries: plan.entries, shop: shopAfter(empty, changes) };
}

function shopOfNothing(siteId: string, { site, calendar }: FleetFile): Shop {
  const rules = { calendar, works: () => true, book: new Map(), reach: new Map() };
  return {
    id: siteId,
    mark: 0,
    site,
    areas: [],
    calendar,
    people: [],
    machines: [],
    ownMachines: [],
    policies: new Map(),
    routines: [],
    rules,
    readiness: new Map(),
    ladder: new Map(),
    patterns: new Map(),
    items: [],
    suppliers: [],
    containers: [],
    stores: STORES_SETTINGS,
    rooms: new Map(),
    standby: new Map(),
    plumbing: new Map(),
    settings: [],
  };
}
