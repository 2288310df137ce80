import { type Day, isoDay } from "../core/calendar/day.ts";
import { instantOf } from "../core/calendar/site-time.ts";
import { channelsOf, printsChecks } from "../core/fleet/channels.ts";
import type { Machine } from "../core/fleet/schema.ts";
import { type ChannelCheck, checkState, readinessSettings } from "../core/nozzles/readiness.ts";
import type { Shop } from "../core/shop/shop.ts";
import type { NewEntry } from "../ledger/append.ts";
import type { DoneRoutine } from "./done-routine.ts";
import { ableAt } from "./on-shift.ts";
import { printedShare } from "./prints.ts";
import { shareOf } from "./scatter.ts";

type Span = { from: Date; to: Date };
export type PrintJob = Span & { machine: string; person: string };

const MINUTE_MS = 60_000;
/** A machine's evening care begins later; it prints until then. */
const LAST_PRINT = "19:10";
const FIRST_PRINT = "06:30";

/** What machines print on a day: each from when its opening allows it until its evening care, with none while somebody works on it. */
export function printsOf(shop: Shop, day: Day, entries: readonly NewEntry[], done: readonly DoneRoutine[]): PrintJob[] {
  return shop.machines.flatMap((machine) => {
    if (!printedShare(shop.rules.works, machine, day)) return [];
    const works = done.filter((each) => each.machine.id === machine.id && each.day === day);
    const checks = entries
      .filter((entry) => entry.kind === "check" && entry.machine === machine.id && entry.localDay === isoDay(day))
      .sort((a, b) => a.happenedAt.getTime() - b.happenedAt.getTime());
    // What prints no checks has no opening to wait for.
    const from = printsChecks(machine) ? firstGood(machine, checks) : instantOf(day, FIRST_PRINT, shop.site);
    if (!from) return [];
    const ending = works.flatMap(({ routine, at }) => {
      const { voidsCheck, trigger } = shop.rules.book.get(routine) ?? {};
      const voided = voidsCheck && at > from && !checks.some(({ happenedAt }) => happenedAt > at);
      return voided || (trigger && "beat" in trigger && trigger.beat === "closing") ? [at] : [];
    });
    const to = new Date(Math.min(...[instantOf(day, LAST_PRINT, shop.site), ...ending].map((at) => at.getTime() - 3 * MINUTE_MS)));
    const atWork = works.map(({ routine, at }) => {
      const { handsMinutes = 0, waitMinutes = 0 } = shop.rules.book.get(routine) ?? {};
      return { from: new Date(at.getTime() - 3 * MINUTE_MS), to: new Date(at.getTime() + (handsMinutes + waitMinutes) * MINUTE_MS) };
    });
    return jobs(`${machine.id}/${day}`, { from, to }, atWork).flatMap((job): PrintJob[] => {
      const able = ableAt(shop, machine.class, job.from);
      const person = able[Math.floor(shareOf(`${machine.id}/${job.from.getTime()}`) * able.length)];
      return person ? [{ ...job, machine: machine.id, person: person.id }] : [];
    });
  });
}

/** The first check that lets it print. */
export function firstGood(machine: Machine, checks: readonly NewEntry[]): Date | undefined {
  const ids = channelsOf(machine).map(({ id }) => id);
  return checks.find(({ happenedAt: at, localDay, body }) => {
    const check = { at, day: localDay, channels: body.channels as ChannelCheck[], ids };
    return ["Ready", "With care"].includes(checkState(check, readinessSettings(machine.class)).word);
  })?.happenedAt;
}

/** Jobs of half an hour to two and a half, with short pauses. */
function jobs(name: string, { from, to }: Span, atWork: readonly Span[]): Span[] {
  const minutes = (what: string, least: number, most: number) => (least + shareOf(`${name}/${what}`) * (most - least)) * MINUTE_MS;
  const breaks = [...atWork].sort((a, b) => a.from.getTime() - b.from.getTime());
  const found: Span[] = [];
  let start = from.getTime() + minutes("first", 5, 40);
  for (let nth = 0; start < to.getTime(); nth++) {
    const work = breaks.find((each) => each.to.getTime() > start);
    const end = Math.min(start + minutes(`length ${nth}`, 30, 150), work?.from.getTime() ?? Number.POSITIVE_INFINITY, to.getTime());
    if (end - start >= 15 * MINUTE_MS) found.push({ from: new Date(start), to: new Date(end) });
    const next = Math.max(end, start) + minutes(`pause ${nth}`, 5, 35);
    start = work && next >= work.from.getTime() ? Math.max(next, work.to.getTime() + 5 * MINUTE_MS) : next;
  }
  return found;
}
