"use client";
import Link from "next/link";
import { lazy, Suspense, useMemo, useState } from "react";
import type { NozzleDesk } from "../../core/nozzles/ladder/what-now.ts";
import type { NozzlePattern } from "../../core/nozzles/pattern.ts";
import { DEFERENCE, HAZARDS } from "../../core/safety/hazards.ts";
import type { WorkItem } from "../../core/tasks/work-item.ts";
import type { BoardView, MachineRow } from "../../work/board/board.ts";
import { instantAt } from "../instant-at.ts";
import { StateMark } from "../kit/state-mark.tsx";
import { say, trying } from "../say.ts";
import { ask, entryOf, sendEntries } from "../send.ts";
import { CountsForm, checkBody, useCheckDraft } from "./counts-form.tsx";

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
}: {
  rows: MachineRow[];
  chosen: string[];
  routine: string;
  seq: number;
  steps: readonly string[];
  /** Machines whose check sheet is known, so that a picture of it can be read. */
  patterns: Readonly<Record<string, NozzlePattern>>;
}) {
  const [ids, setIds] = useState(chosen);
  const picked = useMemo(() => ids.flatMap((id) => rows.find((row) => row.id === id) ?? []), [ids, rows]);
  if (picked.length === 0) return <Choose rows={rows} go={setIds} />;
  return (
    <main className="mx-auto max-w-3xl px-3 py-4">
      <h1>Nozzle check{picked.length > 1 ? `s of ${picked.length} machines` : ""}</h1>
      <p className="mt-1 text-ink2">Print the check, count each channel, enter. Nothing touched means none missing.</p>
      <details className="mt-2 border-y border-line py-2">
        <summary className="cursor-pointer py-2">Steps and cautions</summary>
        <ol className="mt-2 list-decimal pl-6">
          {steps.map((text) => (
            <li key={text}>{text}</li>
          ))}
        </ol>
        <p className="mt-2">
          <strong>{HAZARDS["moving-parts"].name}.</strong> {HAZARDS["moving-parts"].caution}
        </p>
        <p className="mt-1 text-ink2">{DEFERENCE}</p>
      </details>
      {picked.map((row) => (
        <MachineCheck key={row.id} row={row} item={checkOf(row, routine)} seq={seq} pattern={patterns[row.id]} />
      ))}
      <p className="mt-6">
        <Link href="/" className="press hand">
          Back to the Board
        </Link>
      </p>
    </main>
  );
}

function Choose({ rows, go }: { rows: MachineRow[]; go: (ids: string[]) => void }) {
  const [ids, setIds] = useState<string[]>([]);
  return (
    <main className="mx-auto max-w-3xl px-3 py-4">
      <h1>Which machines?</h1>
      <ul className="mt-3 grid grid-cols-2 gap-2 sm:grid-cols-3">
        {rows.map((row) => (
          <li key={row.id}>
            <button
              type="button"
              aria-pressed={ids.includes(row.id)}
              onClick={() => setIds(ids.includes(row.id) ? ids.filter((id) => id !== row.id) : [...ids, row.id])}
              className={`press hand w-full !justify-between ${ids.includes(row.id) ? "!border-accent !bg-well" : ""}`}
            >
              {row.name} <StateMark word={row.word} />
            </button>
          </li>
        ))}
      </ul>
      <button type="button" disabled={!ids.length} onClick={() => go(ids)} className="press press-main hand mt-4 w-full">
        Check {ids.length || "…"}
      </button>
    </main>
  );
}

function MachineCheck({ row, item, seq, pattern }: { row: MachineRow; item?: WorkItem; seq: number; pattern?: NozzlePattern }) {
  const { draft, change, forget } = useCheckDraft(`zesty-check/${row.id}/${item?.key ?? "check"}`);
  const [state, setState] = useState<{ word: MachineRow["word"]; why: string; entry: string; desk: NozzleDesk | null } | null>(null);
  const [busy, setBusy] = useState(false);
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
      void say(`${row.name}: check entered.`);
    });
    setBusy(false);
  };
  return (
    <section aria-label={row.name} className="mt-5">
      <h2 className="flex items-baseline gap-2 border-rule border-b pb-1">
        {row.name} <span className="font-normal text-ink2">{item?.name ?? "Check in between"}</span>
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
            <Link href={`/logbook/${state.entry}`}>Its entry, to amend it</Link>
            <Link href={`/machines/${row.id}`}>{row.name}</Link>
          </p>
        </div>
      ) : (
        <>
          {pattern && (
            <Suspense>
              <PictureReader
                name={row.name}
                pattern={pattern}
                take={({ counts, corrected }) => change({ counts: { ...draft.counts, ...counts }, corrected })}
              />
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
