"use client";
import { ChevronRightIcon, FootprintsIcon, HandIcon, PlayIcon } from "lucide-react";
import { lazy, type ReactNode, Suspense } from "react";
import { piecesOf } from "../../core/rounds/stretches-of.ts";
import { useFloorWords } from "../../words/floor-words.ts";
import { counted, filled } from "../../words/plain.ts";
import { buttonLook } from "../kit/button.tsx";
import { Docket } from "../kit/docket.tsx";
import { Glyph } from "../kit/glyph.tsx";
import { Stretches } from "../kit/stretches.tsx";
import { Fold } from "./fold.tsx";
import { Free } from "./free-jobs.tsx";
import { JobName } from "./job-name.tsx";
import { isOpen, linkOf, type Stop, stopsOf, type Task } from "./my-way.ts";
import { to } from "./route.ts";
import { type OpenRun, openRuns, wallClock } from "./runs.ts";
import type { Floor } from "./use-floor.ts";
import { useTick } from "./use-tick.ts";

/** Loaded where somebody is at a run. */
export const loadUnderWay = () => import("./under-way.tsx");
const UnderWay = lazy(loadUnderWay);

/** The operator's first screen: how far the shift is, what is next with its one button, the rest in the order of the way, what anyone may take. */
export function MyShift({ floor }: { floor: Floor }) {
  useTick();
  const words = useFloorWords().shift;
  const { view, who } = floor;
  const me = view.people.find(({ id }) => id === who?.person);
  const runs = openRuns(view);
  const all = me ? view.tasks.filter((task) => task.person === me.id) : [];
  const open = all.filter(isOpen);
  const stops = me ? stopsOf(view, me.id, runs, floor.now()) : [];
  const [next, ...rest] = stops;
  const done = all.filter((task) => !isOpen(task));
  return (
    <main className="mx-auto grid max-w-3xl gap-4 px-3 py-4 text-lg max-sm:text-base">
      <header className="flex flex-wrap items-baseline gap-x-4">
        <h1 className="!text-3xl font-extrabold tracking-tight max-sm:!text-2xl">
          {me ? filled(words.of, { name: me.name.split(" ")[0] ?? "" }) : words.nobody}
        </h1>
        <p className="text-ink2">{view.todayWords}</p>
        {me && all.length > 0 && (
          <p className="ml-auto flex items-center gap-2 font-bold">
            <Done done={done.length} all={all.length} />
            {filled(words.done, { done: done.length, all: all.length })}
          </p>
        )}
      </header>
      {!me && (
        <a href={to.who} className={`${buttonLook("primary", "hand")} w-full`}>
          {words.sayWho}
        </a>
      )}
      {view.handover && (
        <section
          aria-label={words.handover}
          className="flex flex-wrap items-center gap-3 rounded-[6px] border border-accent bg-accent-wash p-3"
        >
          <p className="min-w-0 grow">
            <b>
              {words.handedOver}: {counted(words.things, view.handover.items.length)}
            </b>
            <span className="block text-ink2">{filled(words.from, { name: view.handover.by, when: view.handover.words })}</span>
          </p>
          <a href={to.handover} className={buttonLook("secondary", "hand")}>
            {words.read}
          </a>
        </section>
      )}
      {runs.length > 0 && (
        <Suspense>
          <UnderWay runs={runs} floor={floor} mine={(run) => run.state.person === me?.id} />
        </Suspense>
      )}
      {me && (
        <section aria-label={words.mine} className="grid gap-2">
          {next ? (
            <>
              <Next floor={floor} stop={next} rank={done.length + 1} runs={runs} open={open} />
              <ol className="grid gap-1.5">
                {rest.map((stop, index) => (
                  <li key={`${stop.task.key}/${stop.round?.at ?? index}`}>
                    <Walk stop={stop} />
                    <Line stop={stop} floor={floor} runs={runs} />
                  </li>
                ))}
              </ol>
            </>
          ) : (
            <p className="rounded-[6px] border border-line border-dashed p-4 text-center">{done.length ? words.allDone : words.nothing}</p>
          )}
          {done.length > 0 && (
            <Fold title={counted(words.doneList, done.length)}>
              <ul className="divide-y divide-line">
                {done.map((task) => (
                  <li key={task.key} className="flex min-h-12 items-center gap-3 text-ink2">
                    <a href={to.task(task.key)} className="grow text-ink2 no-underline">
                      <b>{task.machineName ?? words.shop}</b> {task.name}
                    </a>
                    <span className="figure">{task.doneAt}</span>
                  </li>
                ))}
              </ul>
            </Fold>
          )}
        </section>
      )}
      <Free floor={floor} runs={runs} me={me} folded={stops.length > 0} />
    </main>
  );
}

/** One box a job, filled as they get done. */
function Done({ done, all }: { done: number; all: number }) {
  return (
    <span aria-hidden="true" className="flex w-32 gap-px max-sm:w-20">
      {Array.from({ length: Math.min(all, 24) }, (_, index) => (
        <i key={index} className={`h-4 grow border border-ink ${index < Math.round((done * Math.min(all, 24)) / all) ? "bg-ink" : ""}`} />
      ))}
    </span>
  );
}

