"use client";
import { Grid3x3Icon, ListFilterIcon, MapIcon, Rows3Icon } from "lucide-react";
import Link from "next/link";
import { Popover } from "radix-ui";
import { type KeyboardEvent, lazy, Suspense, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useTranslations } from "use-intl";
import { toDay, weekdayName } from "../../core/calendar/day.ts";
import type { Role } from "../../core/fleet/vocabulary.ts";
import { mayDo } from "../../core/safety/who-may.ts";
import type { BoardView } from "../../work/board/board.ts";
import type { NeedsView } from "../../work/needs/needs.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Chip } from "../kit/chip.tsx";
import { IconButton } from "../kit/icon-button.tsx";
import { PopCard } from "../kit/pop-card.tsx";
import { Segmented } from "../kit/tabs.tsx";
import { ask as askServer } from "../send.ts";
import { useAsked } from "../use-asked.ts";
import { useLive } from "../use-live.ts";
import { Answer } from "./answer.tsx";
import { clockLine, grouped } from "./groups.ts";
import { Needs } from "./needs.tsx";
import { BoardRow } from "./row.tsx";

const Bulk = lazy(() => import("./bulk.tsx").then((module) => ({ default: module.Bulk })));
const Filters = lazy(() => import("./filters.tsx").then((module) => ({ default: module.Filters })));
const Compact = lazy(() => import("./compact.tsx").then((module) => ({ default: module.Compact })));
const FleetMap = lazy(() => import("./fleet-map.tsx").then((module) => ({ default: module.FleetMap })));

const ICONS = {
  rows: <Rows3Icon aria-hidden="true" />,
  compact: <Grid3x3Icon aria-hidden="true" />,
  map: <MapIcon aria-hidden="true" />,
};
const TICK_MS = 60_000;

