import { clockTime } from "../../calendar/site-time.ts";
import { type FloorView, nameOnFloor, withSettled } from "../../floor/floor-view.ts";
import { withVesselSeen } from "../../floor/seen-vessel.ts";
import { RunBody, type RunEvent } from "../../runs/events.ts";
import { runPlan } from "../../runs/plan.ts";
import { missing, runState } from "../../runs/run.ts";
import { openWords } from "../../runs/run-facts.ts";
import { Refusal } from "../../shop/refusal.ts";
import { machineOf, personName } from "../../shop/shop.ts";
import { heldAsleep } from "../asleep.ts";
import { EFFECTS, effectsOf } from "../effects-sql.ts";
import { kind, type TabletEntry, type Told } from "../kind.ts";
import { routineDone } from "../nozzle-doing.ts";
import { listed } from "../said.ts";
import { settledBefore } from "../settled-before.ts";
import { sleepOfRoutine } from "../sleep-fold.ts";

const WASTE = `${EFFECTS} -> 'waste'`;

/** What happens in a run; the entry names the run. */
export default kind({
  name: "step of a run",
  body: RunBody,
  sent: true,
  machine: "needed",
  routine: "needed",
  run: "needed",
  held: heldRun,
  folds: {
    settled_day: {
      where: "routine IS NOT NULL AND body ->> 'event' = 'end'",
      columns: { outcome: "'done'", first: "true", drew: "body -> 'drew'" },
      rows: ({ routine, body }) => (routine && body.event === "end" ? [{ outcome: "done", first: true, drew: body.drew ?? null }] : []),
    },
    run: {
      where: "run IS NOT NULL",
      columns: { event: "body ->> 'event'", key: "body ->> 'key'", form: "body ->> 'form'", handed_to: "body ->> 'to'" },
      rows: ({ run, body }) =>
        run
          ? [
              {
                event: body.event,
                key: body.event === "start" ? (body.key ?? null) : null,
                form: body.event === "start" ? body.form : null,
                handed_to: body.event === "hand" ? body.to : null,
              },
            ]
          : [],
    },
    found_as: {
      where: "routine IS NOT NULL AND body -> 'result' ->> 'found' IS NOT NULL",
      columns: { step: "body ->> 'step'", found: "body -> 'result' ->> 'found'" },
      rows: ({ routine, body }) =>
        routine && body.event === "step" && body.result?.found !== undefined ? [{ step: body.step, found: body.result.found }] : [],
    },
    /** Runs that read a waste vessel; which step says what is an effect of the routine. */
    waste_move: {
      where: `body ->> 'event' = 'step' AND body -> 'result' ->> 'value' IS NOT NULL AND body ->> 'step' IN (${WASTE} ->> 'before', ${WASTE} ->> 'after')`,
      columns: {
        event: `CASE WHEN body ->> 'step' = ${WASTE} ->> 'after' THEN CASE ${WASTE} ->> 'does' WHEN 'empties' THEN 'emptied' WHEN 'replaces' THEN 'replaced' WHEN 'resets' THEN 'reset' ELSE 'level' END ELSE 'level' END`,
        vessel: "NULL",
        ml: `CASE WHEN ${WASTE} ->> 'does' IN ('reads', 'empties') THEN (body -> 'result' ->> 'value')::float8 END`,
        percent: `CASE WHEN ${WASTE} ->> 'does' IN ('replaces', 'resets') THEN (body -> 'result' ->> 'value')::float8 END`,
        before_ml: "NULL::float8",
        container: "NULL",
        moved_ml: "NULL::float8",
      },
      rows(entry) {
        const { body } = entry;
        const waste = effectsOf(entry)?.waste;
        const value = body.event === "step" ? body.result?.value : undefined;
        if (body.event !== "step" || value === undefined || !waste || ![waste.before, waste.after].includes(body.step)) return [];
        const inMl = waste.does === "reads" || waste.does === "empties";
        const done = { empties: "emptied", replaces: "replaced", resets: "reset", reads: "level" }[waste.does];
        return [
          {
            event: body.step === waste.after ? done : "level",
            vessel: null,
            ml: inMl ? value : null,
            percent: inMl ? null : value,
            before_ml: null,
            container: null,
            moved_ml: null,
          },
        ];
      },
    },
    sleep: sleepOfRoutine(`body ->> 'event' = 'end' AND ${EFFECTS} IS NOT NULL`, ({ event }: RunBody) => event === "end"),
  },
  nozzles: (body, told) => (body.event === "end" ? routineDone(told) : undefined),
  onTablet: (view, entry) => (entry.run ? withRunEvent(view, entry, entry.run) : view),
  says: runWords,
  words: (body) => [
    body.event,
    "reason" in body ? body.reason : undefined,
    "note" in body ? body.note : undefined,
    "text" in body ? body.text : undefined,
  ],
  samples: [
    { event: "start", form: "guided", version: "abc" },
    { event: "step", step: "level", result: { value: 400 } },
    { event: "step", step: "pad", result: { found: "heavy" }, note: "soaked" },
    { event: "stop", reason: "telephone" },
    { event: "hand", to: "bram" },
    { event: "end" },
  ],
});

