"use client";
import { useRouter } from "next/navigation";
import type { FormEvent } from "react";
import { toast } from "sonner";
import type { StoreSetUp } from "../../work/stores/settings.ts";
import { Field, Submit } from "../field.tsx";
import { trying } from "../say.ts";
import { ask } from "../send.ts";
import { StoresFrame } from "./stores-frame.tsx";

const NUMBERS = [
  ["serviceLevel", "Deliveries waited for without running out, share"],
  ["coverDays", "An order lasts, days"],
  ["alpha", "Weight of what was last (α)"],
  ["planSpread", "A day strays from the plan by, share"],
  ["orderCostCents", "Making an order costs, hundredths"],
  ["holdingShare", "Keeping stock a year costs, share of its price"],
  ["volatileGramsAMonth", "Volatile matter a month, threshold, g"],
  ["hourCents", "An hour of hands costs, hundredths"],
  ["inkCentsAMl", "A mL of ink costs, hundredths"],
] as const;

/** Suppliers, containers, and the numbers that the store works with. */
export function StoreSettings({ view }: { view: StoreSetUp }) {
  const router = useRouter();
  const put = async (subject: string, id: string, body: Record<string, unknown>, said: string, archived = false) => {
    await trying(async () => {
      await ask("/api/stores/settings", { method: "PUT", body: { subject, id, body, ...(archived ? { archived } : {}) } });
      toast(said);
      router.refresh();
    });
  };
  const read = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    return (name: string) => String(form.get(name) ?? "").trim();
  };
  const idOf = (name: string) =>
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "-")
      .replace(/^-|-$/g, "")
      .slice(0, 60) || "new";
  const saveSupplier = (known?: string) => (event: FormEvent<HTMLFormElement>) => {
    const text = read(event);
    const id = known ?? idOf(text("name"));
    void put(
      "supplier",
      id,
      { id, name: text("name"), leadDays: Number(text("leadDays")), ...(text("mail") ? { mail: text("mail") } : {}) },
      `${text("name")} is set up.`,
    );
  };
  const saveContainer = (known?: string) => (event: FormEvent<HTMLFormElement>) => {
    const text = read(event);
    const id = known ?? idOf(text("name"));
    void put(
      "container",
      id,
      { id, name: text("name"), kind: text("kind"), volumeMl: Number(text("litres")) * 1000 },
      `${text("name")} is set up.`,
    );
  };
  const saveNumbers = (event: FormEvent<HTMLFormElement>) => {
    const text = read(event);
    void put(
      "stores",
      "site",
      Object.fromEntries(NUMBERS.flatMap(([name]) => (text(name) === "" ? [] : [[name, Number(text(name))]]))),
      "The store reckons by it from now on.",
    );
  };
  const field = (name: string, label: string, value: string | number | undefined, rest: Record<string, unknown> = {}) => (
    <Field label={label}>
      <input name={name} defaultValue={value} className="field" {...rest} />
    </Field>
  );
  const number = { type: "number", min: 0, step: "any" };
  return (
    <StoresFrame here="/stores/settings" title="How the store is set up">
      <section aria-label="Suppliers">
        <h2>Suppliers</h2>
        {[...view.suppliers, undefined].map((each) => (
          <form
            key={each?.id ?? "new"}
            onSubmit={saveSupplier(each?.id)}
            aria-label={each?.name ?? "New supplier"}
            className="flex flex-wrap items-end gap-2 border-line border-b py-2"
          >
            {field("name", each ? "Name" : "New supplier", each?.name, { required: true })}
            {field("leadDays", "Takes, days", each?.leadDays, { ...number, required: true })}
            {field("mail", "Mail", each?.mail, { type: "email" })}
            <Submit>{each ? "Save" : "Add"}</Submit>
          </form>
        ))}
      </section>
      <section aria-label="Containers" className="mt-6">
        <h2>Containers for waste</h2>
        {[...view.containers, undefined].map((each) => (
          <form
            key={each?.id ?? "new"}
            onSubmit={saveContainer(each?.id)}
            aria-label={each?.name ?? "New container"}
            className="flex flex-wrap items-end gap-2 border-line border-b py-2"
          >
            {field("name", each ? "Name" : "New container", each?.name, { required: true })}
            {field("kind", "For which waste", each?.kind, { required: true })}
            {field("litres", "Holds, L", each ? each.volumeMl / 1000 : undefined, { ...number, required: true })}
            <Submit>{each ? "Save" : "Add"}</Submit>
          </form>
        ))}
      </section>
      <section aria-label="Numbers" className="mt-6">
        <h2>Numbers it reckons by</h2>
        <form onSubmit={saveNumbers} className="mt-2 grid max-w-4xl grid-cols-2 items-end gap-2 md:grid-cols-3">
          {NUMBERS.map(([name, label]) => (
            <span key={name}>{field(name, label, view.stores[name], number)}</span>
          ))}
          <Submit main className="justify-self-start">
            Save
          </Submit>
        </form>
      </section>
    </StoresFrame>
  );
}
