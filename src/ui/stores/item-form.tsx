"use client";
import { useRouter } from "next/navigation";
import { type FormEvent, useState } from "react";
import { useTranslations } from "use-intl";
import { capital } from "../../core/capital.ts";
import { INKS } from "../../core/fleet/vocabulary.ts";
import { FLUID_FAMILIES } from "../../core/stores/fluids.ts";
import { INK_SYSTEMS } from "../../core/stores/ink-systems.ts";
import { ITEM_GROUPS, type Item, KEEPINGS, type Supplier, UNITS } from "../../core/stores/item.ts";
import { plainFamily } from "../../core/stores/plain-family.ts";
import { Button } from "../kit/button.tsx";
import { Field, TextInput } from "../kit/field.tsx";
import { Select } from "../kit/select.tsx";
import { say, trying } from "../say.ts";
import { ask } from "../send.ts";
import { toast } from "../toast.ts";

const FLUID_FIELDS = [
  "densityGPerMl",
  "volatileShare",
  "molarMassGPerMol",
  "limitPpm",
  "shortLimitPpm",
  "lowerExplosivePercent",
  "flashPointC",
] as const;
const plain = (id: string) => {
  const words = id.replaceAll("-", " ");
  return capital(words);
};

const draftOf = (item: Item | undefined): Record<string, string> => ({
  id: item?.id ?? "",
  name: item?.name ?? "",
  group: item?.group ?? "part",
  unit: item?.unit ?? "pieces",
  keeping: item?.keeping ?? "counted",
  pack: String(item?.pack ?? 1),
  price: String(item ? item.priceCents / 100 : 0),
  minPacks: String(item?.minPacks ?? 1),
  supplier: item?.supplier ?? "",
  leadDays: String(item?.leadDays ?? ""),
  shelfDays: String(item?.shelfDays ?? ""),
  openDays: String(item?.openDays ?? ""),
  place: item?.place ?? "",
  names: item?.names?.join(", ") ?? "",
  sheet: item?.sheet ?? "",
  ink: item?.ink ?? "",
  inkOf: item?.inkOf?.[0] ?? "",
  family: item?.fluid?.family ?? "",
  statements: item?.fluid?.statements?.join(" ") ?? "",
  source: item?.fluid?.source ?? "",
  ...Object.fromEntries(FLUID_FIELDS.map((name) => [name, String(item?.fluid?.[name] ?? "")])),
});

/** How an item is kept, bought and named in routines. Without an item: a new one. */
export function ItemForm({ item, suppliers, saved }: { item?: Item; suppliers: Supplier[]; saved?: () => void }) {
  const t = useTranslations("stores.form");
  const router = useRouter();
  const [draft, setDraft] = useState(() => draftOf(item));
  const text = (name: string) => (draft[name] ?? "").trim();
  const number = (name: string) => (text(name) === "" ? {} : { [name]: Number(text(name)) });
  const save = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const id = item?.id ?? text("id");
    const ofFluid = [...FLUID_FIELDS, "statements", "source"].some((name) => text(name));
    // What a data sheet says of an ink is an ink's.
    const family = text("family") || (ofFluid && text("group") === "ink" ? "ink" : "");
    const names = text("names")
      .split(",")
      .map((each) => each.trim())
      .filter(Boolean);
    const statements = text("statements")
      .split(/[\s,]+/)
      .filter(Boolean);
    if (ofFluid && !family) return void toast.error(t("familyMissing"));
    const fluid = family
      ? {
          family,
          ...Object.assign({}, ...FLUID_FIELDS.map((name) => number(name))),
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
      ...(text("group") === "ink" && text("ink") ? { ink: text("ink") } : {}),
      ...(text("group") === "ink" && text("inkOf") ? { inkOf: text("inkOf") === item?.inkOf?.[0] ? item.inkOf : [text("inkOf")] } : {}),
      ...(item?.contents ? { contents: item.contents } : {}),
      ...(item?.recipe ? { recipe: item.recipe } : {}),
      ...(fluid ? { fluid } : {}),
    };
    await trying(async () => {
      await ask("/api/stores/settings", { method: "PUT", body: { subject: "item", id, body } });
      say(t("saved", { name: body.name }));
      if (!item) return router.push(`/stores/items/${id}`);
      router.refresh();
      saved?.();
    });
  };
  const set = (name: string, value: string) => setDraft({ ...draft, [name]: value });
  const field = (name: Parameters<typeof t>[0] & string, rest: Record<string, unknown> = {}) => (
    <Field key={name} label={t(name as "name")}>
      <TextInput value={draft[name] ?? ""} onChange={(event) => set(name, event.target.value)} {...rest} />
    </Field>
  );
  const choice = (
    name: "group" | "unit" | "keeping" | "supplier" | "family" | "ink" | "inkOf",
    options: { value: string; name: string }[],
    none?: string,
  ) => (
    <Field label={t(name)}>
      <Select value={draft[name] ?? ""} onChange={(value) => set(name, value)} options={options} {...(none ? { none } : {})} />
    </Field>
  );
  const amount = { type: "number", step: "any", min: 0 };
  return (
    <form onSubmit={save} aria-label={t(item ? "title" : "newTitle")} className="grid max-w-4xl grid-cols-2 gap-3 md:grid-cols-3">
      {!item && field("id", { required: true, pattern: "[A-Za-z0-9][A-Za-z0-9._\\-]*" })}
      {field("name", { required: true, maxLength: 200 })}
      {choice(
        "group",
        ITEM_GROUPS.map((each) => ({ value: each, name: plain(each) })),
      )}
      {choice(
        "unit",
        UNITS.map((each) => ({ value: each, name: each })),
      )}
      {choice(
        "keeping",
        KEEPINGS.map((each) => ({ value: each, name: t(`keepings.${each}`) })),
      )}
      {draft.group === "ink" &&
        choice(
          "ink",
          INKS.map((each) => ({ value: each, name: plain(each) })),
          t("none"),
        )}
      {draft.group === "ink" &&
        choice(
          "inkOf",
          INK_SYSTEMS.map((each) => ({ value: each, name: t(`systems.${each}`) })),
          t("none"),
        )}
      {field("pack", { ...amount, required: true })}
      {field("price", { ...amount, required: true })}
      {field("minPacks", { type: "number", min: 1, required: true })}
      {choice(
        "supplier",
        suppliers.map(({ id, name }) => ({ value: id, name })),
        t("none"),
      )}
      {field("leadDays", { type: "number", min: 0 })}
      {field("shelfDays", { type: "number", min: 1 })}
      {field("openDays", { type: "number", min: 1 })}
      {field("place", { required: true, maxLength: 200 })}
      {field("names")}
      {field("sheet", { type: "url" })}
      <fieldset className="col-span-full grid grid-cols-2 gap-3 border-line border-t pt-2 md:grid-cols-3">
        <legend className="pr-2 font-bold">{t("fluid")}</legend>
        {choice(
          "family",
          FLUID_FAMILIES.map((each) => ({ value: each, name: plainFamily(each) })),
          t("none"),
        )}
        {FLUID_FIELDS.map((name) => field(name, { type: "number", step: "any" }))}
        {field("statements")}
        {field("source", { maxLength: 300 })}
      </fieldset>
      <Save />
    </form>
  );
}

function Save() {
  const t = useTranslations("stores");
  return (
    <Button look="primary" type="submit" className="col-span-full justify-self-start">
      {t("save")}
    </Button>
  );
}
