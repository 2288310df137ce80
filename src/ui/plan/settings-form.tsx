"use client";
import type { FormEvent } from "react";
import { toast } from "sonner";
import type { RoundView } from "../../work/rounds/rounds.ts";
import { Button } from "../kit/button.tsx";
import { Field, NumberInput } from "../kit/field.tsx";
import { trying } from "../say.ts";
import { ask } from "../send.ts";

const WEIGHTS = [
  ["opening", "Opening"],
  ["midday", "Midday"],
  ["closing", "Closing"],
  ["late", "Late or urgent"],
  ["other", "Other"],
] as const;

/** What is pressing and how far it is from area to area: the numbers that rounds are planned by. */
export function SettingsForm({ view, done }: { view: RoundView; done: () => void }) {
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
          weights: Object.fromEntries(WEIGHTS.map(([key]) => [key, number(`weight/${key}`)])),
          middayFrom: number("middayFrom"),
          closingFrom: number("closingFrom"),
          walkMinutes: number("walkMinutes"),
          careShare: number("careShare") / 100,
          walk: Object.fromEntries(pairs.flatMap((pair) => (form.get(`walk/${pair}`) === "" ? [] : [[pair, number(`walk/${pair}`)]]))),
        },
      });
      toast("Saved. The next plan is made by it.");
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
    <form onSubmit={save} aria-label="What plans are made by" className="grid gap-4">
      <fieldset className="grid grid-cols-3 items-end gap-2">
        <legend className="font-semibold">How bad a minute late is</legend>
        {WEIGHTS.map(([key, label]) => field(`weight/${key}`, label, settings.weights[key], { min: 0.1, max: 100, step: 0.1 }))}
      </fieldset>
      <fieldset className="grid grid-cols-2 items-end gap-2">
        <legend className="font-semibold">Minutes</legend>
        {field("middayFrom", "Midday from, before its time", settings.middayFrom, { min: 0, max: 600 })}
        {field("closingFrom", "Closing from, before its time", settings.closingFrom, { min: 0, max: 600 })}
        {field("walkMinutes", "Walk between areas", settings.walkMinutes, { min: 0, max: 60 })}
        {field("careShare", "Free time, % of shifts", Math.round(settings.careShare * 100), { min: 5, max: 100 })}
      </fieldset>
      <fieldset className="grid grid-cols-2 items-end gap-2">
        <legend className="font-semibold">Walks that take longer, minutes</legend>
        {pairs.map((pair) => {
          const [from = "", to = ""] = pair.split("/");
          return field(
            `walk/${pair}`,
            `${areas[from]} – ${areas[to]}`,
            settings.walk[pair] ?? "",
            { min: 0, max: 60 },
            String(settings.walkMinutes),
          );
        })}
      </fieldset>
      <Button type="submit" look="primary">
        Save
      </Button>
    </form>
  );
}
