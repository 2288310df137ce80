import { isoDay, spokenDay, toDay } from "../../core/calendar/day.ts";
import { personName, type Shop } from "../../core/shop/shop.ts";
import { REGIME_NAMES } from "../../core/standby/regime.ts";
import type { SeasonBody } from "../../core/standby/said.ts";
import { planChanges } from "../../core/standby/season.ts";
import type { Connection } from "../../ledger/database.ts";
import { sleepRows } from "../../ledger/standby.ts";
import { type Actor, authorise } from "../actor.ts";
import { dayAt, loadShop, momentSaid } from "../shop/shop.ts";
import { nextPrintDay, printDayChanges } from "./gap.ts";
import { standbyMaterial } from "./material.ts";
import { type SeasonView, seasonPlan } from "./season.ts";

export type SeasonReturn = {
  machine: string;
  regime: string;
  slept: string;
  cameBack: string;
  held: boolean | null;
  foreseen: string;
  recovery: string;
};
export type SeasonLives = { view: SeasonView; lives: string[]; returns: SeasonReturn[] };

/** The plan in force as it would have to be made now: what moves, what is at risk; and afterwards, what came back how. */
export async function seasonLives(db: Connection, actor: Actor, from: string): Promise<SeasonLives> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const plan = await seasonPlan(db, shop, from);
  if (!plan.row) return { view: plan.view, lives: [], returns: [] };
  // The body passed its schema when it was written.
  const told = plan.row.body as unknown as SeasonBody;
  const minute = (at: string) => Math.round(new Date(at).getTime() / 60_000);
  const current = plan.view.rows.flatMap(({ before, after }) => [...before, ...after]);
  const at = (minutes: number | null) => {
    if (minutes === null) return "";
    const instant = new Date(minutes * 60_000);
    return momentSaid(shop, instant);
  };
  const name = (key: string) => {
    const [machine = "", routine = ""] = key.split("/");
    return `${shop.machines.find(({ id }) => id === machine)?.name ?? machine}, ${shop.rules.book.get(routine)?.name ?? routine}`;
  };
  const changes = planChanges(
    told.tasks.map(({ key, person, from: begins }) => ({ key, person: person ?? null, start: minute(begins) })),
    current.map(({ key, person, from: begins }) => ({ key, person, start: minute(begins) })),
    [...plan.before.plan.leftOut, ...plan.after.plan.leftOut].map(({ id }) => id),
  ).map(({ key, kind, fromMinutes, toMinutes, fromPerson, toPerson }) => {
    const who = (id: string | null) => personName(shop, id);
    if (kind === "left-out") return `${name(key)}: planned ${at(fromMinutes)}, ${who(fromPerson)}; it no longer fits`;
    if (kind === "gone") return `${name(key)}: no longer needed by its method`;
    if (kind === "new") return `${name(key)}: new, ${at(toMinutes)}, ${who(toPerson)}`;
    if (kind === "person") return `${name(key)}: ${who(toPerson)} at ${at(toMinutes)} instead of ${who(fromPerson)} at ${at(fromMinutes)}`;
    return `${name(key)}: ${at(toMinutes)} instead of ${at(fromMinutes)}`;
  });
  return {
    view: plan.view,
    lives: [
      ...changes,
      ...(await printsLonger(db, shop, told)),
      ...stillShort(plan.view),
      ...notYetAsleep(shop, plan.view, await asleepIn(db, shop, told), dayAt(shop)),
    ],
    returns: await returnsOf(db, shop, told),
  };
}

async function printsLonger(db: Connection, shop: Shop, told: SeasonBody): Promise<string[]> {
  const changes = await printDayChanges(
    db,
    shop,
    shop.machines.map(({ id }) => id),
  );
  return told.machines.flatMap(({ machine, stopsOn, wakesOn }) => {
    const found = shop.machines.find(({ id }) => id === machine);
    if (!found) return [`${machine} is no longer in the shop`];
    const next = nextPrintDay(shop, found, toDay(stopsOn), changes.get(machine) ?? []);
    return next !== null && next < toDay(told.from)
      ? [
          `${found.name} still prints on ${spokenDay(next)}, after it stops on ${spokenDay(toDay(stopsOn))}. Stop it later, or take that day off`,
        ]
      : next !== null && next < toDay(wakesOn)
        ? [`${found.name} prints on ${spokenDay(next)}, but wakes on ${spokenDay(toDay(wakesOn))}`]
        : [];
  });
}

const stillShort = ({ needs }: SeasonView): string[] =>
  needs
    .filter(({ short }) => short)
    .map(
      ({ name, words, heldWords, orderBy, late, risk, machines }) =>
        `${name}: ${words} needed, ${heldWords}${risk ? `; ${risk}` : late ? `; order was due ${orderBy}` : orderBy ? `; order by ${orderBy}` : ""}. At risk: ${machines.join(", ")}`,
    );

async function asleepIn(db: Connection, shop: Shop, { from, to }: SeasonBody) {
  return sleepRows(db, shop.id, isoDay(toDay(from) - 14), to);
}

function notYetAsleep(shop: Shop, { rows, from }: SeasonView, asleep: Awaited<ReturnType<typeof asleepIn>>, today: number): string[] {
  if (today < toDay(from)) return [];
  return rows
    .filter(
      (row) =>
        row.before.some(({ routine }) => shop.rules.book.get(routine)?.effects?.sleeps) &&
        !asleep.some(({ machine }) => machine === row.machine),
    )
    .map(({ name, regimeName }) => `${name}: nobody entered that it was put to sleep (${regimeName})`);
}

/** How each machine came back: its first check after the closure, held against what was foreseen. */
async function returnsOf(db: Connection, shop: Shop, told: SeasonBody): Promise<SeasonReturn[]> {
  const today = dayAt(shop);
  if (today <= toDay(told.to)) return [];
  const material = await standbyMaterial(db, shop);
  const slept = await sleepRows(db, shop.id, isoDay(toDay(told.from) - 14), isoDay(today));
  return told.machines.flatMap((planned): SeasonReturn[] => {
    const machine = shop.machines.find(({ id }) => id === planned.machine);
    if (!machine) return [];
    const spell = material.of(machine).spells.find(({ machine: id, day }) => id === machine.id && toDay(day) > toDay(told.to));
    const sleep = slept.find((row) => row.machine === machine.id);
    return [
      {
        machine: machine.name,
        regime: REGIME_NAMES[planned.regime],
        slept: sleep
          ? `asleep from ${spokenDay(toDay(sleep.downDay))}${sleep.upDay ? ` to ${spokenDay(toDay(sleep.upDay))}` : ""}`
          : "no sleep on record",
        cameBack: spell ? `checked ${spokenDay(toDay(spell.day))}: ${spell.hold ? "on hold" : "good"}` : "not checked yet",
        held: spell?.hold ?? null,
        foreseen: planned.holdShare === undefined ? "" : `${Math.round(planned.holdShare * 100)} % on hold`,
        recovery: spell?.recoveryMinutes === undefined ? "" : `${Math.round(spell.recoveryMinutes)} min`,
      },
    ];
  });
}
