"use client";
import { ArrowLeftIcon, CheckIcon, ChevronDownIcon, ChevronLeftIcon, EllipsisIcon, Volume2Icon, XIcon } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { minutesOf } from "../../core/rounds/stretches-of.ts";
import { ahead, openWords } from "../../core/runs/run-facts.ts";
import { useFloorWorkWords } from "../../words/floor-work-words.ts";
import { filled } from "../../words/plain.ts";
import { useSaid } from "../../words/said.ts";
import { LitHeadEnd } from "../drawings/lit-head-end.tsx";
import { Button, buttonLook } from "../kit/button.tsx";
import { allowSound } from "../ring.ts";
import { Besides } from "./besides.tsx";
import { Gear, needsGear } from "./gear.tsx";
import { PourNote } from "./leaves-shelf.tsx";
import { put } from "./outbox.ts";
import { readAloud, useReadAloud } from "./read-aloud.ts";
import { to } from "./route.ts";
import { AtTheEnd } from "./run-end.tsx";
import type { Part, Send } from "./run-part.ts";
import { clock, type OpenRun, openRun, wallClock } from "./runs.ts";
import { SlotMap } from "./slot-map.tsx";
import { StepControls } from "./step-controls.tsx";
import type { Floor } from "./use-floor.ts";
import { useTick } from "./use-tick.ts";
import { Wait } from "./wait.tsx";

/** A run as it stands: led step by step for whoever has it, to be looked at (and taken over) by everybody else. */
export function RunPage({ floor, id }: { floor: Floor; id: string }) {
  const words = useFloorWorkWords().run;
  const found = openRun(floor.view, id);
  if (!found)
    return (
      <main className="mx-auto max-w-3xl px-3 py-4">
        <h1>{words.missing}</h1>
        <p className="mt-2">{words.missingNote}</p>
        <a href={to.shift} className={`${buttonLook("secondary", "hand")} mt-4`}>
          {words.toShift}
        </a>
      </main>
    );
  const { state } = found;
  const mine = state.person === floor.who?.person;
  const send: Send = (body, { picture, also = [] } = {}) => {
    const about = { machine: found.run.machine, run: found.run.id };
    return put(
      [{ kind: "run", ...about, routine: found.run.routine, body: { ...body } }, ...also.map((draft) => ({ ...about, ...draft }))],
      picture,
    );
  };
  const isOver = state.status === "ended" || state.status === "abandoned";
  return (
    <main className="mx-auto flex min-h-[calc(100dvh-3.5rem)] max-w-4xl flex-col px-3 pt-1" onPointerDown={allowSound}>
      <header className="flex flex-wrap items-center gap-x-3">
        <a href={to.shift} className="flex min-h-14 items-center gap-1 pr-2 font-semibold text-ink no-underline">
          <ChevronLeftIcon aria-hidden="true" className="size-6" />
          {words.toShift}
        </a>
        <h1 className="!text-xl font-extrabold">{filled(words.title, { machine: found.machine.name, routine: found.routine.name })}</h1>
        <span className="ml-auto text-ink2">{mine ? "" : found.run.personName}</span>
      </header>
      {state.form === "guided" && !isOver && <Progress found={found} />}
      {state.owed.length > 0 && (
        <div role="status" className="mt-2 flex flex-wrap items-center gap-2 rounded-[3px] bg-care-wash px-3 py-2 text-care">
          <b>{words.open}</b>
          {openWords(state.owed).map((what) => (
            <span key={what} className="rounded-[3px] border-[1.5px] border-care bg-card px-2 py-0.5 font-semibold">
              {what}
            </span>
          ))}
        </div>
      )}
      {isOver ? (
        <Over found={found} floor={floor} />
      ) : !mine || state.status === "stopped" ? (
        <TakeOver found={found} floor={floor} send={send} mine={mine} />
      ) : needsGear(found) ? (
        <Gear found={found} floor={floor} send={send} />
      ) : state.now ? (
        <Now key={`${state.now.at}/${state.trace.length}`} found={found} floor={floor} send={send} />
      ) : (
        <AtTheEnd found={found} floor={floor} send={send} />
      )}
      {mine && (state.status === "stopped" || (!isOver && (needsGear(found) || !state.now))) && (
        <div className="mt-4 pb-4">
          <Besides found={found} floor={floor} send={send} />
        </div>
      )}
    </main>
  );
}

