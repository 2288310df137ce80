import { Type } from "typebox";
import { uuidv7 } from "uuidv7";
import { isoDay, readDay, spokenDay } from "../../core/calendar/day.ts";
import { clockTime, instantOf } from "../../core/calendar/site-time.ts";
import { type Channel, channelsOf } from "../../core/fleet/channels.ts";
import { paperPlan, type SheetLine, sheetLines, shortLines } from "../../core/paper/sheet.ts";
import { minuteOfDay, type TypedSheet, TypedSheet as TypedSheetSchema, type TypedWork, typedEvents } from "../../core/paper/typed.ts";
import type { Body, EntryKind, SentEntry } from "../../core/record/entries.ts";
import { accept } from "../../core/record/validate.ts";
import { callableAt, routinesOf } from "../../core/routines/assigned.ts";
import { saysOwnHazards } from "../../core/routines/built-in.ts";
import type { Routine } from "../../core/routines/routine.ts";
import type { Use } from "../../core/routines/step.ts";
import { stepFollows } from "../../core/runs/answer-follows.ts";
import { effectsOfRun, endOf, followingEntries } from "../../core/runs/effects-of-run.ts";
import { materials } from "../../core/runs/outlook.ts";
import { type PlannedStep, runPlan } from "../../core/runs/plan.ts";
import { stepsVersion } from "../../core/runs/version.ts";
import { DEFERENCE, hazardView } from "../../core/safety/hazards.ts";
import { hazardsAt } from "../../core/safety/hazards-at.ts";
import { mayDo } from "../../core/safety/who-may.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { machineOf, personName, type Shop } from "../../core/shop/shop.ts";
import type { ShelfItem } from "../../core/stores/run-materials.ts";
import { shelfItems } from "../../core/stores/shelf-items.ts";
import { isOpen } from "../../core/tasks/of-day.ts";
import { append } from "../../ledger/append.ts";
import type { Connection, Database } from "../../ledger/database.ts";
import { positionRows } from "../../ledger/positions.ts";
import { type SheetRow, sheetRow, sheetsMade } from "../../ledger/sheets.ts";
import { stockRows } from "../../ledger/stock.ts";
import { type Actor, authorise } from "../actor.ts";
import { now } from "../clock.ts";
import { dayWork } from "../day/day.ts";
import { type Answer, keep, type Who } from "../record/record.ts";
import { sheetsFor } from "../shop/safety.ts";
import { calendarAt, dayAt, loadShop } from "../shop/shop.ts";
import { stepsOf } from "../shop/steps.ts";

export const Wanted = Type.Object(
  {
    id: Type.String({ format: "uuid" }),
    person: Type.Optional(Type.String({ minLength: 1, maxLength: 200 })),
    day: Type.Optional(Type.String({ format: "date" })),
    /** Both: one routine with all its steps; neither: what the person has that day. */
    machine: Type.Optional(Type.String({ minLength: 1, maxLength: 200 })),
    routine: Type.Optional(Type.String({ minLength: 1, maxLength: 200 })),
  },
  { additionalProperties: false },
);

/** Puts a person's shift or one routine on paper: from now on there is a sheet of that number. @throws Refusal */
export async function makeSheet(db: Database, actor: Actor, value: unknown): Promise<{ id: string }> {
  authorise(actor, "record");
  const accepted = accept(Wanted, value);
  if ("problems" in accepted) throw new Refusal(400, "This sheet can't be made:", accepted.problems);
  const { id, person, machine, routine } = accepted.value;
  const shop = await loadShop(db, actor.site);
  const day = accepted.value.day === undefined ? dayAt(shop) : (readDay(accepted.value.day) ?? dayAt(shop));
  if (person !== undefined && !shop.people.some((each) => each.id === person))
    throw new Refusal(404, "There is nobody of that name in this shop.");
  const body: Body<"sheet"> =
    machine !== undefined && routine !== undefined
      ? { what: "routine", person: person ?? null, day: isoDay(day), work: [routineWork(shop, machine, routine)] }
      : {
          what: "shift",
          person: person ?? actor.personId,
          day: isoDay(day),
          work: await shiftWork(db, shop, person ?? actor.personId, day),
        };
  await db.transaction(async (tx) => {
    const [made] = await append(tx, shop.id, [plainEntry(shop, actor, id, "sheet", body, wordsOfSheet(shop, body))], now());
    if (made?.result === "conflict") throw new Refusal(409, "There is another entry with this id already.");
  });
  return { id };
}

