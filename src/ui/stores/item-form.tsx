"use client";
import { useRouter } from "next/navigation";
import type { FormEvent } from "react";
import { toast } from "sonner";
import { FLUID_FAMILIES } from "../../core/stores/fluids.ts";
import { ITEM_GROUPS, type Item, KEEPINGS, type Supplier, UNITS } from "../../core/stores/item.ts";
import { plainFamily } from "../../core/stores/plain-family.ts";
import { Submit } from "../field.tsx";
import { trying } from "../say.ts";
import { ask } from "../send.ts";

const FLUID_FIELDS = [
  ["densityGPerMl", "Density, g a mL"],
  ["volatileShare", "Volatile share, 0 to 1"],
  ["molarMassGPerMol", "Molar mass, g a mol"],
  ["limitPpm", "Exposure limit, 8 h, ppm"],
  ["shortLimitPpm", "Short-time limit, ppm"],
  ["lowerExplosivePercent", "Lower explosive limit, %"],
  ["flashPointC", "Flash point, °C"],
] as const;

/** How an item is kept, bought and named in routines. Without an item: a new one. */
export function ItemForm({ item, suppliers }: { item?: Item; suppliers: Supplier[] }) {
  const router = useRouter();
  const save = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const text = (name: string) => String(form.get(name) ?? "").trim();
    const number = (name: string) => (text(name) === "" ? {} : { [name]: Number(text(name)) });
    const id = item?.id ?? text("id");
    const family = text("family");
    const names = text("names")
      .split(",")
      .map((each) => each.trim())
      .filter(Boolean);
    const statements = text("statements")
      .split(/[\s,]+/)
      .filter(Boolean);
    const ofFluid = [...FLUID_FIELDS.map(([name]) => text(name)), text("statements"), text("source")].some(Boolean);
    if (ofFluid && !family) return void toast.error("Values of a fluid need its family: choose one, or empty them.");
    const fluid = family
      ? {
          family,
          ...Object.assign({}, ...FLUID_FIELDS.map(([name]) => number(name))),
          ...(statements.length ? { statements } : {}),
          ...(text("source") ? { source: text("source") } : {}),
        }
      : undefined;
    const body = {
      id,
      name: text("name"),
      group: text("group"),
      unit: text("unit"),
      keeping: text("keeping"),
      pack: Number(text("pack")),
      priceCents: Math.round(Number(text("price")) * 100),
      minPacks: Number(text("minPacks")),
      place: text("place"),
      ...(text("supplier") ? { supplier: text("supplier") } : {}),
      ...number("leadDays"),
      ...number("shelfDays"),
      ...number("openDays"),
      ...(names.length ? { names } : {}),
      ...(text("sheet") ? { sheet: text("sheet") } : {}),
      ...(item?.ink ? { ink: item.ink } : {}),
      ...(item?.contents ? { contents: item.contents } : {}),
      ...(item?.recipe ? { recipe: item.recipe } : {}),
      ...(fluid ? { fluid } : {}),
    };
    await trying(async () => {
      await ask("/api/stores/settings", { method: "PUT", body: { subject: "item", id, body } });
      toast(`${body.name} is set up.`);
      if (item) router.refresh();
      else router.push(`/stores/items/${id}`);
    });
  };
  const field = (name: string, label: string, value: string | number | undefined, rest: Record<string, unknown> = {}) => (
    <label key={name} className="grid text-sm">
      {label}
      <input name={name} defaultValue={value} className="field" {...rest} />
    </label>
  );
  const choice = (
    name: string,
    label: string,
    value: string | undefined,
    options: readonly (readonly [string, string])[],
    empty?: string,
  ) => (
    <label key={name} className="grid text-sm">
      {label}
      <select name={name} defaultValue={value ?? ""} className="field">
        {empty !== undefined && <option value="">{empty}</option>}
        {options.map(([id, words]) => (
          <option key={id} value={id}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
  const same = (list: readonly string[]) => list.map((each) => [each, each.replace(/-/g, " ")] as const);
  const number = { type: "number", step: "any", min: 0 };
  return (
    <form onSubmit={save} aria-label="How it is kept and bought" className="mt-2 grid max-w-4xl grid-cols-2 gap-2 md:grid-cols-4">
      {!item && field("id", "Id, letters and hyphens", "", { required: true, pattern: "[A-Za-z0-9][A-Za-z0-9._\\-]*" })}
      {field("name", "Name", item?.name, { required: true, maxLength: 200 })}
      {choice("group", "Kind", item?.group ?? "part", same(ITEM_GROUPS))}
      {choice("unit", "Unit", item?.unit ?? "pieces", same(UNITS))}
      {choice("keeping", "Kept", item?.keeping ?? "counted", same(KEEPINGS))}
      {field("pack", "In a pack, in its unit", item?.pack ?? 1, { ...number, required: true })}
      {field("price", "Price of a pack", item ? item.priceCents / 100 : 0, { ...number, required: true })}
      {field("minPacks", "Packs at least", item?.minPacks ?? 1, { type: "number", min: 1, required: true })}
      {choice(
        "supplier",
        "Supplier",
        item?.supplier,
        suppliers.map(({ id, name }) => [id, name] as const),
        "none",
      )}
      {field("leadDays", "Lead time, days, if not the supplier's", item?.leadDays, { type: "number", min: 0 })}
      {field("shelfDays", "Good unopened, days", item?.shelfDays, { type: "number", min: 1 })}
      {field("openDays", "Good once opened, days", item?.openDays, { type: "number", min: 1 })}
      {field("place", "Place", item?.place, { required: true, maxLength: 200 })}
      {field("names", "Called in routines (commas between)", item?.names?.join(", "))}
      {field("sheet", "Data sheet, address", item?.sheet, { type: "url" })}
      <fieldset className="col-span-full grid grid-cols-2 gap-2 md:grid-cols-4">
        <legend className="pt-2 font-semibold">If it is a fluid (from its data sheet)</legend>
        {choice(
          "family",
          "Family",
          item?.fluid?.family,
          FLUID_FAMILIES.map((each) => [each, plainFamily(each)] as const),
          "none",
        )}
        {FLUID_FIELDS.map(([name, label]) => field(name, label, item?.fluid?.[name], { type: "number", step: "any" }))}
        {field("statements", "Hazard statements, like H225 H319", item?.fluid?.statements?.join(" "))}
        {field("source", "Where these values stand", item?.fluid?.source, { maxLength: 300 })}
      </fieldset>
      <Submit main className="col-span-full justify-self-start">
        Save
      </Submit>
    </form>
  );
}
