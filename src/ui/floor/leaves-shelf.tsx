import { useState } from "react";
import type { FloorMachine, FloorView } from "../../core/floor/floor-view.ts";
import type { PlannedStep } from "../../core/runs/plan.ts";
import { amountWords } from "../../core/stores/amount-words.ts";
import { itemFor, type ShelfItem } from "../../core/stores/run-materials.ts";
import { whichFluid } from "../../core/stores/which-fluid.ts";
import { Submit } from "../field.tsx";
import type { Draft } from "./outbox.ts";

/** Which fluid of the shelf a step means, and whether it may be poured there. */
export function PourNote({ floor, machine, step }: { floor: { view: FloorView }; machine: FloorMachine; step: PlannedStep }) {
  const part = step.lights?.[0];
  const notes = (step.uses ?? []).flatMap((use) => {
    const item = itemFor(floor.view.shelf ?? [], use, machine.machine, part);
    if (!item?.fluid) return [];
    const lot = item.lots.find((each) => !each.expired && each.amount > 0);
    return [{ item, lot, amount: use.amount, fit: whichFluid(item.fluid.family, machine.machine, part) }];
  });
  return notes.map(({ item, lot, amount, fit }) => (
    <p key={item.id} className={`text-xl ${fit.verdict === "fits" ? "text-ink2" : "border-hold border-l-4 pl-3"}`}>
      {item.name}, {amountWords(amount, item.unit)}
      {lot?.lot && `, lot ${lot.lot}`}
      {fit.verdict !== "fits" && (
        <strong>
          . {fit.verdict === "refused" ? "Not there: " : "Sparingly: "}
          {fit.why}
        </strong>
      )}
    </p>
  ));
}

/** Ink or fluid put into a channel: which lot, so that it can be traced. */
export function FillChannel({
  view,
  machine,
  enter,
}: {
  view: FloorView;
  machine: FloorMachine;
  enter: (draft: Pick<Draft, "kind" | "body">, said: string) => void;
}) {
  const [channel, setChannel] = useState(machine.channels[0]?.id ?? "");
  const [chosen, setChosen] = useState("");
  const [amount, setAmount] = useState("");
  const ink = machine.channels.find(({ id }) => id === channel)?.ink;
  const fitting = (view.shelf ?? []).filter(
    (item: ShelfItem) => item.group === "ink" && item.ink === ink && item.lots.some((lot) => !lot.expired && lot.amount > 0),
  );
  const options = fitting.flatMap((item) =>
    item.lots.filter((lot) => !lot.expired && lot.amount > 0).map((lot) => ({ item, lot, key: `${item.id}~${lot.lot}~${lot.place}` })),
  );
  const option = options.find(({ key }) => key === chosen) ?? options[0];
  return (
    <form
      aria-label="Ink put in"
      className="grid gap-2 sm:grid-cols-4"
      onSubmit={(event) => {
        event.preventDefault();
        if (!option) return;
        enter(
          {
            kind: "stock",
            body: {
              event: "used",
              lines: [
                {
                  item: option.item.id,
                  amount: Number(amount),
                  unit: option.item.unit,
                  lot: option.lot.lot,
                  ...(option.lot.place ? { place: option.lot.place } : {}),
                  channel,
                },
              ],
            },
          },
          `${channel}: lot ${option.lot.lot} is in.`,
        );
        setAmount("");
      }}
    >
      <label className="grid">
        Channel
        <select value={channel} onChange={({ target }) => setChannel(target.value)} className="field hand">
          {machine.channels.map(({ id }) => (
            <option key={id}>{id}</option>
          ))}
        </select>
      </label>
      <label className="grid sm:col-span-2">
        Lot, the first to leave first
        <select value={option?.key ?? ""} onChange={({ target }) => setChosen(target.value)} className="field hand">
          {options.map(({ key, item, lot }) => (
            <option key={key} value={key}>
              {item.name}, {lot.lot}, {amountWords(lot.amount, item.unit)}
            </option>
          ))}
        </select>
      </label>
      <label className="grid">
        Amount, {option?.item.unit ?? "mL"}
        <input
          inputMode="decimal"
          type="number"
          required
          min={1}
          step="any"
          value={amount}
          onChange={({ target }) => setAmount(target.value)}
          className="field hand figure !text-lg"
        />
      </label>
      {options.length === 0 ? (
        <p className="text-ink2 sm:col-span-4">No lot of this ink is on the shelf in date.</p>
      ) : (
        <Submit hand className="sm:col-span-4">
          It is in
        </Submit>
      )}
    </form>
  );
}

/** How much ink each channel has, read from the panel or by eye. */
export function InkLevels({
  machine,
  enter,
}: {
  machine: FloorMachine;
  enter: (draft: Pick<Draft, "kind" | "body">, said: string) => void;
}) {
  const [levels, setLevels] = useState<Record<string, string>>({});
  const said = machine.channels.flatMap(({ id }) => {
    const percent = Number(levels[id]);
    return levels[id] && percent >= 0 && percent <= 100 ? [{ channel: id, percent }] : [];
  });
  return (
    <form
      aria-label="Ink levels"
      className="flex flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        enter({ kind: "ink-level", body: { channels: said } }, `${said.length} ink levels entered.`);
        setLevels({});
      }}
    >
      {machine.channels.map(({ id }) => (
        <label key={id} className="grid text-sm">
          {id}, %
          <input
            type="number"
            min={0}
            max={100}
            value={levels[id] ?? ""}
            onChange={({ target }) => setLevels({ ...levels, [id]: target.value })}
            className="field hand figure w-24 !text-lg"
          />
        </label>
      ))}
      <Submit hand disabled={said.length === 0}>
        Enter
      </Submit>
    </form>
  );
}
