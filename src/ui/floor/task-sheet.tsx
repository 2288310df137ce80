"use client";
import { ChevronLeftIcon, PlayIcon } from "lucide-react";
import { uuidv7 } from "uuidv7";
import type { FloorView } from "../../core/floor/floor-view.ts";
import { useFloorWorkWords } from "../../words/floor-work-words.ts";
import { filled } from "../../words/plain.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Fold } from "./fold.tsx";
import { put } from "./outbox.ts";
import { Reasons } from "./reasons.tsx";
import { go, to } from "./route.ts";
import { openRuns } from "./runs.ts";
import type { Floor } from "./use-floor.ts";

const BIG = `${buttonLook("primary", "hand")} w-full !min-h-20 !text-2xl !whitespace-normal [&_svg]:!size-7`;
const ALSO = `${buttonLook("secondary", "hand")} w-full !min-h-20 !text-xl !whitespace-normal`;

/** One piece of work: how to do it, why it is due, handing it over, skipping it. */
export function TaskSheet({ floor, taskKey }: { floor: Floor; taskKey: string }) {
  const words = useFloorWorkWords().task;
  const { view, who } = floor;
  const task = view.tasks.find(({ key }) => key === taskKey);
  const back = (
    <a href={to.shift} className="flex min-h-14 items-center gap-1 font-semibold text-ink no-underline">
      <ChevronLeftIcon aria-hidden="true" className="size-6" />
      {words.toShift}
    </a>
  );
  if (!task)
    return (
      <main className="mx-auto max-w-3xl px-3 pb-4">
        {back}
        <h1>{words.gone}</h1>
        <p className="mt-2">{words.goneNote}</p>
      </main>
    );
  const routine = task.routine ? view.routines[task.routine] : undefined;
  const machine = view.machines.find(({ id }) => id === task.machine);
  const [open] = openRuns(view).filter(({ run }) => run.key === task.key);
  const mine = open?.state.person === who?.person;
  const over = task.state === "done" || task.state === "skipped";
  return (
    <main className="mx-auto grid max-w-3xl gap-4 px-3 pb-4">
      <div>
        {back}
        <h1 className="!text-3xl font-extrabold leading-tight tracking-tight">
          {filled(words.title, { machine: task.machineName ?? words.shop, work: task.name })}
        </h1>
        <p className="mt-1 text-ink2">
          {filled(words.time, { minutes: task.minutes })}
          {routine?.waitMinutes ? filled(words.wait, { minutes: routine.waitMinutes }) : ""}
          {task.skill ? `; ${filled(words.skill, { skill: task.skill })}` : ""}
        </p>
      </div>
      {machine?.missed?.closing && task.isCheck && <p className="rounded-[3px] bg-hold-wash p-3 font-semibold text-hold">{words.missed}</p>}
      {task.state === "done" || task.state === "skipped" ? (
        <p className="text-xl">{filled(words.over, { state: words.states[task.state] })}</p>
      ) : open ? (
        <section className="grid gap-3 rounded-[6px] border border-accent bg-accent-wash p-3">
          <p className="text-xl">
            {filled(mine ? words.mine : words.others, { name: open.run.personName, step: open.state.now?.text ?? words.atEnd })}
            {open.run.startedWords && <span className="text-ink2"> ({filled(words.since, { time: open.run.startedWords })})</span>}
          </p>
          <a href={to.run(open.run.id)} className={BIG}>
            {mine ? words.goOn : words.look}
          </a>
        </section>
      ) : (
        <Begin floor={floor} task={task} />
      )}
      <Fold title={words.why}>
        <ul className="list-disc pl-5">
          {task.why.map((why) => (
            <li key={why}>{why}</li>
          ))}
          {task.given && (
            <li>
              {task.given.why
                ? filled(words.givenWhy, { name: task.given.by, why: task.given.why })
                : filled(words.given, { name: task.given.by })}
            </li>
          )}
        </ul>
      </Fold>
      {!over && <HandOn floor={floor} task={task} />}
      {!over && <Skip task={task} />}
      {machine && (
        <a href={to.machine(machine.id)} className={buttonLook("secondary", "hand")}>
          {machine.name}
        </a>
      )}
    </main>
  );
}

type Task = FloorView["tasks"][number];

/** Begins a run; returns its id. */
export async function begin(
  view: FloorView,
  machine: string,
  routineId: string,
  form: "short" | "guided",
  more: { key?: string; gear?: boolean } = {},
): Promise<string> {
  const run = uuidv7();
  const version = view.routines[routineId]?.version ?? "";
  await put([{ kind: "run", machine, routine: routineId, run, body: { event: "start", form, version, ...more } }]);
  return run;
}

