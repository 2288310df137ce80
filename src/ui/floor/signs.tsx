"use client";
import { useState } from "react";
import { uuidv7 } from "uuidv7";
import type { FloorMachine, FloorView } from "../../core/floor/floor-view.ts";
import type { RankedCause } from "../../core/signs/causes.ts";
import { isSign } from "../../core/signs/guide.ts";
import { useFloorWorkWords } from "../../words/floor-work-words.ts";
import { filled } from "../../words/plain.ts";
import { useSaid } from "../../words/said.ts";
import { Button } from "../kit/button.tsx";
import { Field, TextInput } from "../kit/field.tsx";
import { SignDrawing } from "../sign-drawing.tsx";
import { Fold } from "./fold.tsx";
import type { Draft } from "./outbox.ts";
import { go, to } from "./route.ts";
import { begin } from "./task-sheet.tsx";

export type Enter = (draft: Draft | Draft[], said: string) => Promise<void>;
type Part = { view: FloorView; machine: FloorMachine; enter: Enter };

/** A short text and the button that keeps it. */
function Said({
  label,
  act,
  keep,
  value,
  change,
}: {
  label: string;
  act: string;
  keep: (text: string) => void;
  value: string;
  change: (text: string) => void;
}) {
  return (
    <form
      className="flex items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (value.trim()) keep(value.trim());
      }}
    >
      <Field label={label} className="grow">
        <TextInput value={value} maxLength={2000} onChange={(event) => change(event.target.value)} className="!min-h-14 !text-lg" />
      </Field>
      <Button type="submit" size="hand" disabled={!value.trim()}>
        {act}
      </Button>
    </form>
  );
}

/** What a person sees at a machine, in plain words with a drawing: one tap reports it. */
export function ReportSign({ view, enter }: Part) {
  const words = useFloorWorkWords().signs;
  const said = useSaid();
  const [note, setNote] = useState("");
  return (
    <section aria-label={words.title} className="grid gap-2">
      <Fold title={words.report}>
        <ul className="grid grid-cols-2 gap-2 sm:grid-cols-3">
          {(view.signGuide ?? []).map(({ sign, words: name, holds }) => (
            <li key={sign}>
              <Button
                size="hand"
                className="h-full w-full flex-col !justify-start !gap-2 !whitespace-normal !p-3 [&_svg]:!h-16 [&_svg]:!w-auto"
                onClick={() => {
                  const extra = note.trim() ? { note: note.trim() } : {};
                  setNote("");
                  void enter({ kind: "sign", body: { sign, ...extra } }, filled(holds ? words.held : words.reported, { sign: said(name) }));
                }}
              >
                {isSign(sign) && <SignDrawing sign={sign} />}
                {said(name)}
              </Button>
            </li>
          ))}
        </ul>
      </Fold>
      <Said
        label={words.note}
        act={words.enter}
        value={note}
        change={setNote}
        keep={(text) => {
          void enter({ kind: "note", body: { text } }, words.noted);
          setNote("");
        }}
      />
    </section>
  );
}

/** Signs that nobody has explained yet: what they may come from, likeliest first, what to do, and what it was. */
export function OpenSigns({ view, machine, enter }: Part) {
  const words = useFloorWorkWords().signs;
  const said = useSaid();
  const signs = machine.signs ?? [];
  if (signs.length === 0) return null;
  return (
    <section aria-label={words.open} className="grid gap-4">
      {signs.map((each) => {
        const guide = (view.signGuide ?? []).find(({ sign }) => sign === each.sign);
        return (
          <article key={each.id} className="rounded-[6px] border border-hold bg-card p-3">
            <h2 className="flex items-center gap-3 !text-2xl font-bold">
              {isSign(each.sign) && <SignDrawing sign={each.sign} />}
              {said(each.words)}
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
  const words = useFloorWorkWords().signs;
  const said = useSaid();
  const able = Object.values(view.routines).filter(({ effects }) => cause.job !== undefined && effects?.job === cause.job);
  const routine = able.find(({ id }) => machine.routines.includes(id));
  const action = routine?.name ?? cause.work ?? able[0]?.name ?? words.look;
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
      filled(words.taskSaid, { work: said(action) }),
    );
  return (
    <li className="grid gap-2 py-3">
      <p>
        {said(cause.words)}: <b>{said(action)}</b>
      </p>
      <div className="grid gap-2 sm:grid-cols-3">
        {routine && (
          <Button
            size="hand"
            look="primary"
            onClick={() => void begin(view, machine.id, routine.id, "guided").then((run) => go(to.run(run)))}
          >
            {words.now}
          </Button>
        )}
        <Button size="hand" onClick={() => void task()}>
          {words.task}
        </Button>
        <Button
          size="hand"
          onClick={() =>
            void enter(
              { kind: "sign-over", body: { of: sign.id, cause: cause.id } },
              filled(words.thisSaid, { sign: said(sign.words), cause: said(cause.words) }),
            )
          }
        >
          {words.this}
        </Button>
      </div>
      <Fold title={words.why}>
        <p className="text-base text-ink2">{cause.why}</p>
      </Fold>
    </li>
  );
}

function SomethingElse({ of, enter }: { of: string; enter: Enter }) {
  const words = useFloorWorkWords().signs;
  const [text, setText] = useState("");
  return (
    <Fold title={words.else}>
      <Said
        label={words.what}
        act={words.enter}
        value={text}
        change={setText}
        keep={(note) => void enter({ kind: "sign-over", body: { of, cause: "other", note } }, words.explained)}
      />
    </Fold>
  );
}

/** What the machine's panel asks for: entered, and its routine opened. */
export function Asks({ view, machine, enter }: Part) {
  const words = useFloorWorkWords().signs;
  const said = useSaid();
  const asked = (machine.prompts ?? []).flatMap((id) => view.routines[id] ?? []);
  if (asked.length === 0) return null;
  return (
    <Fold title={words.asks}>
      <div className="grid grid-cols-2 gap-2">
        {asked.map((routine) => (
          <Button
            key={routine.id}
            size="hand"
            className="!whitespace-normal"
            onClick={() => {
              void enter(
                { kind: "prompt", routine: routine.id, body: {} },
                filled(words.asksSaid, { machine: machine.name, routine: said(routine.name) }),
              );
              if (routine.steps.length) void begin(view, machine.id, routine.id, "guided").then((run) => go(to.run(run)));
            }}
          >
            {said(routine.name)}
          </Button>
        ))}
      </div>
    </Fold>
  );
}
