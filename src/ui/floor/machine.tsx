"use client";
import { ChevronRightIcon, ListChecksIcon } from "lucide-react";
import { lazy, Suspense, useState } from "react";
import type { FloorMachine, FloorRoutine, FloorView } from "../../core/floor/floor-view.ts";
import { useFloorWorkWords } from "../../words/floor-work-words.ts";
import { filled } from "../../words/plain.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Comb } from "../kit/comb.tsx";
import { Field, TextInput } from "../kit/field.tsx";
import { Glyph } from "../kit/glyph.tsx";
import { StateMark } from "../kit/state-mark.tsx";
import { say } from "../say.ts";
import { BackLink } from "./back-link.tsx";
import { asleepWhy, FloorVessel } from "./empty-first.tsx";
import { Fold } from "./fold.tsx";
import { FillChannel, InkLevels } from "./leaves-shelf.tsx";
import { put } from "./outbox.ts";
import { Printing } from "./printing.tsx";
import { go, to } from "./route.ts";
import { openRuns } from "./runs.ts";
import { Asks, type Enter, OpenSigns, ReportSign } from "./signs.tsx";
import { begin } from "./task-sheet.tsx";
import type { Floor } from "./use-floor.ts";

const FloorWhatNow = lazy(() => import("./nozzles.tsx").then((module) => ({ default: module.FloorWhatNow })));
const LINE = "flex min-h-16 items-center gap-3 rounded-[6px] border border-line bg-card px-3 text-ink no-underline hover:border-ink";

/** A machine on the floor: its state and what to do, then what is due there, signs, notes, out of order and back. */
export function FloorMachinePage({ floor, id }: { floor: Floor; id: string }) {
  const words = useFloorWorkWords().machine;
  const { view } = floor;
  const machine = view.machines.find((each) => each.id === id);
  if (!machine)
    return (
      <main className="mx-auto grid max-w-3xl justify-items-start gap-3 px-3 pb-4">
        <BackLink />
        <h1>{words.missing}</h1>
        <a href={to.scan} className={buttonLook("primary", "hand")}>
          {words.find}
        </a>
      </main>
    );
  const tasks = view.tasks.filter((task) => task.machine === id && task.state !== "done" && task.state !== "skipped");
  const runs = openRuns(view).filter(({ run }) => run.machine === id);
  const callable = machine.routines.flatMap((routine) =>
    tasks.some((task) => task.routine === routine) || runs.some(({ run }) => run.routine === routine) || asleepWhy(view, machine, routine)
      ? []
      : (view.routines[routine] ?? []),
  );
  const skills = view.people.find((person) => person.id === floor.who?.person)?.skills ?? [];
  const checks = machine.class !== "cij" && machine.channels.length > 0;
  const sleeps = machine.sleep && asleepWhy(view, machine, Object.values(view.routines).find(({ isCheck }) => isCheck)?.id);
  const enter: Enter = async (draft, said) => {
    const { full } = await put([draft].flat().map((each) => ({ machine: id, ...each })));
    say(full ? `${said} ${words.full}` : said);
  };
  return (
    <main className="mx-auto grid max-w-3xl gap-4 px-3 pb-4">
      <header>
        <BackLink />
        <h1 className="flex flex-wrap items-center gap-x-4 !text-4xl font-extrabold tracking-tight">
          {machine.name} <StateMark word={machine.word} big />
        </h1>
        <p className="mt-1">{machine.why}</p>
        {machine.missed && (
          <p className="mt-1 font-semibold text-hold">
            {filled(words.missed, { day: machine.missed.day, names: machine.missed.names.join(", ") })}
          </p>
        )}
        {checks && (
          <div className="mt-2 flex gap-1">
            {machine.channels.map((channel) => (
              <Comb key={channel.id} channel={channel} width={48} height={28} />
            ))}
          </div>
        )}
      </header>
      {!sleeps && (
        <Suspense>
          <FloorWhatNow floor={floor} machine={machine} />
        </Suspense>
      )}
      {!sleeps && !machine.repair && (
        <section aria-label={words.acts} className="grid grid-cols-2 gap-2">
          {checks && (
            <a href={to.check([id])} className={`${buttonLook("secondary", "hand")} !min-h-16 !whitespace-normal !text-xl`}>
              <ListChecksIcon aria-hidden="true" className="!size-6" />
              {words.check}
            </a>
          )}
          <Printing floor={floor} machine={machine} enter={enter} />
        </section>
      )}
      <OpenSigns view={floor.plain} machine={machine} enter={enter} />
      <section aria-label={words.due} className="grid gap-1.5">
        <h2 className="!text-xl font-bold">{words.due}</h2>
        {tasks.length === 0 && runs.length === 0 && <p className="text-ink2">{words.none}</p>}
        <ul className="grid gap-1.5">
          {runs.map(({ run, routine, state }) => (
            <li key={run.id}>
              <a href={to.run(run.id)} className={LINE}>
                <b>{routine.name}</b>{" "}
                <span className="grow text-right text-ink2">
                  {state.status === "stopped" ? words.stopped : filled(words.atIt, { name: run.personName })}
                </span>
                <ChevronRightIcon aria-hidden="true" className="size-6" />
              </a>
            </li>
          ))}
          {tasks
            .filter(({ key }) => !runs.some(({ run }) => run.key === key))
            .map((task) => (
              <li key={task.key}>
                <a href={to.task(task.key)} className={LINE}>
                  <b className="min-w-0">{task.name}</b>{" "}
                  <span className={`grow text-right ${task.late ? "font-semibold text-hold" : "text-ink2"}`}>
                    {task.late ? words.late : task.dueWords}
                  </span>
                  <Glyph name={task.glyph} size={24} />
                  <ChevronRightIcon aria-hidden="true" className="size-6" />
                </a>
              </li>
            ))}
        </ul>
      </section>
      {machine.vessel && (
        <section aria-label={words.waste} className="grid gap-2">
          <h2 className="!text-xl font-bold">{words.waste}</h2>
          {machine.vessel.holdsBack.map(({ routine, name, why }) => (
            <p key={routine} className="rounded-[3px] bg-hold-wash p-3">
              <b className="text-hold">{words.emptyFirst}</b>, {filled(words.before, { routine: name, why })}
            </p>
          ))}
          <FloorVessel view={view} machine={machine} />
        </section>
      )}
      <ReportSign view={floor.plain} machine={machine} enter={enter} />
      {machine.channels.length > 0 && (
        <Fold title={words.ink}>
          <FillChannel view={view} machine={machine} enter={(draft, said) => void enter(draft, said)} />
          <h3 className="mt-4 mb-1">{words.levels}</h3>
          <InkLevels machine={machine} enter={(draft, said) => void enter(draft, said)} />
        </Fold>
      )}
      <Asks view={floor.plain} machine={machine} enter={enter} />
      <OtherRoutines view={view} machine={machine} routines={callable} skills={skills} />
      <OutOfOrder floor={floor} machine={machine} enter={enter} />
    </main>
  );
}

