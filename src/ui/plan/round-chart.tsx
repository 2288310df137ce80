"use client";
import { LockIcon } from "lucide-react";
import { type KeyboardEvent, type PointerEvent, useRef, useState } from "react";
import { firstPerson } from "../../core/rounds/by-hand.ts";
import type { PlannedTask, RoundProblem } from "../../core/rounds/problem.ts";
import type { RoundView } from "../../work/rounds/rounds.ts";
import type { RoundWords } from "./round-words.ts";

/** Where a task is carried to, before it is dropped. */
export type Carry = { id: string; start: number; person: string };

type Props = {
  view: RoundView;
  problem: RoundProblem;
  tasks: readonly PlannedTask[];
  words: RoundWords;
  locked: ReadonlySet<string>;
  chosen: string | null;
  choose: (id: string) => void;
  mayMove: boolean;
  /** What dropping it there would come to, in words. */
  weigh: (carry: Carry) => { words: string; broken: boolean };
  drop: (carry: Carry) => void;
};

const HANDS_PX = 30;
const WAIT_PX = 12;
const STEP_MINUTES = 5;

/** People down, time across. A stretch is solid where hands are needed, open where the machine works by itself. */
export function RoundChart({ view, problem, tasks, words, locked, chosen, choose, mayMove, weigh, drop }: Props) {
  const board = useRef<HTMLDivElement>(null);
  const [carry, setCarry] = useState<Carry | null>(null);
  const pressed = useRef<{ id: string; x: number; y: number; start: number; person: string; moved: boolean } | null>(null);
  const now = problem.now ?? 0;
  const starts = tasks.flatMap(({ stretches }) => stretches.map(({ start }) => start));
  const ends = tasks.flatMap(({ stretches }) => stretches.map(({ end }) => end));
  const from = Math.max(0, Math.floor((Math.min(...starts, starts.length ? Number.POSITIVE_INFINITY : now) - 2) / 5) * 5);
  const until = Math.max(from + 30, Math.ceil((Math.max(0, ...ends) + 2) / 5) * 5);
  const percent = (minute: number) => `${((minute - from) / (until - from)) * 100}%`;
  const tick = [5, 10, 15, 30, 60, 120].find((each) => (until - from) / each <= 14) ?? 240;
  const ticks = Array.from({ length: Math.ceil((until - from) / tick) }, (_, index) => from + index * tick);
  const begun = new Set((problem.begun ?? []).map(({ task }) => task));
  const weighed = carry && weigh(carry);
  const there = problem.people.filter(
    ({ id, shifts }) => shifts.some(([open, close]) => open < until && close > from) || tasks.some((task) => firstPerson(task) === id),
  );
  const away = problem.people.filter(({ id }) => !there.some((person) => person.id === id));

  const rowOf = (y: number): string | undefined =>
    [...(board.current?.querySelectorAll<HTMLElement>("[data-person]") ?? [])].find((row) => {
      const box = row.getBoundingClientRect();
      return y >= box.top && y < box.bottom;
    })?.dataset.person;
  const minutesOf = (pixels: number) => {
    const track = board.current?.querySelector<HTMLElement>("[data-track]");
    return track ? Math.round((pixels / track.clientWidth) * (until - from)) : 0;
  };
  const down = (event: PointerEvent<HTMLElement>, task: PlannedTask) => {
    const person = firstPerson(task);
    if (!mayMove || begun.has(task.id) || locked.has(task.id) || !person || event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    pressed.current = { id: task.id, x: event.clientX, y: event.clientY, start: task.stretches[0]?.start ?? 0, person, moved: false };
  };
  const move = (event: PointerEvent<HTMLElement>) => {
    const at = pressed.current;
    if (!at || (!at.moved && Math.hypot(event.clientX - at.x, event.clientY - at.y) < 5)) return;
    at.moved = true;
    setCarry({ id: at.id, start: Math.max(0, at.start + minutesOf(event.clientX - at.x)), person: rowOf(event.clientY) ?? at.person });
  };
  const up = () => {
    const at = pressed.current;
    pressed.current = null;
    if (at?.moved && carry) drop(carry);
    setCarry(null);
  };
  const key = (event: KeyboardEvent<HTMLElement>, task: PlannedTask) => {
    const person = firstPerson(task);
    if (event.key === "Escape") return setCarry(null);
    if (event.key === "Enter" && carry) {
      event.preventDefault();
      drop(carry);
      return setCarry(null);
    }
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    const row = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (!mayMove || !person || begun.has(task.id) || locked.has(task.id) || (by === undefined && row === undefined)) return;
    event.preventDefault();
    const at = carry?.id === task.id ? carry : { id: task.id, start: task.stretches[0]?.start ?? 0, person };
    const place = there.findIndex(({ id }) => id === at.person) + (row ?? 0);
    const next = there[Math.max(0, Math.min(there.length - 1, place))];
    setCarry({ ...at, start: Math.max(0, at.start + (by ?? 0) * (event.shiftKey ? 1 : STEP_MINUTES)), person: next?.id ?? at.person });
  };

  return (
    <div ref={board} className="relative select-none">
      <div className="ml-32 relative h-5 text-ink2 text-sm" aria-hidden="true">
        {ticks.map((minute) => (
          <span key={minute} className="figure absolute -translate-x-1/2" style={{ left: percent(minute) }}>
            {words.minute(minute)}
          </span>
        ))}
      </div>
      <ul className="border-rule border-t">
        {there.map(({ id: person, shifts }) => {
          const own = tasks.filter((task) => firstPerson(task) === person);
          const waits = lanesOf(problem, own);
          const lanes = Math.max(1, ...waits.map(({ lane }) => lane + 1));
          const hands = tasks.flatMap((task) => task.stretches.filter((stretch) => stretch.person === person));
          const minutes = hands.reduce((sum, { start, end }) => sum + end - start, 0);
          const known = view.people.find((each) => each.id === person);
          return (
            <li key={person} data-person={person} className={`flex border-line border-b ${carry?.person === person ? "bg-well" : ""}`}>
              <div className="w-32 shrink-0 py-1.5 pr-2">
                <span className="font-semibold">{words.person(person)}</span>
                <span className="block text-ink2 text-sm">
                  <span className="figure">{minutes}</span> min hands{known?.absence ? "; away" : shifts.length === 0 ? "; not there" : ""}
                </span>
              </div>
              <div data-track className="relative grow" style={{ height: HANDS_PX + 12 + lanes * (WAIT_PX + 2) }}>
                {ticks.map((minute) => (
                  <span key={minute} className="absolute inset-y-0 border-line border-l" style={{ left: percent(minute) }} />
                ))}
                {offShift(shifts, from, until).map(([open, close]) => (
                  <span
                    key={open}
                    title={`${words.person(person)} is not there`}
                    className="absolute inset-y-0 bg-well opacity-70"
                    style={{ left: percent(open), width: `calc(${percent(close)} - ${percent(open)})` }}
                  />
                ))}
                {now > from && now < until && (
                  <span className="absolute inset-y-0 border-accent border-l-2" style={{ left: percent(now) }} />
                )}
                {waits.map(({ task, start, end, lane, closes }) => (
                  <span
                    key={`${task.id}/${start}`}
                    title={`${words.work(task.id)}: the machine works by itself, ${words.minute(start)} to ${words.minute(end)}`}
                    className={`absolute border border-ink ${chosen === task.id ? "bg-well" : "bg-sheet"} ${closes ? "border-r-[4px]" : ""}`}
                    style={{
                      left: percent(start),
                      width: `calc(${percent(end)} - ${percent(start)})`,
                      top: HANDS_PX + 8 + lane * (WAIT_PX + 2),
                      height: WAIT_PX - 2,
                    }}
                  />
                ))}
                {own.map((task) => {
                  const first = task.stretches.findIndex((stretch) => stretch.person);
                  const due = problem.tasks.find(({ id }) => id === task.id)?.due;
                  const end = task.stretches.at(-1)?.end ?? 0;
                  const late = due != null && end > due;
                  return task.stretches.map((stretch, index) =>
                    stretch.person === person ? (
                      <button
                        key={`${task.id}/${stretch.start}`}
                        type="button"
                        tabIndex={index === first ? 0 : -1}
                        aria-hidden={index === first ? undefined : true}
                        aria-pressed={index === first ? chosen === task.id : undefined}
                        aria-label={`${words.work(task.id)}, ${words.person(person)}, ${words.minute(task.stretches[0]?.start ?? 0)} to ${words.minute(end)}${late ? ", late" : ""}${begun.has(task.id) ? ", under way" : ""}${locked.has(task.id) ? ", locked" : ""}`}
                        onClick={() => choose(task.id)}
                        onPointerDown={(event) => down(event, task)}
                        onPointerMove={move}
                        onPointerUp={up}
                        onPointerCancel={() => {
                          pressed.current = null;
                          setCarry(null);
                        }}
                        onKeyDown={(event) => key(event, task)}
                        className={`absolute top-1.5 flex touch-none items-center overflow-hidden whitespace-nowrap rounded-[2px] border px-0.5 text-left text-xs ${
                          begun.has(task.id)
                            ? "border-ink bg-ink text-sheet"
                            : late
                              ? "border-hold bg-hold text-sheet"
                              : "border-accent bg-accent text-on-accent"
                        } ${chosen === task.id ? "z-10 outline-2 outline-ink outline-offset-1" : ""} ${carry?.id === task.id ? "opacity-40" : ""}`}
                        style={{
                          left: percent(stretch.start),
                          width: `max(3px, calc(${percent(stretch.end)} - ${percent(stretch.start)} - 1px))`,
                          height: HANDS_PX,
                        }}
                      >
                        {index === first && locked.has(task.id) && <LockIcon aria-hidden="true" className="mr-0.5 size-3 shrink-0" />}
                        <span className="truncate">{view.tasks[task.id]?.machineName}</span>
                      </button>
                    ) : null,
                  );
                })}
                {carry?.person === person && weighed && (
                  <span
                    className={`pointer-events-none absolute top-1.5 z-20 rounded-[2px] border-2 ${weighed.broken ? "border-hold" : "border-ink"} bg-card/70`}
                    style={{
                      left: percent(carry.start),
                      width: `calc(${percent(carry.start + lengthOf(tasks, carry.id))} - ${percent(carry.start)})`,
                      height: HANDS_PX,
                    }}
                  />
                )}
              </div>
            </li>
          );
        })}
      </ul>
      {away.length > 0 && (
        <p className="mt-1 text-ink2 text-sm">
          Not there:{" "}
          {away
            .map(({ id }) => {
              const known = view.people.find((person) => person.id === id);
              return `${words.person(id)} (${known?.absence ?? known?.shiftWords ?? "no shift"})`;
            })
            .join(", ")}
        </p>
      )}
      <p aria-live="polite" className={`mt-1 min-h-6 ${weighed?.broken ? "text-hold" : ""}`}>
        {carry && weighed ? `${words.work(carry.id)} at ${words.minute(carry.start)}, ${words.person(carry.person)}: ${weighed.words}` : ""}
      </p>
    </div>
  );
}

const lengthOf = (tasks: readonly PlannedTask[], id: string) => {
  const stretches = tasks.find((task) => task.id === id)?.stretches;
  return (stretches?.at(-1)?.end ?? 0) - (stretches?.[0]?.start ?? 0);
};

/** Whether a wait is followed by a window that closes: what comes next may not come any time later. */
function closesAt(problem: RoundProblem, id: string, place: number): boolean {
  const stretches = problem.tasks.find((task) => task.id === id)?.stretches ?? [];
  const stretch = stretches[place];
  return stretch !== undefined && "wait" in stretch && stretch.upTo !== undefined && place < stretches.length - 1;
}

/** A person's waits, each in the first lane that is free. */
function lanesOf(problem: RoundProblem, tasks: readonly PlannedTask[]) {
  const waits = tasks
    .flatMap((task) =>
      task.stretches.flatMap((stretch, index) =>
        stretch.person || stretch.end <= stretch.start
          ? []
          : [{ task, start: stretch.start, end: stretch.end, closes: closesAt(problem, task.id, index) }],
      ),
    )
    .sort((a, b) => a.start - b.start);
  const ends: number[] = [];
  return waits.map((wait) => {
    const free = ends.findIndex((end) => end <= wait.start);
    const lane = free < 0 ? ends.length : free;
    ends[lane] = wait.end;
    return { ...wait, lane };
  });
}

/** The parts of a span in which somebody is not on shift. */
function offShift(shifts: readonly (readonly [number, number])[], from: number, until: number): [number, number][] {
  const off: [number, number][] = [];
  let at = from;
  for (const [open, close] of shifts) {
    if (open > at) off.push([at, Math.min(open, until)]);
    at = Math.max(at, close);
  }
  if (at < until) off.push([at, until]);
  return off.filter(([open, close]) => close > open);
}
