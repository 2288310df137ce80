"use client";
import { PlusIcon } from "lucide-react";
import { useRouter } from "next/navigation";
import { type FormEvent, useState } from "react";
import { useTranslations } from "use-intl";
import { WASTE_FAMILIES } from "../../core/stores/item.ts";
import { containerFamily } from "../../core/stores/waste/families.ts";
import type { StoreSetUp } from "../../work/stores/settings.ts";
import { Button } from "../kit/button.tsx";
import { Empty } from "../kit/card.tsx";
import { Combobox } from "../kit/combobox.tsx";
import { Field, TextInput } from "../kit/field.tsx";
import { Panel } from "../kit/panel.tsx";
import { type Option, Select } from "../kit/select.tsx";
import { Table } from "../kit/table.tsx";
import { say, trying } from "../say.ts";
import { ask } from "../send.ts";
import { StoresRoom } from "./stores-room.tsx";

const NUMBERS = [
  "serviceLevel",
  "coverDays",
  "orderSpanDays",
  "alpha",
  "planSpread",
  "orderCostCents",
  "holdingShare",
  "volatileGramsAMonth",
  "hourCents",
  "inkCentsAMl",
] as const;
type Open = { subject: "supplier" | "container"; id: string | null } | null;
const idOf = (name: string) =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "")
    .slice(0, 60) || "new";

/** Suppliers and containers as lists, each opened in a panel; the numbers that the store works with. */
export function StoreSettings({ view }: { view: StoreSetUp }) {
  const t = useTranslations("stores.settings");
  const router = useRouter();
  const [open, setOpen] = useState<Open>(null);
  const put = (subject: string, id: string, body: Record<string, unknown>, said: string) =>
    trying(async () => {
      await ask("/api/stores/settings", { method: "PUT", body: { subject, id, body } });
      say(said);
      setOpen(null);
      router.refresh();
    });
  const supplier = open?.subject === "supplier" ? view.suppliers.find(({ id }) => id === open.id) : undefined;
  const container = open?.subject === "container" ? view.containers.find(({ id }) => id === open.id) : undefined;
  const title = open ? ((supplier ?? container)?.name ?? t(open.subject === "supplier" ? "newSupplier" : "newContainer")) : t("title");
  return (
    <StoresRoom here="/stores/settings" title={t("answer")}>
      <div className="grid gap-x-8 gap-y-6 xl:grid-cols-2">
        <List title={t("suppliers")} add={t("newSupplier")} onAdd={() => setOpen({ subject: "supplier", id: null })}>
          {view.suppliers.length === 0 ? (
            <Empty title={t("none")} />
          ) : (
            <Table
              label={t("suppliers")}
              rows={view.suppliers}
              keyOf={({ id }) => id}
              onOpen={({ id }) => setOpen({ subject: "supplier", id })}
              columns={[
                {
                  id: "name",
                  name: t("name"),
                  by: ({ name }) => name,
                  cell: ({ id, name }) => <Opens name={name} onOpen={() => setOpen({ subject: "supplier", id })} />,
                },
                { id: "lead", name: t("leadDays"), right: true, by: ({ leadDays }) => leadDays, cell: ({ leadDays }) => leadDays },
                { id: "mail", name: t("mail"), cell: ({ mail }) => mail },
              ]}
            />
          )}
        </List>
        <List title={t("containers")} add={t("newContainer")} onAdd={() => setOpen({ subject: "container", id: null })}>
          {view.containers.length === 0 ? (
            <Empty title={t("none")} />
          ) : (
            <Table
              label={t("containers")}
              rows={view.containers}
              keyOf={({ id }) => id}
              onOpen={({ id }) => setOpen({ subject: "container", id })}
              columns={[
                {
                  id: "name",
                  name: t("name"),
                  by: ({ name }) => name,
                  cell: ({ id, name }) => <Opens name={name} onOpen={() => setOpen({ subject: "container", id })} />,
                },
                { id: "kind", name: t("kind"), cell: ({ kind }) => kind },
                {
                  id: "takes",
                  name: t("takes"),
                  cell: (row) => (row.takes ? t(`families.${row.takes}`) : t("guessed", { name: t(`families.${containerFamily(row)}`) })),
                },
                { id: "litres", name: t("litres"), right: true, by: ({ volumeMl }) => volumeMl, cell: ({ volumeMl }) => volumeMl / 1000 },
              ]}
            />
          )}
        </List>
      </div>
      <Numbers view={view} save={(body) => put("stores", "site", body, t("numbersSaved"))} />
      <Panel title={title} open={open !== null} onOpenChange={(on) => !on && setOpen(null)}>
        {open?.subject === "supplier" && (
          <Form
            label={title}
            fields={[
              { name: "name", label: t("name"), value: supplier?.name ?? "", required: true },
              { name: "leadDays", label: t("leadDays"), value: String(supplier?.leadDays ?? ""), required: true, type: "number" },
              { name: "mail", label: t("mail"), value: supplier?.mail ?? "", type: "email" },
            ]}
            save={({ name = "", leadDays, mail }) => {
              const id = supplier?.id ?? idOf(name);
              void put("supplier", id, { id, name, leadDays: Number(leadDays), ...(mail ? { mail } : {}) }, t("saved", { name }));
            }}
          />
        )}
        {open?.subject === "container" && (
          <Form
            label={title}
            fields={[
              { name: "name", label: t("name"), value: container?.name ?? "", required: true },
              { name: "kind", label: t("kind"), value: container?.kind ?? "", required: true },
              {
                name: "takes",
                label: t("takes"),
                value: container ? containerFamily(container) : "water",
                options: WASTE_FAMILIES.map((value) => ({ value, name: t(`families.${value}`) })),
              },
              {
                name: "litres",
                label: t("litres"),
                value: container ? String(container.volumeMl / 1000) : "",
                required: true,
                type: "number",
              },
            ]}
            save={({ name = "", kind, takes, litres }) => {
              const id = container?.id ?? idOf(name);
              void put("container", id, { id, name, kind, takes, volumeMl: Number(litres) * 1000 }, t("saved", { name }));
            }}
          />
        )}
      </Panel>
    </StoresRoom>
  );
}