/** Routines that are not due here today: called for now, by who has the skill. */
function OtherRoutines({
  view,
  machine,
  routines,
  skills,
}: {
  view: FloorView;
  machine: FloorMachine;
  routines: FloorRoutine[];
  skills: string[];
}) {
  const words = useFloorWorkWords().machine;
  const mine = routines.filter(({ skill }) => skill === null || skills.includes(skill));
  const others = routines.filter((routine) => !mine.includes(routine));
  return (
    <Fold title={filled(words.others, { count: mine.length })}>
      <div className="grid gap-2 sm:grid-cols-2">
        {mine.map((routine) => (
          <Button
            key={routine.id}
            size="hand"
            className="!whitespace-normal"
            onClick={() => void begin(view, machine.id, routine.id, "guided").then((run) => go(to.run(run)))}
          >
            {filled(words.now, { routine: routine.name })}
          </Button>
        ))}
      </div>
      {others.length > 0 && (
        <p className="mt-2 text-ink2">
          {filled(words.notYours, { list: others.map(({ name, skill }) => `${name} (${skill})`).join(", ") })}
        </p>
      )}
    </Fold>
  );
}

function OutOfOrder({ machine, enter, floor }: { machine: FloorMachine; enter: Enter; floor: Floor }) {
  const words = useFloorWorkWords().machine;
  const [symptom, setSymptom] = useState("");
  const { repair } = machine;
  const closes = floor.view.people.some(({ id, role }) => id === floor.who?.person && (role === "supervisor" || role === "technician"));
  if (repair)
    return (
      <section aria-label={words.brokenTitle} className="grid justify-items-start gap-2 rounded-[6px] border border-hold bg-card p-3">
        <h2 className="!text-2xl font-bold">{words.brokenTitle}</h2>
        <p>
          {repair.body.waitsFor
            ? filled(words.waitsFor, { symptom: repair.body.symptom ?? "", what: repair.body.waitsFor })
            : repair.body.symptom}
        </p>
        <p className="text-ink2">{words.brokenNote}</p>
        {closes && (
          <Button size="hand" onClick={() => void enter({ kind: "repair", body: { event: "close", of: repair.id } }, words.repairedSaid)}>
            {words.repaired}
          </Button>
        )}
      </section>
    );
  return (
    <Fold title={words.broken}>
      <form
        className="flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (symptom.trim()) void enter({ kind: "repair", body: { event: "open", symptom: symptom.trim() } }, words.brokenSaid);
        }}
      >
        <Field label={words.symptom} className="grow">
          <TextInput value={symptom} maxLength={500} onChange={(event) => setSymptom(event.target.value)} className="!min-h-14 !text-lg" />
        </Field>
        <Button type="submit" look="danger" size="hand" disabled={!symptom.trim()}>
          {words.report}
        </Button>
      </form>
    </Fold>
  );
}
