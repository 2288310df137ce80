"use client";
import Link from "next/link";
import { useEffect, useState } from "react";
import { uuidv7 } from "uuidv7";
import type { SheetView, SheetWork } from "../../work/paper/paper.ts";
import { Field, Options } from "../field.tsx";
import { ask, Said } from "../send.ts";
import { freshWork, leftOpen, type SheetDraft, typedSheet, type WorkDraft } from "./typed-draft.ts";
import { TypedLineRow } from "./typed-line.tsx";

/** One form for one sheet, in the order of the sheet: what was written is typed in with the times as they were. */
export function TypeIn({ view }: { view: SheetView }) {
  const name = `sheet/${view.id}`;
  const fresh = (): SheetDraft => ({ id: uuidv7(), person: view.person?.id ?? view.me.id, day: view.day, work: {}, note: "" });
  const [draft, setDraft] = useState<SheetDraft>(fresh);
  const [fault, setFault] = useState("");
  const [busy, setBusy] = useState(false);
  const [kept, setKept] = useState<{ entries: number; messages: string[] } | null>(null);
  useEffect(() => {
    try {
      const before = localStorage.getItem(name);
      if (before) setDraft((now) => ({ ...now, ...JSON.parse(before) }));
    } catch {
      // A draft that can't be read is thrown away.
    }
  }, [name]);
  const change = (next: Partial<SheetDraft>) => {
    const whole = { ...draft, ...next };
    setDraft(whole);
    setFault("");
    try {
      localStorage.setItem(name, JSON.stringify(whole));
    } catch {
      // A draft that can't be kept is still on the screen.
    }
  };
  const mine = draft.person === view.me.id;
  const whose = view.people.find(({ id }) => id === draft.person)?.name ?? draft.person;
  const send = async () => {
    const made = typedSheet(view, draft);
    if ("fault" in made) return setFault(made.fault);
    setBusy(true);
    try {
      const answer = await ask<{ entries: number; messages: string[] }>(`/api/paper?sheet=${view.id}`, { body: made.typed });
      localStorage.removeItem(name);
      setKept(answer);
    } catch (error) {
      setFault(
        error instanceof Said
          ? [error.message, ...error.problems.map(({ path, message }) => `${path} ${message}`)].join(" ")
          : String(error),
      );
    } finally {
      setBusy(false);
    }
  };
  if (kept)
    return (
      <main className="mx-auto max-w-3xl px-4 py-4">
        <h1>Sheet {view.number} is in the logbook</h1>
        <p role="status" className="mt-2 text-lg">
          {kept.entries === 0
            ? "All of it was there already; nothing was added."
            : `${kept.entries} entries, ${whose}'s, with the times of the sheet; marked as typed in by ${view.me.name}.`}
        </p>
        {[...new Set(kept.messages)].map((message) => (
          <p key={message} className="mt-2 border-care border-l-4 pl-3">
            {message}
          </p>
        ))}
        <p className="mt-4 flex gap-3">
          <Link href={`/logbook?person=${draft.person}&from=${draft.day}&to=${draft.day}`} className="press">
            See the entries
          </Link>
          <Link href="/paper" className="press">
            All sheets
          </Link>
        </p>
      </main>
    );
  return (
    <main className="mx-auto max-w-5xl px-4 py-3">
      <p>
        <Link href="/paper">On paper</Link>
      </p>
      <div className="mt-1 flex flex-wrap items-baseline gap-x-4">
        <h1>
          Sheet {view.number}: {view.what === "shift" ? `${view.person?.name}, ${view.dayWords}` : view.work[0]?.name}
        </h1>
        <span className="text-ink2 text-sm">made {view.made}</span>
        <a href={`/sheets/${view.id}`} className="text-sm">
          as printed
        </a>
      </div>
      {view.typedIn && (
        <p className="mt-2 border-care border-l-4 pl-3">
          Typed in already: {view.typedIn.at} by {view.typedIn.by}. Typing it in again adds to the logbook once more.
        </p>
      )}
      <div className="mt-3 flex flex-wrap items-end gap-3">
        <Field label="Who did it">
          <select value={draft.person} onChange={(event) => change({ person: event.target.value })} className="field">
            <Options of={view.people} />
          </select>
        </Field>
        <Field label="On">
          <input type="date" value={draft.day} onChange={(event) => change({ day: event.target.value })} className="field" />
        </Field>
        <span className="pb-2 text-ink2 text-sm">After midnight still counts to the evening's day.</span>
      </div>
      {!mine && !view.me.mayForOthers && (
        <p role="alert" className="mt-2 text-hold">
          This would be {whose}'s work: they type it in themselves, or a supervisor does.
        </p>
      )}
      {view.work.map((work, index) => (
        <TypedWorkForm
          key={`${index}-${work.name}`}
          work={work}
          number={index + 1}
          whole={view.what === "routine"}
          people={view.people}
          draft={draft.work[index] ?? freshWork(view.what === "routine")}
          change={(next) => change({ work: { ...draft.work, [index]: next } })}
        />
      ))}
      <label className="mt-4 grid">
        What else was seen
        <textarea
          value={draft.note}
          maxLength={2000}
          rows={2}
          onChange={(event) => change({ note: event.target.value })}
          className="field"
        />
      </label>
      <div className="sticky bottom-0 mt-3 flex flex-wrap items-center gap-3 border-rule border-t bg-sheet py-3">
        <button
          type="button"
          className="press press-main hand"
          disabled={busy || !draft.day || (!mine && !view.me.mayForOthers)}
          onClick={() => void send()}
        >
          Enter sheet {view.number}
        </button>
        <span role="alert" className="max-w-2xl text-hold">
          {fault}
        </span>
      </div>
    </main>
  );
}

