import { Type } from "typebox";
import { DEFAULT_NEEDED, type Needed, needed, offeredDays } from "../../core/condition/needed.ts";
import { machineSettings } from "../../core/due/facts.ts";
import { fleetProblems } from "../../core/fleet/validate.ts";
import { accept } from "../../core/record/validate.ts";
import { routineBook, routinesOf } from "../../core/routines/assigned.ts";
import { BUILT_IN, BUILT_IN_IDS } from "../../core/routines/built-in.ts";
import { besidesFleetPart } from "../../core/routines/fleet-part.ts";
import { readTexts } from "../../core/routines/read-texts.ts";
import type { Routine } from "../../core/routines/routine.ts";
import type { Pack } from "../../core/routines/schema.ts";
import { ordered, type TextProblem, writeText } from "../../core/routines/text.ts";
import { triggerWords } from "../../core/routines/trigger-words.ts";
import { runPlan } from "../../core/runs/plan.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { personName, type Shop } from "../../core/shop/shop.ts";
import type { Connection, Database } from "../../ledger/database.ts";
import { foundLately } from "../../ledger/found-as.ts";
import { type SettingVersion, versionsOfSetting } from "../../ledger/settings.ts";
import { type Actor, authorise } from "../actor.ts";
import { onTheSide } from "../on-the-side.ts";
import { exportFleet } from "../shop/fleet.ts";
import { putSettings, type SettingChange, shopAfter } from "../shop/settings.ts";
import { loadShop } from "../shop/shop.ts";
import { newStepSettings } from "../shop/steps.ts";

/** The house's own routines: looked at, written, kept in versions, taken out and in as packs. */

export type RoutineRow = {
  id: string;
  name: string;
  /** As built in, changed by the house, or the house's own. */
  from: "built in" | "changed" | "own";
  when: string;
  handsMinutes: number;
  waitMinutes: number;
  steps: number;
  machines: string[];
  /** What is read of it on the floor where the shop wrote it, less what it has in Spanish itself; the built-in ones are translated. */
  texts: string[];
};

export function routineRows(shop: Shop): RoutineRow[] {
  const own = new Set(shop.routines.map(({ id }) => id));
  const machines = new Map<string, string[]>();
  for (const machine of shop.machines)
    for (const { id } of routinesOf(machine, shop.rules.book)) machines.set(id, [...(machines.get(id) ?? []), machine.name]);
  return [...shop.rules.book.values()].map((routine) => ({
    id: routine.id,
    name: routine.name,
    from: !own.has(routine.id) ? "built in" : BUILT_IN_IDS.includes(routine.id) ? "changed" : "own",
    when: triggerWords(routine.trigger),
    handsMinutes: routine.handsMinutes ?? 0,
    waitMinutes: routine.waitMinutes ?? 0,
    steps: routine.steps?.length ?? 0,
    machines: machines.get(routine.id) ?? [],
    texts: own.has(routine.id) ? readTexts(routine).filter((text) => routine.texts?.es?.[text] === undefined) : [],
  }));
}

export type NeededRow = { routine: string; name: string; machine: string; verdict: Needed["verdict"]; why: string };

/** Where how things were found speaks for another interval, the routines that must come more often first. */
export async function neededRows(db: Connection, shop: Shop): Promise<NeededRow[]> {
  const found = await foundLately(db, shop.id, { last: DEFAULT_NEEDED.last });
  return found
    .map((each) => ({ ...each, needed: needed(each.found) }))
    .filter(({ needed: { verdict } }) => verdict === "may grow" || verdict === "must shrink")
    .map(({ routine, machine, needed: { verdict, why } }) => ({
      routine,
      name: shop.rules.book.get(routine)?.name ?? routine,
      machine: shop.machines.find(({ id }) => id === machine)?.name ?? machine,
      verdict,
      why,
    }))
    .sort((a, b) => Number(a.verdict === "may grow") - Number(b.verdict === "may grow"));
}

/** A routine as it is written: the house's own text of it, or the built-in one; calls are left as calls. */
function written(shop: Shop, id: string): Routine | undefined {
  const builtIn = BUILT_IN.find((each) => each.id === id);
  const own = shop.routines.find((each) => each.id === id);
  if (!own) return builtIn && ordered(builtIn);
  return ordered({ ...besidesFleetPart(builtIn), ...own });
}

export type RoutinePage = {
  row: RoutineRow | null;
  text: string;
  versions: { version: number; words: string; text: string }[];
  machines: { id: string; name: string; fits: boolean }[];
  /** How it was found lately, machine by machine, and what that says. */
  found: { machine: string; needed: Needed }[];
  /** Another interval that this speaks for, in days, with the routine's text as it would be. */
  offers: { words: string; text: string }[];
};

