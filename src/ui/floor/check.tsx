"use client";
import { lazy, Suspense, useState } from "react";
import type { FloorMachine } from "../../core/floor/floor-view.ts";
import { plannedSeconds } from "../../core/runs/run.ts";
import { CountsForm, checkBody, useCheckDraft } from "../check/counts-form.tsx";
import { instantAt } from "../instant-at.ts";
import { StateMark } from "../kit/state-mark.tsx";
import { type Draft, put } from "./outbox.ts";
import { go, to } from "./route.ts";
import { openRun } from "./runs.ts";
import type { Floor } from "./use-floor.ts";

const FloorWhatNow = lazy(() => import("./nozzles.tsx").then((module) => ({ default: module.FloorWhatNow })));
const PictureReader = lazy(() => import("../check/picture-reader.tsx").then((module) => ({ default: module.PictureReader })));

/** Nozzle checks by picture, taps or counts, for one machine or several, with or without a network; drafts outlive the page. */
export function FloorCheck({
  floor,
  machines,
  run,
  step,
  taskKey,
}: {
  floor: Floor;
  machines: string[];
  run?: string;
  step?: string;
  taskKey?: string;
}) {
  const { view } = floor;
  const [ids, setIds] = useState(machines);
  /** Checks that were entered here before: another one begins with a form of its own. */
  const [rounds, setRounds] = useState<Record<string, number>>({});
  const picked = ids.flatMap((id) => view.machines.find((machine) => machine.id === id) ?? []);
  const can = view.machines.filter(({ class: kind, channels }) => kind !== "cij" && channels.length);
  return (
    <main className="mx-auto max-w-3xl px-3 py-4">
      <h1>Nozzle check{picked.length > 1 ? `s of ${picked.length} machines` : ""}</h1>
      <p className="mt-1 text-ink2">Count each channel. Nothing touched means none missing.</p>
      {picked.map((machine) => (
        <MachineCheck
          key={`${machine.id}/${rounds[machine.id] ?? 0}`}
          floor={floor}
          machine={machine}
          run={run}
          step={step}
          taskKey={rounds[machine.id] ? undefined : taskKey}
          again={() => setRounds({ ...rounds, [machine.id]: (rounds[machine.id] ?? 0) + 1 })}
        />
      ))}
      {!run && (
        <details className="mt-5 border-line border-t pt-2" open={picked.length === 0}>
          <summary className="cursor-pointer py-2">More machines in this pass</summary>
          <div className="grid grid-cols-2 gap-2 sm:grid-cols-4">
            {can.map((machine) => (
              <button
                key={machine.id}
                type="button"
                aria-pressed={ids.includes(machine.id)}
                className={`press hand ${ids.includes(machine.id) ? "!border-accent !bg-well" : ""}`}
                onClick={() => setIds(ids.includes(machine.id) ? ids.filter((id) => id !== machine.id) : [...ids, machine.id])}
              >
                {machine.name}
              </button>
            ))}
          </div>
        </details>
      )}
      <a href={run ? to.run(run) : to.shift} className="press hand mt-6">
        {run ? "Back to the run" : "Back to the shift"}
      </a>
    </main>
  );
}

function MachineCheck({
  floor,
  machine,
  run,
  step,
  taskKey,
  again,
}: {
  floor: Floor;
  machine: FloorMachine;
  run?: string;
  step?: string;
  taskKey?: string;
  again: () => void;
}) {
  const { draft, change, forget } = useCheckDraft(`zesty-floor-check/${machine.id}/${run ?? taskKey ?? "check"}`);
  const [entered, setEntered] = useState(false);
  const pattern = floor.view.patterns?.[machine.id];
  const due = floor.view.tasks.find(
    ({ key, machine: of, isCheck, state }) =>
      of === machine.id && isCheck && (taskKey ? key === taskKey : state !== "done" && state !== "skipped"),
  );
  const send = async () => {
    const at = draft.time ? { happenedAt: instantAt(draft.time), timeGiven: true } : {};
    const open = run ? openRun(floor.view, run) : undefined;
    const called = open?.state.now?.routine;
    const routine = open?.routine.isCheck ? open.run.routine : (called ?? (run ? undefined : due?.routine));
    const drafts: Draft[] = [
      {
        id: draft.id,
        kind: "check",
        machine: machine.id,
        ...(routine ? { routine } : {}),
        ...(run ? { run } : {}),
        ...at,
        body: checkBody(draft, machine.channels),
      },
    ];
    if (open && step)
      drafts.push({
        kind: "run",
        machine: machine.id,
        routine: open.run.routine,
        run: open.run.id,
        body: {
          event: "step",
          step,
          result: { check: draft.id },
          plannedSeconds: open.state.now ? plannedSeconds(open.state.now) : 0,
          tookSeconds: Math.round(Math.max(0, floor.now() - open.state.reachedAt) / 100) / 10,
        },
      });
    await put(drafts);
    forget();
    if (open) go(to.run(open.run.id));
    else setEntered(true);
  };
  return (
    <section aria-label={machine.name} className="mt-5">
      <h2 className="flex items-baseline gap-2 border-rule border-b pb-1">
        {machine.name} <span className="font-normal text-ink2">{due?.name ?? "Check in between"}</span>
      </h2>
      {entered ? (
        <div role="status" className="py-3">
          <StateMark word={machine.word} big />
          <p className="mt-1 text-lg">{machine.why}</p>
          <Suspense>
            <FloorWhatNow floor={floor} machine={machine} again={again} />
          </Suspense>
        </div>
      ) : (
        <>
          {pattern && (
            <Suspense>
              <PictureReader
                name={machine.name}
                pattern={pattern}
                goneShare={machine.readiness.goneShare}
                take={({ counts, corrected }) => change({ counts: { ...draft.counts, ...counts }, corrected })}
              />
            </Suspense>
          )}
          <CountsForm
            name={machine.name}
            channels={machine.channels}
            pattern={pattern}
            goneShare={machine.readiness.goneShare}
            draft={draft}
            change={change}
            timed={!run}
            enter={() => void send()}
          />
        </>
      )}
    </section>
  );
}
