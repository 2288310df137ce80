"use client";
import { LockIcon } from "lucide-react";
import { type DragEvent, type KeyboardEvent, type PointerEvent, useRef, useState } from "react";
import { useTranslations } from "use-intl";
import { firstPerson } from "../../core/rounds/by-hand.ts";
import type { PlannedTask, RoundProblem } from "../../core/rounds/problem.ts";
import { whyNot } from "../../core/tasks/fits.ts";
import type { RoundView } from "../../work/rounds/rounds.ts";
import { Initials } from "../kit/initials.tsx";
import { Meter } from "../kit/meter.tsx";
import { lanesOf, lengthOf, offShift, whereabouts } from "./lanes.ts";
import type { RoundWords } from "./round-words.ts";
import { WhereaboutsLine } from "./whereabouts.tsx";

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
  /** The minutes that are in view. */
  span: readonly [from: number, until: number];
  /** What dropping it there would come to, in words. */
  weigh: (carry: Carry) => { words: string; broken: boolean };
  drop: (carry: Carry) => void;
  /** A job that has no place in the chart yet, while it is dragged in from outside. */
  dragged: string | null;
};

const HANDS_PX = 36;
const WAIT_PX = 13;
/** The line of areas and walks. */
const WHERE_PX = 18;
const STEP_MINUTES = 5;
/** Minutes of care that fill somebody's bar. */
const FULL_MINUTES = 120;
const CUT = "[clip-path:polygon(0_0,calc(100%-9px)_0,100%_9px,100%_100%,0_100%)]";

