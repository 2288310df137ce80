"use client";
import { ChevronLeftIcon, PlusIcon } from "lucide-react";
import { lazy, Suspense, useState } from "react";
import { uuidv7 } from "uuidv7";
import type { FloorMachine } from "../../core/floor/floor-view.ts";
import { restingUntil } from "../../core/nozzles/ladder/what-now.ts";
import { checkState, type MachineState } from "../../core/nozzles/readiness.ts";
import { stateSentence } from "../../core/nozzles/state-sentence.ts";
import { plannedSeconds } from "../../core/runs/run.ts";
import { ahead } from "../../core/runs/run-facts.ts";
import { useFloorWorkWords } from "../../words/floor-work-words.ts";
import { counted, filled } from "../../words/plain.ts";
import { type CheckDraft, CountsForm, checkBody, useCheckDraft } from "../check/counts-form.tsx";
import { RestFirst } from "../check/rest-first.tsx";
import { instantAt } from "../instant-at.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Mark, StateMark } from "../kit/state-mark.tsx";
import { say } from "../say.ts";
import { toast } from "../toast.ts";
import { Fold } from "./fold.tsx";
import { type Draft, put } from "./outbox.ts";
import { Reasons } from "./reasons.tsx";
import { go, to } from "./route.ts";
import { type OpenRun, openRun, wallClock } from "./runs.ts";
import type { Floor } from "./use-floor.ts";

const FloorWhatNow = lazy(() => import("./nozzles.tsx").then((module) => ({ default: module.FloorWhatNow })));
const PictureReader = lazy(() => import("../check/picture-reader.tsx").then((module) => ({ default: module.PictureReader })));

const UNDO_MS = 12_000;

/** Nozzle checks of a pass: one machine at a time with all its channels in view; the next comes by itself, and each can be undone. */
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
  const words = useFloorWorkWords().check;
  const { view } = floor;
  const [ids, setIds] = useState(machines);
  const [current, setCurrent] = useState(machines[0] ?? "");
  /** Checks that were entered here, by machine; another one begins with a form of its own. */
  const [entered, setEntered] = useState<Record<string, string>>({});
  /** How often a machine's form was begun here, and which are checks besides the one that was asked for. */
  const [forms, setForms] = useState<Record<string, number>>({});
  const [extra, setExtra] = useState<readonly string[]>([]);
  const [adding, setAdding] = useState(machines.length === 0);
  const picked = ids.flatMap((id) => view.machines.find((machine) => machine.id === id) ?? []);
  const can = view.machines.filter(({ id, class: kind, channels }) => kind !== "cij" && channels.length && !ids.includes(id));
  const shown = picked.find(({ id }) => id === current) ?? picked[0];
  const openForm = (id: string) => {
    setEntered(({ [id]: _, ...others }) => others);
    setForms((before) => ({ ...before, [id]: (before[id] ?? 0) + 1 }));
    setCurrent(id);
  };
  const afterEntry = (machine: FloorMachine, entry: string, undo: () => Promise<unknown>) => {
    const now = { ...entered, [machine.id]: entry };
    setEntered(now);
    const place = ids.indexOf(machine.id);
    const next = [...ids.slice(place + 1), ...ids.slice(0, place)].find((id) => !now[id]);
    if (next) setCurrent(next);
    sayWithUndo(filled(words.done, { machine: machine.name }), words.undo, async () => {
      await undo();
      openForm(machine.id);
      say(filled(words.undone, { machine: machine.name }));
    });
  };
  const allDone = picked.length > 0 && picked.every(({ id }) => entered[id]);
  return (
    <main className="mx-auto max-w-3xl px-3 pb-4">
      <p className="flex items-center gap-2">
        <a href={run ? to.run(run) : to.shift} className="flex min-h-14 items-center gap-1 pr-3 font-semibold text-ink no-underline">
          <ChevronLeftIcon aria-hidden="true" className="size-6" />
          {run ? words.toRun : words.toShift}
        </a>
        {!run && can.length > 0 && (
          <Button look="quiet" size="hand" className="ml-auto" aria-expanded={adding} onClick={() => setAdding(!adding)}>
            <PlusIcon aria-hidden="true" />
            {words.more}
          </Button>
        )}
      </p>
      <h1 className="sr-only">{picked.length > 1 ? words.many : words.title}</h1>
      {adding && (
        <div className="mb-3 grid grid-cols-2 gap-2 sm:grid-cols-4">
          {can.map((machine) => (
            <Button
              key={machine.id}
              size="hand"
              onClick={() => {
                setIds([...ids, machine.id]);
                if (picked.length === 0) setCurrent(machine.id);
              }}
            >
              {machine.name}
            </Button>
          ))}
        </div>
      )}
      {picked.length > 1 && (
        <nav aria-label={words.tabs} className="flex gap-1.5 overflow-x-auto border-line border-b">
          {picked.map(({ id, name, word }) => (
            <button
              key={id}
              type="button"
              aria-current={id === shown?.id ? "step" : undefined}
              onClick={() => setCurrent(id)}
              className={`grid min-h-16 min-w-20 grow justify-items-center gap-0.5 rounded-t-[6px] px-2 py-1.5 font-bold text-base ${
                id === shown?.id ? "bg-card shadow-[inset_0_3px_0_var(--accent)]" : "bg-desk-2"
              }`}
            >
              <Mark word={entered[id] ? word : "Unchecked"} size={24} />
              {name}
            </button>
          ))}
        </nav>
      )}
      {allDone && picked.length > 1 && (
        <p role="status" className="mt-3 font-bold text-xl">
          {counted(words.all, picked.length)}
        </p>
      )}
      {shown && (
        <MachineCheck
          key={`${shown.id}/${forms[shown.id] ?? 0}`}
          floor={floor}
          machine={shown}
          place={picked.length > 1 ? filled(words.of, { place: picked.indexOf(shown) + 1, all: picked.length }) : ""}
          run={run}
          step={step}
          taskKey={extra.includes(shown.id) ? undefined : taskKey}
          entered={entered[shown.id] !== undefined}
          after={(entry, undo) => afterEntry(shown, entry, undo)}
          again={() => {
            setExtra([...extra, shown.id]);
            openForm(shown.id);
          }}
        />
      )}
    </main>
  );
}