const plainEntry = (shop: Shop, actor: Actor, id: string, kind: EntryKind, body: Record<string, unknown>, words: string) => ({
  id,
  kind,
  person: actor.personId,
  proof: "session",
  happenedAt: now(),
  localDay: isoDay(dayAt(shop)),
  body,
  words,
});

const wordsOfSheet = (shop: Shop, { what, person, work }: Body<"sheet">) =>
  `sheet ${what === "shift" ? `shift of ${personName(shop, person)}` : work.map(({ name }) => name).join(" ")}`;

function routineWork(shop: Shop, machineId: string, routineId: string): Body<"sheet">["work"][number] {
  const machine = machineOf(shop, machineId);
  const routine = shop.rules.book.get(routineId);
  if (!routine?.steps?.length) throw new Refusal(400, "This routine has no steps to print.");
  return { name: `${machine.name}: ${routine.name}`, machine: machineId, routine: routineId, version: stepsVersion(routine.steps) };
}

async function shiftWork(db: Connection, shop: Shop, person: string, day: number): Promise<Body<"sheet">["work"]> {
  const today = dayAt(shop);
  if (day < today || day > today + 14) throw new Refusal(400, "A shift is printed for today or one of the 14 days after it.");
  const { tasks } = await dayWork(db, shop, day);
  const mine = tasks.filter((task) => task.person === person && isOpen(task));
  if (mine.length === 0)
    throw new Refusal(400, `${personName(shop, person)} has nothing open on ${spokenDay(day)}. Give work on the Day page first.`);
  return mine.map(({ key, machine, machineName, routine, name }) => {
    const steps = routine ? shop.rules.book.get(routine)?.steps : undefined;
    return {
      name: machineName ? `${machineName}: ${name}` : name,
      key,
      ...(machine ? { machine } : {}),
      ...(routine ? { routine } : {}),
      ...(steps?.length ? { version: stepsVersion(steps) } : {}),
    };
  });
}

/** One piece of work as the sheet shows it. */
export type SheetWork = {
  name: string;
  machine: { id: string; name: string } | null;
  routine: string | null;
  minutes: { hands: number; wait: number } | null;
  hazards: ReturnType<typeof hazardView>[];
  sheets: { name: string; url: string }[];
  gear: string[];
  tools: string[];
  machineState: string | null;
  uses: Use[];
  channels: Channel[];
  lines: SheetLine[];
  /** What a line opens and what closes it, for the one who types in. */
  plan: PlannedStep[];
};
export type SheetView = {
  id: string;
  number: number;
  what: "shift" | "routine";
  person: { id: string; name: string } | null;
  day: string;
  dayWords: string;
  made: string;
  typedIn: { by: string; at: string } | null;
  work: SheetWork[];
  people: { id: string; name: string; role: string }[];
  site: string;
  me: { id: string; name: string; mayForOthers: boolean };
  deference: string;
};

/** A sheet as it was printed: with the steps of that day, whatever they are now. @throws Refusal 404 */
export async function sheet(db: Connection, actor: Actor, id: string): Promise<SheetView> {
  authorise(actor, "look");
  const { shop, row } = await found(db, actor, id);
  const work: SheetWork[] = [];
  for (const each of row.body.work) work.push(await workOf(db, shop, row.body, each));
  const day = readDay(row.body.day) ?? dayAt(shop);
  return {
    id: row.id,
    number: row.seq,
    what: row.body.what,
    person: row.body.person ? { id: row.body.person, name: personName(shop, row.body.person) } : null,
    day: row.body.day,
    dayWords: spokenDay(day, true),
    made: `${spokenDay(calendarAt(shop, row.happenedAt))} ${clockTime(row.happenedAt, shop.site.timeZone)} by ${personName(shop, row.madeBy)}`,
    typedIn: typedInOf(shop, row),
    work,
    people: shop.people.filter(({ role }) => role !== "viewer").map(({ id: person, name, role }) => ({ id: person, name, role })),
    site: shop.site.name,
    me: { id: actor.personId, name: actor.name, mayForOthers: mayDo(actor.role, "amend-others") },
    deference: DEFERENCE,
  };
}

