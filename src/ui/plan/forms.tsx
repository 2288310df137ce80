"use client";
import { type FormEvent, useState } from "react";
import { toast } from "sonner";
import { SKILLS } from "../../core/fleet/vocabulary.ts";
import type { DayView } from "../../work/day/day-view.ts";
import { enter } from "../enter.ts";
import { Field, Options, Submit } from "../field.tsx";
import { sayFault, trying } from "../say.ts";
import { ask, entryOf, sendEntries } from "../send.ts";

type Done = () => Promise<void>;
const text = (form: FormData, name: string) => String(form.get(name) ?? "").trim();

/** One-off work: “Thursday, look at the rail”. */
export function OneOffForm({ view, done }: { view: DayView; done: Done }) {
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const said = new FormData(form);
    const machine = text(said, "machine");
    const skill = text(said, "skill");
    const entered = await enter(
      {
        kind: "one-off",
        ...(machine ? { machine } : {}),
        body: {
          title: text(said, "title"),
          on: text(said, "on"),
          minutes: Number(text(said, "minutes")) || 0,
          ...(skill ? { skill } : {}),
        },
      },
      `${text(said, "title")} is planned.`,
    );
    if (entered) {
      form.reset();
      await done();
    }
  };
  return (
    <form onSubmit={submit} className="grid h-fit gap-2">
      <h2>One-off work</h2>
      <Field label="What">
        <input name="title" required maxLength={200} className="field" />
      </Field>
      <div className="grid grid-cols-2 gap-2">
        <Field label="Day">
          <input name="on" type="date" required defaultValue={view.day} min={view.today} className="field" />
        </Field>
        <Field label="Hands-on minutes">
          <input name="minutes" type="number" min={0} max={1440} defaultValue={10} className="field" />
        </Field>
        <Field label="Machine">
          <select name="machine" className="field">
            <Options of={view.machines} none="none" />
          </select>
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
      <Submit>Plan it</Submit>
    </form>
  );
}

/** Absences, other shifts, and swaps of two people's shifts. */
export function RosterForms({ view, done }: { view: DayView; done: Done }) {
  const [other, setOther] = useState("");
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const said = new FormData(form);
    const person = view.people.find(({ id }) => id === text(said, "person"));
    const swapped = view.people.find(({ id }) => id === other);
    if (!person) return;
    const [from, to, why] = [text(said, "from"), text(said, "to") || text(said, "from"), text(said, "why")];
    const entries = swapped
      ? [
          entryOf({
            kind: "roster",
            body: { person: person.id, from, to, shifts: swapped.usual, why: `swap with ${swapped.name}: ${why}` },
          }),
          entryOf({
            kind: "roster",
            body: { person: swapped.id, from, to, shifts: person.usual, why: `swap with ${person.name}: ${why}` },
          }),
        ]
      : [entryOf({ kind: "roster", body: { person: person.id, from, to, shifts: said.getAll("shift").map(String), why } })];
    await trying(async () => {
      await sendEntries(entries);
      toast(swapped ? `${person.name} and ${swapped.name} swap.` : `${person.name}: saved.`);
      form.reset();
      setOther("");
      await done();
    });
  };
  return (
    <form onSubmit={submit} className="grid h-fit gap-2">
      <h2>Absences and swaps</h2>
      <div className="grid grid-cols-2 gap-2">
        <Field label="Who">
          <select name="person" className="field">
            <Options of={view.people} />
          </select>
        </Field>
        <Field label="Swaps with">
          <select value={other} onChange={(event) => setOther(event.target.value)} className="field">
            <Options of={view.people} none="nobody" />
          </select>
        </Field>
        <Field label="From">
          <input name="from" type="date" required defaultValue={view.day} className="field" />
        </Field>
        <Field label="To">
          <input name="to" type="date" defaultValue={view.day} className="field" />
        </Field>
      </div>
      {!other && (
        <fieldset className="flex flex-wrap gap-3 text-sm">
          <legend>Works (none: away)</legend>
          {view.shifts.map(({ id, from, to }) => (
            <label key={id} className="flex items-center gap-1">
              <input type="checkbox" name="shift" value={id} /> {id}{" "}
              <span className="figure text-ink2">
                {from}–{to}
              </span>
            </label>
          ))}
        </fieldset>
      )}
      <Field label="Why">
        <input name="why" required maxLength={150} className="field" />
      </Field>
      <Submit>Save</Submit>
      <ul className="text-sm">
        {view.roster.map(({ entry, name, words }) => (
          <li key={entry} className="flex items-baseline justify-between gap-2">
            <span>
              {name}, {words}
            </span>
            <button
              type="button"
              className="rounded-sm px-1 text-accent underline"
              onClick={() =>
                void sendEntries([entryOf({ kind: "amendment", amends: entry, body: { why: "Taken back", struck: true } })])
                  .then(done)
                  .catch(sayFault)
              }
            >
              take back
            </button>
          </li>
        ))}
      </ul>
    </form>
  );
}

