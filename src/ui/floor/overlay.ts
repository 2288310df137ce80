import { nozzleEvent } from "../../core/nozzles/ladder/events.ts";
import { machineState } from "../../core/nozzles/readiness.ts";
import { stateSentence } from "../../core/nozzles/state-sentence.ts";
import { VOIDING_CARE } from "../../core/record/care.ts";
import type { Body } from "../../core/record/entries.ts";
import type { RunBody, RunEvent } from "../../core/runs/events.ts";
import type { FloorMachine, FloorRun, FloorView } from "../../work/floor.ts";
import type { Queued } from "./keep.ts";

/**
 * The floor as this device knows it: the last snapshot with what is queued here laid over it. Pure.
 * @param offset milliseconds by which the server's clock is ahead of this device's
 */
export function withQueue(view: FloorView, queue: readonly Queued[], offset: number): FloorView {
  let next = view;
  for (const { entry, state } of queue) {
    if (state === "refused") continue;
    const at = new Date(entry.happenedAt).getTime() + (entry.timeGiven ? 0 : offset);
    if (entry.kind === "run" && entry.run) next = withRunEvent(next, entry, at);
    if (entry.kind === "check" && entry.machine) next = withCheck(next, entry, at);
    if (entry.kind === "care" && VOIDING_CARE.includes(String(entry.body.what))) next = withVoided(next, entry);
    next = withNozzleEvent(next, entry, at);
    if (entry.kind === "routine" || entry.kind === "check")
      next = withDone(next, entry, entry.body.outcome === "skipped" ? "skipped" : "done");
    if (entry.kind === "run" && entry.body.event === "end") next = withDone(next, entry, "done");
    if (entry.kind === "task") next = withTask(next, entry.body as { key: string; person: string | null });
    if (entry.kind === "one-off-over") next = withOneOff(next, entry.body as { of: string; outcome: "done" | "skipped" });
    if (entry.kind === "vessel") next = withVessel(next, entry);
    if (entry.kind === "sign") next = withSign(next, entry);
    if (entry.kind === "sign-over") next = withSignOver(next, entry);
    if (entry.kind === "one-off") next = withWork(next, entry);
    if (entry.kind === "handover-seen" && next.handover?.id === entry.body.of) next = { ...next, handover: null };
  }
  return next;
}

type Entry = Queued["entry"];

function withRunEvent(view: FloorView, entry: Entry, at: number): FloorView {
  const known = view.runs.find(({ id }) => id === entry.run);
  // What this device queues was made by its own screens.
  const body = entry.body as RunBody;
  const event: RunEvent = { id: entry.id, at, person: entry.person ?? null, body };
  if (known?.events.some(({ id }) => id === event.id)) return view;
  if (known) {
    const person = body.event === "hand" ? body.to : body.event === "resume" ? (entry.person ?? null) : known.person;
    const changed: FloorRun = { ...known, events: [...known.events, event], person, personName: nameOf(view, person) };
    return { ...view, runs: view.runs.map((run) => (run.id === known.id ? changed : run)) };
  }
  if (body.event !== "start" || !entry.machine || !entry.routine || !entry.run) return view;
  const person = entry.person ?? null;
  return {
    ...view,
    runs: [
      ...view.runs,
      {
        id: entry.run,
        machine: entry.machine,
        routine: entry.routine,
        key: body.key ?? null,
        status: "running",
        person,
        personName: nameOf(view, person),
        device: view.device?.id ?? null,
        startedWords: "",
        steps: view.routines[entry.routine]?.steps ?? [],
        events: [event],
      },
    ],
  };
}

const nameOf = (view: FloorView, person: string | null) => view.people.find(({ id }) => id === person)?.name ?? person ?? "somebody";

function withDone(view: FloorView, entry: Entry, state: "done" | "skipped"): FloorView {
  return {
    ...view,
    tasks: view.tasks.map((task) =>
      task.machine === entry.machine && task.routine === entry.routine && task.routine !== undefined && task.state !== "done"
        ? { ...task, state, late: false }
        : task,
    ),
  };
}

const withTask = (view: FloorView, { key, person }: { key: string; person: string | null }): FloorView => ({
  ...view,
  tasks: view.tasks.map((task) => (task.key === key ? { ...task, person } : task)),
});

const withOneOff = (view: FloorView, { of, outcome }: { of: string; outcome: "done" | "skipped" }): FloorView => ({
  ...view,
  tasks: view.tasks.map((task) => (task.oneOff === of ? { ...task, state: outcome, late: false } : task)),
});

