"use client";
import { type FormEvent, useState } from "react";
import { toast } from "sonner";
import type { Item } from "../../core/stores/item.ts";
import type { LotView } from "../../work/stores/shelf.ts";
import { Field, Options, Submit } from "../field.tsx";
import { trying } from "../say.ts";
import { entryOf, sendEntries } from "../send.ts";

const EVENTS = [
  ["used", "Used"],
  ["received", "Received"],
  ["opened", "Opened"],
  ["discarded", "Thrown away"],
  ["moved", "Moved to another place"],
  ["counted", "Counted"],
] as const;

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
  const twoBoxes = item.keeping === "two-boxes";
  const events: [string, string][] = twoBoxes
    ? [
        ["last-box", "Last box opened"],
        ["received", "Received"],
      ]
    : [
        ...EVENTS.map(([id, name]): [string, string] => [id, name]),
        ...(item.contents ? [["kit-opened", "Kit opened into its items"] as [string, string]] : []),
      ];
  const [event, setEvent] = useState(events[0]?.[0] ?? "used");
  const byLot = item.keeping === "lot";
  const submit = async (submitted: FormEvent<HTMLFormElement>) => {
    submitted.preventDefault();
    const form = submitted.currentTarget;
    const said = new FormData(form);
    const text = (name: string) => String(said.get(name) ?? "").trim();
    const known = lots.find(({ lot, place }) => `${lot}~${place}` === text("known"));
    const lot = event === "received" ? text("lot") : (known?.lot ?? "");
    const amount = event === "opened" || event === "last-box" ? 0 : Number(text("amount"));
    const line = {
      item: item.id,
      amount,
      unit: item.unit,
      ...(lot ? { lot } : {}),
      ...(known?.place ? { place: known.place } : {}),
      ...(event === "received" && text("expiry") ? { expiry: text("expiry") } : {}),
    };
    const optional = (name: string) => (text(name) ? { [name]: text(name) } : {});
    await trying(async () => {
      const [answer] = await sendEntries([
        entryOf({
          kind: "stock",
          ...(text("machine") ? { machine: text("machine") } : {}),
          body: {
            event,
            lines:
              event === "kit-opened"
                ? [line, ...(item.contents ?? []).map((part) => ({ item: part.item, amount: part.amount * amount, unit: "pieces" }))]
                : [line],
            ...optional("reason"),
            ...optional("to"),
            ...optional("delivery"),
          },
        }),
      ]);
      toast(answer?.message ?? `${item.name}: entered.`, { duration: answer?.message ? 9000 : 4000 });
      form.reset();
      done();
    });
  };
  const needsAmount = event !== "opened" && event !== "last-box";
  return (
    <form onSubmit={submit} aria-label="Enter a movement" className="grid max-w-xl grid-cols-2 gap-2 sm:grid-cols-3">
      <Field label="What happened">
        <select value={event} onChange={({ target }) => setEvent(target.value)} className="field">
          {events.map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </Field>
      {needsAmount && (
        <Field label={<>Amount, {item.unit}</>}>
          <input
            name="amount"
            type="number"
            required
            min={event === "counted" ? 0 : item.unit === "pieces" ? 1 : 0.1}
            step={item.unit === "pieces" ? 1 : "any"}
            defaultValue={event === "received" ? item.pack : undefined}
            key={event}
            className="field figure"
          />
        </Field>
      )}
      {byLot && event === "received" && (
        <Field label="Lot, from the label">
          <input name="lot" required maxLength={60} className="field" />
        </Field>
      )}
      {event === "received" && !twoBoxes && (
        <Field label="Use by, from the label">
          <input name="expiry" type="date" className="field" />
        </Field>
      )}
      {event === "received" && (
        <Field label="Number of the delivery">
          <input name="delivery" maxLength={100} className="field" />
        </Field>
      )}
      {byLot && event !== "received" && (
        <Field label="Lot">
          <select name="known" required className="field">
            {lots
              .filter(({ lot }) => lot)
              .map(({ lot, place, words, expired }) => (
                <option key={`${lot}~${place}`} value={`${lot}~${place}`}>
                  {lot}, {words}
                  {expired ? ", past its day" : ""}
                </option>
              ))}
          </select>
        </Field>
      )}
      {event === "moved" && (
        <Field label="Where to">
          <input name="to" required maxLength={200} className="field" />
        </Field>
      )}
      {(event === "used" || event === "discarded") && (
        <Field label="At a machine">
          <select name="machine" className="field">
            <Options of={machines} none="none" />
          </select>
        </Field>
      )}
      {(event === "discarded" || event === "used" || event === "counted") && (
        <Field label={<>Reason{event === "discarded" ? "" : ", if there is one"}</>}>
          <input name="reason" required={event === "discarded"} maxLength={500} className="field" />
        </Field>
      )}
      <Submit main className="self-end">
        Enter
      </Submit>
    </form>
  );
}