const typedInOf = (shop: Shop, { inAt, inBy }: SheetRow) =>
  inAt ? { by: personName(shop, inBy), at: `${spokenDay(calendarAt(shop, inAt))} ${clockTime(inAt, shop.site.timeZone)}` } : null;

async function found(db: Connection, actor: Actor, id: string): Promise<{ shop: Shop; row: SheetRow }> {
  const shop = await loadShop(db, actor.site);
  const row = /^[0-9a-f-]{36}$/i.test(id) ? await sheetRow(db, actor.site, id) : undefined;
  if (!row) throw new Refusal(404, "There is no such sheet.");
  return { shop, row };
}

async function planOf(db: Connection, shop: Shop, { machine, routine, version }: Body<"sheet">["work"][number]): Promise<PlannedStep[]> {
  if (!machine || !routine || !version) return [];
  const at = machineOf(shop, machine);
  return paperPlan(runPlan(await stepsOf(db, shop, routine, version), at), at);
}

async function workOf(db: Connection, shop: Shop, { what }: Body<"sheet">, each: Body<"sheet">["work"][number]): Promise<SheetWork> {
  const machine = each.machine ? machineOf(shop, each.machine) : null;
  const routine: Partial<Routine> = (each.routine && shop.rules.book.get(each.routine)) || {};
  const plan = await planOf(db, shop, each);
  const lines = what === "routine" ? sheetLines(plan) : shortLines(plan);
  return {
    name: each.name,
    machine: machine && { id: machine.id, name: machine.name },
    routine: each.routine ?? null,
    minutes: routine.id ? { hands: routine.handsMinutes ?? 0, wait: routine.waitMinutes ?? 0 } : null,
    hazards: (machine ? hazardsAt(routine.hazards ?? [], machine, saysOwnHazards(routine)) : (routine.hazards ?? [])).map(hazardView),
    sheets: sheetsFor(shop, routine),
    gear: [...(routine.gear ?? [])],
    tools: [...(routine.tools ?? [])],
    machineState: routine.machineState ?? null,
    uses: materials(plan),
    channels: machine && lines.some(({ box }) => box.kind === "check") ? channelsOf(machine) : [],
    lines,
    plan,
  };
}

export type SheetListItem = { id: string; number: number; words: string; made: string; typedIn: { by: string; at: string } | null };
export type PaperView = {
  sheets: SheetListItem[];
  older: number | null;
  people: { id: string; name: string }[];
  days: { day: string; words: string }[];
  machines: { id: string; name: string; routines: { id: string; name: string }[] }[];
  me: string;
};

const PAGE = 30;

/** What was put on paper lately, and what can be. */
export async function paper(db: Connection, actor: Actor, before?: number): Promise<PaperView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const rows = await sheetsMade(db, actor.site, { ...(before === undefined ? {} : { before }), limit: PAGE + 1 });
  const today = dayAt(shop);
  return {
    sheets: rows.slice(0, PAGE).map((row) => ({
      id: row.id,
      number: row.seq,
      words:
        row.body.what === "shift"
          ? `${personName(shop, row.body.person)}, ${spokenDay(readDay(row.body.day) ?? today)}: ${row.body.work.length} pieces of work`
          : (row.body.work[0]?.name ?? ""),
      made: `${spokenDay(calendarAt(shop, row.happenedAt))} ${clockTime(row.happenedAt, shop.site.timeZone)} by ${personName(shop, row.madeBy)}`,
      typedIn: typedInOf(shop, row),
    })),
    older: rows.length > PAGE ? (rows[PAGE - 1]?.seq ?? null) : null,
    people: shop.people.filter(({ role }) => role !== "viewer").map(({ id, name }) => ({ id, name })),
    days: Array.from({ length: 8 }, (_, ahead) => ({
      day: isoDay(today + ahead),
      words: ahead === 0 ? "today" : spokenDay(today + ahead),
    })),
    machines: shop.machines.map((machine) => ({
      id: machine.id,
      name: machine.name,
      routines: [...new Set([...routinesOf(machine, shop.rules.book), ...callableAt(machine, shop.rules.book)])].flatMap(
        ({ id, name, steps }) => (steps?.length ? [{ id, name }] : []),
      ),
    })),
    me: actor.personId,
  };
}

