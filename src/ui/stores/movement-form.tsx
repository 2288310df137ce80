"use client";
import { type FormEvent, useState } from "react";
import { useTranslations } from "use-intl";
import type { Item } from "../../core/stores/item.ts";
import type { LotView } from "../../work/stores/shelf.ts";
import { Button } from "../kit/button.tsx";
import { DateInput } from "../kit/date-input.tsx";
import { Field, NumberInput, TextInput } from "../kit/field.tsx";
import { Select } from "../kit/select.tsx";
import { trying } from "../say.ts";
import { entryOf, sendEntries } from "../send.ts";
import { toast } from "../toast.ts";

const EVENTS = ["used", "received", "opened", "discarded", "moved", "counted"] as const;
type Event = (typeof EVENTS)[number] | "last-box" | "kit-opened";

/** Enters one movement of an item: of a lot where it is kept by lot. */
export function MovementForm({
  item,
  lots,
  machines,
  done,
}: {
  item: Item;
  lots: LotView[];
  machines: { id: string; name: string }[];
  done: () => void;
}) {
  const t = useTranslations("stores.movement");
  const twoBoxes = item.keeping === "two-boxes";
  const events: Event[] = twoBoxes ? ["last-box", "received"] : [...EVENTS, ...(item.contents ? (["kit-opened"] as const) : [])];
  const named = lots.filter(({ lot }) => lot);
  const [event, setEvent] = useState<Event>(events[0] ?? "used");
  const [amount, setAmount] = useState("");
  const [said, setSaid] = useState({
    lot: "",
    known: named[0] ? keyOf(named[0]) : "",
    expiry: "",
    delivery: "",
    to: "",
    machine: "",
    reason: "",
  });
  const set = (part: Partial<typeof said>) => setSaid({ ...said, ...part });
  const byLot = item.keeping === "lot";
  const needsAmount = event !== "opened" && event !== "last-box";
  const submit = async (submitted: FormEvent<HTMLFormElement>) => {
    submitted.preventDefault();
    const known = event === "received" || !byLot ? undefined : lots.find((each) => keyOf(each) === said.known);
    const lot = event === "received" ? said.lot.trim() : (known?.lot ?? "");
    const many = needsAmount ? Number(amount) : 0;
    const line = {
      item: item.id,
      amount: many,
      unit: item.unit,
      ...(lot ? { lot } : {}),
      ...(known?.place ? { place: known.place } : {}),
      ...(event === "received" && said.expiry ? { expiry: said.expiry } : {}),
    };
    const optional = (name: "reason" | "to" | "delivery", asked: boolean) =>
      asked && said[name].trim() ? { [name]: said[name].trim() } : {};
    await trying(async () => {
      const [answer] = await sendEntries([
        entryOf({
          kind: "stock",
          ...(said.machine && (event === "used" || event === "discarded") ? { machine: said.machine } : {}),
          body: {
            event,
            lines:
              event === "kit-opened"
                ? [line, ...(item.contents ?? []).map((part) => ({ item: part.item, amount: part.amount * many, unit: "pieces" }))]
                : [line],
            ...optional("reason", ["discarded", "used", "counted"].includes(event)),
            ...optional("to", event === "moved"),
            ...optional("delivery", event === "received"),
          },
        }),
      ]);
      toast(answer?.message ?? t("saved", { item: item.name }), { duration: answer?.message ? 9000 : 4000 });
      done();
    });
  };
  return (
    <form onSubmit={submit} aria-label={t("title")} className="grid gap-3">
      <Field label={t("what")}>
        <Select
          value={event}
          onChange={(next) => {
            setEvent(next as Event);
            setAmount(next === "received" ? String(item.pack) : "");
          }}
          options={events.map((each) => ({ value: each, name: t(`events.${each}`) }))}
        />
      </Field>
      {needsAmount && (
        <Field label={t("amount")}>
          <NumberInput
            required
            unit={item.unit}
            min={event === "counted" ? 0 : item.unit === "pieces" ? 1 : 0.1}
            step={item.unit === "pieces" ? 1 : "any"}
            value={amount}
            onChange={({ target }) => setAmount(target.value)}
          />
        </Field>
      )}
      {event === "received" && (
        <>
          {byLot && (
            <Field label={t("newLot")}>
              <TextInput required maxLength={60} value={said.lot} onChange={({ target }) => set({ lot: target.value })} />
            </Field>
          )}
          {!twoBoxes && (
            <Field label={t("useBy")}>
              <DateInput value={said.expiry} onChange={(expiry) => set({ expiry })} none={t("noDay")} />
            </Field>
          )}
          <Field label={t("delivery")}>
            <TextInput maxLength={100} value={said.delivery} onChange={({ target }) => set({ delivery: target.value })} />
          </Field>
        </>
      )}
      {byLot && event !== "received" && (
        <Field label={t("lot")}>
          <Select
            value={said.known}
            onChange={(known) => set({ known })}
            options={named.map((each) => ({
              value: keyOf(each),
              name: t("lotMore", { lot: each.lot, words: each.words }),
              more: each.expired ? t("expired") : undefined,
            }))}
          />
        </Field>
      )}
      {event === "moved" && (
        <Field label={t("to")}>
          <TextInput required maxLength={200} value={said.to} onChange={({ target }) => set({ to: target.value })} />
        </Field>
      )}
      {(event === "used" || event === "discarded") && (
        <Field label={t("machine")}>
          <Select
            value={said.machine}
            none={t("none")}
            onChange={(machine) => set({ machine })}
            options={machines.map(({ id, name }) => ({ value: id, name }))}
          />
        </Field>
      )}
      {(event === "discarded" || event === "used" || event === "counted") && (
        <Field label={t(event === "discarded" ? "reason" : "reasonIf")}>
          <TextInput
            required={event === "discarded"}
            maxLength={500}
            value={said.reason}
            onChange={({ target }) => set({ reason: target.value })}
          />
        </Field>
      )}
      <Button look="primary" type="submit">
        {t("save")}
      </Button>
    </form>
  );
}

const keyOf = ({ lot, place }: LotView) => `${lot}~${place}`;