/** How far a run is, by minutes: done is dark, now is violet, waits are open. */
function Progress({ found: { state, plan, machine } }: { found: OpenRun }) {
  const words = useFloorWorkWords().run;
  const rest = ahead(state, plan, machine.machine);
  const done = state.trace.flatMap(({ step }) => plan.find(({ at }) => at === step) ?? []);
  const left = Math.round(rest.reduce((sum, step) => sum + minutesOf(step), 0));
  const all = [...done, ...rest];
  if (all.length === 0) return null;
  return (
    <div>
      <div aria-hidden="true" className="flex h-4 gap-0.5">
        {all.map((step, index) => (
          <i
            key={`${step.at}/${index}`}
            className={`min-w-0.5 ${
              index < done.length
                ? "bg-ink"
                : index === done.length
                  ? "bg-fill"
                  : step.kind === "wait"
                    ? "border border-rule border-dashed"
                    : "border border-rule bg-desk-2"
            }`}
            style={{ flexGrow: Math.min(10, Math.max(0.5, minutesOf(step))), flexBasis: 0 }}
          />
        ))}
      </div>
      <p className="mt-1 flex justify-between text-base text-ink2">
        <b className="text-ink">{filled(words.step, { place: Math.min(all.length, done.length + 1), all: all.length })}</b>
        {filled(words.minutesLeft, { minutes: left })}
      </p>
    </div>
  );
}