function MachineCheck({
  floor,
  machine,
  place,
  run,
  step,
  taskKey,
  entered,
  after,
  again,
}: {
  floor: Floor;
  machine: FloorMachine;
  place: string;
  run?: string;
  step?: string;
  taskKey?: string;
  entered: boolean;
  after: (entry: string, undo: () => Promise<unknown>) => void;
  again: () => void;
}) {
  const words = useFloorWorkWords().check;
  const { view } = floor;
  const { draft, change, take, forget } = useCheckDraft(`zesty-floor-check/${machine.id}/${run ?? taskKey ?? "check"}`);
  const pattern = view.patterns?.[machine.id];
  const [held, setHeld] = useState<{ verdict: MachineState; check: string }>();
  const inRun = held && run ? openRun(view, run) : undefined;
  const [allTheSame, setAllTheSame] = useState(false);
  const restsUntil = machine.desk ? restingUntil(machine.desk, floor.now()) : undefined;
  const open = view.tasks.filter(
    ({ machine: of, isCheck, state }) => of === machine.id && isCheck && state !== "done" && state !== "skipped",
  );
  // In a pass over several machines the work that it was opened from is one machine's; each has its own.
  const due = view.tasks.find(({ key, machine: of }) => key === taskKey && of === machine.id) ?? open[0];
  const send = async () => {
    const at = draft.time ? { happenedAt: instantAt(draft.time), timeGiven: true } : {};
    const under = run ? openRun(view, run) : undefined;
    const called = under?.state.now?.routine;
    const routine = under?.routine.isCheck ? under.run.routine : (called ?? (run ? undefined : due?.routine));
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
    if (under && step) {
      const { channels } = checkBody(draft, machine.channels);
      const verdict = checkState(
        {
          at: new Date(floor.now()),
          day: view.today,
          channels,
          ids: machine.channels.map(({ id }) => id),
          nozzles: machine.desk?.judging.nozzles,
        },
        machine.readiness,
      );
      await put(drafts);
      forget();
      // A check that the run was for, one at its end, and one whose answer the next step asks for are judged there.
      const [, following] = ahead(under.state, under.plan, machine.machine);
      const goesOn = !under.routine.isCheck && following !== undefined && !("choices" in following && following.knows === "check");
      if (verdict.word === "Hold" && goesOn) return setHeld({ verdict, check: draft.id });
      return stepDone(under, draft.id);
    }
    await put(drafts);
    forget();
    if (under) return go(to.run(under.run.id));
    after(draft.id, () => undo(draft));
  };
  /** The run goes on with its check done; what was not good goes with the reason for it. */
  const stepDone = async (under: OpenRun, check: string, note?: string) => {
    await put([
      {
        kind: "run",
        machine: machine.id,
        routine: under.run.routine,
        run: under.run.id,
        body: {
          event: "step",
          step,
          result: { check },
          ...(note ? { note } : {}),
          plannedSeconds: under.state.now ? plannedSeconds(under.state.now) : 0,
          tookSeconds: Math.round(Math.max(0, floor.now() - under.state.reachedAt) / 100) / 10,
        },
      },
    ]);
    go(to.run(under.run.id));
  };
  const recover = async (under: OpenRun) => {
    await put([
      { kind: "run", machine: machine.id, routine: under.run.routine, run: under.run.id, body: { event: "stop", reason: words.stopWhy } },
    ]);
    go(to.machine(machine.id));
  };
  /** The entry stays in the logbook, marked as a mistake; what was counted stands in the form again. */
  const undo = async (was: CheckDraft) => {
    change({ ...was, id: uuidv7() });
    await put([{ kind: "amendment", machine: machine.id, amends: was.id, body: { why: words.undoWhy, struck: true } }]);
  };
  return (
    <section aria-label={machine.name} className="mt-3">
      <h2 className="flex items-baseline gap-3">
        <span className="font-extrabold text-4xl tracking-tight">{machine.name}</span>
        <span className="font-normal text-ink2 text-lg">{run ? openRun(view, run)?.routine.name : (due?.name ?? words.between)}</span>
        {place && <span className="figure ml-auto font-bold text-xl">{place}</span>}
      </h2>
      {held && inRun ? (
        <div role="alert" className="mt-3 grid gap-3 rounded-[6px] border border-hold bg-card p-3">
          <p className="font-extrabold text-2xl">{filled(words.held, { machine: machine.name })}</p>
          <StateMark word={held.verdict.word} big />
          <p>{stateSentence(held.verdict, view.timeZone)}</p>
          <Button look="primary" size="hand" className="!min-h-20 !text-2xl" onClick={() => void recover(inRun)}>
            {words.recover}
          </Button>
          <Fold title={words.goOn}>
            <Reasons of={words.goOnWhy} act={words.goOn} choose={(reason) => void stepDone(inRun, held.check, reason)} />
          </Fold>
        </div>
      ) : restsUntil && !allTheSame && !entered && !run ? (
        <RestFirst machine={machine.name} time={wallClock(view, restsUntil)} back={to.shift} go={() => setAllTheSame(true)} />
      ) : entered ? (
        <div role="status" className="py-3">
          <StateMark word={machine.word} big />
          <p className="mt-1 text-lg">{machine.why}</p>
          <Suspense>
            <FloorWhatNow floor={floor} machine={machine} again={again} />
          </Suspense>
          <a href={to.shift} className={`${buttonLook("secondary", "hand")} mt-4`}>
            {words.toShift}
          </a>
        </div>
      ) : (
        <>
          <p className="text-ink2">{words.about}</p>
          {pattern && (
            <Suspense>
              <PictureReader name={machine.name} pattern={pattern} goneShare={machine.readiness.goneShare} take={take} />
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

/** Says what was done, and offers to undo it for a while. */
function sayWithUndo(said: string, label: string, undo: () => Promise<unknown>): void {
  toast(said, { duration: UNDO_MS, action: { label, onClick: () => void undo() } });
}
