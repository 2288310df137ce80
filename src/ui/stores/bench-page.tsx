"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import { toDay } from "../../core/calendar/day.ts";
import { amountWords } from "../../core/stores/amount-words.ts";
import {
  batchFromShelf,
  batchUseBy,
  dilution,
  hazardLines,
  mixture,
  onePartIn,
  partsOfPercent,
  sharesOf,
} from "../../core/stores/mixing.ts";
import type { BenchView } from "../../work/stores/bench.ts";
import { Field, Options } from "../field.tsx";
import { sayFault } from "../say.ts";
import { entryOf, sendEntries } from "../send.ts";
import { figures, TableHead } from "../table.tsx";
import { StoresFrame } from "./stores-frame.tsx";

type Way = "recipe" | "ratio" | "part-in" | "percent" | "strength";
const WAYS: [Way, string][] = [
  ["recipe", "By its recipe"],
  ["ratio", "Ratio, like 1 : 1"],
  ["part-in", "1 part in …"],
  ["percent", "Per cent by volume"],
  ["strength", "C1 · V1 = C2 · V2"],
];

/** A calculator that is also a record: worked out, held against what must not meet, made, labelled. */
export function BenchPage({ view, mayRecord }: { view: BenchView; mayRecord: boolean }) {
  const router = useRouter();
  const [product, setProduct] = useState(view.products[0]?.item.id ?? "");
  const [way, setWay] = useState<Way>("recipe");
  const [first, setFirst] = useState("");
  const [second, setSecond] = useState("distilled-water");
  const [numbers, setNumbers] = useState<Record<string, string>>({ a: "1", b: "1", n: "10", percent: "10", from: "100", to: "70" });
  const [amount, setAmount] = useState("500");
  const [chosen, setChosen] = useState<Record<string, string>>({});
  const [busy, setBusy] = useState(false);
  const items = view.fluids.map(({ item }) => item);
  const fluidOf = (id: string) => view.fluids.find(({ item }) => item.id === id);
  const number = (name: string) => Number(numbers[name]);
  const made = view.products.find(({ item }) => item.id === product);
  const [one, other] = [first || (items[0]?.id ?? ""), second];

  let fault = "";
  let shares: ReturnType<typeof sharesOf> = [];
  try {
    const pair = (parts: [number, number]) =>
      sharesOf([
        { item: one, parts: parts[0] },
        { item: other, parts: parts[1] },
      ]);
    if (way === "recipe") shares = sharesOf(made?.item.recipe ?? []);
    else if (one === other) fault = "Choose two fluids.";
    else if (way === "ratio") shares = pair([number("a"), number("b")]);
    else if (way === "part-in") shares = pair(onePartIn(number("n")));
    else if (way === "percent") shares = pair(partsOfPercent(number("percent")));
    else {
      const { stockMl, thinnerMl } = dilution(number("from"), number("to"), Number(amount));
      shares = pair([stockMl, thinnerMl]);
    }
    if (shares.some(({ share }) => !(share > 0 && share < 1))) {
      fault ||= "These numbers make no mixture: both parts are above nothing.";
      shares = [];
    }
  } catch (error) {
    fault = error instanceof RangeError ? error.message : String(error);
  }
  const wanted = Number(amount);
  if (!fault && !(wanted > 0)) fault = "How much? Above 0 mL.";
  const result = fault || shares.length < 2 ? undefined : mixture(shares, wanted, items, (id) => fluidOf(id)?.onShelf ?? null);
  const lotOf = (id: string, ml: number) => {
    const lots = fluidOf(id)?.lots ?? [];
    return lots.find(({ lot, place }) => `${lot}~${place}` === chosen[id]) ?? lots.find(({ amount: there }) => there >= ml) ?? lots[0];
  };
  const useBy =
    made && result
      ? batchUseBy(
          made.item,
          toDay(view.today),
          result.parts.map(({ item, ml }) => {
            const day = lotOf(item, ml)?.useBy;
            return day ? toDay(day) : null;
          }),
        )
      : undefined;
  const isRecipe = way === "recipe" && made !== undefined;
  const make = async () => {
    if (!result || !made || useBy === undefined) return;
    setBusy(true);
    try {
      await sendEntries([
        entryOf({
          kind: "mix",
          body: {
            item: made.item.id,
            lot: made.nextLot,
            amountMl: result.amountMl,
            useBy: new Date(useBy * 86_400_000).toISOString().slice(0, 10),
            parts: result.parts.map(({ item, ml }) => {
              const lot = lotOf(item, ml);
              return { item, ml, ...(lot?.lot ? { lot: lot.lot } : {}), ...(lot?.place ? { place: lot.place } : {}) };
            }),
          },
        }),
      ]);
      toast(`${made.item.name}, lot ${made.nextLot}: made. Its label is ready.`);
      router.push(`/labels/${made.item.id}?lot=${encodeURIComponent(made.nextLot)}`);
    } catch (error) {
      sayFault(error);
      setBusy(false);
    }
  };
  const figure = (name: string, label: string) => (
    <Field label={label}>
      <input
        type="number"
        min={0}
        step="any"
        value={numbers[name]}
        onChange={({ target }) => setNumbers({ ...numbers, [name]: target.value })}
        className="field hand figure w-28 !text-lg"
      />
    </Field>
  );
  const fluidChoice = (label: string, value: string, set: (id: string) => void) => (
    <Field label={label}>
      <select value={value} onChange={({ target }) => set(target.value)} className="field hand">
        <Options of={items} />
      </select>
    </Field>
  );
  return (
    <StoresFrame
      here="/stores/bench"
      title="Mixing bench"
      aside={<span className="text-ink2">Goggles and gloves on; label every bottle; the suppliers' data sheets rule.</span>}
    >
      <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[3fr_2fr]">
        <section aria-label="Reckon a mixture">
          <fieldset className="flex flex-wrap gap-1">
            <legend className="sr-only">How it is reckoned</legend>
            {WAYS.map(([id, words]) => (
              <button
                key={id}
                type="button"
                aria-pressed={way === id}
                onClick={() => setWay(id)}
                className={`press hand ${way === id ? "!border-accent !bg-well" : ""}`}
              >
                {words}
              </button>
            ))}
          </fieldset>
          <div className="mt-3 flex flex-wrap items-end gap-2">
            {way === "recipe" ? (
              <Field label="What is made">
                <select value={product} onChange={({ target }) => setProduct(target.value)} className="field hand">
                  {view.products.map(({ item }) => (
                    <option key={item.id} value={item.id}>
                      {item.name}
                    </option>
                  ))}
                </select>
              </Field>
            ) : (
              <>
                {fluidChoice(way === "strength" ? "Strong stock" : "First", one, setFirst)}
                {fluidChoice(way === "strength" ? "Thinned with" : "Second", other, setSecond)}
              </>
            )}
            {way === "ratio" && (
              <>
                {figure("a", "Parts of the first")}
                {figure("b", "Parts of the second")}
              </>
            )}
            {way === "part-in" && figure("n", "1 part in")}
            {way === "percent" && figure("percent", "Per cent of the first")}
            {way === "strength" && (
              <>
                {figure("from", "C1, % of the stock")}
                {figure("to", "C2, % wanted")}
              </>
            )}
            <Field label="Batch, mL">
              <input
                type="number"
                min={1}
                step="any"
                value={amount}
                onChange={({ target }) => setAmount(target.value)}
                className="field hand figure w-28 !text-lg"
              />
            </Field>
            <button
              type="button"
              className="press hand"
              disabled={shares.length < 2}
              onClick={() => setAmount(String(Math.floor(batchFromShelf(shares, (id) => fluidOf(id)?.onShelf ?? 1e6))))}
            >
              All the shelf makes
            </button>
          </div>
          {view.products.length === 0 && way === "recipe" && (
            <p className="mt-3">No item has a recipe yet; the other ways reckon all the same.</p>
          )}
          {fault && (
            <p role="alert" className="mt-3 text-hold">
              {fault}
            </p>
          )}
          {result && (
            <div className="mt-4">
              <div className="overflow-x-auto" tabIndex={-1}>
                <table className="w-full max-w-2xl">
                  <TableHead columns={["Pour", figures("Measured"), figures("Exactly"), figures("On the shelf"), "From lot"]} />
                  <tbody>
                    {result.parts.map((part) => (
                      <tr key={part.item} className="border-line border-b">
                        <td className="py-1.5 pr-4 text-lg">{part.name}</td>
                        <td className="figure pr-4 text-right font-semibold !text-xl">{amountWords(part.ml, "mL")}</td>
                        <td className="figure pr-4 text-right text-ink2">{part.exactMl.toFixed(1)} mL</td>
                        <td className="figure pr-4 text-right">{part.onShelf === null ? "–" : amountWords(part.onShelf, "mL")}</td>
                        <td>
                          {(fluidOf(part.item)?.lots.length ?? 0) > 0 && fluidOf(part.item)?.lots[0]?.lot ? (
                            <select
                              aria-label={`Lot of ${part.name}`}
                              value={chosen[part.item] ?? `${lotOf(part.item, part.ml)?.lot}~${lotOf(part.item, part.ml)?.place}`}
                              onChange={({ target }) => setChosen({ ...chosen, [part.item]: target.value })}
                              className="field"
                            >
                              {fluidOf(part.item)?.lots.map(({ lot, place, amount: there }) => (
                                <option key={`${lot}~${place}`} value={`${lot}~${place}`}>
                                  {lot}, {amountWords(there, "mL")}
                                </option>
                              ))}
                            </select>
                          ) : (
                            "–"
                          )}
                        </td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              </div>
              <p className="mt-2">
                Makes {amountWords(result.amountMl, "mL")}. Backwards:{" "}
                {result.backwards
                  .map(
                    ({ name, percent, offPercent }) =>
                      `${name} ${percent.toFixed(1)} %${offPercent ? ` (${offPercent > 0 ? "+" : ""}${offPercent.toFixed(1)} % of its share)` : ""}`,
                  )
                  .join(", ")}
                .
              </p>
              {hazardLines(result.parts.map(({ item }) => items.find(({ id }) => id === item))).map((line) => (
                <p key={line} className="text-care">
                  {line}
                </p>
              ))}
              {result.warnings.map((line) => (
                <p key={line} className="mt-1 border-care border-l-4 pl-3">
                  {line}
                </p>
              ))}
              {result.refused.map((line) => (
                <p key={line} role="alert" className="mt-1 border-hold border-l-4 pl-3 text-lg">
                  <strong>No.</strong> {line.charAt(0).toUpperCase() + line.slice(1)}
                </p>
              ))}
              {isRecipe && mayRecord && useBy !== undefined && (
                <p className="mt-3 flex flex-wrap items-center gap-3">
                  <button
                    type="button"
                    className="press press-main hand"
                    disabled={result.refused.length > 0 || busy}
                    onClick={() => void make()}
                  >
                    It is made: lot {made.nextLot}
                  </button>
                  <span>use by {new Date(useBy * 86_400_000).toISOString().slice(0, 10)}; then its label is printed</span>
                </p>
              )}
              {!isRecipe && result.refused.length === 0 && (
                <p className="mt-2 text-ink2">
                  Reckoned only. What is made again and again gets an item with a recipe; then the batch is a lot with a label.
                </p>
              )}
            </div>
          )}
        </section>
        <section aria-label="Last batches">
          <h2>Last batches</h2>
          {view.batches.length === 0 && <p className="text-ink2">None yet.</p>}
          <ul>
            {view.batches.map((batch) => (
              <li key={batch.id} className="flex flex-wrap gap-x-3 border-line border-b py-1">
                <span>{batch.name}</span>
                <span className="figure">{batch.lot}</span>
                <span className="figure">{amountWords(batch.ml, "mL")}</span>
                <span className={batch.useBy < view.today ? "text-hold" : "text-ink2"}>use by {batch.useBy}</span>
                <span className="text-ink2">{batch.person}</span>
                <a href={`/labels/${batch.item}?lot=${encodeURIComponent(batch.lot)}`} className="ml-auto">
                  label
                </a>
              </li>
            ))}
          </ul>
        </section>
      </div>
    </StoresFrame>
  );
}