/** A vessel as it was just seen or emptied: there is no guessing then. */
function withVessel(view: FloorView, { machine: at, body }: Entry): FloorView {
  const ml = typeof body.ml === "number" ? body.ml : 0;
  return {
    ...view,
    machines: view.machines.map((machine): FloorMachine => {
      const { vessel } = machine;
      if (machine.id !== at || !vessel || vessel.vessel !== body.vessel) return machine;
      const read = vessel.volumeMl * 0.02;
      return {
        ...machine,
        vessel: {
          ...vessel,
          ml,
          lowMl: Math.max(0, ml - read),
          highMl: Math.min(vessel.volumeMl, ml + read),
          surelyMl: Math.max(0, vessel.limitMl - ml - read),
          holdsBack: [],
          words: "as seen just now",
        },
      };
    }),
  };
}

const withSign = (view: FloorView, { id, machine: at, body }: Entry): FloorView => {
  const sign = String(body.sign);
  const words = view.signGuide?.find((each) => each.sign === sign)?.words ?? sign;
  const seen = { id, sign, words, seen: "just now, not sent yet", note: typeof body.note === "string" ? body.note : null };
  return {
    ...view,
    machines: view.machines.map((each) =>
      each.id === at && !each.signs?.some((known) => known.id === id) ? { ...each, signs: [...(each.signs ?? []), seen] } : each,
    ),
  };
};

const withSignOver = (view: FloorView, { machine: at, body }: Entry): FloorView => ({
  ...view,
  machines: view.machines.map((each) => (each.id === at ? { ...each, signs: each.signs?.filter(({ id }) => id !== body.of) } : each)),
});

/** Work that was put down here for today. */
function withWork(view: FloorView, { id, machine: at, body }: Entry): FloorView {
  const key = `one-off/${id}`;
  if (body.on !== view.today || view.tasks.some((task) => task.key === key)) return view;
  const machine = view.machines.find((each) => each.id === at);
  const routine = typeof body.routine === "string" ? body.routine : null;
  return {
    ...view,
    tasks: [
      ...view.tasks,
      {
        key,
        machine: at ?? null,
        machineName: machine?.name ?? null,
        area: machine?.area ?? null,
        routine,
        name: String(body.title),
        minutes: Number(body.minutes),
        skill: null,
        due: 0,
        place: view.machines.findIndex((each) => each.id === at),
        state: "due",
        late: false,
        dueWords: "today",
        dueDay: view.today,
        movable: false,
        opens: view.today,
        overdueAfter: view.today,
        isCheck: false,
        hasSteps: Boolean(view.routines[routine ?? ""]?.steps.length),
        why: ["put down here; not sent yet"],
        person: null,
        given: null,
        oneOff: id,
      },
    ],
  };
}

/** What was done for nozzles here: the next step follows from it at once. */
function withNozzleEvent(view: FloorView, entry: Entry, at: number): FloorView {
  return {
    ...view,
    machines: view.machines.map((machine): FloorMachine => {
      const { desk } = machine;
      if (machine.id !== entry.machine || !desk || desk.events.some((event) => event.entry === entry.id)) return machine;
      const { id, kind, routine = null, person = null, body } = entry;
      const event = nozzleEvent({ id, kind, routine, at, person, body }, desk.byHand ? [desk.byHand] : []);
      if (!event) return machine;
      const events = [...desk.events, event].sort((a, b) => a.at - b.at);
      return { ...machine, desk: { ...desk, events } };
    }),
  };
}

/** A clean or the like takes the check's force. */
const withVoided = (view: FloorView, { machine: of }: Entry): FloorView => ({
  ...view,
  machines: view.machines.map((machine) =>
    machine.id === of && machine.word !== "Out of order" && machine.word !== "Asleep"
      ? { ...machine, word: "Unchecked", why: "By what was entered here after the last check; it is not sent yet." }
      : machine,
  ),
});

function withCheck(view: FloorView, entry: Entry, at: number): FloorView {
  const { channels } = entry.body as Body<"check">;
  return {
    ...view,
    machines: view.machines.map((machine): FloorMachine => {
      if (machine.id !== entry.machine || machine.word === "Out of order" || machine.word === "Asleep") return machine;
      const state = machineState(
        {
          now: new Date(at),
          today: view.today,
          printsChecks: true,
          check: { at: new Date(at), day: view.today, channels, entry: entry.id },
          asleep: false,
          channels: machine.channels.map(({ id }) => id),
          nozzles: machine.desk?.judging.nozzles,
        },
        machine.readiness,
      );
      const read = new Map(channels.map((channel) => [channel.id, channel]));
      return {
        ...machine,
        word: state.word,
        why: `${stateSentence(state, view.timeZone)} By the check entered here; it is not sent yet.`,
        channels: machine.channels.map((channel) => ({
          ...channel,
          gone: false,
          unread: false,
          read: read.has(channel.id),
          ...read.get(channel.id),
        })),
      };
    }),
  };
}