/** The Board: one row a machine in walking order, its state and why, the beats against the clock, then this week. */
export function Board({ first, needs, role }: { first: BoardView; needs: NeedsView; role: Role }) {
  const [view, setView] = useState(first);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const t = useTranslations("board");
  const [asked, ask] = useAsked(["view", "area", "class", "state"]);
  const way = asked.view === "compact" || asked.view === "map" ? asked.view : "rows";
  const filtered = asked.area || asked.class || asked.state;
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
      const next = await askServer<BoardView>(all ? "/api/board" : `/api/board?after=${seq.current}`);
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
      view.machines.filter(
        (row) =>
          (!asked.area || (row.area ?? "") === asked.area) &&
          (!asked.class || row.class === asked.class) &&
          (!asked.state || row.word === asked.state),
      ),
    [view, asked],
  );
  const clock = useMemo(() => clockLine(view), [view]);
  const letters = useMemo(() => Array.from({ length: 7 }, (_, later) => weekdayName(toDay(view.today) + later).slice(0, 1)), [view.today]);
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
  const views = (["rows", "compact", "map"] as const).map((value) => ({ value, icon: ICONS[value], name: t(`views.${value}`) }));
  return (
    <main className="px-0 pb-6">
      <div className="grid gap-x-6 gap-y-3 px-5 pt-2 pb-1 lg:grid-cols-[252px_minmax(0,1fr)]">
        <Answer rows={view.machines} word={asked.state} onWord={(state) => ask({ state })} />
        <Needs first={needs} mayPlan={mayDo(role, "plan")} mayRecord={mayRecord} />
      </div>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 px-5 py-1 max-sm:hidden">
        <p className="font-bold">
          {view.todayWords}
          {view.workDay ? "" : `, ${t("closed")}`}
        </p>
        <Segmented label={t("views.label")} value={way} onChange={(next) => ask({ view: next === "rows" ? "" : next })} options={views} />
        {asked.state && <Chip tone="line">{asked.state}</Chip>}
        {asked.area && <Chip tone="line">{view.areas.find(({ id }) => id === asked.area)?.name ?? asked.area}</Chip>}
        {asked.class && <Chip tone="line">{asked.class.toUpperCase()}</Chip>}
        {filtered && (
          <Button look="quiet" size="small" onClick={() => ask({ area: "", class: "", state: "" })}>
            {t("clear")}
          </Button>
        )}
        <span className="ml-auto">
          <Popover.Root>
            <Popover.Trigger asChild>
              <IconButton name={t("filter")}>
                <ListFilterIcon aria-hidden="true" />
              </IconButton>
            </Popover.Trigger>
            <PopCard label={t("filter")} align="end" className="w-64 gap-3">
              <Suspense fallback={<p className="text-ink2">…</p>}>
                <Filters view={view} asked={asked} ask={ask} />
              </Suspense>
            </PopCard>
          </Popover.Root>
        </span>
      </div>
      {mayRecord && chosen.size > 0 && (
        <Suspense>
          <Bulk rows={view.machines.filter(({ id }) => chosen.has(id))} today={view.today} clear={() => setChosen(new Set())} />
        </Suspense>
      )}
      {view.machines.length === 0 ? (
        <div className="mx-5 mt-4 grid justify-items-center gap-2 rounded-[6px] border-[1.5px] border-rule border-dashed p-6 text-center">
          <p className="font-semibold">{t("empty")}</p>
          {role === "supervisor" ? (
            <Link href="/shop?tab=bring-in" className={buttonLook("primary")}>
              {t("bringIn")}
            </Link>
          ) : (
            <p className="text-ink2">{t("askSupervisor")}</p>
          )}
        </div>
      ) : way !== "rows" ? (
        <Suspense fallback={<p className="px-5 py-6 text-ink2">…</p>}>
          <div className="px-5 max-sm:hidden">{way === "compact" ? <Compact groups={groups} /> : <FleetMap groups={groups} />}</div>
        </Suspense>
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
            <col className="w-[14%] lg:w-[12%]" />
            <col className="w-[6.4rem] max-lg:hidden" />
            <col className="w-[18%] lg:w-[14%]" />
          </colgroup>
          <thead className="sticky top-0 z-10 bg-sheet">
            <tr className="border-ink border-b-[1.5px] text-left font-semibold text-ink3 text-xs">
              <th scope="col" className="py-1 pl-5">
                {t("columns.area")}
              </th>
              <td />
              <th scope="col">{t("columns.machine")}</th>
              <th scope="col">{t("columns.state")}</th>
              <th scope="col" className="max-lg:hidden">
                {t("columns.check")}
              </th>
              {view.beats.map(({ beat, by, passed }) => (
                <th key={beat} scope="col" className="relative whitespace-nowrap">
                  {t(`columns.${beat}`)} {by && <span className={`figure ${passed ? "font-bold text-ink" : ""}`}>{by}</span>}
                  {clock?.beat === beat && (
                    <span
                      className="figure absolute -top-2.5 z-10 -translate-x-1/2 rounded-[2px] bg-fill px-1 text-on-fill"
                      style={{ left: `${clock.share * 100}%` }}
                    >
                      {clock.words}
                    </span>
                  )}
                </th>
              ))}
              <th scope="col" className="max-lg:hidden">
                <span className="sr-only">{t("columns.hands")}</span>
                <span aria-hidden="true" className="figure flex">
                  {letters.map((letter, at) => (
                    <span key={at} className={`w-[13px] text-center ${at === 0 ? "font-bold text-ink" : ""}`}>
                      {letter}
                    </span>
                  ))}
                </span>
              </th>
              <th scope="col">{t("columns.week")}</th>
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
                  clockBeat={clock?.beat ?? null}
                  clockShare={clock?.share ?? 0}
                />
              ))}
            </tbody>
          ))}
        </table>
      )}
      {view.machines.length > 0 && shown.length === 0 && <p className="px-5 py-6 text-ink2">{t("nothing")}</p>}
      {way === "rows" && <p className="px-5 pt-3 text-ink3 text-xs max-sm:hidden">{t("legend")}</p>}
    </main>
  );
}