/** Types in what was written on a sheet: all of it or nothing. @throws Refusal with the work and the line that can't be so */
export async function typeIn(db: Database, actor: Actor, id: string, value: unknown): Promise<{ entries: number; messages: string[] }> {
  authorise(actor, "record");
  const accepted = accept(TypedSheetSchema, value);
  if ("problems" in accepted) throw new Refusal(400, "This sheet can't be kept:", accepted.problems);
  const typed = accepted.value;
  return db.transaction(async (tx) => {
    const { shop, row } = await found(tx, actor, id);
    const person = shop.people.find((each) => each.id === typed.person);
    if (!person) throw new Refusal(404, "There is nobody of that name in this shop.");
    if (person.id !== actor.personId) authorise(actor, "amend-others");
    const who: Who = { person, proof: "paper", typedBy: actor.personId };
    const entries = await entriesOf(tx, shop, row, typed);
    const answers: Answer[] = [];
    for (const { entry, name } of entries) {
      try {
        answers.push(await keep(tx, shop, who, entry));
      } catch (error) {
        if (error instanceof Refusal) throw new Refusal(error.status, `${name}: ${error.message}`, error.problems);
        throw error;
      }
    }
    const refused = answers.find(({ result }) => result === "refused");
    if (refused) throw new Refusal(409, refused.message ?? "An entry was refused.");
    const added = answers.filter(({ result }) => result === "added").length;
    if (added)
      await append(
        tx,
        shop.id,
        [plainEntry(shop, actor, uuidv7(), "sheet-in", { of: row.id, entries: added }, `sheet ${row.seq} typed in`)],
        now(),
      );
    return { entries: added, messages: answers.flatMap(({ message }) => message ?? []) };
  });
}

type Named = { name: string; entry: SentEntry };

async function entriesOf(tx: Connection, shop: Shop, row: SheetRow, typed: TypedSheet): Promise<Named[]> {
  const day = readDay(typed.day) ?? 0;
  const at = (time: string) => instantOf(day, time, shop.site).toISOString();
  const minute = (time: string) => minuteOfDay(time, shop.site.dayStartsAtHour);
  let count = 0;
  // From the sheet's own id, so that what is sent twice is known.
  const nextId = () => `${typed.id.slice(0, 24)}${(count++).toString(16).padStart(12, "0")}`;
  const [shelf, positions] = [shelfItems(shop.items, await stockRows(tx, shop.id), dayAt(shop)), await positionRows(tx, shop.id)];
  const entries: Named[] = [];
  for (const each of [...typed.work].sort((a, b) => minute(a.from ?? a.to) - minute(b.from ?? b.to))) {
    const work = row.body.work[each.work];
    if (!work) throw new Refusal(400, `This sheet has no line ${each.work + 1}.`);
    const { name, machine, routine, key } = work;
    const common = { ...(machine ? { machine } : {}), happenedAt: at(each.to), timeGiven: true } as const;
    if (each.outcome === "skipped" && !each.reason) throw new Refusal(400, `${name}: why was it skipped? A reason goes with it.`);
    const plan = await planOf(tx, shop, work);
    const oneOff = key?.startsWith("one-off/") ? key.slice("one-off/".length) : undefined;
    if (each.outcome !== "skipped" && plan.length)
      entries.push(...runEntries(shop, row, each, plan, { nextId, at, shelf, positions: positions.get(machine ?? "")?.order }));
    if (oneOff && each.outcome !== "not-finished")
      entries.push({
        name,
        entry: { ...common, id: nextId(), kind: "one-off-over", body: { of: oneOff, outcome: each.outcome, ...said(each) } },
      });
    else if (!oneOff && routine && (each.outcome === "skipped" || (plan.length === 0 && each.outcome === "done")))
      entries.push({ name, entry: { ...common, id: nextId(), kind: "routine", routine, body: { outcome: each.outcome, ...said(each) } } });
  }
  if (typed.note)
    entries.push({
      name: "The note",
      entry: {
        id: nextId(),
        kind: "note",
        happenedAt: at(typed.work.map(({ to }) => to).sort((a, b) => minute(b) - minute(a))[0] ?? "12:00"),
        timeGiven: true,
        body: { text: typed.note },
      },
    });
  return entries;
}

