"use client";
import { useState } from "react";
import { uuidv7 } from "uuidv7";
import type { FloorMachine, FloorView } from "../../core/floor/floor-view.ts";
import type { RankedCause } from "../../core/signs/causes.ts";
import { isSign } from "../../core/signs/guide.ts";
import { Field } from "../field.tsx";
import { SignDrawing } from "../sign-drawing.tsx";
import type { Draft } from "./outbox.ts";
import { go, to } from "./route.ts";
import { begin } from "./task-sheet.tsx";

export type Enter = (draft: Draft | Draft[], said: string) => Promise<void>;
type Part = { view: FloorView; machine: FloorMachine; enter: Enter };

/** What a person sees at a machine, in plain words with a drawing: one tap reports it. */
export function ReportSign({ view, enter }: Part) {
  const [note, setNote] = useState("");
  return (
    <section aria-label="Seen on it" className="mt-5 grid gap-2">
      <h2 className="border-rule border-b pb-1">Seen on it</h2>
      <div className="flex items-end gap-2">
        <Field label="Note" className="grow">
          <input value={note} maxLength={2000} onChange={(event) => setNote(event.target.value)} className="field hand" />
        </Field>
        <button
          type="button"
          disabled={!note.trim()}
          className="press hand"
          onClick={() => {
            void enter({ kind: "note", body: { text: note.trim() } }, "Noted.");
            setNote("");
          }}
        >
          Enter
        </button>
      </div>
      <details>
        <summary className="cursor-pointer py-2">Report a sign: what do you see?</summary>
        <ul className="grid gap-2 sm:grid-cols-2">
          {(view.signGuide ?? []).map(({ sign, words, holds }) => (
            <li key={sign}>
              <button
                type="button"
                className="press hand w-full !justify-start gap-3 text-left"
                onClick={() => {
                  const extra = note.trim() ? { note: note.trim() } : {};
                  setNote("");
                  void enter(
                    { kind: "sign", body: { sign, ...extra } },
                    holds ? `${words}: reported; the machine is held.` : `${words}: reported.`,
                  );
                }}
              >
                {isSign(sign) && <SignDrawing sign={sign} />}
                <span className="font-normal">{words}</span>
              </button>
            </li>
          ))}
        </ul>
      </details>
    </section>
  );
}

/** Signs that nobody has explained yet: what they may come from, likeliest first, what to do, and what it was. */
export function OpenSigns({ view, machine, enter }: Part) {
  const signs = machine.signs ?? [];
  if (signs.length === 0) return null;
  return (
    <section aria-label="Open signs" className="mt-4 grid gap-4">
      {signs.map((each) => {
        const guide = (view.signGuide ?? []).find(({ sign }) => sign === each.sign);
        return (
          <article key={each.id} className="border-hold border-l-4 pl-3">
            <h2 className="flex items-center gap-3">
              {isSign(each.sign) && <SignDrawing sign={each.sign} />}
              {each.words}
            </h2>
            <p className="text-ink2">
              {each.seen}
              {each.note ? `: ${each.note}` : ""}
            </p>
            <ol className="mt-2 divide-y divide-line">
              {(guide?.causes ?? []).map((cause) => (
                <CauseLine key={cause.id} cause={cause} sign={each} view={view} machine={machine} enter={enter} />
              ))}
            </ol>
            <SomethingElse of={each.id} enter={enter} />
          </article>
        );
      })}
    </section>
  );
}

function CauseLine({ cause, sign, view, machine, enter }: Part & { cause: RankedCause; sign: NonNullable<FloorMachine["signs"]>[number] }) {
  const able = Object.values(view.routines).filter(({ effects }) => cause.job !== undefined && effects?.job === cause.job);
  const routine = able.find(({ id }) => machine.routines.includes(id));
  const action = routine?.name ?? cause.work ?? able[0]?.name ?? "Look at it";
  const task = () =>
    enter(
      {
        kind: "one-off",
        id: uuidv7(),
        body: {
          title: action,
          on: view.today,
          minutes: routine?.handsMinutes ?? 5,
          note: sign.words,
          sign: sign.id,
          ...(routine ? { routine: routine.id } : {}),
        },
      },
      `${action}: it is work for today now.`,
    );
  return (
    <li className="grid gap-1 py-2">
      <p className="text-lg">
        {cause.words}: <strong>{action}</strong>
      </p>
      <div className="flex flex-wrap items-center gap-2">
        {routine && (
          <button
            type="button"
            className="press hand"
            onClick={() => void begin(view, machine.id, routine.id, "guided").then((run) => go(to.run(run)))}
          >
            Do it now
          </button>
        )}
        <button type="button" className="press hand" onClick={() => void task()}>
          Make it a task
        </button>
        <button
          type="button"
          className="press hand"
          onClick={() => void enter({ kind: "sign-over", body: { of: sign.id, cause: cause.id } }, `${sign.words}: it was ${cause.words}.`)}
        >
          It was this
        </button>
        <details>
          <summary className="cursor-pointer text-ink2 text-sm">why here</summary>
          <p className="text-sm">{cause.why}</p>
        </details>
      </div>
    </li>
  );
}

function SomethingElse({ of, enter }: { of: string; enter: Enter }) {
  const [text, setText] = useState("");
  return (
    <details>
      <summary className="cursor-pointer py-2">It was something else</summary>
      <div className="flex items-end gap-2">
        <Field label="What was it" className="grow">
          <input value={text} maxLength={2000} onChange={(event) => setText(event.target.value)} className="field hand" />
        </Field>
        <button
          type="button"
          disabled={!text.trim()}
          className="press hand"
          onClick={() => void enter({ kind: "sign-over", body: { of, cause: "other", note: text.trim() } }, "Explained.")}
        >
          Enter
        </button>
      </div>
    </details>
  );
}

/** What the machine's panel asks for: entered, and its routine opened. */
export function Asks({ view, machine, enter }: Part) {
  const asked = (machine.prompts ?? []).flatMap((id) => view.routines[id] ?? []);
  if (asked.length === 0) return null;
  return (
    <details className="mt-3">
      <summary className="cursor-pointer py-2">The machine asks for …</summary>
      <div className="flex flex-wrap gap-2">
        {asked.map((routine) => (
          <button
            key={routine.id}
            type="button"
            className="press hand"
            onClick={() => {
              void enter({ kind: "prompt", routine: routine.id, body: {} }, `${machine.name} asks for ${routine.name}.`);
              if (routine.steps.length) void begin(view, machine.id, routine.id, "guided").then((run) => go(to.run(run)));
            }}
          >
            {routine.name}
          </button>
        ))}
      </div>
    </details>
  );
}