function Now({ found, floor, send }: Part) {
  useTick();
  const words = useFloorWorkWords().run;
  const { state, machine } = found;
  const step = state.now;
  const heading = useRef<HTMLHeadingElement>(null);
  const swipe = useRef<{ x: number; y: number } | null>(null);
  const [more, setMore] = useState(false);
  const [how, setHow] = useState(false);
  const said = useSaid();
  const isPractised = floor.view.practised?.[state.person ?? ""]?.includes(step?.routine ?? found.run.routine) ?? false;
  const isLong = how || !isPractised;
  const { lines, fill } = machine.known ?? {};
  const line =
    step?.id === found.routine.effects?.lineStep
      ? lines?.[step?.on ?? ""]
      : step?.draws?.lines === 1 && fill
        ? { ml: Math.round(fill.lineMl), seconds: fill.lineSeconds }
        : undefined;
  const aloud = useReadAloud();
  const spoken = step ? [step.on, step.text, ...(isLong ? [step.detail, step.why] : [])].filter(Boolean).join(". ") : "";
  useEffect(() => heading.current?.focus(), []);
  useEffect(() => {
    if (aloud && spoken) readAloud(spoken, document.documentElement.lang);
  }, [aloud, spoken]);
  if (!step) return null;
  const now = floor.now();
  const lit = new Set<string>(step.lights ?? []);
  const opened = new Set(state.owed.flatMap(({ step: at }) => [...(found.plan.find((each) => each.at === at)?.lights ?? [])]));
  const mayGoBack = state.trace.length > 0;
  const back = () => void send({ event: "back" });
  return (
    <>
      <div
        className="grid grow content-start gap-3 pt-3"
        onTouchStart={({ touches }) => {
          const touch = touches[0];
          swipe.current = touch ? { x: touch.clientX, y: touch.clientY } : null;
        }}
        onTouchEnd={({ changedTouches }) => {
          const touch = changedTouches[0];
          const from = swipe.current;
          swipe.current = null;
          if (!from || !touch || !mayGoBack) return;
          const [across, down] = [touch.clientX - from.x, Math.abs(touch.clientY - from.y)];
          if (across > SWIPE_PX && down < across / 2) back();
        }}
      >
        {state.window ? (
          <p
            className={`flex items-center gap-3 rounded-[3px] px-3 py-2 text-xl ${state.window.endsAt - now < 60_000 ? "bg-hold-wash text-hold" : "bg-accent-wash"}`}
            role="timer"
          >
            {state.window.endsAt > now ? (
              <>
                <b className="font-mono text-3xl">{clock(state.window.endsAt - now)}</b>
                {filled(words.windowLeft, { what: state.window.text })}
              </>
            ) : (
              <b>{filled(words.windowOver, { clock: clock(now - state.window.endsAt) })}</b>
            )}
          </p>
        ) : (
          step.window && (
            <p className="rounded-[3px] bg-accent-wash px-3 py-2">
              {filled(words.windowNext, { minutes: step.window.withinMinutes, what: step.window.text })}
            </p>
          )
        )}
        {!step.shows && (lit.size > 0 || opened.size > 0 || state.trace.length === 0) && machine.channels.length > 0 && (
          <figure className="mx-auto w-full max-w-2xl max-sm:max-h-[34dvh] max-sm:overflow-hidden">
            <LitHeadEnd machine={machine.machine} channels={machine.channels} lit={lit} open={opened} />
          </figure>
        )}
        <section aria-label={words.now}>
          <h2
            ref={heading}
            tabIndex={-1}
            className="!text-[clamp(1.75rem,5.2vw,3.1rem)] font-extrabold leading-[1.12] tracking-tight outline-none"
          >
            {step.on && <span className="mr-3 inline-block rounded-[3px] bg-ink px-3 font-mono text-sheet">{step.on}</span>}
            {step.text}
          </h2>
          {aloud && (
            <Button look="quiet" size="hand" onClick={() => readAloud(spoken, document.documentElement.lang)}>
              <Volume2Icon aria-hidden="true" className="!size-6" />
              {words.again}
            </Button>
          )}
          {isLong ? (
            <>
              {step.detail && <p className="mt-2 text-2xl text-ink2 max-sm:text-lg">{step.detail}</p>}
              {step.why && (
                <p className="mt-2 flex items-baseline gap-2 text-xl max-sm:text-base">
                  <b>{words.because}</b> {step.why}
                </p>
              )}
            </>
          ) : (
            (step.detail || step.why) && (
              <Button look="quiet" size="hand" className="mt-1" aria-expanded={false} onClick={() => setHow(true)}>
                <ChevronDownIcon aria-hidden="true" className="!size-6" />
                {words.how}
              </Button>
            )
          )}
        </section>
        {(step.good || step.bad) && <GoodAndBad good={step.good} bad={step.bad} />}
        <Wait found={found} floor={floor} />
        {line && <p className="text-xl">{filled(words.linePlan, { ml: line.ml, seconds: line.seconds })}</p>}
        {step.uses && step.uses.length > 0 && !line && (
          <ul className="flex flex-wrap gap-2">
            {step.uses.map(({ item, amount, unit }) => (
              <li key={item} className="rounded-[6px] border border-line bg-card px-4 py-2">
                <b className="block font-mono text-3xl tracking-tight">{unit === "pieces" ? amount : `${amount} ${unit}`}</b>
                <span className="text-ink2">{said(item)}</span>
              </li>
            ))}
          </ul>
        )}
        {step.shows === "positions" && <SlotMap found={found} step={step} />}
        <PourNote floor={floor} machine={machine} step={step} />
      </div>
      <div className="sticky bottom-0 z-10 -mx-3 mt-3 grid gap-3 bg-desk p-3">
        {more && <Besides found={found} floor={floor} send={send} close={() => setMore(false)} />}
        <div className="grid grid-cols-[auto_minmax(0,1fr)_auto] items-end gap-2.5">
          <Button
            size="hand"
            aria-label={words.back}
            disabled={!mayGoBack}
            onClick={back}
            className="!min-h-[92px] max-sm:!min-h-20 !px-5 max-sm:!px-3 [&_svg]:!size-7"
          >
            <ArrowLeftIcon aria-hidden="true" />
          </Button>
          <StepControls found={found} floor={floor} send={send} step={step} />
          <Button
            size="hand"
            aria-label={words.more}
            aria-expanded={more}
            onClick={() => setMore(!more)}
            className="!min-h-[92px] max-sm:!min-h-20 !px-5 max-sm:!px-3 [&_svg]:!size-7"
          >
            <EllipsisIcon aria-hidden="true" />
          </Button>
        </div>
      </div>
    </>
  );
}

