import { isoDay, readDay, spokenDay } from "../../core/calendar/day.ts";
import { clockTime } from "../../core/calendar/site-time.ts";
import { walkOf } from "../../core/rounds/day-problem.ts";
import { saysOwnHazards } from "../../core/routines/built-in.ts";
import { DEFERENCE, hazardView } from "../../core/safety/hazards.ts";
import { hazardsAt } from "../../core/safety/hazards-at.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { personName } from "../../core/shop/shop.ts";
import type { Database } from "../../ledger/database.ts";
import { newestRounds } from "../../ledger/rounds.ts";
import { type Actor, authorise } from "../actor.ts";
import { loadShop } from "../shop/shop.ts";
import { roundSettings } from "./round-problem.ts";

/** A round on paper: for each person the way from stretch to stretch. */
export type RoundSheets = {
  site: string;
  dayWords: string;
  made: string;
  sheets: {
    person: string;
    handsMinutes: number;
    lines: {
      from: string;
      until: string;
      minutes: number;
      machine: string;
      area: string;
      work: string;
      walkMinutes: number;
      part: string;
      meanwhile: string | null;
    }[];
    cautions: string[];
  }[];
  deference: string;
};

/** @throws Refusal 404 where no round is in force that day */
export async function roundSheets(db: Database, actor: Actor, on: string, only: string | null): Promise<RoundSheets> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const day = readDay(on);
  const row = day === undefined ? undefined : (await newestRounds(db, shop.id)).find(({ body }) => body.day === isoDay(day));
  if (!row || day === undefined) throw new Refusal(404, "No plan is published for that day.");
  const { body } = row;
  const zero = new Date(body.zero).getTime();
  const clock = (minute: number) => clockTime(new Date(zero + minute * 60_000), shop.site.timeZone);
  const areas = shop.areas.map(({ id }) => id);
  const walk = walkOf(areas, roundSettings(shop));
  const areaOf = (machine: string | undefined) => shop.machines.find(({ id }) => id === machine)?.area ?? null;
  const people = [...new Set(body.tasks.flatMap(({ stretches }) => stretches.flatMap(({ person }) => person ?? [])))].filter(
    (id) => !only || id === only,
  );
  return {
    site: shop.site.name,
    dayWords: spokenDay(day, true),
    made: `${clockTime(row.happenedAt, shop.site.timeZone)}, ${personName(shop, row.person)}`,
    deference: DEFERENCE,
    sheets: people.map((person) => {
      const own = body.tasks
        .flatMap((task) => task.stretches.flatMap((stretch, place) => (stretch.person === person ? [{ task, stretch, place }] : [])))
        .sort((a, b) => a.stretch.start - b.stretch.start);
      let last: string | null = null;
      const hazards = own.flatMap(({ task }) => {
        const routine = shop.rules.book.get(task.routine ?? "");
        const found = routine?.hazards ?? [];
        const machine = shop.machines.find(({ id }) => id === task.machine);
        return (machine && routine ? hazardsAt(found, machine, saysOwnHazards(routine)) : found).map(hazardView);
      });
      return {
        person: personName(shop, person),
        handsMinutes: own.reduce((sum, { stretch }) => sum + stretch.end - stretch.start, 0),
        lines: own.map(({ task, stretch, place }) => {
          const area = areaOf(task.machine);
          const walked = last !== null && area !== null && last !== area ? (walk[areas.indexOf(last)]?.[areas.indexOf(area)] ?? 0) : 0;
          last = area ?? last;
          const after = task.stretches[place + 1];
          const parts = task.stretches.filter((each) => each.person).length;
          const part = task.stretches.slice(0, place + 1).filter((each) => each.person).length;
          return {
            from: clock(stretch.start),
            until: clock(stretch.end),
            minutes: stretch.end - stretch.start,
            machine: shop.machines.find(({ id }) => id === task.machine)?.name ?? "Shop",
            area: shop.areas.find(({ id }) => id === area)?.name ?? "",
            work: shop.rules.book.get(task.routine ?? "")?.name ?? "one-off work",
            walkMinutes: walked,
            part: parts > 1 ? `${part} of ${parts}` : "",
            meanwhile: after && !after.person ? `then it works by itself until ${clock(after.end)}` : null,
          };
        }),
        cautions: [...new Set(hazards.map(({ name, caution }) => `${name}: ${caution}`))],
      };
    }),
  };
}
