import { isoDay, readDay, spokenDay, toDay } from "../core/calendar/day.ts";
import { clockTime } from "../core/calendar/site-time.ts";
import { dueOfMachine } from "../core/due/due-work.ts";
import type { Person } from "../core/fleet/schema.ts";
import type { Body } from "../core/record/entries.ts";
import type { RunBody, RunEvent } from "../core/runs/events.ts";
import { runPlan } from "../core/runs/plan.ts";
import { missing, runState } from "../core/runs/run.ts";
import { mayDo } from "../core/safety/who-may.ts";
import { causesInOrder } from "../core/signs/causes.ts";
import type { NewEntry } from "../ledger/append.ts";
import { settledOn } from "../ledger/condition.ts";
import type { Connection } from "../ledger/database.ts";
import { checkById } from "../ledger/nozzles.ts";
import { openRunsOf, runEvents, runRow } from "../ledger/runs.ts";
import { signRow } from "../ledger/signs.ts";
import { checkedSince, handoverIs, oneOffRow, openRepairs, repairRow, taskOf } from "../ledger/tasks.ts";
import { dueFacts } from "./due.ts";
import { Refusal } from "./refusal.ts";
import { stepsOf } from "./run-book.ts";
import { dayAt, machineOf, personName, type Shop } from "./shop.ts";
import { heldAsleep, heldSleep } from "./standby/held-standby.ts";
import { heldStores } from "./stores/held-stores.ts";

/**
 * Holds an entry against what the ledger has already. Real work is always kept; what there is to know about it comes
 * back as a message. @throws Refusal where it can't be true, or is not theirs to say
 */
export async function heldAgainstRecord(tx: Connection, shop: Shop, who: Person, made: NewEntry): Promise<string | undefined> {
  switch (made.kind) {
    case "run":
      await heldAsleep(tx, shop, made);
      return heldRun(tx, shop, made);
    case "routine":
    case "check":
      return settledBefore(tx, shop, made);
    case "pin":
      return heldPin(tx, shop, made);
    case "move":
      return heldMove(tx, shop, made);
    case "sleep":
      return heldSleep(tx, shop, made);
    case "busy":
    case "care":
      await heldAsleep(tx, shop, made);
      return undefined;
    case "task":
      await heldAsleep(tx, shop, made);
      return heldTask(tx, shop, who, made);
    case "one-off":
      await heldAsleep(tx, shop, made);
      return heldWork(tx, shop, made);
    case "sign-over":
      return heldSign(tx, shop, made);
    case "one-off-over":
      return heldOneOff(tx, shop, made);
    case "roster":
      return heldRoster(shop, made);
    case "handover-seen":
      if (!(await handoverIs(tx, shop.id, bodyOf<"handover-seen">(made).of))) throw new Refusal(404, "There is no such handover.");
      return undefined;
    case "repair":
      return heldRepair(tx, shop, made);
    default:
      return heldStores(tx, shop, who, made);
  }
}

/** A body passed its schema before. */
const bodyOf = <Kind extends Parameters<typeof narrow>[0]>(made: NewEntry) => made.body as Body<Kind>;
declare function narrow(
  kind: "run" | "move" | "task" | "one-off" | "one-off-over" | "sign-over" | "roster" | "handover-seen" | "repair",
): void;

/** What is held up for comparing is a check of this machine. */
async function heldPin(tx: Connection, shop: Shop, made: NewEntry): Promise<undefined> {
  const { of } = made.body;
  if (typeof of === "string" && (await checkById(tx, shop.id, of))?.machine !== made.machine)
    throw new Refusal(404, "There is no such check of this machine to hold up.");
}

