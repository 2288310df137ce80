import type { TypedLine, TypedSheet, TypedWork } from "../../core/paper/typed.ts";
import type { PlannedStep } from "../../core/runs/plan.ts";
import type { SheetView, SheetWork } from "../../work/paper/paper.ts";
import type { Counts } from "../check/channel-counts.tsx";

/** A sheet as far as it is typed in. */
export type LineDraft = {
  on?: boolean;
  time?: string;
  choice?: string;
  value?: string;
  by?: string;
  seconds?: string;
  counts?: Record<string, Counts>;
};
export type WorkDraft = {
  outcome: "" | TypedWork["outcome"];
  from: string;
  to: string;
  gear: boolean;
  lines: Record<string, LineDraft>;
  settled: string[];
  reason: string;
  note: string;
};
export type SheetDraft = { id: string; person: string; day: string; work: Record<number, WorkDraft>; note: string };

const NOTHING: Counts = { missing: 0, weak: 0, deflected: 0, neighbours: false };
export const freshWork = (whole: boolean): WorkDraft => ({
  outcome: whole ? "done" : "",
  from: "",
  to: "",
  gear: false,
  lines: {},
  settled: [],
  reason: "",
  note: "",
});

/** What the ticked lines open and no ticked line closes. */
export function leftOpen(plan: readonly PlannedStep[], { lines }: WorkDraft): { id: string; words: string }[] {
  const open = new Map<string, { id: string; words: string }>();
  for (const step of plan) {
    if (!lines[step.at]?.on) continue;
    if (step.owes) open.set(step.owes.id, step.owes);
    if (step.settles) open.delete(step.settles);
  }
  return [...open.values()];
}

/** What is sent of a draft; a sentence where something is missing that only the one who types can give. */
export function typedSheet(view: SheetView, draft: SheetDraft): { typed: TypedSheet } | { fault: string } {
  const work: TypedWork[] = [];
  for (const [index, each] of view.work.entries()) {
    const done = draft.work[index];
    if (!done?.outcome) continue;
    if (!done.to) return { fault: `${each.name}: when was it ${done.outcome === "done" ? "done" : "ended"}? Its time is on the sheet.` };
    if (done.outcome !== "done" && !done.reason.trim()) return { fault: `${each.name}: why was it ${done.outcome.replace("-", " ")}?` };
    const open = view.what === "routine" && done.outcome !== "skipped" ? leftOpen(each.plan, done) : [];
    const owed = open.find(({ id }) => !done.settled.includes(id));
    if (owed) return { fault: `${each.name}: by the sheet this is still open: ${owed.words}. Look, put it right, and tick it below.` };
    work.push({
      work: index,
      outcome: done.outcome,
      to: done.to,
      ...(done.from ? { from: done.from } : {}),
      ...(view.what === "routine" ? { gear: done.gear } : { gear: true }),
      lines: done.outcome === "skipped" ? [] : each.lines.flatMap(({ at }) => typedLine(each, at, done.lines[at]) ?? []),
      ...(open.length ? { settled: open.map(({ id }) => id) } : {}),
      ...(done.reason.trim() ? { reason: done.reason.trim() } : {}),
      ...(done.note.trim() ? { note: done.note.trim() } : {}),
    });
  }
  if (work.length === 0) return { fault: "Nothing is filled in yet: say of at least one piece of work whether it was done." };
  return {
    typed: { id: draft.id, person: draft.person, day: draft.day, work, ...(draft.note.trim() ? { note: draft.note.trim() } : {}) },
  };
}

function typedLine({ plan, channels }: SheetWork, at: string, line: LineDraft | undefined): TypedLine | undefined {
  if (!line?.on) return undefined;
  const step = plan.find((each) => each.at === at);
  const number = (text: string | undefined) => {
    const value = Number((text ?? "").replace(",", "."));
    return text?.trim() && !Number.isNaN(value) ? value : undefined;
  };
  const value = number(line.value);
  const seconds = number(line.seconds);
  const result = {
    ...(line.choice ? (step?.kind === "found" ? { found: line.choice as "clean" } : { choice: line.choice }) : {}),
    ...(value === undefined ? {} : { value }),
    ...(line.by ? { by: line.by } : {}),
  };
  return {
    at,
    ...(line.time ? { time: line.time } : {}),
    ...(Object.keys(result).length ? { result } : {}),
    ...(seconds === undefined ? {} : { seconds }),
    ...(step?.kind === "nozzle-check"
      ? {
          channels: channels.map(({ id, ink }) => ({
            ...NOTHING,
            ...(ink === "varnish" ? { unread: true } : {}),
            ...line.counts?.[id],
            id,
          })),
        }
      : {}),
  };
}
