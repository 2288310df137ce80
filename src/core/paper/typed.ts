import { type Static, Type } from "typebox";
import { DAY_STARTS_AT_HOUR } from "../calendar/site-time.ts";
import { ChannelReading } from "../nozzles/channel-reading.ts";
import { type RunBody, StepResult } from "../runs/events.ts";
import type { PlannedStep } from "../runs/plan.ts";
import { leaptOver, resultProblem } from "../runs/run.ts";
import { askedOfSheet } from "./sheet.ts";

/** What was written on a sheet, as somebody types it in afterwards. Times are the shop's wall clock, as they stand on it. */

const closed = { additionalProperties: false } as const;
const optional = Type.Optional;
const text = (maxLength: number) => Type.String({ minLength: 1, maxLength });
const Clock = Type.String({ pattern: "^(?:[01][0-9]|2[0-3]):[0-5][0-9]$" });

export const TypedLine = Type.Object(
  {
    /** The step, as the run's plan names it. */
    at: text(200),
    time: optional(Clock),
    result: optional(Type.Omit(StepResult, ["check", "photo"])),
    /** Of a nozzle check. */
    channels: optional(Type.Array(ChannelReading, { minItems: 1, maxItems: 200 })),
    /** Of a hold: how long it was kept up in all. */
    seconds: optional(Type.Number({ minimum: 0, maximum: 86_400 })),
    note: optional(text(2000)),
  },
  closed,
);

export const TypedWork = Type.Object(
  {
    /** The line of the sheet's work, from 0. */
    work: Type.Integer({ minimum: 0, maximum: 499 }),
    outcome: Type.Enum(["done", "skipped", "not-finished"]),
    from: optional(Clock),
    to: Clock,
    /** Gear was on and the cautions read, as ticked. */
    gear: optional(Type.Boolean()),
    lines: Type.Array(TypedLine, { maxItems: 500 }),
    /** Things the sheet leaves open and that are put right meanwhile, by their ids. */
    settled: optional(Type.Array(text(60), { maxItems: 50 })),
    /** Why it was skipped or not finished. */
    reason: optional(text(500)),
    note: optional(text(2000)),
  },
  closed,
);

export const TypedSheet = Type.Object(
  {
    /** Made by the screen, so that sending it twice counts once. */
    id: Type.String({ format: "uuid" }),
    /** Who did the work. */
    person: text(200),
    /** The site's day on which it was done. */
    day: Type.String({ format: "date" }),
    work: Type.Array(TypedWork, { minItems: 1, maxItems: 500 }),
    note: optional(text(2000)),
  },
  closed,
);

export type TypedLine = Static<typeof TypedLine>;
export type TypedWork = Static<typeof TypedWork>;
export type TypedSheet = Static<typeof TypedSheet>;

/** An event of a run at a wall-clock time; a check comes with the readings that are its own entry. */
export type TypedEvent = { time: string; body: RunBody; channels?: ChannelReading[] };
export const NOT_TICKED = "not ticked on the sheet";
export const NO_PICTURE = "on paper: no picture";

/** Minutes since the site's day began; what lies after midnight belongs to the evening before it. */
export function minuteOfDay(clock: string, startsAtHour = DAY_STARTS_AT_HOUR): number {
  const [hours = 0, minutes = 0] = clock.split(":").map(Number);
  return (hours * 60 + minutes - startsAtHour * 60 + 1440) % 1440;
}

/**
 * The events of a run that was done by a sheet, in the plan's order. A step without a time of its own has that of the step
 * before it (the first that of the beginning); what is not ticked was left out. `whole`: the sheet shows every step.
 * `problems` names the lines, from 1, that can't be so.
 */
export function typedEvents(
  plan: readonly PlannedStep[],
  typed: TypedWork,
  start: { version: string; key?: string; whole: boolean; dayStartsAtHour?: number },
): { events: TypedEvent[] } | { problems: { line: number; message: string }[] } {
  const problems: { line: number; message: string }[] = [];
  const minute = (clock: string) => minuteOfDay(clock, start.dayStartsAtHour);
  const written = new Map(typed.lines.map((line) => [line.at, line]));
  const from = typed.from ?? typed.lines.find(({ time }) => time)?.time ?? typed.to;
  const events: TypedEvent[] = [
    {
      time: from,
      body: {
        event: "start",
        form: start.whole ? "paper" : "short",
        version: start.version,
        gear: typed.gear ?? false,
        ...(start.key ? { key: start.key } : {}),
      },
    },
  ];
  const leapt = leaptOver(plan, (at) => written.get(at)?.result?.choice);
  let time = from;
  plan.forEach((step, index) => {
    const line = written.get(step.at);
    written.delete(step.at);
    if (!line) {
      // By what was written further up it may never have been asked for.
      if (start.whole && typed.outcome === "done" && !leapt.has(step.at) && !(step.when && askedOfSheet(step.when)))
        events.push({ time, body: { event: "pass", step: step.at, reason: NOT_TICKED } });
      return;
    }
    if (line.time) {
      if (minute(line.time) < minute(time))
        problems.push({ line: index + 1, message: `${line.time} is before ${time}, on the line above` });
      time = line.time;
    }
    if (step.kind === "photo") return void events.push({ time, body: { event: "pass", step: step.at, reason: NO_PICTURE } });
    const problem =
      step.kind === "nozzle-check" ? (line.channels ? undefined : "Enter the readings of the check.") : resultProblem(step, line.result);
    if (problem) problems.push({ line: index + 1, message: problem });
    events.push({
      time,
      body: {
        event: "step",
        step: step.at,
        ...(line.result && Object.keys(line.result).length ? { result: line.result } : {}),
        ...(line.seconds === undefined ? {} : { tookSeconds: line.seconds }),
        ...(line.note ? { note: line.note } : {}),
      },
      ...(line.channels ? { channels: line.channels } : {}),
    });
  });
  for (const at of written.keys()) problems.push({ line: 0, message: `there is no step “${at}” on this sheet` });
  if (minute(typed.to) < minute(time))
    problems.push({ line: plan.length, message: `the end at ${typed.to} is before ${time}, on the line above` });
  for (const owed of typed.settled ?? []) events.push({ time: typed.to, body: { event: "settle", owed } });
  if (typed.note) events.push({ time: typed.to, body: { event: "note", text: typed.note } });
  events.push({
    time: typed.to,
    body: typed.outcome === "done" ? { event: "end" } : { event: "abandon", reason: typed.reason ?? "not finished" },
  });
  return problems.length ? { problems } : { events };
}
