"use client";
import Link from "next/link";
import { type KeyboardEvent, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { toast } from "sonner";
import type { Role } from "../../core/fleet/vocabulary.ts";
import { mayDo } from "../../core/safety/who-may.ts";
import type { BoardView, MachineRow } from "../../work/board/board.ts";
import type { NeedsView } from "../../work/board/needs.ts";
import { instantAt } from "../instant-at.ts";
import { ask, entryOf, Said, sendEntries } from "../send.ts";
import { useLive } from "../use-live.ts";
import { Answer } from "./answer.tsx";
import { Needs } from "./needs.tsx";
import { BoardRow } from "./row.tsx";

const TICK_MS = 60_000;

/** The Board: one row a machine in walking order, its state and why, the beats against the clock, then this week. */
export function Board({ first, needs, role }: { first: BoardView; needs: NeedsView; role: Role }) {
  const [view, setView] = useState(first);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [area, setArea] = useState("");
  const [kind, setKind] = useState("");
  const [word, setWord] = useState("");
  const table = useRef<HTMLTableElement>(null);
  const seq = useRef(first.seq);
  const asking = useRef(false);
  const again = useRef(false);

  const refresh = useCallback(async (all: boolean) => {
    if (asking.current) {
      // What was heard while asking may not be in the answer yet: ask once more after it.
      again.current = true;
      return;
    }
    asking.current = true;
    try {
      const next = await ask<BoardView>(all ? "/api/board" : `/api/board?after=${seq.current}`);
      seq.current = next.seq;
      setView((old) => {
        if (!next.partial) return next;
        const changed = new Map(next.machines.map((row) => [row.id, row]));
        return { ...next, machines: old.machines.map((row) => changed.get(row.id) ?? row) };
      });
    } catch {
      // The stream or the next tick tries again; what is shown stays.
    } finally {
      asking.current = false;
    }
    if (again.current) {
      again.current = false;
      void refresh(false);
    }
  }, []);
  useLive((latest) => {
    if (latest === "resync") void refresh(true);
    else if (latest > seq.current) void refresh(false);
  });
  useEffect(() => {
    const tick = setInterval(() => void refresh(true), TICK_MS);
    return () => clearInterval(tick);
  }, [refresh]);

  const shown = useMemo(
    () =>
      view.machines.filter((row) => (!area || (row.area ?? "") === area) && (!kind || row.class === kind) && (!word || row.word === word)),
    [view, area, kind, word],
  );
  const groups = useMemo(() => grouped(view, shown), [view, shown]);
  const choose = useCallback(
    (id: string, on: boolean) =>
      setChosen((old) => {
        const next = new Set(old);
        if (on) next.add(id);
        else next.delete(id);
        return next;
      }),
    [],
  );

  /** Arrows walk the rows; Enter opens the machine, C enters a check, as the legend below says. */
  const keys = (event: KeyboardEvent) => {
    const target = event.target;
    if (!(target instanceof HTMLElement) || !target.dataset.row) return;
    const boxes = [...(table.current?.querySelectorAll<HTMLInputElement>("input[data-row]") ?? [])];
    const at = boxes.indexOf(target as HTMLInputElement);
    if (event.key === "ArrowDown") boxes[at + 1]?.focus();
    else if (event.key === "ArrowUp") boxes[at - 1]?.focus();
    else if (event.key === "Enter") location.assign(`/machines/${target.dataset.row}`);
    else if (event.key === "c") location.assign(`/check?machines=${chosen.size ? [...chosen].join(",") : target.dataset.row}`);
    else return;
    event.preventDefault();
  };

  const mayRecord = mayDo(role, "record");
  return (
    <main className="px-0 pb-6">
      <div className="grid gap-x-6 gap-y-3 px-5 pt-2 pb-1 lg:grid-cols-[252px_minmax(0,1fr)]">
        <Answer rows={view.machines} word={word} onWord={setWord} />
        <Needs first={needs} mayPlan={mayDo(role, "plan")} mayRecord={mayRecord} />
      </div>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 px-5 py-1 max-sm:hidden">
        <p className="font-bold">
          {view.todayWords}
          {view.workDay ? "" : ", no work day"}
        </p>
        <div className="ml-auto flex items-center gap-2 text-sm">
          <Pick label="Area" value={area} onChange={setArea} options={view.areas.map(({ id, name }) => [id, name])} />
          <Pick
            label="Class"
            value={kind}
            onChange={setKind}
            options={[...new Set(view.machines.map((row) => row.class))].map((each) => [each, each.toUpperCase()])}
          />
        </div>
      </div>
      {mayRecord && chosen.size > 0 && (
        <Bulk rows={view.machines.filter(({ id }) => chosen.has(id))} today={view.today} clear={() => setChosen(new Set())} />
      )}
      {view.machines.length === 0 ? (
        <p className="px-4 py-10">
          No machine yet.{" "}
          {role === "supervisor" ? <Link href="/shop?tab=bring-in">Bring in your fleet</Link> : "A supervisor brings in the fleet first."}
        </p>
      ) : (
        <table ref={table} onKeyDown={keys} className="w-full table-fixed text-sm max-sm:hidden">
          <colgroup>
            <col className="w-24 lg:w-28" />
            <col className="w-8" />
            <col className="w-28 lg:w-40" />
            <col />
            <col className="w-[8.4rem] max-lg:hidden" />
            <col className="w-[15%] lg:w-[12%]" />
            <col className="w-[13%] lg:w-[11%]" />
            <col className="w-[14%] lg:w-[14%]" />
            <col className="w-[18%] lg:w-[20%]" />
          </colgroup>
          <thead className="sticky top-0 z-10 bg-sheet">
            <tr className="border-rule border-b text-left text-ink2">
              <th scope="col" className="py-1 pl-5 font-medium">
                Area
              </th>
              <td />
              <th scope="col" className="font-medium">
                Machine
              </th>
              <th scope="col" className="font-medium">
                State and why
              </th>
              <th scope="col" className="font-medium max-lg:hidden">
                Last check
              </th>
              {view.beats.map(({ beat, by, passed }) => (
                <th key={beat} scope="col" className="font-medium">
                  {beat.charAt(0).toUpperCase() + beat.slice(1)}{" "}
                  {by && (
                    <span className={`figure ${passed ? "text-ink" : ""}`}>
                      {passed ? "was" : "by"} {by}
                    </span>
                  )}
                </th>
              ))}
              <th scope="col" className="font-medium">
                Also this week
              </th>
            </tr>
          </thead>
          {groups.map(({ id, name, air, rows }) => (
            <tbody key={id} className="border-rule border-b">
              {rows.map((row, index) => (
                <BoardRow
                  key={row.id}
                  row={row}
                  role={role}
                  chosen={chosen.has(row.id)}
                  onChoose={choose}
                  area={index === 0 ? { name, air, rows: rows.length } : null}
                />
              ))}
            </tbody>
          ))}
        </table>
      )}
      {view.machines.length > 0 && shown.length === 0 && <p className="px-4 py-6 text-ink2">No machine fits these filters.</p>}
      <p className="px-5 pt-3 text-ink3 text-xs max-sm:hidden">
        Red is late, a dashed ring is nobody's yet. On a row's box: arrows move, space picks, Enter opens the machine, C enters a check.
      </p>
    </main>
  );
}

type Group = { id: string; name: string; air: BoardView["areas"][number]["air"]; rows: MachineRow[] };

function grouped(view: BoardView, rows: MachineRow[]): Group[] {
  const groups: Group[] = [];
  for (const row of rows) {
    const last = groups.at(-1);
    const area = row.area ?? "";
    if (last?.id.startsWith(`${area}/`)) last.rows.push(row);
    else
      groups.push({
        id: `${area}/${row.id}`,
        name: view.areas.find(({ id }) => id === area)?.name ?? (view.areas.length ? "No area" : ""),
        air: view.areas.find(({ id }) => id === area)?.air ?? null,
        rows: [row],
      });
  }
  return groups;
}

function Pick({
  label,
  value,
  onChange,
  options,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  options: [string, string][];
}) {
  return (
    <label className="flex items-center gap-1 text-ink2">
      {label}
      <select value={value} onChange={(event) => onChange(event.target.value)} className="field !min-h-8 !py-0.5 text-ink">
        <option value="">all</option>
        {options.map(([id, name]) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}

/** What can be said of several machines at once. */
function Bulk({ rows, today, clear }: { rows: MachineRow[]; today: string; clear: () => void }) {
  const [until, setUntil] = useState("");
  const send = async (make: (row: MachineRow) => Parameters<typeof entryOf>[0], said: string) => {
    try {
      await sendEntries(rows.map((row) => entryOf(make(row))));
      toast(said);
      clear();
    } catch (error) {
      toast.error(error instanceof Said ? error.message : String(error));
    }
  };
  const names = rows.length === 1 ? rows[0]?.name : `${rows.length} machines`;
  const busyUntil = () => {
    const at = new Date(instantAt(until));
    if (at.getTime() < Date.now()) at.setDate(at.getDate() + 1);
    return at.toISOString();
  };
  return (
    <section aria-label="Chosen machines" className="flex flex-wrap items-center gap-2 border-y border-line bg-well px-4 py-1.5">
      <strong>{names}:</strong>
      <button
        type="button"
        className="press"
        onClick={() =>
          send((row) => ({ kind: "print-day", machine: row.id, body: { date: today, prints: true } }), `${names} will print today.`)
        }
      >
        Prints today
      </button>
      <button
        type="button"
        className="press"
        onClick={() =>
          send((row) => ({ kind: "print-day", machine: row.id, body: { date: today, prints: false } }), `${names} won't print today.`)
        }
      >
        Not today
      </button>
      <label className="flex items-center gap-1">
        Busy until
        <input type="time" value={until} onChange={(event) => setUntil(event.target.value)} className="field" />
      </label>
      <button
        type="button"
        disabled={!until}
        className="press"
        onClick={() => send((row) => ({ kind: "busy", machine: row.id, body: { until: busyUntil() } }), `${names} busy until ${until}.`)}
      >
        Set
      </button>
      <Link href={`/check?machines=${rows.map(({ id }) => id).join(",")}`} className="press press-main">
        Enter checks
      </Link>
      <button type="button" className="press ml-auto" onClick={clear}>
        Choose none
      </button>
    </section>
  );
}