/** People down, time across. A stretch is solid where hands are needed, open where the machine works alone; late ones are red with a corner cut off. */
export function Timeline({ view, problem, tasks, words, locked, chosen, choose, mayMove, span, weigh, drop, dragged }: Props) {
  const t = useTranslations("plan.chart");
  const board = useRef<HTMLDivElement>(null);
  const [carry, setCarry] = useState<Carry | null>(null);
  const pressed = useRef<{ id: string; x: number; y: number; start: number; person: string; moved: boolean } | null>(null);
  const now = problem.now ?? 0;
  const [from, until] = span;
  const percent = (minute: number) => `${((minute - from) / (until - from)) * 100}%`;
  const tick = [5, 10, 15, 30, 60, 120].find((each) => (until - from) / each <= 12) ?? 240;
  const first = Math.ceil(from / tick) * tick;
  const ticks = Array.from({ length: Math.max(0, Math.floor((until - first) / tick) + 1) }, (_, index) => first + index * tick);
  const begun = new Set((problem.begun ?? []).map(({ task }) => task));
  const weighed = carry && weigh(carry);
  const there = problem.people.filter(
    ({ id, shifts }) => shifts.some(([open, close]) => open < until && close > from) || tasks.some((task) => firstPerson(task) === id),
  );
  const away = problem.people.filter(({ id }) => !there.some((person) => person.id === id));
  const skillsOf = (id: string) => problem.tasks.find((task) => task.id === id)?.skills ?? [];

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
  // From outside it is held by its middle: the pointer says where it starts.
  const over = (event: DragEvent<HTMLElement>) => {
    const track = board.current?.querySelector<HTMLElement>("[data-track]")?.getBoundingClientRect();
    const person = rowOf(event.clientY);
    if (!dragged || !mayMove || !track || !person) return;
    event.preventDefault();
    const start = Math.max(0, Math.round(from + ((event.clientX - track.left) / track.width) * (until - from)));
    if (carry?.id !== dragged || carry.start !== start || carry.person !== person) setCarry({ id: dragged, start, person });
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
    // biome-ignore lint/a11y/noStaticElementInteractions: what is dragged here can be placed by its panel too
    <div
      ref={board}
      className="relative select-none"
      onDragOver={over}
      onDragLeave={(event) => {
        if (dragged && !event.currentTarget.contains(event.relatedTarget as Node | null)) setCarry(null);
      }}
      onDrop={(event) => {
        event.preventDefault();
        if (carry) drop(carry);
        setCarry(null);
      }}
    >
      <div className="relative ml-32 h-5 text-sm" aria-hidden="true">
        {ticks
          .filter((minute) => Math.abs(minute - now) > tick / 2)
          .map((minute) => (
            <span key={minute} className="figure absolute -translate-x-1/2 text-ink2" style={{ left: percent(minute) }}>
              {words.minute(minute)}
            </span>
          ))}
        {now >= from && now < until && (
          <span
            className="figure absolute -translate-x-1/2 rounded-[2px] bg-fill px-1 font-bold text-on-fill"
            style={{ left: percent(now) }}
          >
            {words.minute(now)}
          </span>
        )}
      </div>
      <ul className="border-rule border-t">
        {there.map(({ id: person, shifts, skills }) => {
          const own = tasks.filter((task) => firstPerson(task) === person);
          const waits = lanesOf(problem, own);
          const lanes = Math.max(1, ...waits.map(({ lane }) => lane + 1));
          const minutes = tasks
            .flatMap((task) => task.stretches.filter((stretch) => stretch.person === person))
            .reduce((sum, { start, end }) => sum + end - start, 0);
          const known = view.people.find((each) => each.id === person);
          const lacks = carry ? skillsOf(carry.id).find((skill) => !(skills ?? []).includes(skill)) : undefined;
          const state = known?.absence ? t("away") : shifts.length === 0 ? t("notThere") : null;
          return (
            <li
              key={person}
              data-person={person}
              className={`flex border-line border-b ${carry?.person === person && !lacks ? "bg-accent-wash" : ""} ${lacks ? "bg-[repeating-linear-gradient(135deg,transparent_0_8px,var(--hold-wash)_8px_12px)]" : ""}`}
            >
              <div className="flex w-32 shrink-0 items-center gap-2 py-1.5 pr-2">
                <Initials name={known?.name ?? person} big />
                <span className="min-w-0 grow">
                  <span className="block truncate font-bold leading-tight">{words.person(person)}</span>
                  <Meter share={minutes / FULL_MINUTES} bad={false} label={t("minutes", { minutes })} className="my-0.5 !h-1.5" />
                  <span className="figure block truncate text-ink2">{state ?? t("minutes", { minutes })}</span>
                </span>
              </div>
              <div
                data-track
                className="relative grow overflow-hidden"
                style={{ height: HANDS_PX + 14 + lanes * (WAIT_PX + 2) + WHERE_PX }}
              >
                <WhereaboutsLine along={whereabouts(problem, tasks, person)} span={span} words={words} />
                {ticks.map((minute) => (
                  <span key={minute} className="absolute inset-y-0 border-line border-l border-dotted" style={{ left: percent(minute) }} />
                ))}
                {offShift(shifts, from, until).map(([open, close]) => (
                  <span
                    key={open}
                    className="absolute inset-y-0 bg-well opacity-70"
                    style={{ left: percent(open), width: `calc(${percent(close)} - ${percent(open)})` }}
                  />
                ))}
                {now > from && now < until && (
                  <span className="absolute inset-y-0 border-accent border-l-2" style={{ left: percent(now) }} />
                )}
                {lacks && carry && (
                  <span className="absolute right-1 bottom-1 z-10 rounded-[3px] border border-hold bg-card px-1.5 font-semibold text-hold text-xs">
                    {known ? whyNot(known, { skill: lacks, name: "" }) : lacks}
                  </span>
                )}
                {waits.map(({ task, start, end, lane, closes }) => (
                  <span
                    key={`${task.id}/${start}`}
                    title={t("aloneBar", { work: words.work(task.id), start: words.minute(start), end: words.minute(end) })}
                    className={`absolute border-[1.5px] border-ink ${chosen === task.id ? "bg-accent-wash" : "bg-card"} ${closes ? "border-r-[4px]" : ""}`}
                    style={{
                      left: percent(start),
                      width: `calc(${percent(end)} - ${percent(start)})`,
                      top: HANDS_PX + 9 + lane * (WAIT_PX + 2),
                      height: WAIT_PX - 2,
                    }}
                  />
                ))}
                {own.map((task) => {
                  const firstHands = task.stretches.findIndex((stretch) => stretch.person);
                  const due = problem.tasks.find(({ id }) => id === task.id)?.due;
                  const end = task.stretches.at(-1)?.end ?? 0;
                  const late = due != null && end > due;
                  const spoken = `${t("bar", { work: words.work(task.id), person: words.person(person), start: words.minute(task.stretches[0]?.start ?? 0), end: words.minute(end) })}${late ? t("alsoLate") : ""}${begun.has(task.id) ? t("alsoUnderWay") : ""}${locked.has(task.id) ? t("alsoLocked") : ""}`;
                  return task.stretches.map((stretch, index) =>
                    stretch.person === person ? (
                      <button
                        key={`${task.id}/${stretch.start}`}
                        type="button"
                        tabIndex={index === firstHands ? 0 : -1}
                        aria-hidden={index === firstHands ? undefined : true}
                        aria-pressed={index === firstHands ? chosen === task.id : undefined}
                        aria-label={spoken}
                        title={spoken}
                        onClick={() => choose(task.id)}
                        onPointerDown={(event) => down(event, task)}
                        onPointerMove={move}
                        onPointerUp={up}
                        onPointerCancel={() => {
                          pressed.current = null;
                          setCarry(null);
                        }}
                        onKeyDown={(event) => key(event, task)}
                        className={`@container absolute top-1.5 grid touch-none content-center overflow-hidden whitespace-nowrap px-1 text-left text-xs leading-tight ${
                          late ? `bg-hold-fill text-white ${CUT}` : begun.has(task.id) ? "bg-accent text-on-accent" : "bg-ink text-sheet"
                        } ${chosen === task.id ? "z-10 outline-3 outline-accent outline-offset-1" : ""} ${carry?.id === task.id ? "opacity-40" : ""}`}
                        style={{
                          left: percent(stretch.start),
                          width: `max(4px, calc(${percent(stretch.end)} - ${percent(stretch.start)} - 1px))`,
                          height: HANDS_PX,
                        }}
                      >
                        <span className="@max-[1.6rem]:hidden flex items-center gap-0.5 truncate font-bold">
                          {index === firstHands && locked.has(task.id) && <LockIcon aria-hidden="true" className="size-3 shrink-0" />}
                          <span className="truncate">{view.tasks[task.id]?.machineName}</span>
                        </span>
                        <span className="@max-[1.6rem]:hidden truncate">{view.tasks[task.id]?.short}</span>
                      </button>
                    ) : null,
                  );
                })}
                {carry?.person === person && weighed && (
                  <span
                    className={`pointer-events-none absolute top-1.5 z-20 border-2 border-dashed ${weighed.broken ? "border-hold" : "border-accent"} bg-card/70`}
                    style={{
                      left: percent(carry.start),
                      width: `calc(${percent(carry.start + lengthOf(problem, tasks, carry.id))} - ${percent(carry.start)})`,
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
          {t("absent", {
            names: away
              .map(({ id }) => {
                const known = view.people.find((person) => person.id === id);
                return `${words.person(id)} (${known?.absence ?? known?.shiftWords ?? ""})`;
              })
              .join(", "),
          })}
        </p>
      )}
      <p aria-live="polite" className={`mt-1 min-h-6 font-semibold text-sm ${weighed?.broken ? "text-hold" : "text-ready"}`}>
        {carry && weighed
          ? t("carry", {
              work: words.work(carry.id),
              start: words.minute(carry.start),
              person: words.person(carry.person),
              words: weighed.words,
            })
          : ""}
      </p>
    </div>
  );
}

/** What the chart's shapes mean. */
export function Legend() {
  const t = useTranslations("plan.chart");
  return (
    <span className="flex flex-wrap items-center gap-x-3 font-semibold text-[13px] max-xl:hidden" aria-hidden="true">
      <span className="flex items-center gap-1.5">
        <i className="h-3 w-6 bg-ink" />
        {t("hands")}
      </span>
      <span className="flex items-center gap-1.5">
        <i className={`h-3 w-6 bg-hold-fill ${CUT}`} />
        {t("late")}
      </span>
      <span className="flex items-center gap-1.5">
        <i className="h-3 w-6 border-[1.5px] border-ink bg-card" />
        {t("alone")}
      </span>
      <span className="flex items-center gap-1.5">
        <svg viewBox="0 0 24 10" className="h-2.5 w-6" aria-hidden="true">
          <path d="M0 9 L4 1 L8 9 L12 1 L16 9 L20 1 L24 9" className="fill-none stroke-2 stroke-accent" />
        </svg>
        {t("walks")}
      </span>
    </span>
  );
}
