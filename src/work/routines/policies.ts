import { Type } from "typebox";
import { isoDay } from "../../core/calendar/day.ts";
import { dueOfMachine } from "../../core/due/due-work.ts";
import { policiesOf } from "../../core/fleet/rule.ts";
import type { Machine, Policies } from "../../core/fleet/schema.ts";
import { type PolicyWarning, policyWarnings, SCHOOLS, type School } from "../../core/fleet/schools.ts";
import { CLASSES, POLICIES, type PolicyName } from "../../core/fleet/vocabulary.ts";
import { accept } from "../../core/record/validate.ts";
import { proposedRoutines } from "../../core/routines/assigned.ts";
import type { Use } from "../../core/routines/step.ts";
import { materials } from "../../core/runs/outlook.ts";
import { runPlan } from "../../core/runs/plan.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import type { Shop } from "../../core/shop/shop.ts";
import type { Database } from "../../ledger/database.ts";
import { type Actor, authorise } from "../actor.ts";
import { dueFacts } from "../facts/due.ts";
import { putSettings, type SettingChange, shopAfter } from "../shop/settings.ts";
import { dayAt, loadShop } from "../shop/shop.ts";

/** The house's choice between the schools of practice: for the site, a class, a machine. */

export type PolicyLevel = {
  id: string;
  name: string;
  kind: "site" | "class" | "machine";
  own: Policies;
  inForce: Required<Policies> | null;
};
export type PoliciesView = {
  schools: readonly School[];
  levels: PolicyLevel[];
  warnings: (PolicyWarning & { machine: string })[];
};

export async function policiesView(db: Database, actor: Actor): Promise<PoliciesView> {
  authorise(actor, "set-up");
  const shop = await loadShop(db, actor.site);
  const classes = CLASSES.filter((each) => shop.machines.some((machine) => machine.class === each));
  return {
    schools: SCHOOLS,
    levels: [
      { id: "site", name: "The whole shop", kind: "site", own: shop.policies.get("site") ?? {}, inForce: null },
      ...classes.map(
        (id): PolicyLevel => ({ id, name: `Class ${id.toUpperCase()}`, kind: "class", own: shop.policies.get(id) ?? {}, inForce: null }),
      ),
      ...shop.machines.map(
        (machine): PolicyLevel => ({
          id: machine.id,
          name: machine.name,
          kind: "machine",
          own: shop.ownMachines.find(({ id }) => id === machine.id)?.policies ?? {},
          inForce: policiesOf(machine),
        }),
      ),
    ],
    warnings: shop.machines.flatMap((machine) => policyWarnings(machine).map((warning) => ({ ...warning, machine: machine.name }))),
  };
}

export const PolicyChange = Type.Object(
  {
    level: Type.String({ minLength: 1, maxLength: 200 }),
    policy: Type.Unsafe<PolicyName>({ type: "string", enum: Object.keys(POLICIES) }),
    /** `null`: as the level above says. */
    value: Type.Union([Type.String({ maxLength: 40 }), Type.Null()]),
  },
  { additionalProperties: false },
);

/** The settings that a choice changes: the level's own, and machines' lists of routines that were made by rule before. */
function changesOf(shop: Shop, value: unknown): { policy: PolicyName; changes: SettingChange[] } {
  const accepted = accept(PolicyChange, value);
  if ("problems" in accepted) throw new Refusal(400, "This is no choice between schools:", accepted.problems);
  const { level, policy, value: way } = accepted.value;
  const ways: readonly string[] = POLICIES[policy];
  if (way !== null && !ways.includes(way)) throw new Refusal(400, `${policy} is one of ${ways.join(", ")}.`);
  const machine = shop.ownMachines.find(({ id }) => id === level);
  const own: Policies = machine ? (machine.policies ?? {}) : (shop.policies.get(level) ?? {});
  if (!machine && level !== "site" && !CLASSES.some((each) => each === level))
    throw new Refusal(404, `There is no class or machine “${level.slice(0, 60)}”.`);
  const { [policy]: _before, ...rest } = own;
  const policies = { ...rest, ...(way === null ? {} : { [policy]: way }) };
  const what = `${policy} ${way === null ? "as the level above says" : way} for ${machine?.name ?? (level === "site" ? "the whole shop" : `class ${level.toUpperCase()}`)}`;
  const first: SettingChange = machine
    ? { subject: "machine", id: level, body: { ...machine, policies }, what }
    : { subject: "policy", id: level, body: policies, what };
  return { policy, changes: [first, ...listsAfter(shop, shopAfter(shop, [first]), first)] };
}

