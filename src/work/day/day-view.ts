import { Type } from "typebox";
import { isoDay, readDay, spokenDay } from "../../core/calendar/day.ts";
import { accept } from "../../core/record/validate.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { personName, type Shop } from "../../core/shop/shop.ts";
import type { Usual } from "../../core/tasks/fill-the-rest.ts";
import type { DayClock, Worker } from "../../core/tasks/fits.ts";
import type { WorkItem } from "../../core/tasks/work-item.ts";
import type { Database } from "../../ledger/database.ts";
import { lastSeq } from "../../ledger/reading.ts";
import { type RosterRow, rosterSince } from "../../ledger/tasks.ts";
import { type Actor, authorise } from "../actor.ts";
import { putSettings } from "../shop/settings.ts";
import { dayAt, loadShop } from "../shop/shop.ts";
import { type DayWork, dayClock, dayWork } from "./day.ts";

export type DayView = {
  seq: number;
  day: string;
  dayWords: string;
  today: string;
  days: { day: string; words: string; works: boolean }[];
  tasks: WorkItem[];
  people: (Worker & { usual: string[] })[];
  withdrawn: DayWork["withdrawn"];
  beyond: DayWork["beyond"];
  usual: Usual;
  roster: { entry: string; name: string; words: string }[];
  shifts: { id: string; from: string; to: string }[];
  clock: DayClock;
  machines: { id: string; name: string; area: string | null }[];
  areas: { id: string; name: string }[];
};

const DAYS_AHEAD = 14;

/** A day's work and people, for giving it out. @throws Refusal 400 where the day is none */
export async function dayView(db: Database, actor: Actor, on: string | null): Promise<DayView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const today = dayAt(shop);
  const day = on === null ? today : readDay(on);
  if (day === undefined) throw new Refusal(400, `“${on?.slice(0, 40)}” is no day; expected one like 2026-11-25.`);
  if (day < today || day > today + DAYS_AHEAD) throw new Refusal(400, `Work is given out for today and the ${DAYS_AHEAD} days after it.`);
  const [work, roster, seq] = await Promise.all([dayWork(db, shop, day), rosterSince(db, shop.id, isoDay(today)), lastSeq(db, shop.id)]);
  return {
    seq,
    day: isoDay(day),
    dayWords: spokenDay(day, true),
    today: isoDay(today),
    days: Array.from({ length: 8 }, (_, ahead) => today + ahead).map((each) => ({
      day: isoDay(each),
      words: spokenDay(each),
      works: shop.rules.works(each),
    })),
    tasks: work.tasks,
    people: work.workers.filter(({ role }) => role !== "viewer"),
    withdrawn: work.withdrawn,
    beyond: work.beyond,
    usual: usualOf(shop),
    roster: roster.map((row) => ({ entry: row.entryId, name: personName(shop, row.person), words: rosterWords(row) })),
    shifts: (shop.calendar.shifts ?? []).map(({ id, from, to }) => ({ id, from, to })),
    clock: dayClock(shop, day),
    machines: shop.machines.map(({ id, name, area }) => ({ id, name, area: area ?? null })),
    areas: shop.areas,
  };
}

function rosterWords({ from, to, shifts, why }: RosterRow): string {
  const days = from === to ? spokenDay(readDay(from) ?? 0) : `${spokenDay(readDay(from) ?? 0)} to ${spokenDay(readDay(to) ?? 0)}`;
  return `${days}: ${shifts.length ? shifts.join(" and ") : "away"} (${why})`;
}

/** Who usually has which machine or area. */
export function usualOf(shop: Shop): Usual {
  const body = shop.settings.find(({ subject, id }) => subject === "usual" && id === "people")?.body;
  const accepted = body ? accept(UsualPeople, body) : undefined;
  return accepted && "value" in accepted ? accepted.value : { machines: {}, areas: {} };
}

const Names = Type.Record(Type.String({ maxLength: 200 }), Type.String({ minLength: 1, maxLength: 200 }));
export const UsualPeople = Type.Object({ machines: Names, areas: Names }, { additionalProperties: false });

/** Saves who usually has which machine or area. */
export async function saveUsual(db: Database, actor: Actor, value: unknown): Promise<void> {
  authorise(actor, "plan");
  const accepted = accept(UsualPeople, value);
  if ("problems" in accepted) throw new Refusal(400, "The usual people can't be saved:", accepted.problems);
  const shop = await loadShop(db, actor.site);
  const { machines, areas } = accepted.value;
  const strange = [
    ...Object.keys(machines).filter((id) => !shop.machines.some((machine) => machine.id === id)),
    ...Object.keys(areas).filter((id) => !shop.areas.some((area) => area.id === id)),
    ...[...Object.values(machines), ...Object.values(areas)].filter((id) => !shop.people.some((person) => person.id === id)),
  ][0];
  if (strange !== undefined) throw new Refusal(400, `There is nothing called “${strange.slice(0, 60)}” in this shop.`);
  await db.transaction((tx) =>
    putSettings(tx, shop, actor.personId, [
      { subject: "usual", id: "people", body: accepted.value, what: "Usual people of machines and areas saved" },
    ]),
  );
}
