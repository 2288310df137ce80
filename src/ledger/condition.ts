import { and, asc, desc, eq, gte, inArray, isNull, lt, lte } from "drizzle-orm";
import { type Connection, columnsOf } from "./database.ts";
import { dayOutcome, entry, latestCheck, machineFact, settledDay } from "./tables.ts";

export type ConditionRows = Awaited<ReturnType<typeof conditionRows>>;
export type FactRow = ConditionRows["facts"][number];
export type CheckRow = ConditionRows["checks"][number];
export type DoneRow = ConditionRows["done"][number];

/** What a machine's state word is judged from: last facts, last check by channel, what was done today and yesterday. */
export async function conditionRows(db: Connection, site: string, days: { from: string; today: string }, machines?: string[]) {
  const { machine, day, routine, beat, key } = dayOutcome;
  const [facts, checks, done, missed] = await Promise.all([
    db
      .select({
        machine: machineFact.machine,
        fact: machineFact.fact,
        entryId: machineFact.entryId,
        happenedAt: machineFact.happenedAt,
        person: machineFact.person,
        body: machineFact.body,
        /** The run that it was entered in. */
        run: entry.run,
      })
      .from(machineFact)
      .innerJoin(entry, and(eq(entry.site, machineFact.site), eq(entry.id, machineFact.entryId)))
      .where(and(eq(machineFact.site, site), machines && inArray(machineFact.machine, machines))),
    db
      .select(columnsOf(latestCheck))
      .from(latestCheck)
      .where(and(eq(latestCheck.site, site), machines && inArray(latestCheck.machine, machines)))
      .orderBy(asc(latestCheck.machine), asc(latestCheck.channel)),
    db
      .select({ ...columnsOf(settledDay), run: entry.run })
      .from(settledDay)
      .innerJoin(entry, and(eq(entry.site, settledDay.site), eq(entry.id, settledDay.entryId)))
      .where(
        and(
          eq(settledDay.site, site),
          gte(settledDay.day, days.from),
          lte(settledDay.day, days.today),
          machines && inArray(settledDay.machine, machines),
        ),
      ),
    db
      .select({ machine, day, routine, beat, key })
      .from(dayOutcome)
      .where(
        and(
          eq(dayOutcome.site, site),
          eq(dayOutcome.outcome, "missed"),
          gte(day, days.from),
          lt(day, days.today),
          machines && inArray(machine, machines),
        ),
      )
      .orderBy(desc(day), asc(routine)),
  ]);
  return { facts, checks, done, missed };
}

/** What was settled on a day. */
export const doneOn = (
  db: Connection,
  site: string,
  on: string,
): Promise<Pick<DoneRow, "machine" | "routine" | "happenedAt" | "entryId">[]> => {
  const { machine, routine, happenedAt, entryId, day } = settledDay;
  return db
    .select({ machine, routine, happenedAt, entryId })
    .from(settledDay)
    .where(and(eq(settledDay.site, site), eq(day, on)));
};

/** What settled a routine on a day, and who. */
export async function settledOn(
  db: Connection,
  site: string,
  machine: string,
  routine: string,
  day: string,
): Promise<{ entryId: string; person: string | null; happenedAt: Date } | undefined> {
  const s = settledDay;
  const [row] = await db
    .select({ entryId: s.entryId, person: entry.person, happenedAt: s.happenedAt })
    .from(s)
    .innerJoin(entry, and(eq(entry.site, s.site), eq(entry.id, s.entryId)))
    .where(and(eq(s.site, site), eq(s.machine, machine), eq(s.routine, routine), eq(s.day, day), eq(s.outcome, "done")));
  return row;
}

/** What was done at a machine between two days, and what was missed of the work that carries no beat. */
export async function settledBetween(db: Connection, site: string, machine: string, from: string, to: string) {
  const [done, missed] = await Promise.all([
    db
      .select({ day: settledDay.day, routine: settledDay.routine, drew: settledDay.drew })
      .from(settledDay)
      .where(
        and(
          eq(settledDay.site, site),
          eq(settledDay.machine, machine),
          eq(settledDay.outcome, "done"),
          gte(settledDay.day, from),
          lte(settledDay.day, to),
        ),
      ),
    db
      .select({ day: dayOutcome.day, routine: dayOutcome.routine })
      .from(dayOutcome)
      .where(
        and(
          eq(dayOutcome.site, site),
          eq(dayOutcome.machine, machine),
          eq(dayOutcome.outcome, "missed"),
          isNull(dayOutcome.beat),
          gte(dayOutcome.day, from),
          lte(dayOutcome.day, to),
        ),
      ),
  ]);
  return { done, missed };
}
