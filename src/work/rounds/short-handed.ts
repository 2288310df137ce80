import { isoDay, readDay, toDay } from "../../core/calendar/day.ts";
import type { RoundProblem } from "../../core/rounds/problem.ts";
import { leastDefensible } from "../../core/rounds/short-handed.ts";
import { tendsOf } from "../../core/routines/tends.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import type { Database } from "../../ledger/database.ts";
import { timesPutOff } from "../../ledger/rounds.ts";
import { type Actor, authorise } from "../actor.ts";
import { dayAt, loadShop } from "../shop/shop.ts";
import { roundMaterial, roundProblem } from "./round-problem.ts";

/** The least of a day that can be defended with those who are there: its planning problem, what is kept and why, what waits and at what risk. */
export type ShortHanded = {
  problem: RoundProblem;
  kept: { key: string; why: string }[];
  deferred: { key: string; until: string | null; risk: string }[];
};

const RECORD_DAYS = 120;

/**
 * @param there who is there and for how many minutes, `bram:90,ilse:90`
 * @throws Refusal 400 where that can't be read
 */
export async function shortHanded(
  db: Database,
  actor: Actor,
  ask: { on: string | null; there: string | null; safe: boolean },
): Promise<ShortHanded> {
  authorise(actor, "plan");
  const shop = await loadShop(db, actor.site);
  const today = dayAt(shop);
  const day = ask.on === null ? today : readDay(ask.on);
  if (day === undefined || day < today || day > today + 7) throw new Refusal(400, "Rounds are planned for today and the 7 days after it.");
  const there = new Map<string, number>();
  for (const part of (ask.there ?? "").split(",").filter(Boolean).slice(0, 200)) {
    const [person = "", minutes = ""] = part.split(":");
    if (!shop.people.some(({ id }) => id === person) || !/^\d{1,4}$/.test(minutes))
      throw new Refusal(400, `“${part.slice(0, 60)}”: expected somebody of the shop and their minutes, like bram:90.`);
    there.set(person, Number(minutes));
  }
  if (there.size === 0) throw new Refusal(400, "Who is there? At least one person is needed.");
  const [material, record] = [await roundMaterial(db, shop, day), await timesPutOff(db, shop.id, isoDay(today - RECORD_DAYS))];
  const { problem } = roundProblem(shop, material, { day, what: "day", safe: ask.safe }, { there });
  const begun = new Set((problem.begun ?? []).map(({ task }) => task));
  const verdicts = leastDefensible(
    problem.tasks.flatMap(({ id, after = [] }) => {
      const task = material.work.tasks.find(({ key }) => key === id);
      return task
        ? [
            {
              key: id,
              beat: task.beat ?? null,
              routine: task.routine,
              tends: [...tendsOf(shop.rules.book.get(task.routine ?? ""))],
              oneOff: task.oneOff !== null,
              keepsInkMoving: shop.rules.book.get(task.routine ?? "")?.effects?.keepsInkMoving ?? false,
              overdueAfter: toDay(task.overdueAfter),
              late: task.late,
              after,
            },
          ]
        : [];
    }),
    day,
    record,
  );
  const keeps = new Set(verdicts.flatMap(({ key, keep }) => (keep || begun.has(key) ? [key] : [])));
  return {
    problem: {
      ...problem,
      tasks: problem.tasks
        .filter(({ id }) => keeps.has(id))
        .map((task) => ({ ...task, after: task.after?.filter((id) => keeps.has(id)) ?? [] })),
      promised: problem.promised?.filter(({ task }) => keeps.has(task)) ?? [],
    },
    kept: verdicts.flatMap((verdict) => (verdict.keep ? [{ key: verdict.key, why: verdict.why }] : [])),
    deferred: verdicts.flatMap((verdict) =>
      verdict.keep || begun.has(verdict.key)
        ? []
        : [{ key: verdict.key, until: verdict.until === null ? null : isoDay(verdict.until), risk: verdict.risk }],
    ),
  };
}
