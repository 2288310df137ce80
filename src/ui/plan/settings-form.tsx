"use client";
import type { FormEvent } from "react";
import { useTranslations } from "use-intl";
import type { RoundView } from "../../work/rounds/rounds.ts";
import { Button } from "../kit/button.tsx";
import { Field, NumberInput } from "../kit/field.tsx";
import { trying } from "../say.ts";
import { ask } from "../send.ts";
import { toast } from "../toast.ts";

const WEIGHTS = ["opening", "midday", "closing", "late", "other"] as const;

/** What is pressing and how far it is from area to area: the numbers that rounds are planned by. */
export function SettingsForm({ view, done }: { view: RoundView; done: () => void }) {
  const t = useTranslations("plan.settings");
  const { settings, areas } = view;
  const pairs = Object.keys(areas).flatMap((from, index, all) => all.slice(index + 1).map((to) => `${from}/${to}`));
  const save = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const number = (name: string) => Number(form.get(name));
    await trying(async () => {
      await ask("/api/rounds/settings", {
        method: "PUT",
        body: {
          weights: Object.fromEntries(WEIGHTS.map((key) => [key, number(`weight/${key}`)])),
          middayFrom: number("middayFrom"),
          closingFrom: number("closingFrom"),
          walkMinutes: number("walkMinutes"),
          careShare: number("careShare") / 100,
          practisedAfter: number("practisedAfter"),
          walk: Object.fromEntries(pairs.flatMap((pair) => (form.get(`walk/${pair}`) === "" ? [] : [[pair, number(`walk/${pair}`)]]))),
        },
      });
      toast(t("saved"));
      done();
    });
  };
  const field = (
    name: string,
    label: string,
    value: number | string,
    limits: { min: number; max: number; step?: number },
    placeholder?: string,
  ) => (
    <Field key={name} label={label}>
      <NumberInput name={name} defaultValue={value} required={placeholder === undefined} placeholder={placeholder} {...limits} />
    </Field>
  );
  return (
    <form onSubmit={save} aria-label={t("label")} className="grid gap-4">
      <fieldset className="grid grid-cols-3 items-end gap-2">
        <legend className="font-semibold">{t("weights")}</legend>
        {WEIGHTS.map((key) => field(`weight/${key}`, t(`weight.${key}`), settings.weights[key], { min: 0.1, max: 100, step: 0.1 }))}
      </fieldset>
      <fieldset className="grid grid-cols-2 items-end gap-2">
        <legend className="font-semibold">{t("minutes")}</legend>
        {field("middayFrom", t("middayFrom"), settings.middayFrom, { min: 0, max: 600 })}
        {field("closingFrom", t("closingFrom"), settings.closingFrom, { min: 0, max: 600 })}
        {field("walkMinutes", t("walkMinutes"), settings.walkMinutes, { min: 0, max: 60 })}
        {field("practisedAfter", t("practisedAfter"), settings.practisedAfter, { min: 1, max: 50 })}
        {field("careShare", t("careShare"), Math.round(settings.careShare * 100), { min: 5, max: 100 })}
      </fieldset>
      <fieldset className="grid grid-cols-2 items-end gap-2">
        <legend className="font-semibold">{t("walks")}</legend>
        {pairs.map((pair) => {
          const [from = "", to = ""] = pair.split("/");
          return field(
            `walk/${pair}`,
            t("pair", { from: areas[from] ?? from, to: areas[to] ?? to }),
            settings.walk[pair] ?? "",
            { min: 0, max: 60 },
            String(settings.walkMinutes),
          );
        })}
      </fieldset>
      <Button type="submit" look="primary">
        {t("save")}
      </Button>
    </form>
  );
}