/** What the editor of a routine shows; `null` for one that is to be new. @throws Refusal 404 */
export async function routinePage(db: Database, actor: Actor, id: string | null): Promise<RoutinePage> {
  authorise(actor, "set-up");
  const shop = await loadShop(db, actor.site);
  const routine = id === null ? NEW : written(shop, id);
  if (!routine) throw new Refusal(404, `There is no routine “${id?.slice(0, 60)}”.`);
  const found =
    id === null
      ? []
      : (await foundLately(db, shop.id, { last: DEFAULT_NEEDED.last, routine: id })).map((each) => ({
          machine: shop.machines.find(({ id: machine }) => machine === each.machine)?.name ?? each.machine,
          needed: needed(each.found),
        }));
  const versions: SettingVersion[] = id === null ? [] : await versionsOfSetting(db, shop.id, "routine", id);
  return {
    row: routineRows(shop).find((each) => each.id === id) ?? null,
    text: writeText(routine, "yaml"),
    versions: versions.map(({ version, body, at, person, archived }) => ({
      version,
      words: `version ${version}${archived ? ", given up" : ""}, ${at.toISOString().slice(0, 10)}, ${personName(shop, person)}`,
      text: writeText(body, "yaml"),
    })),
    machines: shop.machines.map((machine) => ({
      id: machine.id,
      name: machine.name,
      fits: machineSettings(machine, shop.rules).routines.some((each) => each.id === id),
    })),
    found,
    offers: offersFor(routine, found),
  };
}

const DAYS_IN = { days: 1, weeks: 7, months: 30 };

/** Longer or shorter intervals that how it was found speaks for; for routines that come round by days, weeks or months. */
function offersFor(routine: Routine, found: RoutinePage["found"]): RoutinePage["offers"] {
  const { trigger } = routine;
  if (!trigger || Array.isArray(trigger) || !("every" in trigger) || typeof trigger.every === "string") return [];
  const { days = 0, weeks = 0, months = 0 } = trigger.every;
  const now = days * DAYS_IN.days + weeks * DAYS_IN.weeks + months * DAYS_IN.months;
  const verdicts = [...new Set(found.map((each) => each.needed.verdict))];
  return verdicts.flatMap((verdict) => {
    const offered = offeredDays(now, verdict);
    const at = found.filter((each) => each.needed.verdict === verdict).map(({ machine }) => machine);
    return offered === undefined
      ? []
      : [
          {
            words: `${at.join(", ")}: the interval ${verdict}, say every ${offered} days instead of ${now}`,
            text: writeText(ordered({ ...routine, trigger: { every: { days: offered } } }), "yaml"),
          },
        ];
  });
}

const NEW: Routine = {
  id: "house-new",
  name: "A routine of the house",
  trigger: { every: { weeks: 1 } },
  handsMinutes: 5,
  waitMinutes: 0,
  hazards: ["moving-parts"],
  gear: ["nitrile gloves"],
  steps: [
    { kind: "do", id: "first", text: "Say here what is to be done.", minutes: 2 },
    {
      kind: "look",
      id: "well",
      text: "Is it well?",
      minutes: 1,
      choices: [
        { id: "yes", text: "It is" },
        { id: "no", text: "Not yet: once more", goTo: "first" },
      ],
    },
  ],
};

export const Written = Type.Object(
  {
    text: Type.String({ maxLength: 2_000_000 }),
    why: Type.Optional(Type.String({ maxLength: 500 })),
    machine: Type.Optional(Type.String({ maxLength: 200 })),
  },
  { additionalProperties: false },
);

export type CheckedRoutine = { problems: TextProblem[]; routine: Routine | null; plan: ReturnType<typeof runPlan> };

async function checked(shop: Shop, text: string, machineId?: string): Promise<CheckedRoutine> {
  const read = await onTheSide("routine", text, [...shop.rules.book.values()]);
  if ("problems" in read) return { problems: read.problems, routine: null, plan: [] };
  const routine = read.value;
  const book = routineBook([...shop.routines.filter(({ id }) => id !== routine.id), routine]);
  const machine = shop.machines.find(({ id }) => id === machineId) ?? shop.machines[0];
  return { problems: [], routine, plan: machine ? runPlan(book.get(routine.id)?.steps ?? [], machine) : [] };
}

/** A routine's text as it is typed: what is wrong with it and where, and the run as it would look at a machine. */
export async function checkRoutine(db: Database, actor: Actor, value: unknown): Promise<CheckedRoutine> {
  authorise(actor, "set-up");
  const accepted = accept(Written, value);
  if ("problems" in accepted) throw new Refusal(400, "This text can't be read:", accepted.problems);
  return checked(await loadShop(db, actor.site), accepted.value.text, accepted.value.machine);
}

const places = (problems: readonly TextProblem[]) =>
  problems.map(({ line, column, path, message }) => ({ path: `line ${line}, column ${column} (${path})`, message }));