async function heldRun(told: Told<RunBody>): Promise<string | undefined> {
  const { body, machine: at, routine, shop, record } = told;
  const run = told.run ?? "";
  if (body.event === "start") {
    await heldAsleep(told, { routine: routine ?? "" });
    if (!shop.rules.book.get(routine ?? "")?.steps) throw new Refusal(400, "This routine has no steps yet; enter it as done.");
    const other = body.key ? (await record.openRunsOf(body.key)).find((each) => each.run !== run) : undefined;
    return other
      ? `${personName(shop, other.person)} has this one open since ${clockTime(other.startedAt, shop.site.timeZone)}. Both are kept; agree who goes on.`
      : undefined;
  }
  const row = await record.run(run);
  if (!row) throw new Refusal(409, "This run has not begun here. Its beginning must come first.");
  if (row.machine !== at || row.routine !== routine) throw new Refusal(400, "This run is of another machine or routine.");
  if (body.event === "hand" && !shop.people.some(({ id }) => id === body.to))
    throw new Refusal(400, "There is nobody of that name to hand it to.");
  return body.event === "end" || body.event === "abandon" ? heldEnd(told, row) : undefined;
}

async function heldEnd(told: Told<RunBody>, row: { machine: string; routine: string }): Promise<string | undefined> {
  const { id, body, shop, record, person, happenedAt } = told;
  const events = await record.runEvents(told.run ?? "");
  const start = events[0]?.body;
  const machine = machineOf(shop, row.machine);
  const plan = runPlan(await record.steps(row.routine, start?.event === "start" ? start.version : ""), machine);
  const before = runState(plan, machine, events);
  if (!before) throw new Refusal(409, "This run has not begun here. Its beginning must come first.");
  if (before.status === "ended" || before.status === "abandoned") {
    if (events.some((each) => each.id === id)) return undefined;
    return `This run was ended already by ${personName(shop, before.person)}; both entries are kept.`;
  }
  if (before.owed.length)
    throw new Refusal(409, `This run is not finished: ${openWords(before.owed).join("; ")}. Put that right and say so, then end it.`);
  const event: RunEvent = { id, at: happenedAt.getTime(), person, body };
  const after = runState(plan, machine, [...events, event]);
  if (body.event === "end" && after?.status !== "ended") {
    if (before.endsFor !== null)
      throw new Refusal(409, `This run ended before its work was done: ${before.endsFor}. Leave it undone; the work stays open.`);
    const open = missing(before, plan, machine).map(({ text }) => text);
    throw new Refusal(409, `This run is not at its end yet: ${open.slice(0, 3).join(" ")}`);
  }
  return body.event === "end" ? settledBefore(told) : undefined;
}

function withRunEvent(view: FloorView, entry: TabletEntry<RunBody>, run: string): FloorView {
  const { body, machine, routine } = entry;
  const known = view.runs.find(({ id }) => id === run);
  const event: RunEvent = { id: entry.id, at: entry.at, person: entry.person ?? null, body };
  if (known?.events.some(({ id }) => id === event.id)) return view;
  const settled = body.event === "end" ? withSettled(view, entry, "done") : withWasteRead(view, entry);
  if (known) {
    const person = body.event === "hand" ? body.to : body.event === "resume" ? (entry.person ?? null) : known.person;
    const changed = { ...known, events: [...known.events, event], person, personName: nameOnFloor(view, person) };
    return { ...settled, runs: view.runs.map((each) => (each.id === known.id ? changed : each)) };
  }
  if (body.event !== "start" || !machine || !routine) return settled;
  const person = entry.person ?? null;
  const begun = {
    id: run,
    machine,
    routine,
    key: body.key ?? null,
    status: "running",
    person,
    personName: nameOnFloor(view, person),
    device: view.device?.id ?? null,
    startedWords: "",
    steps: view.routines[routine]?.steps ?? [],
    events: [event],
  };
  return { ...settled, runs: [...view.runs, begun] };
}

/** A step that reads a waste vessel, by what its routine does. */
function withWasteRead(view: FloorView, { body, machine, routine }: TabletEntry<RunBody>): FloorView {
  const waste = view.routines[routine ?? ""]?.effects?.waste;
  const value = body.event === "step" ? body.result?.value : undefined;
  const inMl = waste?.does === "reads" || waste?.does === "empties";
  if (body.event !== "step" || value === undefined || !waste || !inMl || ![waste.before, waste.after].includes(body.step)) return view;
  return withVesselSeen(view, machine, waste.does === "empties" && body.step === waste.after ? "emptied" : "level", value);
}

function runWords(body: RunBody): string {
  switch (body.event) {
    case "start":
      return `run started, ${body.form === "guided" ? "step by step" : "as a short list"}`;
    case "step": {
      const { choice, found, value, by } = body.result ?? {};
      const said = [choice, found, value, by].filter((each) => each !== undefined).join(", ");
      return listed(`step ${body.step}${said ? `: ${said}` : ""}`, body.note, body.early && `cut short: ${body.early}`);
    }
    case "pass":
      return `step ${body.step} left out: ${body.reason}`;
    case "clear":
      return `step ${body.step}: clear`;
    case "settle":
      return `put right: ${body.owed}`;
    case "stop":
      return `stopped: ${body.reason}`;
    case "abandon":
      return `given up: ${body.reason}`;
    case "hand":
      return `handed to ${body.to}`;
    case "note":
      return body.text;
    case "photo":
      return `picture${body.of ? ` of ${body.of}` : ""}`;
    case "gear":
      return "gear on, warnings read";
    case "back":
      return "one step back";
    case "end":
      return "run ended, all done";
    case "resume":
      return "run resumed";
  }
}
