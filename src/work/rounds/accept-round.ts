import { Type } from "typebox";
import { uuidv7 } from "uuidv7";
import { isoDay, readDay } from "../../core/calendar/day.ts";
import { clockTime } from "../../core/calendar/site-time.ts";
import type { Body } from "../../core/record/entries.ts";
import { wordsOf } from "../../core/record/entry-body.ts";
import { KINDS } from "../../core/record/kinds.ts";
import { accept } from "../../core/record/validate.ts";
import { brokenRules } from "../../core/rounds/broken-rules.ts";
import { firstPerson } from "../../core/rounds/by-hand.ts";
import type { RoundProblem } from "../../core/rounds/problem.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import type { Shop } from "../../core/shop/shop.ts";
import { append } from "../../ledger/append.ts";
import type { Database } from "../../ledger/database.ts";
import { lastSeq } from "../../ledger/reading.ts";
import { type Actor, authorise } from "../actor.ts";
import { now } from "../clock.ts";
import { keep } from "../record/record.ts";
import { putSettings } from "../shop/settings.ts";
import { dayAt, loadShop } from "../shop/shop.ts";
import { roundMaterial, roundProblem, roundSettings } from "./round-problem.ts";

export const Accepted = Type.Object(
  {
    round: KINDS.round.body,
    /** The minute the plan was made at. */
    at: Type.Integer({ minimum: 0, maximum: 20_160 }),
  },
  { additionalProperties: false },
);

/** A plan made longer ago than this is made again. */
const STALE_MINUTES = 20;

/**
 * Publishes a round: held against the shop as it is, kept as one entry, and its tasks given to their people, all or nothing.
 * @throws Refusal 409 where it does not fit (any more), with each reason
 */
export async function acceptRound(db: Database, actor: Actor, value: unknown): Promise<{ seq: number; given: number }> {
  authorise(actor, "plan");
  const accepted = accept(Accepted, value);
  if ("problems" in accepted) throw new Refusal(400, "This plan can't be kept:", accepted.problems);
  const { round, at } = accepted.value;
  const day = readDay(round.day);
  return db.transaction(async (tx) => {
    const shop = await loadShop(tx, actor.site);
    const today = dayAt(shop);
    if (day === undefined || day < today || day > today + 7)
      throw new Refusal(400, "Rounds are planned for today and the 7 days after it.");
    const material = await roundMaterial(tx, shop, day);
    const there = round.shortHanded && new Map(round.shortHanded.there.map(({ person, minutes }) => [person, minutes]));
    const ask = { day, what: round.what, safe: round.safe ?? false };
    const fresh = roundProblem(shop, material, ask);
    if (fresh.now - at > STALE_MINUTES || at > fresh.now + 1)
      throw new Refusal(409, `This plan was made at ${clockOf(shop, fresh.zero, at)}; it is too old now. Repair it, then publish it.`);
    if (new Date(round.zero).getTime() !== fresh.zero.getTime())
      throw new Refusal(409, "The shifts have changed since this plan was made. Plan again.");
    const locks = round.tasks
      .filter(({ key }) => round.locked.includes(key))
      .map(({ key, stretches }) => ({
        key,
        person: firstPerson({ id: key, stretches }) ?? "",
        start: stretches[0]?.start ?? 0,
        end: stretches.at(-1)?.end ?? 0,
      }));
    const { problem } = roundProblem(shop, material, ask, { at, locks, ...(there ? { there } : {}) });
    holdAgainst(shop, problem, round, fresh.zero);
    const person = shop.people.find(({ id }) => id === actor.personId);
    if (!person) throw new Refusal(403, "Only somebody of this shop publishes a plan.");
    const given = new Map(material.work.tasks.map((task) => [task.key, task.person]));
    await append(
      tx,
      shop.id,
      [
        {
          id: uuidv7(),
          kind: "round",
          person: actor.personId,
          happenedAt: now(),
          localDay: isoDay(today),
          body: round,
          words: wordsOf(shop, actor.personId, "round", null, null, { text: `${round.what} ${round.day}` }),
        },
      ],
      now(),
    );
    let count = 0;
    for (const task of round.tasks) {
      const doer = firstPerson({ id: task.key, stretches: task.stretches });
      if (!doer || given.get(task.key) === doer) continue;
      const known = material.work.tasks.find(({ key }) => key === task.key);
      const why = `the round has it at ${clockOf(shop, fresh.zero, task.stretches[0]?.start ?? 0)}`;
      await keep(
        tx,
        shop,
        { person, proof: "session" },
        {
          id: uuidv7(),
          kind: "task",
          ...(known?.machine ? { machine: known.machine } : {}),
          ...(known?.routine ? { routine: known.routine } : {}),
          happenedAt: now().toISOString(),
          body: { key: task.key, ...(known ? { due: known.dueDay } : {}), person: doer, why },
        },
      );
      count++;
    }
    return { seq: await lastSeq(tx, shop.id), given: count };
  });
}

