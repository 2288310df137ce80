import type { Machine } from "../fleet/schema.ts";
import type { Use } from "../routines/step.ts";
import { materials } from "../runs/outlook.ts";
import { holds, type PlannedStep } from "../runs/plan.ts";
import { leaptOver, type Trace } from "../runs/run.ts";
import type { FluidFamily } from "./fluids.ts";
import type { Item } from "./item.ts";
import { itemNamed } from "./item-named.ts";
import type { StockLine } from "./movement.ts";
import { type Lot, takeFrom } from "./shelf.ts";
import { whichFluid } from "./which-fluid.ts";

/**
 * What a run that goes as usual uses. What nobody answered yet is taken as usual: a choice's first answer, a part found with some on it.
 *
 * @param answers what is answered already, by step
 */
export function usualMaterials(
  plan: readonly PlannedStep[],
  machine: Machine,
  answers: Readonly<Record<string, string | undefined>> = {},
): Use[] {
  const usual = (step: PlannedStep | undefined) =>
    step?.kind === "found" ? "some" : step && "choices" in step ? step.choices[0]?.id : undefined;
  const recorded = (id: string) => answers[id] ?? usual(plan.find((step) => step.id === id));
  const leapt = leaptOver(plan, (at) => answers[at] ?? usual(plan.find((step) => step.at === at)));
  return materials(plan.filter((step) => !leapt.has(step.at) && holds(step.when, machine, recorded)));
}

/** What a run used by its list: of the steps that were done, each as often as it was. */
export function usedMaterials(plan: readonly PlannedStep[], trace: readonly Pick<Trace, "step" | "passed">[]): Use[] {
  return materials(trace.flatMap(({ step, passed }) => (passed === undefined ? (plan.find(({ at }) => at === step) ?? []) : [])));
}

/** What lists call a cleaner of any kind: the one that fits the machine's ink. */
const ANY_CLEANER = "cleaning fluid";
const CLEANERS: readonly FluidFamily[] = ["aqueous-cleaner", "uv-cleaner", "solvent-cleaner", "coder-solvent", "approved-cleaner"];

type Listed = Pick<Item, "name" | "unit" | "names"> & { fluid?: Item["fluid"] };

/** The item that a list means at a machine. @param part the kind of part that it would touch, where that is known */
export function itemFor<Known extends Listed>(
  items: readonly Known[],
  { item: name, unit }: Pick<Use, "item" | "unit">,
  machine: Machine,
  part?: string,
): Known | undefined {
  const fits = (item: Known | undefined) => item?.fluid !== undefined && whichFluid(item.fluid.family, machine, part).verdict === "fits";
  const named = itemNamed(items, name, unit);
  if (name !== ANY_CLEANER || fits(named)) return named;
  return items.find((item) => item.unit === unit && item.fluid && CLEANERS.includes(item.fluid.family) && fits(item)) ?? named;
}

/** An item as far as a screen on the floor needs it. */
export type ShelfItem = Pick<Item, "id" | "name" | "unit" | "keeping" | "group"> & {
  names?: Item["names"];
  ink?: Item["ink"];
  inkOf?: Item["inkOf"];
  fluid?: Item["fluid"];
  recipe?: Item["recipe"];
  contents?: Item["contents"];
  lots: Lot[];
};
export type Leaving = { item: ShelfItem; planned: number; lines: StockLine[]; note: string | null };

/**
 * What leaves the shelf for a list: earliest use-by first. What is kept as two boxes is nobody's to log; an expired lot is never taken by itself, and
 * that is said.
 */
export function leavesShelf(uses: readonly Use[], items: readonly ShelfItem[], machine: Machine): Leaving[] {
  return uses.flatMap((use): Leaving[] => {
    const { amount } = use;
    const item = itemFor(items, use, machine);
    if (!item || item.keeping === "two-boxes" || item.keeping === "listed") return [];
    return [leavingOf(item, amount, amount)];
  });
}

/** The lines for an amount of an item, corrected from what its list planned. */
export function leavingOf(item: ShelfItem, amount: number, planned: number): Leaving {
  const { takes, short } = takeFrom(item.lots, amount);
  const lines = takes.map(
    ({ lot, place, amount: taken }): StockLine => ({
      item: item.id,
      amount: taken,
      unit: item.unit,
      ...(lot ? { lot } : {}),
      ...(place ? { place } : {}),
      ...(amount === planned ? {} : { planned }),
    }),
  );
  const last = lines.at(-1);
  const expired = item.lots.find((lot) => lot.expired && lot.amount > 0);
  if (short > 0 && last) last.amount += short;
  else if (short > 0 && item.keeping === "counted") lines.push({ item: item.id, amount: short, unit: item.unit });
  const note =
    short <= 0
      ? null
      : expired && !last
        ? `only lot ${expired.lot} is there, past its day: not to be used; a supervisor enters it with a reason where it was`
        : "the shelf held less by the record: count it when you can";
  return { item, planned, lines, note };
}