async function heldRun(tx: Connection, shop: Shop, made: NewEntry): Promise<string | undefined> {
  const body = bodyOf<"run">(made) as RunBody;
  const run = made.run ?? "";
  if (body.event === "start") {
    if (!shop.rules.book.get(made.routine ?? "")?.steps) throw new Refusal(400, "This routine has no steps yet; enter it as done.");
    const others = body.key ? (await openRunsOf(tx, shop.id, body.key)).filter((each) => each.run !== run) : [];
    const other = others[0];
    return other
      ? `${personName(shop, other.person)} has this one open since ${clockTime(other.startedAt, shop.site.timeZone)}. Both are kept; agree who goes on.`
      : undefined;
  }
  const row = await runRow(tx, shop.id, run);
  if (!row) throw new Refusal(409, "This run has not begun here. Its beginning must come first.");
  if (row.machine !== made.machine || row.routine !== made.routine) throw new Refusal(400, "This run is of another machine or routine.");
  if (body.event === "hand" && !shop.people.some(({ id }) => id === body.to))
    throw new Refusal(400, "There is nobody of that name to hand it to.");
  if (body.event !== "end" && body.event !== "abandon") return undefined;
  const events = (await runEvents(tx, shop.id, [run])).get(run) ?? [];
  const start = events[0]?.body;
  const machine = machineOf(shop, row.machine);
  const plan = runPlan(await stepsOf(tx, shop, row.routine, start?.event === "start" ? start.version : ""), machine);
  const before = runState(plan, machine, events);
  if (!before) throw new Refusal(409, "This run has not begun here. Its beginning must come first.");
  if (before.status === "ended" || before.status === "abandoned") {
    if (events.some(({ id }) => id === made.id)) return undefined;
    return `This run was ended already by ${personName(shop, before.person)}; both entries are kept.`;
  }
  if (before.owed.length)
    throw new Refusal(
      409,
      `This run still owes: ${before.owed.map(({ words }) => words).join("; ")}. Put that right and say so, then end it.`,
    );
  const event: RunEvent = { id: made.id, at: made.happenedAt.getTime(), person: made.person ?? null, body };
  const after = runState(plan, machine, [...events, event]);
  if (body.event === "end" && after?.status !== "ended") {
    const open = missing(before, plan, machine).map(({ text }) => text);
    throw new Refusal(409, `This run is not at its end yet: ${open.slice(0, 3).join(" ")}`);
  }
  return body.event === "end" ? settledBefore(tx, shop, made) : undefined;
}

/** Two people did the same: both entries stay, the first one settled it, the second hears of it. */
async function settledBefore(tx: Connection, shop: Shop, made: NewEntry): Promise<string | undefined> {
  if (!made.machine || !made.routine || made.body.outcome === "skipped") return undefined;
  const before = await settledOn(tx, shop.id, made.machine, made.routine, made.localDay);
  if (!before || before.entryId === made.id) return undefined;
  // The same person's twice is a second time, unless it comes from a sheet that may have been typed in before.
  if (before.person === made.person && !made.typedBy) return undefined;
  const name = shop.rules.book.get(made.routine)?.name ?? made.routine;
  return `${name} at ${machineOf(shop, made.machine).name} was entered already by ${personName(shop, before.person)} at ${clockTime(before.happenedAt, shop.site.timeZone)}. Yours is kept too; it is done once.`;
}

async function heldWork(tx: Connection, shop: Shop, made: NewEntry): Promise<undefined> {
  const { routine, sign } = bodyOf<"one-off">(made);
  if (routine !== undefined && !shop.rules.book.has(routine)) throw new Refusal(400, `There is no routine “${routine.slice(0, 60)}”.`);
  if (sign !== undefined && (await signRow(tx, shop.id, sign))?.machine !== made.machine)
    throw new Refusal(404, "There is no such sign at this machine.");
}

async function heldSign(tx: Connection, shop: Shop, made: NewEntry): Promise<string | undefined> {
  const { of, cause, note } = bodyOf<"sign-over">(made);
  const row = await signRow(tx, shop.id, of);
  if (!row || row.machine !== made.machine) throw new Refusal(404, "There is no such sign at this machine.");
  if (cause === "other" ? !note : !causesInOrder(row.sign, {}).some(({ id }) => id === cause))
    throw new Refusal(400, "What was it? Choose one of the causes, or say in words what else.");
  return row.overAt ? "This sign was explained already; what you said last counts." : undefined;
}

async function heldMove(tx: Connection, shop: Shop, made: NewEntry): Promise<undefined> {
  const { due, to, reason } = bodyOf<"move">(made);
  const today = dayAt(shop);
  const machine = machineOf(shop, made.machine ?? "");
  const [facts] = await dueFacts(tx, shop, today, [machine]);
  const [dueDay, toDay_] = [toDay(due), toDay(to)];
  const work = facts
    ? dueOfMachine(
        { ...facts, moves: without(facts.moves, made.routine ?? "", dueDay) },
        shop.rules,
        today,
        Math.max(1, dueDay - today + 1),
      )
    : [];
  const found = work.find(
    (each) => each.routine === made.routine && each.due === dueDay && each.state !== "done" && each.state !== "skipped",
  );
  const name = shop.rules.book.get(made.routine ?? "")?.name ?? made.routine;
  if (!found) throw new Refusal(400, `${name} at ${machine.name} is not due on ${spokenDay(dueDay)}, so there is nothing to move.`);
  if (found.beat || found.key.endsWith("/idle"))
    throw new Refusal(400, `${name} belongs to its day and can't be moved; skip it with a reason instead.`);
  if (toDay_ < today) throw new Refusal(400, "It can't be moved to a day that is over.");
  if ((toDay_ < found.opens || toDay_ > found.overdueAfter) && !reason)
    throw new Refusal(
      400,
      `${spokenDay(toDay_)} lies outside its window (${spokenDay(found.opens)} to ${spokenDay(found.overdueAfter)}). Say why, and it is moved all the same.`,
    );
  return undefined;
}