/** Puts a routine's text in force as a new version. Runs under way keep the version they began under. */
export async function saveRoutine(db: Database, actor: Actor, value: unknown): Promise<{ id: string }> {
  authorise(actor, "set-up");
  const accepted = accept(Written, value);
  if ("problems" in accepted) throw new Refusal(400, "This text can't be read:", accepted.problems);
  const shop = await loadShop(db, actor.site);
  const { problems, routine } = await checked(shop, accepted.value.text);
  if (!routine) throw new Refusal(400, "This routine can't be saved. Nothing was changed.", places(problems));
  await putRoutines(db, actor, shop, [routine], (name) => `${name} written${accepted.value.why ? `: ${accepted.value.why}` : ""}`);
  return { id: routine.id };
}

async function putRoutines(
  db: Database,
  actor: Actor,
  shop: Shop,
  routines: readonly Routine[],
  what: (name: string) => string,
): Promise<void> {
  const changes: SettingChange[] = routines.map((routine, index) => ({
    subject: "routine",
    id: routine.id,
    body: { ...routine },
    place: shop.settings.find((each) => each.subject === "routine" && each.id === routine.id)?.place ?? shop.routines.length + index,
    archived: false,
    what: what(routine.name),
  }));
  await putWithSteps(db, actor, shop, changes);
}

/** Changes of routines with the steps that follow from them, also of other routines that call them; all or nothing. */
async function putWithSteps(db: Database, actor: Actor, shop: Shop, changes: SettingChange[]): Promise<void> {
  const after = shopAfter(shop, changes);
  const { history: _history, moves: _moves, prompts: _prompts, signs: _signs, ...fleet } = await exportFleet(db, actor.site, after);
  const problems = fleetProblems(fleet);
  if (problems.length) throw new Refusal(400, "This does not fit the rest of the shop; nothing was changed.", problems);
  await db.transaction((tx) => putSettings(tx, shop, actor.personId, [...changes, ...newStepSettings(after)]));
}

/** Gives a house's routine up, or goes back to the built-in one where it was changed. */
export async function giveUpRoutine(db: Database, actor: Actor, id: string): Promise<void> {
  authorise(actor, "set-up");
  const shop = await loadShop(db, actor.site);
  const own = shop.routines.find((each) => each.id === id);
  if (!own) throw new Refusal(404, "This routine is as it is built in; there is nothing of the house's to give up.");
  const caller = [...shop.rules.book.values()].find(
    (each) => each.id !== id && (written(shop, each.id)?.steps ?? []).some((step) => step.kind === "call" && step.routine === id),
  );
  if (caller && !BUILT_IN_IDS.includes(id)) throw new Refusal(409, `${caller.name} calls it. Change that one first.`);
  await putWithSteps(db, actor, shop, [{ subject: "routine", id, body: { ...own }, archived: true, what: `${own.name} given up` }]);
}

/** Routines as a pack that another house can read. @throws Refusal 404 where one is not there */
export async function exportPack(db: Database, actor: Actor, ids: readonly string[], as: "yaml" | "json"): Promise<string> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const wanted = ids.length ? ids : shop.routines.map(({ id }) => id);
  const routines = wanted.map((id) => {
    const routine = written(shop, id);
    if (!routine) throw new Refusal(404, `There is no routine “${id.slice(0, 60)}”.`);
    return routine;
  });
  if (routines.length === 0) throw new Refusal(404, "This house has no routines of its own yet. Tick those that the pack shall hold.");
  const pack: Pack = { format: "zesty-anvil/routines", version: 1, name: shop.site.name, routines };
  return writeText(pack, as);
}

export type PackPreview = { routines: { id: string; name: string; state: "new" | "changed" | "same" }[] };

/** A pack as it would be read in; with `write` it is. All of it or nothing. */
export async function importPack(db: Database, actor: Actor, text: string, { write = false } = {}): Promise<PackPreview> {
  authorise(actor, "set-up");
  const shop = await loadShop(db, actor.site);
  const read = await onTheSide("pack", text, [...shop.rules.book.values()]);
  if ("problems" in read) {
    const what = read.isText ? "This pack can't be read in" : "This is no pack that can be read";
    throw new Refusal(400, `${what}; nothing was changed.`, places(read.problems));
  }
  const { routines, name } = read.value;
  const state = (routine: Routine) => {
    const before = written(shop, routine.id);
    return !before ? "new" : writeText(before, "json") === writeText(ordered(routine), "json") ? "same" : "changed";
  };
  const rows = routines.map((routine) => ({ id: routine.id, name: routine.name, state: state(routine) }) as const);
  const changed = routines.filter((_, index) => rows[index]?.state !== "same");
  if (write && changed.length)
    await putRoutines(db, actor, shop, changed, (each) => `${each} read from a pack${name ? ` of ${name}` : ""}`);
  return { routines: rows };
}