/** Who usually has which machine or area. */
export function UsualForm({ view, done }: { view: DayView; done: Done }) {
  const [usual, setUsual] = useState(view.usual);
  const change = (kind: "machines" | "areas", id: string, person: string) => {
    const { [id]: _before, ...rest } = usual[kind];
    setUsual({ ...usual, [kind]: person ? { ...rest, [id]: person } : rest });
  };
  const save = async () => {
    await trying(async () => {
      await ask("/api/day", { method: "PUT", body: usual });
      await done();
      toast("The usual people are saved.");
    });
  };
  const line = (kind: "machines" | "areas", id: string, name: string) => (
    <label key={`${kind}/${id}`} className="flex items-center justify-between gap-2 text-sm">
      {name}
      <select value={usual[kind][id] ?? ""} onChange={(event) => change(kind, id, event.target.value)} className="field !min-h-8 w-40">
        <option value="">{kind === "machines" ? "as its area" : "nobody"}</option>
        {view.people.map((person) => (
          <option key={person.id} value={person.id}>
            {person.name}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <details className="h-fit">
      <summary className="cursor-pointer font-semibold">Usual people</summary>
      <div className="mt-2 grid gap-1">
        {view.areas.map(({ id, name }) => line("areas", id, name))}
        {view.machines.map(({ id, name }) => line("machines", id, name))}
        <button type="button" className="press mt-1" onClick={() => void save()}>
          Save the usual people
        </button>
      </div>
    </details>
  );
}

/** Moves work within its window, or further with a reason; skips it with one. */
export function MoveForm({ task, done }: { task: DayView["tasks"][number]; done: Done }) {
  const [to, setTo] = useState(task.dueDay);
  const [reason, setReason] = useState("");
  const outside = to < task.opens || to > task.overdueAfter;
  const send = async (what: "move" | "skip") => {
    const of = { ...(task.machine ? { machine: task.machine } : {}), ...(task.routine ? { routine: task.routine } : {}) };
    const because = reason.trim() ? { reason: reason.trim() } : {};
    const entry =
      what === "move"
        ? { ...of, kind: "move", body: { due: task.dueDay, to, ...because } }
        : task.oneOff
          ? { ...of, kind: "one-off-over", body: { of: task.oneOff, outcome: "skipped", ...because } }
          : { ...of, kind: "routine", body: { outcome: "skipped", ...because } };
    if (await enter(entry, what === "move" ? `${task.name}: moved to ${to}.` : `${task.name}: skipped.`)) await done();
  };
  return (
    <div className="mt-1 grid gap-1 border-line border-t pt-2 text-sm">
      <label className="grid">
        Because
        <input value={reason} maxLength={500} onChange={(event) => setReason(event.target.value)} className="field" />
      </label>
      {task.movable && (
        <div className="flex items-end gap-2">
          <Field
            label={
              <>
                Move to (window {task.opens} to {task.overdueAfter})
              </>
            }
            className="grow"
          >
            <input type="date" value={to} onChange={(event) => setTo(event.target.value)} className="field" />
          </Field>
          <button
            type="button"
            disabled={to === task.dueDay || (outside && !reason.trim())}
            className="press"
            onClick={() => void send("move")}
          >
            Move
          </button>
        </div>
      )}
      <button type="button" disabled={!reason.trim()} className="press" onClick={() => void send("skip")}>
        Skip it
      </button>
    </div>
  );
}