function List({ title, add, onAdd, children }: { title: string; add: string; onAdd: () => void; children: React.ReactNode }) {
  return (
    <section aria-label={title}>
      <div className="flex items-center justify-between gap-3 pb-1">
        <h2 className="!text-base font-bold">{title}</h2>
        <Button size="small" onClick={onAdd}>
          <PlusIcon aria-hidden="true" />
          {add}
        </Button>
      </div>
      {children}
    </section>
  );
}

function Opens({ name, onOpen }: { name: string; onOpen: () => void }) {
  return (
    <button type="button" onClick={onOpen} className="font-bold text-accent underline">
      {name}
    </button>
  );
}

type Typed = { name: string; label: string; value: string; required?: boolean; type?: string; options?: readonly Option[] };

function Form({ label, fields, save }: { label: string; fields: Typed[]; save: (said: Record<string, string>) => void }) {
  const t = useTranslations("stores");
  const [draft, setDraft] = useState(Object.fromEntries(fields.map(({ name, value }) => [name, value])));
  const submit = (event: FormEvent) => {
    event.preventDefault();
    save(Object.fromEntries(Object.entries(draft).map(([name, value]) => [name, value.trim()])));
  };
  return (
    <form aria-label={label} onSubmit={submit} className="grid gap-3">
      {fields.map(({ name, label: said, required = false, type = "text", options }) => (
        <Field key={name} label={said}>
          {options ? (
            <Select value={draft[name] ?? ""} options={options} onChange={(value) => setDraft({ ...draft, [name]: value })} />
          ) : (
            <TextInput
              type={type}
              required={required}
              {...(type === "number" ? { min: 0, step: "any" } : {})}
              value={draft[name] ?? ""}
              onChange={({ target }) => setDraft({ ...draft, [name]: target.value })}
            />
          )}
        </Field>
      ))}
      <Button look="primary" type="submit">
        {t("save")}
      </Button>
    </form>
  );
}

/** Every currency that this browser can name. */
const currencies = () => {
  const names = new Intl.DisplayNames("en-GB", { type: "currency" });
  return Intl.supportedValuesOf("currency").map((value) => ({ value, name: `${value}, ${names.of(value) ?? value}` }));
};

function Numbers({ view, save }: { view: StoreSetUp; save: (body: Record<string, number | string>) => void }) {
  const t = useTranslations("stores.settings");
  const all = useTranslations("stores");
  const [draft, setDraft] = useState<Record<string, string>>(
    Object.fromEntries(NUMBERS.map((name) => [name, view.stores[name] === undefined ? "" : String(view.stores[name])])),
  );
  const [currency, setCurrency] = useState(view.stores.currency ?? "");
  return (
    <section aria-label={t("numbers")} className="mt-6">
      <h2 className="!text-base font-bold">{t("numbers")}</h2>
      <p className="text-ink2 text-sm">{t("numbersNote")}</p>
      <form
        aria-label={t("numbers")}
        onSubmit={(event) => {
          event.preventDefault();
          const numbers = Object.entries(draft).flatMap(([name, value]) => (value.trim() === "" ? [] : [[name, Number(value)] as const]));
          save({ ...Object.fromEntries(numbers), ...(currency ? { currency } : {}) });
        }}
        className="mt-2 grid max-w-4xl grid-cols-2 items-end gap-3 md:grid-cols-3"
      >
        <Field label={t("values.currency")}>
          <Combobox value={currency} onChange={setCurrency} options={currencies()} placeholder={t("noCurrency")} className="w-full" />
        </Field>
        {NUMBERS.map((name) => (
          <Field key={name} label={t(`values.${name}`)}>
            <TextInput
              type="number"
              min={0}
              step="any"
              value={draft[name] ?? ""}
              onChange={({ target }) => setDraft({ ...draft, [name]: target.value })}
            />
          </Field>
        ))}
        <Button look="primary" type="submit" className="justify-self-start">
          {all("save")}
        </Button>
      </form>
    </section>
  );
}