const clockOf = (shop: Shop, zero: Date, minute: number) => clockTime(new Date(zero.getTime() + minute * 60_000), shop.site.timeZone);

/** @throws Refusal 409 with each hard rule that a round breaks */
function holdAgainst(shop: Shop, problem: RoundProblem, round: Body<"round">, zero: Date): void {
  const known = new Set(problem.tasks.map(({ id }) => id));
  const gone = round.tasks.filter(({ key }) => !known.has(key));
  if (gone.length)
    throw new Refusal(
      409,
      `${gone.length} of these ${gone.length === 1 ? "is" : "are"} done or gone since. Repair the plan, then publish it.`,
    );
  const plan = { tasks: round.tasks.map(({ key, stretches }) => ({ id: key, stretches })) };
  const broken = brokenRules(problem, plan, {
    minute: (minute) => clockOf(shop, zero, minute),
    person: (id) => shop.people.find((each) => each.id === id)?.name ?? id,
    machine: (id) => shop.machines.find((each) => each.id === id)?.name ?? id,
    task: (id) => id,
    area: (id) => shop.areas.find((each) => each.id === id)?.name ?? id,
  });
  if (broken.length)
    throw new Refusal(
      409,
      "This plan does not fit the shop as it is now. Repair it, then publish it.",
      broken.slice(0, 20).map(({ task, why }) => ({ path: task, message: why })),
    );
}

const minutes = Type.Integer({ minimum: 0, maximum: 600 });
const weight = Type.Number({ minimum: 0.1, maximum: 100 });
export const Settings = Type.Object(
  {
    weights: Type.Object(
      { opening: weight, midday: weight, closing: weight, late: weight, other: weight },
      { additionalProperties: false },
    ),
    middayFrom: minutes,
    closingFrom: minutes,
    walkMinutes: Type.Integer({ minimum: 0, maximum: 60 }),
    careShare: Type.Number({ minimum: 0.05, maximum: 1 }),
    practisedAfter: Type.Optional(Type.Integer({ minimum: 1, maximum: 50 })),
    walk: Type.Record(Type.String({ maxLength: 401 }), Type.Integer({ minimum: 0, maximum: 60 })),
  },
  { additionalProperties: false },
);

/** Saves how pressing which work is, and the minutes between areas. */
export async function saveRoundSettings(db: Database, actor: Actor, value: unknown): Promise<void> {
  authorise(actor, "set-up");
  const accepted = accept(Settings, value);
  if ("problems" in accepted) throw new Refusal(400, "This can't be saved:", accepted.problems);
  const shop = await loadShop(db, actor.site);
  const areas = new Set(shop.areas.map(({ id }) => id));
  const strange = Object.keys(accepted.value.walk).find((pair) => pair.split("/").some((area) => !areas.has(area)));
  if (strange !== undefined) throw new Refusal(400, `“${strange.slice(0, 60)}” names an area that this shop has not.`);
  await db.transaction((tx) =>
    putSettings(tx, shop, actor.personId, [
      { subject: "round", id: "site", body: { ...roundSettings(shop), ...accepted.value }, what: "Rounds: weights and ways saved" },
    ]),
  );
}