/** Moves without the one of a due day: a second move of the same work takes the first one's place. */
function without(moves: ReadonlyMap<string, ReadonlyMap<number, number>>, routine: string, due: number) {
  return new Map([...moves].map(([id, days]) => [id, id === routine ? new Map([...days].filter(([from]) => from !== due)) : days]));
}

async function heldTask(tx: Connection, shop: Shop, who: Person, made: NewEntry): Promise<string | undefined> {
  const { key, person } = bodyOf<"task">(made);
  if (person !== null && !shop.people.some(({ id }) => id === person))
    throw new Refusal(400, "There is nobody of that name to give it to.");
  const before = await taskOf(tx, shop.id, key);
  const theirs = before?.person === who.id || before?.person == null;
  if (!mayDo(who.role, "plan") && !theirs)
    throw new Refusal(403, `${personName(shop, before?.person)} has this one. They can hand it over, or a supervisor can.`);
  if (!mayDo(who.role, "plan") && person !== who.id && before?.person !== who.id)
    throw new Refusal(403, "You can take work yourself and hand over what is yours; a supervisor gives work to others.");
  return undefined;
}

async function heldOneOff(tx: Connection, shop: Shop, made: NewEntry): Promise<string | undefined> {
  const { of, outcome, reason } = bodyOf<"one-off-over">(made);
  const row = await oneOffRow(tx, shop.id, of);
  if (!row) throw new Refusal(404, "There is no such one-off work.");
  if (outcome === "skipped" && !reason) throw new Refusal(400, "Why is it skipped? A reason goes with it.");
  return row.outcome && row.overBy !== made.person
    ? `It was entered already by ${personName(shop, row.overBy)}. Yours is kept too.`
    : undefined;
}

function heldRoster(shop: Shop, made: NewEntry): undefined {
  const { person, from, to, shifts } = bodyOf<"roster">(made);
  if (!shop.people.some(({ id }) => id === person)) throw new Refusal(400, "There is nobody of that name in this shop.");
  if ((readDay(to) ?? 0) < (readDay(from) ?? 0)) throw new Refusal(400, "It ends before it begins.");
  const unknown = shifts.find((id) => !shop.calendar.shifts?.some((shift) => shift.id === id));
  if (unknown !== undefined) throw new Refusal(400, `There is no shift “${unknown.slice(0, 60)}”.`);
  return undefined;
}

async function heldRepair(tx: Connection, shop: Shop, made: NewEntry): Promise<undefined> {
  const body = bodyOf<"repair">(made);
  const machine = machineOf(shop, made.machine ?? "");
  const open = (await openRepairs(tx, shop.id)).find((each) => each.machine === machine.id);
  if (body.event === "open") {
    if (!body.symptom) throw new Refusal(400, "What is wrong with it? A symptom goes with it.");
    if (open) throw new Refusal(409, `${machine.name} is out of order already, since ${spokenDay(toDay(open.openedDay))}.`);
    const unknown = body.goOn?.find((id) => !shop.rules.book.has(id));
    if (unknown !== undefined) throw new Refusal(400, `There is no routine “${unknown.slice(0, 60)}” to go on.`);
    return undefined;
  }
  const repair = body.of ? await repairRow(tx, shop.id, body.of) : undefined;
  if (!repair || repair.machine !== machine.id) throw new Refusal(404, "There is no such repair of this machine.");
  if (repair.closedAt) throw new Refusal(409, "This repair is closed already.");
  const checks = machine.class !== "cij" && (machine.heads ?? []).some(({ channels }) => channels?.length);
  if (body.event === "close" && checks && !(await checkedSince(tx, shop.id, machine.id, repair.openedAt)))
    throw new Refusal(
      409,
      `A repair is closed by a nozzle check. Enter one for ${machine.name} first; it was last checked before ${isoDay(dayAt(shop, repair.openedAt))}.`,
    );
  return undefined;
}