const said = ({ reason, note }: TypedWork) => ({ ...(reason ? { reason } : {}), ...(note ? { note } : {}) });

/** The entries of a run done by the sheet; a check's readings stand before the step that names them. */
function runEntries(
  shop: Shop,
  row: SheetRow,
  typed: TypedWork,
  plan: PlannedStep[],
  {
    nextId,
    at,
    shelf,
    positions,
  }: { nextId: () => string; at: (time: string) => string; shelf: readonly ShelfItem[]; positions: readonly string[] | undefined },
): Named[] {
  const { name, machine = "", routine = "", key, version = "" } = row.body.work[typed.work] ?? { name: "" };
  const whole = row.body.what === "routine";
  const steps = whole ? plan : plan.filter(({ at: step }) => shortLines(plan).some((line) => line.at === step));
  const read = typedEvents(steps, typed, { version, whole, ...(key ? { key } : {}), dayStartsAtHour: shop.site.dayStartsAtHour });
  if ("problems" in read)
    throw new Refusal(
      400,
      `${name}: ${read.problems.map(({ line, message }) => (line ? `line ${line}: ${message}` : message)).join("; ")}`,
    );
  const run = nextId();
  const step = new Map(plan.map((each) => [each.at, each]));
  const around = {
    routine: shop.rules.book.get(routine) ?? { id: routine, name: routine },
    book: shop.rules.book,
    machine: machineOf(shop, machine),
    today: isoDay(dayAt(shop)),
  };
  // What is not ticked on a shift's sheet was done as usual: only readings are printed there.
  const trace = read.events.flatMap(({ body }) =>
    body.event === "step"
      ? [{ step: body.step, ...(body.result ? { result: body.result } : {}) }]
      : body.event === "pass"
        ? [{ step: body.step, passed: body.reason }]
        : [],
  );
  const of = shop.rules.book.get(routine) ?? { id: routine, name: routine };
  const answers = Object.fromEntries(trace.map(({ step: at, result }) => [at, result]));
  const done = { routine: of, plan, key: null, done: whole ? { trace } : { answers } };
  const isCheck = (id: string) => shop.rules.book.get(id)?.isCheck ?? false;
  const effects = effectsOfRun(done, { machine: machineOf(shop, machine), shelf, isCheck, positions });
  const events = read.events.flatMap(({ time, body, channels }) => {
    const common = { machine, happenedAt: at(time), timeGiven: true } as const;
    const check: Named[] = channels ? [{ name, entry: { ...common, id: nextId(), kind: "check", body: { channels } } }] : [];
    const of = body.event === "step" ? step.get(body.step) : undefined;
    const seen = (of && body.event === "step" ? stepFollows(of, body.result, around) : []).map(
      (entry): Named => ({ name, entry: { ...common, ...entry, id: nextId() } }),
    );
    const [first] = check;
    const withCheck = first && body.event === "step" ? { ...body, result: { ...body.result, check: first.entry.id } } : body;
    const told = body.event === "end" ? endOf(effects) : withCheck;
    return [...check, { name, entry: { ...common, id: nextId(), kind: "run" as const, routine, run, body: { ...told } } }, ...seen];
  });
  const also = (typed.outcome === "done" ? followingEntries(done, effects) : []).map(
    (entry): Named => ({ name, entry: { ...entry, id: nextId(), machine, run, happenedAt: at(typed.to), timeGiven: true } }),
  );
  return [...events, ...also];
}
