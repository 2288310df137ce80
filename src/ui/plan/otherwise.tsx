"use client";
import { type FormEvent, type ReactNode, useState } from "react";
import { SKILLS } from "../../core/fleet/vocabulary.ts";
import type { RoundView } from "../../work/rounds/rounds.ts";
import { enter } from "../enter.ts";
import { Field, Submit } from "../field.tsx";

const text = (form: FormData, name: string) => String(form.get(name) ?? "").trim();

/** When the day goes otherwise: somebody gone, a machine out of order, something urgent, too few hands. Each is entered; the round is mended. */
export function Otherwise({ view, shortHanded }: { view: RoundView; shortHanded: (there: Map<string, number>) => void }) {
  const submit =
    (make: (form: FormData) => { entry: Parameters<typeof enter>[0]; said: string }) => async (event: FormEvent<HTMLFormElement>) => {
      event.preventDefault();
      const form = event.currentTarget;
      const { entry, said } = make(new FormData(form));
      if (await enter(entry, said)) form.reset();
    };
  const machines = Object.entries(view.machines).map(([id, called]) => (
    <option key={id} value={id}>
      {called}
    </option>
  ));
  const name = (id: string) => view.people.find((person) => person.id === id)?.name ?? id;
  return (
    <section
      aria-label="The day goes otherwise"
      className="mt-6 grid gap-x-8 gap-y-5 border-line border-t pt-3 md:grid-cols-2 lg:grid-cols-4"
    >
      <Form
        title="Somebody is gone"
        press="Away for the rest of the day"
        submit={submit((form) => ({
          entry: {
            kind: "roster",
            body: { person: text(form, "person"), from: view.day, to: view.day, shifts: [], why: text(form, "why") },
          },
          said: `${name(text(form, "person"))} is away; the round is mended.`,
        }))}
      >
        <Field label="Who">
          <select name="person" required className="field">
            {view.people
              .filter(({ shifts }) => shifts.length > 0)
              .map(({ id, name: called }) => (
                <option key={id} value={id}>
                  {called}
                </option>
              ))}
          </select>
        </Field>
        <Field label="Why">
          <input name="why" required maxLength={200} defaultValue="ill" className="field" />
        </Field>
      </Form>
      <Form
        title="A machine is out of order"
        press="Out of order"
        submit={submit((form) => ({
          entry: { kind: "repair", machine: text(form, "machine"), body: { event: "open", symptom: text(form, "symptom") } },
          said: `${view.machines[text(form, "machine")]} is out of order; the round is mended.`,
        }))}
      >
        <Field label="Machine">
          <select name="machine" required className="field">
            {machines}
          </select>
        </Field>
        <Field label="What is wrong">
          <input name="symptom" required maxLength={500} className="field" />
        </Field>
      </Form>
      <Form
        title="Something urgent"
        press="Put it in"
        submit={submit((form) => ({
          entry: {
            kind: "one-off",
            ...(text(form, "machine") ? { machine: text(form, "machine") } : {}),
            body: {
              title: text(form, "title"),
              on: view.day,
              minutes: Number(text(form, "minutes")) || 5,
              ...(text(form, "skill") ? { skill: text(form, "skill") } : {}),
            },
          },
          said: `${text(form, "title")} is put in; the round is mended.`,
        }))}
      >
        <Field label="What">
          <input name="title" required maxLength={200} className="field" />
        </Field>
        <div className="grid grid-cols-3 gap-2">
          <Field label="Machine">
            <select name="machine" className="field">
              <option value="">none</option>
              {machines}
            </select>
          </Field>
          <Field label="Minutes">
            <input name="minutes" type="number" min={1} max={600} defaultValue={10} className="field" />
          </Field>
          <Field label="Skill">
            <select name="skill" className="field">
              <option value="">anybody</option>
              {SKILLS.map((skill) => (
                <option key={skill}>{skill}</option>
              ))}
            </select>
          </Field>
        </div>
      </Form>
      <ShortHandedForm view={view} shortHanded={shortHanded} />
    </section>
  );
}

function Form({
  title,
  press,
  submit,
  children,
}: {
  title: string;
  press: string;
  submit: (event: FormEvent<HTMLFormElement>) => void;
  children: ReactNode;
}) {
  return (
    <form onSubmit={submit} className="grid h-fit gap-2">
      <h2>{title}</h2>
      {children}
      <Submit className="justify-self-start">{press}</Submit>
    </form>
  );
}

const USUAL_MINUTES = 90;

/** Too few hands: who is there and for how long; one press keeps the least that can be defended. */
function ShortHandedForm({ view, shortHanded }: { view: RoundView; shortHanded: (there: Map<string, number>) => void }) {
  const [minutes, setMinutes] = useState(USUAL_MINUTES);
  const able = view.people.filter(({ shifts }) => shifts.length > 0);
  const [away, setAway] = useState<string[]>([]);
  return (
    <form
      className="grid h-fit gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        shortHanded(new Map(able.filter(({ id }) => !away.includes(id)).map(({ id }) => [id, minutes])));
      }}
    >
      <h2>Short-handed</h2>
      <fieldset className="flex flex-wrap gap-x-3 gap-y-1">
        <legend className="text-sm">Absent</legend>
        {able.map(({ id, name }) => (
          <label key={id} className="flex items-center gap-1">
            <input
              type="checkbox"
              checked={away.includes(id)}
              onChange={() => setAway(away.includes(id) ? away.filter((each) => each !== id) : [...away, id])}
            />
            {name.split(" ")[0]}
          </label>
        ))}
      </fieldset>
      <Field label="Minutes that each of the others has">
        <input
          type="number"
          min={5}
          max={600}
          value={minutes}
          onChange={(event) => setMinutes(Number(event.target.value))}
          className="field"
        />
      </Field>
      <button type="submit" className="press justify-self-start" disabled={away.length === able.length}>
        Keep the least
      </button>
    </form>
  );
}