/** What it looks like done right, and gone wrong with what to do then, side by side. */
function GoodAndBad({ good, bad }: { good?: string; bad?: string }) {
  const words = useFloorWorkWords().run;
  return (
    <dl className="grid gap-2 sm:grid-cols-2">
      {good && (
        <div className="flex gap-2 rounded-[6px] border border-ready bg-card px-3 py-2">
          <dt className="text-ready">
            <CheckIcon aria-label={words.good} className="size-7" strokeWidth={3} />
          </dt>
          <dd className="text-xl max-sm:text-base">{good}</dd>
        </div>
      )}
      {bad && (
        <div className="flex gap-2 rounded-[6px] border border-hold bg-card px-3 py-2">
          <dt className="text-hold">
            <XIcon aria-label={words.bad} className="size-7" strokeWidth={3} />
          </dt>
          <dd className="text-xl max-sm:text-base">{bad}</dd>
        </div>
      )}
    </dl>
  );
}

/** A swipe to the right of so many pixels goes back. */
const SWIPE_PX = 90;

function TakeOver({ found, floor, send, mine }: Part & { mine: boolean }) {
  const words = useFloorWorkWords().run;
  const { state, run } = found;
  return (
    <section className="grid gap-3 pt-4">
      <p className="text-2xl">
        {state.status === "stopped"
          ? filled(words.stopped, { why: state.stoppedFor ?? "" })
          : filled(words.atIt, { name: run.personName, step: state.now?.text ?? words.stepsDone })}
      </p>
      <ol className="list-decimal pl-6 text-ink2">
        {state.trace.map((trace, index) => (
          <li key={`${trace.step}/${index}`}>{found.plan.find(({ at }) => at === trace.step)?.text}</li>
        ))}
      </ol>
      {floor.who ? (
        <Button look="primary" size="hand" className="!min-h-20 !text-2xl w-full" onClick={() => void send({ event: "resume" })}>
          {mine ? words.goOn : words.take}
        </Button>
      ) : (
        <a href={to.who} className={`${buttonLook("primary", "hand")} w-full`}>
          {words.whoFirst}
        </a>
      )}
    </section>
  );
}

function Over({ found, floor }: { found: OpenRun; floor: Floor }) {
  const words = useFloorWorkWords().run;
  const { state, plan } = found;
  return (
    <section className="pt-4">
      <h2 className="!text-3xl font-extrabold">
        {state.status === "ended"
          ? filled(words.doneAt, { time: wallClock(floor.view, state.lastAt) })
          : filled(words.givenUp, { why: state.stoppedFor ?? "" })}
      </h2>
      <ol className="mt-4 max-w-2xl divide-y divide-line">
        {state.trace.map((trace, index) => {
          const step = plan.find(({ at }) => at === trace.step);
          const planned = step ? (step.kind === "wait" ? step.waitMinutes : (step.minutes ?? 0)) : 0;
          return (
            <li key={`${trace.step}/${index}`} className="flex items-baseline gap-3 py-1.5">
              <span className="grow">
                {step?.text}
                {trace.passed && <span className="text-ink2"> ({filled(words.skipped, { why: trace.passed })})</span>}
              </span>
              <span className="figure text-ink2" title={words.cols.planned}>
                {clock(planned * 60_000)}
              </span>
              <span className="figure font-bold" title={words.cols.took}>
                {clock(trace.tookSeconds * 1000)}
              </span>
            </li>
          );
        })}
      </ol>
      <div className="mt-3 flex flex-wrap gap-2">
        {state.photos.map(({ photo, of }) => (
          <img key={photo} src={`/api/pictures/${photo}`} alt={filled(words.taken, { step: of ?? words.end })} className="max-h-48" />
        ))}
      </div>
      {state.notes.map(({ at, text }) => (
        <p key={at} className="text-ink2">
          {wallClock(floor.view, at)} {text}
        </p>
      ))}
      <a href={to.shift} className={`${buttonLook("primary", "hand")} mt-4 w-full !min-h-20 !text-2xl`}>
        {words.toShift}
      </a>
    </section>
  );
}
