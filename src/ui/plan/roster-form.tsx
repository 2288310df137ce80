"use client";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { Button } from "../kit/button.tsx";
import { DateInput } from "../kit/date-input.tsx";
import { Checkbox, Field, TextInput } from "../kit/field.tsx";
import { Select } from "../kit/select.tsx";
import { sayFault, trying } from "../say.ts";
import { entryOf, sendEntries } from "../send.ts";
import { toast } from "../toast.ts";
import { type DayShape, named } from "./day-shape.ts";

/** Who works which shifts as a rule, the shifts there are, and what was changed. */
export type RosterShape = {
  usual: Readonly<Record<string, readonly string[]>>;
  shifts: readonly { id: string; from: string; to: string }[];
  changes: readonly { entry: string; name: string; words: string }[];
};

/** Absences over days, other shifts, and swaps of two people's shifts. */
export function RosterForm({ shape, roster, done }: { shape: DayShape; roster: RosterShape; done: () => Promise<void> }) {
  const t = useTranslations("plan.changed");
  const [person, setPerson] = useState(shape.people[0]?.id ?? "");
  const [other, setOther] = useState("");
  const [from, setFrom] = useState(shape.day);
  const [to, setTo] = useState(shape.day);
  const [shifts, setShifts] = useState<string[]>([]);
  const [why, setWhy] = useState("");
  const until = [from, to].sort().at(-1) ?? from;
  const name = (id: string) => shape.people.find((each) => each.id === id)?.name ?? id;
  const submit = async () => {
    const change = (who: string, works: readonly string[], because: string) =>
      entryOf({ kind: "roster", body: { person: who, from, to: until, shifts: works, why: because } });
    const entries = other
      ? [
          change(person, roster.usual[other] ?? [], `swap with ${name(other)}: ${why.trim()}`),
          change(other, roster.usual[person] ?? [], `swap with ${name(person)}: ${why.trim()}`),
        ]
      : [change(person, shifts, why.trim())];
    await trying(async () => {
      await sendEntries(entries);
      toast(other ? t("swapped", { name: name(person), other: name(other) }) : t("rosterSaved", { name: name(person) }));
      await done();
    });
  };
  const takeBack = (entry: string) =>
    void sendEntries([entryOf({ kind: "amendment", amends: entry, body: { why: "Taken back", struck: true } })])
      .then(done)
      .catch(sayFault);
  return (
    <>
      <div className="grid grid-cols-2 gap-3">
        <Field label={t("who")}>
          <Select value={person} onChange={setPerson} options={named(shape.people)} />
        </Field>
        <Field label={t("swapsWith")}>
          <Select value={other} onChange={setOther} none={t("nobody")} options={named(shape.people.filter(({ id }) => id !== person))} />
        </Field>
        <Field label={t("from")}>
          <DateInput value={from} onChange={setFrom} today={shape.today} />
        </Field>
        <Field label={t("to")}>
          <DateInput value={until} onChange={setTo} min={from} today={shape.today} />
        </Field>
      </div>
      {!other && (
        <fieldset className="grid">
          <legend className="font-semibold text-[13px]">{t("works")}</legend>
          {roster.shifts.map(({ id, from: begins, to: ends }) => (
            <Checkbox
              key={id}
              label={`${id}, ${begins}–${ends}`}
              checked={shifts.includes(id)}
              onChange={() => setShifts(shifts.includes(id) ? shifts.filter((each) => each !== id) : [...shifts, id])}
            />
          ))}
        </fieldset>
      )}
      <Field label={t("why")}>
        <TextInput value={why} maxLength={150} onChange={(event) => setWhy(event.target.value)} />
      </Field>
      <Button look="primary" disabled={!person || !why.trim()} onClick={() => void submit()}>
        {t("save")}
      </Button>
      {roster.changes.length > 0 && (
        <section aria-label={t("now")}>
          <h3 className="font-semibold text-[13px]">{t("now")}</h3>
          <ul className="text-sm">
            {roster.changes.map(({ entry, name: who, words }) => (
              <li key={entry} className="flex items-center justify-between gap-2 border-line border-b py-1">
                <span>
                  {who}, {words}
                </span>
                <Button size="small" look="quiet" onClick={() => takeBack(entry)}>
                  {t("takeBack")}
                </Button>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}