/** Where a machine's routines are listed, the list follows: what its rule gave before and gives no more goes, what it gives now comes. */
function listsAfter(shop: Shop, after: Shop, first: SettingChange): SettingChange[] {
  return after.machines.flatMap((machine): SettingChange[] => {
    const before = shop.machines.find(({ id }) => id === machine.id);
    if (!before || !machine.routines) return [];
    const [was, is] = [new Set(proposedRoutines(before)), new Set(proposedRoutines(machine))];
    const listed = machine.routines;
    const kept = listed.filter((id) => is.has(id) || !was.has(id));
    const routines = [...kept, ...[...is].filter((id) => !was.has(id) && !kept.includes(id))];
    if (routines.length === listed.length && routines.every((id, at) => id === listed[at])) return [];
    const own = after.ownMachines.find(({ id }) => id === machine.id);
    if (first.subject === "machine" && first.id === machine.id) {
      first.body = { ...first.body, routines };
      return [];
    }
    return own
      ? [{ subject: "machine", id: machine.id, body: { ...own, routines }, what: `${machine.name}: routines follow the school chosen` }]
      : [];
  });
}

export type PolicyPreview = {
  machines: {
    name: string;
    inForce: string;
    routines: { name: string; before: number; after: number; minutes: number }[];
    steps: string[];
  }[];
  /** Hands-on minutes more (or less) over the days. */
  minutes: number;
  materials: { item: string; unit: string; more: number }[];
  warnings: (PolicyWarning & { machine: string })[];
  days: number;
  until: string;
};

const DAYS = 14;

/** What a choice would change over the next 14 days: due work, steps, hands, materials, and what speaks against it. */
export async function previewPolicy(db: Database, actor: Actor, value: unknown): Promise<PolicyPreview> {
  authorise(actor, "set-up");
  const shop = await loadShop(db, actor.site);
  const { policy: name, changes } = changesOf(shop, value);
  const after = shopAfter(shop, changes);
  const today = dayAt(shop);
  const touched = shop.machines.filter((machine) => {
    const then = after.machines.find(({ id }) => id === machine.id);
    return then && JSON.stringify(policiesOf(machine)) !== JSON.stringify(policiesOf(then));
  });
  const rows: PolicyPreview["machines"] = [];
  const used = new Map<string, Use & { more: number }>();
  let minutes = 0;
  for (const machine of touched) {
    const then = after.machines.find(({ id }) => id === machine.id);
    if (!then) continue;
    const [before, next] = [await counts(db, shop, machine), await counts(db, after, then)];
    const ids = [...new Set([...before.keys(), ...next.keys()])];
    const routines = ids.flatMap((id) => {
      const [was, is] = [before.get(id) ?? 0, next.get(id) ?? 0];
      const routine = after.rules.book.get(id) ?? shop.rules.book.get(id);
      const hands = (is - was) * (routine?.handsMinutes ?? 0);
      for (const [sign, times, on] of [
        [-1, was, machine],
        [1, is, then],
      ] as const)
        for (const use of materials(runPlan(routine?.steps ?? [], on))) count(used, use, sign * times * use.amount);
      minutes += hands;
      return was === is ? [] : [{ name: routine?.name ?? id, before: was, after: is, minutes: hands }];
    });
    const steps = ids.flatMap((id) => {
      const routine = after.rules.book.get(id);
      return next.has(id) && before.has(id) && JSON.stringify(routine?.steps ?? []).includes(`"policy":"${name}"`)
        ? [routine?.name ?? id]
        : [];
    });
    rows.push({ name: machine.name, inForce: `${policiesOf(machine)[name]} → ${policiesOf(then)[name]}`, routines, steps });
  }
  const touchedIds = new Set(touched.map(({ id }) => id));
  return {
    machines: rows,
    minutes,
    materials: [...used.values()]
      .filter(({ more }) => Math.abs(more) > 1e-9)
      .map(({ item, unit, more }) => ({ item, unit, more: Math.round(more * 10) / 10 })),
    warnings: after.machines
      .filter(({ id }) => touchedIds.has(id))
      .flatMap((machine) => policyWarnings(machine).map((warning) => ({ ...warning, machine: machine.name }))),
    days: DAYS,
    until: isoDay(today + DAYS - 1),
  };
}

function count(used: Map<string, Use & { more: number }>, use: Use, more: number): void {
  const key = `${use.item}/${use.unit}`;
  used.set(key, { ...use, more: (used.get(key)?.more ?? 0) + more });
}

/** How often each routine of a machine falls due over the days ahead. */
async function counts(db: Database, shop: Shop, machine: Machine): Promise<Map<string, number>> {
  const today = dayAt(shop);
  const [facts] = await dueFacts(db, shop, today, [machine]);
  const times = new Map<string, number>();
  for (const { routine, state } of facts ? dueOfMachine(facts, shop.rules, today, DAYS) : [])
    if (state !== "done" && state !== "skipped") times.set(routine, (times.get(routine) ?? 0) + 1);
  return times;
}

/** Puts a choice in force. */
export async function savePolicy(db: Database, actor: Actor, value: unknown): Promise<void> {
  authorise(actor, "set-up");
  const shop = await loadShop(db, actor.site);
  const { changes } = changesOf(shop, value);
  await db.transaction((tx) => putSettings(tx, shop, actor.personId, changes));
}
