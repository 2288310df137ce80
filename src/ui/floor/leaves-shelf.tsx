import { useState } from "react";
import type { FloorMachine, FloorView } from "../../core/floor/floor-view.ts";
import type { PlannedStep } from "../../core/runs/plan.ts";
import { amountWords } from "../../core/stores/amount-words.ts";
import { inkFits } from "../../core/stores/ink-of.ts";
import { itemFor, type ShelfItem } from "../../core/stores/run-materials.ts";
import { whichFluid } from "../../core/stores/which-fluid.ts";
import { useFloorWorkWords } from "../../words/floor-work-words.ts";
import { counted, filled } from "../../words/plain.ts";
import { Button } from "../kit/button.tsx";
import { Field, NumberInput } from "../kit/field.tsx";
import type { Draft } from "./outbox.ts";

/** Which fluid of the shelf a step means, and whether it may be poured there. */
export function PourNote({ floor, machine, step }: { floor: { view: FloorView }; machine: FloorMachine; step: PlannedStep }) {
  const words = useFloorWorkWords().ink;
  const part = step.lights?.[0];
  const notes = (step.uses ?? []).flatMap((use) => {
    const item = itemFor(floor.view.shelf ?? [], use, machine.machine, part);
    if (!item?.fluid) return [];
    const lot = item.lots.find((each) => !each.expired && each.amount > 0);
    const fit = whichFluid(item.fluid.family, machine.machine, part);
    // The tile above says it already.
    if (fit.verdict === "fits" && !lot?.lot && item.name.toLowerCase() === use.item.toLowerCase()) return [];
    return [{ item, lot, amount: use.amount, fit }];
  });
  return notes.map(({ item, lot, amount, fit }) => (
    <p key={item.id} className={`text-xl ${fit.verdict === "fits" ? "text-ink2" : "rounded-[3px] bg-hold-wash p-3"}`}>
      {item.name}, {amountWords(amount, item.unit)}
      {lot?.lot && filled(words.lotNow, { lot: lot.lot })}
      {fit.verdict !== "fits" && (
        <strong>
          . {fit.verdict === "refused" ? words.notThere : words.sparingly} {fit.why}
        </strong>
      )}
    </p>
  ));
}

const CHOICE = "!min-h-14 !justify-start !whitespace-normal text-left aria-pressed:!border-accent aria-pressed:!bg-accent-wash";

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
  const words = useFloorWorkWords().ink;
  const [channel, setChannel] = useState(machine.channels[0]?.id ?? "");
  const [chosen, setChosen] = useState("");
  const [amount, setAmount] = useState("");
  const ink = machine.channels.find(({ id }) => id === channel)?.ink;
  const fitting = (view.shelf ?? []).filter(
    (item: ShelfItem) =>
      item.group === "ink" && item.ink === ink && inkFits(item, machine.machine) && item.lots.some((lot) => !lot.expired && lot.amount > 0),
  );
  const options = fitting.flatMap((item) =>
    item.lots.filter((lot) => !lot.expired && lot.amount > 0).map((lot) => ({ item, lot, key: `${item.id}~${lot.lot}~${lot.place}` })),
  );
  const option = options.find(({ key }) => key === chosen) ?? options[0];
  return (
    <form
      aria-label={words.put}
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (!option) return;
        const { item, lot } = option;
        enter(
          {
            kind: "stock",
            body: {
              event: "used",
              lines: [
                {
                  item: item.id,
                  amount: Number(amount),
                  unit: item.unit,
                  lot: lot.lot,
                  ...(lot.place ? { place: lot.place } : {}),
                  channel,
                },
              ],
            },
          },
          filled(words.said, { channel, lot: lot.lot ?? "" }),
        );
        setAmount("");
      }}
    >
      <div role="group" aria-label={words.channel} className="grid grid-cols-3 gap-2 sm:grid-cols-6">
        {machine.channels.map(({ id, colour }) => (
          <Button
            key={id}
            size="hand"
            aria-pressed={id === channel}
            onClick={() => {
              setChannel(id);
              setChosen("");
            }}
            className={`!px-2 ${CHOICE}`}
          >
            <i aria-hidden="true" className="size-4 shrink-0 rounded-full border border-ink" style={{ background: colour }} />
            {id}
          </Button>
        ))}
      </div>
      {options.length === 0 ? (
        <p className="text-ink2">{words.none}</p>
      ) : (
        <>
          <div role="group" aria-label={words.lot} className="grid gap-2">
            {options.map(({ key, item, lot }) => (
              <Button key={key} size="hand" aria-pressed={key === option?.key} onClick={() => setChosen(key)} className={CHOICE}>
                {filled(words.lotOf, { item: item.name, lot: lot.lot ?? "", amount: amountWords(lot.amount, item.unit) })}
              </Button>
            ))}
          </div>
          <div className="flex items-end gap-2">
            <Field label={filled(words.amount, { unit: option?.item.unit ?? "mL" })} className="grow">
              <NumberInput
                inputMode="decimal"
                required
                min={1}
                step="any"
                value={amount}
                onChange={({ target }) => setAmount(target.value)}
                className="min-h-14 !text-2xl"
              />
            </Field>
            <Button type="submit" look="primary" size="hand">
              {words.in}
            </Button>
          </div>
        </>
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
  const words = useFloorWorkWords().ink;
  const [levels, setLevels] = useState<Record<string, string>>({});
  const said = machine.channels.flatMap(({ id }) => {
    const percent = Number(levels[id]);
    return levels[id] && percent >= 0 && percent <= 100 ? [{ channel: id, percent }] : [];
  });
  return (
    <form
      aria-label={words.levels}
      className="grid grid-cols-3 items-end gap-2 sm:grid-cols-6"
      onSubmit={(event) => {
        event.preventDefault();
        enter({ kind: "ink-level", body: { channels: said } }, counted(words.levelsSaid, said.length));
        setLevels({});
      }}
    >
      {machine.channels.map(({ id }) => (
        <Field key={id} label={filled(words.level, { channel: id })}>
          <NumberInput
            min={0}
            max={100}
            value={levels[id] ?? ""}
            onChange={({ target }) => setLevels({ ...levels, [id]: target.value })}
            className="min-h-14 !text-xl"
          />
        </Field>
      ))}
      <Button type="submit" size="hand" disabled={said.length === 0} className="col-span-full">
        {words.enter}
      </Button>
    </form>
  );
}