function Next({
  floor,
  stop,
  rank,
  runs,
  open,
}: {
  floor: Floor;
  stop: Stop;
  rank: number;
  runs: readonly OpenRun[];
  open: readonly Task[];
}) {
  const words = useFloorWords().shift;
  const { view } = floor;
  const { task, round } = stop;
  const machine = view.machines.find(({ id }) => id === task.machine);
  const routine = task.routine ? view.routines[task.routine] : undefined;
  const running = runs.some((each) => each.run.key === task.key);
  const pieces = routine && machine ? piecesOf(routine, machine.machine) : [];
  const need = routine ? [...routine.gear, ...routine.tools] : [];
  // Checks that stand open are entered in one pass, in walking order.
  const checks = open.filter((each) => each.isCheck && each.state !== "coming" && each.machine !== null);
  const pass = task.isCheck && !running && checks.length > 1 ? checks.flatMap(({ machine: of }) => of ?? []) : [];
  return (
    <>
      <Walk stop={stop} />
      <Docket rank={rank} label={words.next}>
        <p className="flex items-center gap-3">
          <b className="text-accent">{words.next}</b>
          {round && <span className="figure">{round.underWay ? words.underWay : wallClock(view, round.at)}</span>}
          <span className="ml-auto flex gap-2">
            {round && round.behind > 1 && <Late>{filled(words.behind, { minutes: round.behind })}</Late>}
            {task.late && <Late>{words.late}</Late>}
          </span>
        </p>
        <p className="mt-1 font-extrabold text-4xl leading-tight tracking-tight max-sm:text-3xl">{task.machineName ?? words.shop}</p>
        <p className="text-2xl text-ink2 max-sm:text-xl">{task.name}</p>
        {pieces.length > 0 && (
          <div className="mt-3">
            <Stretches pieces={pieces} label={pieces.map(({ kind, minutes }) => said(words, kind, minutes)).join(", ")} className="!h-6" />
            <p className="mt-1 flex gap-4 text-ink2 text-base">
              {(["hands", "wait"] as const).map((kind) => {
                const minutes = pieces.filter((each) => each.kind === kind).reduce((sum, each) => sum + each.minutes, 0);
                return minutes > 0 && <span key={kind}>{said(words, kind, minutes)} min</span>;
              })}
            </p>
          </div>
        )}
        {need.length > 0 && (
          <p className="mt-2 flex gap-2">
            <HandIcon aria-hidden="true" className="mt-1 size-5 shrink-0" />
            <span>
              <b>{words.need}:</b> {need.join(", ")}
            </span>
          </p>
        )}
        <a
          href={pass.length ? to.check(pass, { key: task.key }) : linkOf(task, runs)}
          className={`${buttonLook("primary", "hand")} mt-3 w-full !min-h-20 !text-2xl [&_svg]:!size-7`}
        >
          <PlayIcon aria-hidden="true" />
          {running
            ? words.goOn
            : pass.length
              ? filled(words.checkAll, { count: pass.length })
              : task.isCheck
                ? words.enterCheck
                : words.start}
        </a>
      </Docket>
    </>
  );
}

const said = (words: ReturnType<typeof useFloorWords>["shift"], kind: "hands" | "wait", minutes: number) =>
  filled(kind === "hands" ? words.hand : words.wait, { minutes: Math.round(minutes) });

const Late = ({ children }: { children: ReactNode }) => (
  <span className="rounded-[3px] bg-hold-wash px-2 py-0.5 font-bold text-base text-hold">{children}</span>
);

function Walk({ stop: { walk } }: { stop: Stop }) {
  const words = useFloorWords().shift;
  if (!walk) return null;
  return (
    <p className="ml-4 flex min-h-9 items-center gap-2 border-accent border-l-2 border-dashed pl-4 font-semibold text-accent text-base">
      <FootprintsIcon aria-hidden="true" className="size-5" />
      {walk.minutes ? filled(words.walk, { minutes: walk.minutes, area: walk.area }) : filled(words.walkTo, { area: walk.area })}
    </p>
  );
}

/** One job of the way: the whole line leads to it. */
function Line({ stop: { task, round }, floor, runs }: { stop: Stop; floor: Floor; runs: readonly OpenRun[] }) {
  const words = useFloorWords().shift;
  return (
    <a
      href={linkOf(task, runs)}
      className="grid min-h-16 grid-cols-[1.75rem_minmax(0,1fr)_auto_1.5rem] items-center gap-3 rounded-[6px] border border-line bg-card px-3 text-ink no-underline hover:border-ink"
    >
      <Glyph name={task.glyph} size={24} />
      <span className="min-w-0 py-1.5">
        {round && <span className="figure mr-2 text-ink2">{round.underWay ? words.now : wallClock(floor.view, round.at)}</span>}
        <b>{task.machineName ?? words.shop}</b> <JobName task={task} />
        {round?.underWay && <span className="text-accent"> {words.underWay}</span>}
        {round && round.behind > 1 && <span className="text-hold"> {filled(words.behind, { minutes: round.behind })}</span>}
      </span>
      <span className="figure">{filled(words.min, { minutes: round?.minutes ?? task.minutes })}</span>
      <ChevronRightIcon aria-hidden="true" className="size-6" />
    </a>
  );
}