function TypedWorkForm({
  work,
  number,
  whole,
  people,
  draft,
  change,
}: {
  work: SheetWork;
  number: number;
  whole: boolean;
  people: SheetView["people"];
  draft: WorkDraft;
  change: (next: WorkDraft) => void;
}) {
  const set = (next: Partial<WorkDraft>) => change({ ...draft, ...next });
  const outcomes: [WorkDraft["outcome"], string][] = whole
    ? [
        ["done", "Done to its end"],
        ["not-finished", "Not finished"],
      ]
    : [
        ["", "Nothing written"],
        ["done", "Done"],
        ["skipped", "Skipped"],
      ];
  const open = whole ? leftOpen(work.plan, draft) : [];
  const asksWhy = draft.outcome === "skipped" || draft.outcome === "not-finished";
  return (
    <section aria-label={work.name} className="mt-4 border-rule border-t pt-2">
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <h2 className="min-w-60 grow">
          {!whole && <span className="figure mr-2">{number}</span>}
          {work.name}
        </h2>
        <fieldset className="flex gap-1">
          <legend className="sr-only">{work.name}: what became of it</legend>
          {outcomes.map(([id, words]) => (
            <button
              key={id}
              type="button"
              aria-pressed={draft.outcome === id}
              className={`press ${draft.outcome === id ? "!border-accent !bg-well" : ""}`}
              onClick={() => set({ outcome: id })}
            >
              <span aria-hidden="true">{draft.outcome === id ? "■" : "□"}</span> {words}
            </button>
          ))}
        </fieldset>
        <span className="flex gap-2">
          {whole && <Time label="Begun" name={work.name} value={draft.from} change={(from) => set({ from })} />}
          {draft.outcome !== "" && <Time label={whole ? "Ended" : "At"} name={work.name} value={draft.to} change={(to) => set({ to })} />}
        </span>
      </div>
      {asksWhy && (
        <label className="mt-2 grid max-w-xl text-sm">
          Why
          <input value={draft.reason} maxLength={500} onChange={(event) => set({ reason: event.target.value })} className="field" />
        </label>
      )}
      {whole && (
        <p className="mt-2 flex flex-wrap items-center gap-4">
          <label className="flex items-center gap-2">
            <input type="checkbox" className="size-5" checked={draft.gear} onChange={(event) => set({ gear: event.target.checked })} />
            Gear on, cautions read
          </label>
          <button
            type="button"
            className="press"
            onClick={() =>
              set({
                lines: {
                  ...draft.lines,
                  ...Object.fromEntries(
                    work.lines
                      .filter(({ box, only }) => !only && ["tick", "wait", "hold"].includes(box.kind))
                      .map(({ at }) => [at, { ...draft.lines[at], on: true }]),
                  ),
                },
              })
            }
          >
            All boxes are ticked
          </button>
          <span className="text-ink2 text-sm">A step without a time of its own has that of the step before it.</span>
        </p>
      )}
      {(whole || draft.outcome === "done") && (
        <ol className="mt-1">
          {work.lines.map((line) => (
            <TypedLineRow
              key={line.at}
              line={line}
              whole={whole}
              channels={work.channels}
              people={people}
              name={work.name}
              draft={draft.lines[line.at] ?? {}}
              change={(next) => set({ lines: { ...draft.lines, [line.at]: next } })}
            />
          ))}
        </ol>
      )}
      {open.map(({ id, words }) => (
        <label key={id} className="mt-2 flex items-center gap-2 border-care border-l-4 pl-3">
          <input
            type="checkbox"
            className="size-5"
            checked={draft.settled.includes(id)}
            onChange={(event) =>
              set({ settled: event.target.checked ? [...draft.settled, id] : draft.settled.filter((each) => each !== id) })
            }
          />
          By the sheet this is still open: {words}. I have looked, it is put right.
        </label>
      ))}
    </section>
  );
}

function Time({ label, name, value, change }: { label: string; name: string; value: string; change: (value: string) => void }) {
  return (
    <Field label={label}>
      <input
        type="time"
        aria-label={`${name}: ${label.toLowerCase()}`}
        value={value}
        onChange={(event) => change(event.target.value)}
        className="field"
      />
    </Field>
  );
}
