"use client";
import Link from "next/link";
import { lazy, Suspense, useMemo, useState } from "react";
import type { NozzleDesk } from "../../core/nozzles/ladder/what-now.ts";
import type { NozzlePattern } from "../../core/nozzles/pattern.ts";
import { DEFERENCE, HAZARDS } from "../../core/safety/hazards.ts";
import type { WorkItem } from "../../core/tasks/work-item.ts";
import { useCheckWords } from "../../words/check-words.ts";
import { filled } from "../../words/plain.ts";
import type { BoardView, MachineRow } from "../../work/board/board.ts";
import { instantAt } from "../instant-at.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { StateMark } from "../kit/state-mark.tsx";
import { Reasons, Why } from "../kit/why.tsx";
import { say, trying } from "../say.ts";
import { ask, entryOf, sendEntries } from "../send.ts";
import { CountsForm, checkBody, useCheckDraft } from "./counts-form.tsx";
import { RestFirst } from "./rest-first.tsx";

const DeskWhatNow = lazy(() => import("../nozzles/desk-what-now.tsx").then((module) => ({ default: module.DeskWhatNow })));
const PictureReader = lazy(() => import("./picture-reader.tsx").then((module) => ({ default: module.PictureReader })));

/** The check that a machine's day asks for: the first of its checks not done yet, else the one named, else none. */
function checkOf(row: MachineRow, named: string): WorkItem | undefined {
  const checks = [...row.beats.opening, ...row.beats.midday, ...row.also].filter(({ isCheck }) => isCheck);
  return checks.find(({ routine }) => routine === named) ?? checks.find(({ state }) => state !== "done" && state !== "skipped");
}

/** Nozzle checks by counts: for one machine or several in one pass. Drafts outlive the page. */
export function CheckDesk({
  rows,
  chosen,
  routine,
  seq,
  steps,
  patterns,
  rests,
}: {
  rows: MachineRow[];
  chosen: string[];
  routine: string;
  seq: number;
  steps: readonly string[];
  /** Machines whose check sheet is known, so that a picture of it can be read. */
  patterns: Readonly<Record<string, NozzlePattern>>;
  /** Until when heads rest, as a clock time, by their machine. */
  rests: Readonly<Record<string, string>>;
}) {
  const words = useCheckWords();
  const [ids, setIds] = useState(chosen);
  const picked = useMemo(() => ids.flatMap((id) => rows.find((row) => row.id === id) ?? []), [ids, rows]);
  if (picked.length === 0) return <Choose rows={rows} go={setIds} />;
  return (
    <main className="mx-auto max-w-3xl px-3 py-4">
      <h1 className="flex items-center gap-2">
        {picked.length > 1 ? filled(words.titleMany, { count: picked.length }) : words.title}
        <Why label={words.steps} align="start">
          <Reasons of={steps} />
          <p>
            <strong>{HAZARDS["moving-parts"].name}.</strong> {HAZARDS["moving-parts"].caution}
          </p>
          <p className="text-ink2">{DEFERENCE}</p>
        </Why>
      </h1>
      <p className="mt-1 text-ink2">{words.about}</p>
      {picked.map((row) => (
        <MachineCheck key={row.id} row={row} item={checkOf(row, routine)} seq={seq} pattern={patterns[row.id]} rests={rests[row.id]} />
      ))}
      <p className="mt-6">
        <Link href="/" className={buttonLook("secondary", "hand")}>
          {words.back}
        </Link>
      </p>
    </main>
  );
}

function Choose({ rows, go }: { rows: MachineRow[]; go: (ids: string[]) => void }) {
  const words = useCheckWords();
  const [ids, setIds] = useState<string[]>([]);
  return (
    <main className="mx-auto max-w-3xl px-3 py-4">
      <h1>{words.which}</h1>
      <ul className="mt-3 grid grid-cols-2 gap-2 sm:grid-cols-3">
        {rows.map((row) => (
          <li key={row.id}>
            <Button
              size="hand"
              aria-pressed={ids.includes(row.id)}
              onClick={() => setIds(ids.includes(row.id) ? ids.filter((id) => id !== row.id) : [...ids, row.id])}
              className={`w-full !justify-between ${ids.includes(row.id) ? "!border-accent !bg-accent-wash" : ""}`}
            >
              {row.name} <StateMark word={row.word} />
            </Button>
          </li>
        ))}
      </ul>
      <Button look="primary" size="hand" disabled={!ids.length} onClick={() => go(ids)} className="mt-4 w-full">
        {ids.length ? filled(words.checkMany, { count: ids.length }) : words.choose}
      </Button>
    </main>
  );
}

function MachineCheck({
  row,
  item,
  seq,
  pattern,
  rests,
}: {
  row: MachineRow;
  item?: WorkItem;
  seq: number;
  pattern?: NozzlePattern;
  rests?: string;
}) {
  const words = useCheckWords();
  const { draft, change, take, forget } = useCheckDraft(`zesty-check/${row.id}/${item?.key ?? "check"}`);
  const [state, setState] = useState<{ word: MachineRow["word"]; why: string; entry: string; desk: NozzleDesk | null } | null>(null);
  const [busy, setBusy] = useState(false);
  const [allTheSame, setAllTheSame] = useState(false);
  const send = async () => {
    setBusy(true);
    await trying(async () => {
      await sendEntries([
        entryOf({
          id: draft.id,
          kind: "check",
          machine: row.id,
          routine: item?.routine ?? undefined,
          happenedAt: draft.time ? instantAt(draft.time) : undefined,
          body: checkBody(draft, row.channels),
        }),
      ]);
      forget();
      const after = await ask<BoardView>(`/api/board?after=${seq}`);
      const now = after.machines.find(({ id }) => id === row.id);
      const desk = await ask<NozzleDesk | null>(`/api/nozzles?machine=${row.id}`);
      setState(now ? { word: now.word, why: now.why, entry: draft.id, desk } : null);
      say(filled(words.entered, { machine: row.name }));
    });
    setBusy(false);
  };
  return (
    <section aria-label={row.name} className="mt-5">
      <h2 className="flex items-baseline gap-2 border-rule border-b pb-1">
        {row.name} <span className="font-normal text-ink2">{item?.name ?? words.between}</span>
      </h2>
      {state ? (
        <div role="status" className="py-3">
          <StateMark word={state.word} big />
          <p className="mt-1 text-lg">{state.why}</p>
          {state.desk && (
            <Suspense>
              <DeskWhatNow machine={row.id} name={row.name} desk={state.desk} />
            </Suspense>
          )}
          <p className="mt-2 flex gap-4">
            <Link href={`/logbook/${state.entry}`}>{words.open}</Link>
            <Link href={`/machines/${row.id}`}>{row.name}</Link>
          </p>
        </div>
      ) : rests && !allTheSame ? (
        <RestFirst machine={row.name} time={rests} back="/" go={() => setAllTheSame(true)} />
      ) : (
        <>
          {pattern && (
            <Suspense>
              <PictureReader name={row.name} pattern={pattern} take={take} />
            </Suspense>
          )}
          <CountsForm
            name={row.name}
            channels={row.channels}
            pattern={pattern}
            draft={draft}
            change={change}
            timed
            busy={busy}
            enter={() => void send()}
          />
        </>
      )}
    </section>
  );
}