function Begin({ floor, task }: { floor: Floor; task: Task }) {
  const words = useFloorWorkWords().task;
  const { view } = floor;
  const routine = task.routine ? view.routines[task.routine] : undefined;
  const others = view.tasks.filter(
    (each) =>
      each.routine === task.routine &&
      each.key !== task.key &&
      each.state !== "done" &&
      each.state !== "skipped" &&
      each.state !== "coming",
  );
  const stepByStep = (machine: string, routineId: string) => (
    <button
      type="button"
      className={BIG}
      onClick={() => void begin(view, machine, routineId, "guided", { key: task.key }).then((run) => go(to.run(run)))}
    >
      <PlayIcon aria-hidden="true" />
      {words.guided}
    </button>
  );
  if (task.oneOff) {
    const of = task.oneOff;
    const { machine, routine } = task;
    return (
      <div className="grid gap-2">
        {machine && routine && (view.routines[routine]?.steps.length ?? 0) > 0 && stepByStep(machine, routine)}
        <button
          type="button"
          className={BIG}
          onClick={() =>
            void put([{ kind: "one-off-over", ...(machine ? { machine } : {}), body: { of, outcome: "done" } }]).then(() => go(to.shift))
          }
        >
          {words.done}
        </button>
      </div>
    );
  }
  if (!routine || !task.machine) return null;
  const machine = task.machine;
  if (routine.steps.length === 0)
    return routine.isCheck ? (
      <a href={to.check([machine], { key: task.key })} className={BIG}>
        {words.check}
      </a>
    ) : (
      <button
        type="button"
        className={BIG}
        onClick={() => void put([{ kind: "routine", machine, routine: routine.id, body: { outcome: "done" } }]).then(() => go(to.shift))}
      >
        {words.done}
      </button>
    );
  return (
    <div className="grid gap-2 sm:grid-cols-2">
      {stepByStep(machine, routine.id)}
      {routine.isCheck ? (
        <a href={to.check([machine], { key: task.key })} className={ALSO}>
          {words.shortCheck}
        </a>
      ) : (
        <a href={to.several(routine.id)} className={ALSO}>
          {others.length ? filled(words.shortMany, { count: others.length + 1 }) : words.short}
        </a>
      )}
    </div>
  );
}

function HandOn({ floor, task }: { floor: Floor; task: Task }) {
  const words = useFloorWorkWords().task;
  const { view, who } = floor;
  if (task.person !== null && task.person !== who?.person) return null;
  const give = (person: string | null) =>
    put([
      {
        kind: "task",
        ...(task.machine ? { machine: task.machine } : {}),
        ...(task.routine ? { routine: task.routine } : {}),
        body: { key: task.key, due: task.dueDay, person },
      },
    ]);
  if (task.person === null)
    return who ? (
      <Button size="hand" onClick={() => void give(who.person)}>
        {words.take}
      </Button>
    ) : null;
  const fitting = view.people
    .filter(({ id, role, skills }) => id !== who?.person && role !== "viewer" && (!task.skill || skills.includes(task.skill)))
    .sort((a, b) => Number(b.there) - Number(a.there));
  return (
    <Fold title={words.hand}>
      <div role="group" aria-label={words.handTo} className="grid grid-cols-2 gap-2">
        {[{ id: null, name: words.anyone, there: true }, ...fitting].map(({ id, name, there }) => (
          <Button key={id ?? ""} size="hand" className="!whitespace-normal" onClick={() => void give(id).then(() => go(to.shift))}>
            {name}
            {!there && <span className="font-normal text-base text-ink2">{words.away}</span>}
          </Button>
        ))}
      </div>
    </Fold>
  );
}

function Skip({ task }: { task: Task }) {
  const words = useFloorWorkWords().task;
  const skip = (reason: string) =>
    put([
      task.oneOff
        ? {
            kind: "one-off-over",
            ...(task.machine ? { machine: task.machine } : {}),
            body: { of: task.oneOff, outcome: "skipped", reason },
          }
        : { kind: "routine", machine: task.machine ?? "", routine: task.routine ?? "", body: { outcome: "skipped", reason } },
    ]).then(() => go(to.shift));
  return (
    <Fold title={words.skip}>
      <Reasons of={words.skipWhy} act={words.skipDo} choose={(reason) => void skip(reason)} />
    </Fold>
  );
}
