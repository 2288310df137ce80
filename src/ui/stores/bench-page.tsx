"use client";
import { TriangleAlertIcon } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { isoDay, spokenDay, toDay } from "../../core/calendar/day.ts";
import { capital } from "../../core/capital.ts";
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
import { Button } from "../kit/button.tsx";
import { Field, NumberInput } from "../kit/field.tsx";
import { Select } from "../kit/select.tsx";
import { Table } from "../kit/table.tsx";
import { Segmented } from "../kit/tabs.tsx";
import { say, sayFault } from "../say.ts";
import { entryOf, sendEntries } from "../send.ts";
import { StoresRoom } from "./stores-room.tsx";

const WAYS = ["recipe", "ratio", "partIn", "percent", "strength"] as const;
type Way = (typeof WAYS)[number];

/** A calculator that is also a record: worked out, held against what must not meet, made, labelled. */
export function BenchPage({ view, mayRecord }: { view: BenchView; mayRecord: boolean }) {
  const t = useTranslations("stores.bench");
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
    else if (one === other) fault = t("two");
    else if (way === "ratio") shares = pair([number("a"), number("b")]);
    else if (way === "partIn") shares = pair(onePartIn(number("n")));
    else if (way === "percent") shares = pair(partsOfPercent(number("percent")));
    else {
      const { stockMl, thinnerMl } = dilution(number("from"), number("to"), Number(amount));
      shares = pair([stockMl, thinnerMl]);
    }
    if (shares.some(({ share }) => !(share > 0 && share < 1))) {
      fault ||= t("noMixture");
      shares = [];
    }
  } catch (error) {
    fault = error instanceof RangeError ? error.message : String(error);
  }
  const wanted = Number(amount);
  if (!fault && !(wanted > 0)) fault = t("howMuch");
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
            useBy: isoDay(useBy),
            parts: result.parts.map(({ item, ml }) => {
              const lot = lotOf(item, ml);
              return { item, ml, ...(lot?.lot ? { lot: lot.lot } : {}), ...(lot?.place ? { place: lot.place } : {}) };
            }),
          },
        }),
      ]);
      say(t("madeSaid", { name: made.item.name, lot: made.nextLot }));
      router.push(`/labels/${made.item.id}?lot=${encodeURIComponent(made.nextLot)}`);
    } catch (error) {
      sayFault(error);
      setBusy(false);
    }
  };
  const figure = (name: "a" | "b" | "n" | "percent" | "from" | "to") => (
    <Field label={t(name)} className="w-36">
      <NumberInput min={0} step="any" value={numbers[name]} onChange={({ target }) => setNumbers({ ...numbers, [name]: target.value })} />
    </Field>
  );
  const fluidChoice = (label: string, value: string, set: (id: string) => void) => (
    <Field label={label} className="w-56">
      <Select value={value} onChange={set} options={items.map(({ id, name }) => ({ value: id, name }))} />
    </Field>
  );
  return (
    <StoresRoom here="/stores/bench" title={t("answer")} more={t("safety")}>
      <div className="grid gap-x-8 gap-y-6 xl:grid-cols-[minmax(0,2fr)_minmax(0,1fr)]">
        <section aria-label={t("title")}>
          <Segmented
            label={t("ways.label")}
            value={way}
            onChange={setWay}
            options={WAYS.map((each) => ({ value: each, name: t(`ways.${each}`) }))}
          />
          <div className="mt-3 flex flex-wrap items-end gap-3">
            {way === "recipe" ? (
              <Field label={t("product")} className="w-56">
                <Select
                  value={product}
                  onChange={setProduct}
                  options={view.products.map(({ item }) => ({ value: item.id, name: item.name }))}
                />
              </Field>
            ) : (
              <>
                {fluidChoice(t("first"), one, setFirst)}
                {fluidChoice(t("second"), other, setSecond)}
              </>
            )}
            {way === "ratio" && (
              <>
                {figure("a")}
                {figure("b")}
              </>
            )}
            {way === "partIn" && figure("n")}
            {way === "percent" && figure("percent")}
            {way === "strength" && (
              <>
                {figure("from")}
                {figure("to")}
              </>
            )}
            <Field label={t("amount")} className="w-36">
              <NumberInput unit="mL" min={1} step="any" value={amount} onChange={({ target }) => setAmount(target.value)} />
            </Field>
            <Button
              disabled={shares.length < 2}
              onClick={() => setAmount(String(Math.floor(batchFromShelf(shares, (id) => fluidOf(id)?.onShelf ?? 1e6))))}
            >
              {t("most")}
            </Button>
          </div>
          {view.products.length === 0 && way === "recipe" && <p className="mt-3 text-ink2">{t("noRecipe")}</p>}
          {fault && (
            <p role="alert" className="mt-3 font-semibold text-hold">
              {fault}
            </p>
          )}
          {result && (
            <div className="mt-4 grid max-w-3xl gap-2">
              <h2 className="!text-base font-bold">{t("result")}</h2>
              <Table
                label={t("result")}
                rows={result.parts}
                keyOf={({ item }) => item}
                columns={[
                  { id: "fluid", name: t("fluid"), cell: ({ name }) => <b className="text-base">{name}</b> },
                  {
                    id: "measure",
                    name: t("measure"),
                    right: true,
                    cell: ({ ml, exactMl }) => (
                      <span title={`${exactMl.toFixed(1)} mL`} className="font-bold text-2xl">
                        {amountWords(ml, "mL")}
                      </span>
                    ),
                  },
                  {
                    id: "there",
                    name: t("there"),
                    right: true,
                    cell: ({ onShelf }) => (onShelf === null ? t("unknown") : amountWords(onShelf, "mL")),
                  },
                  {
                    id: "lot",
                    name: t("lot"),
                    cell: ({ item, name, ml }) => {
                      const lots = (fluidOf(item)?.lots ?? []).filter(({ lot }) => lot);
                      const lot = lotOf(item, ml);
                      return lots.length > 0 ? (
                        <Select
                          label={t("lotOf", { name })}
                          value={chosen[item] ?? (lot ? `${lot.lot}~${lot.place}` : "")}
                          onChange={(next) => setChosen({ ...chosen, [item]: next })}
                          className="!w-44"
                          options={lots.map((each) => ({
                            value: `${each.lot}~${each.place}`,
                            name: t("lotMore", { lot: each.lot, words: amountWords(each.amount, "mL") }),
                          }))}
                        />
                      ) : (
                        "–"
                      );
                    },
                  },
                ]}
              />
              <p className="text-sm">
                <b>{t("makes", { words: amountWords(result.amountMl, "mL") })}</b>{" "}
                {t("check", {
                  parts: result.backwards
                    .map(({ name, percent, offPercent }) =>
                      offPercent
                        ? t("checkOff", { name, percent: percent.toFixed(1), off: `${offPercent > 0 ? "+" : ""}${offPercent.toFixed(1)}` })
                        : t("checkPart", { name, percent: percent.toFixed(1) }),
                    )
                    .join(", "),
                })}
              </p>
              {hazardLines(result.parts.map(({ item }) => items.find(({ id }) => id === item))).map((line) => (
                <p key={line} className="text-care text-sm">
                  {line}
                </p>
              ))}
              {result.warnings.map((line) => (
                <p key={line} className="border-care border-l-4 pl-3">
                  {line}
                </p>
              ))}
              {result.refused.map((line) => (
                <p key={line} role="alert" className="flex gap-2 rounded-[6px] bg-hold-wash p-3 text-hold">
                  <TriangleAlertIcon aria-hidden="true" className="size-6 shrink-0" />
                  <span>
                    <b className="block text-lg">{t("refused")}</b>
                    {capital(line)}
                  </span>
                </p>
              ))}
              {isRecipe && mayRecord && useBy !== undefined && (
                <p className="flex flex-wrap items-center gap-3">
                  <Button look="primary" size="hand" disabled={result.refused.length > 0} busy={busy} onClick={() => void make()}>
                    {t("made", { lot: made.nextLot })}
                  </Button>
                  <span>{t("useBy", { day: spokenDay(useBy) })}</span>
                </p>
              )}
              {!isRecipe && result.refused.length === 0 && <p className="text-ink2 text-sm">{t("onlyWorked")}</p>}
            </div>
          )}
        </section>
        <section aria-label={t("last")}>
          <h2 className="!text-base font-bold">{t("last")}</h2>
          {view.batches.length === 0 && <p className="text-ink2">{t("noBatches")}</p>}
          <ul className="text-sm">
            {view.batches.map((batch) => (
              <li key={batch.id} className="border-line border-b py-1.5">
                <p className="flex justify-between gap-3">
                  <b>{batch.name}</b>
                  <a href={`/labels/${batch.item}?lot=${encodeURIComponent(batch.lot)}`}>{t("label")}</a>
                </p>
                <p className="flex flex-wrap gap-x-3 text-ink2">
                  <span className="figure">{batch.lot}</span>
                  <span className="figure">{amountWords(batch.ml, "mL")}</span>
                  <span className={batch.useBy < view.today ? "text-hold" : ""}>
                    {t("batchUseBy", { day: spokenDay(toDay(batch.useBy)) })}
                  </span>
                  <span>{batch.person}</span>
                </p>
              </li>
            ))}
          </ul>
        </section>
      </div>
    </StoresRoom>
  );
}
