import { Type } from "typebox";
import { readDay } from "../../core/calendar/day.ts";
import { Area, Closure, Date_, Id, Machine as MachineSchema, Name, TimeOfDay } from "../../core/fleet/schema.ts";
import { fleetProblems } from "../../core/fleet/validate.ts";
import { accept } from "../../core/record/validate.ts";
import { holdName } from "../../core/shop/names.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { machineOf, type Shop } from "../../core/shop/shop.ts";
import type { Database } from "../../ledger/database.ts";
import { type Actor, authorise } from "../actor.ts";
import { exportFleet } from "./fleet.ts";
import { putSettings, type SettingChange } from "./settings.ts";
import { loadShop, type ShopBody } from "./shop.ts";

const closed = { additionalProperties: false } as const;
const optional = Type.Optional;

export const CalendarChange = Type.Object(
  {
    workDays: Type.Array(Type.Integer({ minimum: 1, maximum: 7 }), { uniqueItems: true }),
    extraDays: Type.Array(Date_, { maxItems: 400 }),
    closures: Type.Array(Closure, { maxItems: 100 }),
    beats: Type.Object({ opening: optional(TimeOfDay), midday: optional(TimeOfDay), closing: optional(TimeOfDay) }, closed),
    shifts: Type.Array(
      Type.Object({ id: Id, days: Type.Array(Type.Integer({ minimum: 1, maximum: 7 })), from: TimeOfDay, to: TimeOfDay }, closed),
      { maxItems: 20 },
    ),
    areas: Type.Array(Area, { maxItems: 100 }),
    name: Name,
    /** The hour at which a local day begins; left out: as it was. */
    dayStartsAtHour: optional(Type.Integer({ minimum: 0, maximum: 11 })),
  },
  closed,
);

/** Print days, closures, beats, shifts and areas of the shop. */
export async function saveCalendar(db: Database, actor: Actor, value: unknown): Promise<void> {
  authorise(actor, "set-up");
  const accepted = accept(CalendarChange, value);
  if ("problems" in accepted) throw new Refusal(400, "The calendar can't be saved:", accepted.problems);
  const { beats, areas, name, dayStartsAtHour, ...rest } = accepted.value;
  const backwards = rest.closures.find(({ from, to }) => (readDay(to) ?? 0) < (readDay(from) ?? 0));
  if (backwards) throw new Refusal(400, `The closure from ${backwards.from} ends before it begins.`);
  const shop = await loadShop(db, actor.site);
  holdName(name, shop.site.name);
  for (const area of areas) holdName(area.name, shop.areas.find(({ id }) => id === area.id)?.name);
  const before = shop.settings.find(({ subject }) => subject === "shop")?.body as ShopBody | undefined;
  const times = Object.fromEntries(Object.entries(beats).map(([beat, by]) => [beat, { by }]));
  const body = {
    ...before,
    site: { ...shop.site, name, ...(dayStartsAtHour === undefined ? {} : { dayStartsAtHour }) },
    areas,
    calendar: { ...shop.calendar, ...rest, beats: times },
  };
  await change(db, actor, shop, { subject: "shop", id: "shop", body, what: "Calendar, shifts and areas saved" });
}

export const MachineChange = Type.Object({ machine: MachineSchema, archived: optional(Type.Boolean()) }, closed);

/** A machine's basics and routines. Its readings and changed print days are entries and stay as they are. */
export async function saveMachine(db: Database, actor: Actor, value: unknown): Promise<void> {
  authorise(actor, "set-up");
  const accepted = accept(MachineChange, value);
  if ("problems" in accepted) throw new Refusal(400, "This machine can't be saved:", accepted.problems);
  const { machine, archived } = accepted.value;
  const shop = await loadShop(db, actor.site);
  const known = shop.settings.find(({ subject, id }) => subject === "machine" && id === machine.id);
  if (archived) machineOf(shop, machine.id);
  holdName(machine.name, typeof known?.body.name === "string" ? known.body.name : undefined);
  const body = {
    ...machine,
    ...(machine.counters
      ? { counters: machine.counters.map((counter) => (counter.readings ? { ...counter, readings: [] } : counter)) }
      : {}),
  };
  await change(db, actor, shop, {
    subject: "machine",
    id: machine.id,
    body,
    archived,
    place: known?.place ?? shop.machines.length,
    what: archived ? `${machine.name} archived` : `${machine.name} saved`,
  });
}

/** Saves a change only if the fleet as a whole still holds together. */
async function change(db: Database, actor: Actor, shop: Shop, setting: SettingChange): Promise<void> {
  const { machines, people, routines, ...rest } = await exportFleet(db, actor.site);
  const list = setting.subject === "machine" ? machines.filter(({ id }) => id !== setting.id) : machines;
  const after = {
    ...rest,
    people,
    routines,
    machines: [...list, ...(setting.subject === "machine" && !setting.archived ? [setting.body] : [])],
  };
  const body =
    setting.subject === "shop" ? { ...after, site: setting.body.site, areas: setting.body.areas, calendar: setting.body.calendar } : after;
  // History and the like are about what is there today; only the settings are held against each other here.
  const { history: _history, moves: _moves, prompts: _prompts, signs: _signs, ...settings } = body;
  const problems = fleetProblems(settings);
  if (problems.length) throw new Refusal(400, "This does not fit the rest of the shop; nothing was changed.", problems);
  await db.transaction((tx) => putSettings(tx, shop, actor.personId, [setting]));
}
