import { uuidv7 } from "uuidv7";
import { type Day, isoDay, toDay, weekday } from "../core/calendar/day.ts";
import { clockTime, instantOf, localDay } from "../core/calendar/site-time.ts";
import { type CounterSeries, counterSeries } from "../core/due/counter.ts";
import { dueOfMachine } from "../core/due/due-work.ts";
import { type MachineFacts, machineSettings } from "../core/due/facts.ts";
import { printsChecks } from "../core/fleet/channels.ts";
import type { Machine, Person, Reading } from "../core/fleet/schema.ts";
import { type TypedLine, typedEvents } from "../core/paper/typed.ts";
import { randomFrom } from "../core/random.ts";
import type { EntryKind } from "../core/record/entries.ts";
import { wordsOf } from "../core/record/entry-body.ts";
import type { Routine } from "../core/routines/routine.ts";
import { skillFor } from "../core/routines/routine.ts";
import type { FoundAs } from "../core/routines/step.ts";
import { holds, runPlan } from "../core/runs/plan.ts";
import { isReading } from "../core/runs/run.ts";
import { stepsVersion } from "../core/runs/version.ts";
import type { Shop } from "../core/shop/shop.ts";
import type { NewEntry } from "../ledger/append.ts";
import { dayClosedEntry, outcomesOf } from "../work/day/close-days.ts";
import type { DoneRoutine } from "./done-routine.ts";
import { GUIDED, GUIDED_DAYS, guidedRun } from "./guided-run.ts";
import { careBody, checkOf, recovered } from "./nozzles.ts";
import { ableAt } from "./on-shift.ts";
import { type PartChange, partChanges } from "./part-lives.ts";
import { printsOf } from "./print-jobs.ts";
import { printedBetween, USUAL_SHARE } from "./prints.ts";
import { about, shareOf } from "./scatter.ts";
import { storeHistory } from "./store-history.ts";
import { toldOn } from "./stories.ts";

/** How far the demo house's history goes back. */
export const DEMO_DAYS = 90;
/** Share of the machines that are opened by eight today; the others wait until the morning's rush is over. */
const OPENED_SHARE = 0.6;
/** What failed in today's opening check is seen to after so long. */
const TRIED_AFTER_MS = 5 * 3_600_000;

/** Machines whose weekly care tells how it found things, and what it usually was. */
const FOUND: Record<string, readonly FoundAs[]> = {
  "longshore/R24": ["clean"],
  "compass/R26": ["heavy", "heavy", "some", "pooling"],
  "dory/R16": ["some", "clean", "some"],
};

/** Days of entries in a demo shop, up to `now`; today partly done. */
export function demoHistory(shop: Shop, today: Day, now: Date, days = DEMO_DAYS): NewEntry[] {
  return new House(shop, today, now, days).entries;
}

type Doing = { routine: string; day: Day; outcome: "done" | "skipped" };

class House {
  readonly entries: NewEntry[] = [];
  /** Runs step by step draw from their own, so that they change nothing else of the story. */
  private readonly guidedRandom = randomFrom(21);
  private readonly random = randomFrom(20_261_125);
  private readonly done: DoneRoutine[] = [];
  private readonly partChanges: PartChange[];
  private pinned = false;
  private readonly doings = new Map<string, Doing[]>();
  private readonly readings = new Map<string, Map<string, Reading[]>>();
  private readonly reports: { machine: string; kind: "prompt" | "sign"; what: string; day: Day }[] = [];

  constructor(
    private readonly shop: Shop,
    private readonly today: Day,
    private readonly now: Date,
    days: number,
  ) {
    this.partChanges = partChanges(shop.machines, today - days, today);
    for (let day = today - days; day <= today; day++) {
      this.stories(day);
      if (shop.rules.works(day)) this.workDay(day);
      this.count(day);
      if (day < today)
        this.entries.push(
          dayClosedEntry(
            shop,
            day,
            shop.machines.flatMap((machine) => outcomesOf(shop, this.facts(machine, day), day)),
          ),
        );
    }
    for (const { machine, person, from, to } of printsOf(shop, today, this.entries, this.done))
      if (from <= now) this.add("busy", machine, null, person, from, { until: to.toISOString() });
    this.shiftsLeave();
    this.giveTheMorning();
    this.entries.push(...storeHistory(shop, today, now, this.done, today - days));
    this.entries.sort((a, b) => a.happenedAt.getTime() - b.happenedAt.getTime());
  }

  private facts(machine: Machine, on: Day): MachineFacts {
    const counters = new Map<string, CounterSeries>();
    for (const [name, readings] of this.readings.get(machine.id) ?? []) counters.set(name, counterSeries(readings, on));
    const mine = this.reports.filter((report) => report.machine === machine.id && report.day <= on);
    return {
      ...machineSettings(machine, this.shop.rules),
      doings: this.doings.get(machine.id) ?? [],
      counters,
      prompts: mine.filter(({ kind }) => kind === "prompt").map(({ what, day }) => ({ routine: what, day })),
      signs: mine.filter(({ kind }) => kind === "sign").map(({ what, day }) => ({ sign: what, day })),
      moves: new Map(),
    };
  }

  private workDay(day: Day): void {
    const machines = this.shop.machines;
    const opened = Math.ceil(machines.length * OPENED_SHARE);
    machines.forEach((machine, place) => {
      const facts = this.facts(machine, day);
      if (facts.since > day) return;
      const due = dueOfMachine(facts, this.shop.rules, day, 1).filter(({ state }) => state !== "done" && state !== "skipped");
      const covered = new Set<string>();
      // What covers others comes first, so that they are not done twice.
      const sorted = due.sort(
        (a, b) => (this.shop.rules.reach.get(b.routine)?.length ?? 1) - (this.shop.rules.reach.get(a.routine)?.length ?? 1),
      );
      // In the opening care comes before the check that looks at what it did.
      const late = ({ routine, beat }: (typeof due)[number]) => (beat === "opening" && this.shop.rules.book.get(routine)?.isCheck ? 1 : 0);
      sorted.sort((a, b) => late(a) - late(b));
      for (const [order, { routine: id, beat }] of sorted.entries()) {
        const routine = this.shop.rules.book.get(id);
        if (!routine || covered.has(id) || this.leftUndone(machine, beat, day)) continue;
        const planned = this.timeOf(day, beat, place, opened);
        if (!planned) continue;
        const at = beat === "opening" ? new Date(planned.getTime() + order * 60_000) : planned;
        if (at > this.now) continue;
        if (!this.doRoutine(machine, routine, day, at)) continue;
        for (const each of this.shop.rules.reach.get(id) ?? []) covered.add(each);
        if (day === this.today && !beat && routine.voidsCheck) this.checkAfter(machine, routine, at);
      }
    });
  }

  /** What people forget, put off or could not do that day. */
  private leftUndone(machine: Machine, beat: string | undefined, day: Day): boolean {
    if (machine.id === "smelt" && beat === "closing" && day === this.lastWorkDayBefore(this.today)) return true;
    if (!beat && day >= this.today - 2 && ["sprat", "fathom", "longshore", "wigeon"].includes(machine.id)) return true;
    const quiet = beat !== undefined && day >= this.lastWorkDayBefore(this.today);
    return this.random() < (quiet ? 0 : beat ? 0.02 : 0.3);
  }

  private lastWorkDayBefore(day: Day): Day {
    return this.workDayUpTo(day - 1);
  }

  private workDayUpTo(day: Day): Day {
    let last = day;
    while (!this.shop.rules.works(last)) last--;
    return last;
  }

  /** A moment for a beat's work; today some openings wait until late in the morning, and some later work stays open. */
  private timeOf(day: Day, beat: string | undefined, place: number, opened: number): Date | undefined {
    const zone = this.shop.site.timeZone;
    const between = (from: string, to: string, share: number) => {
      const [start, end] = [instantOf(day, from, { timeZone: zone }).getTime(), instantOf(day, to, { timeZone: zone }).getTime()];
      return new Date(start + Math.round((end - start) * share));
    };
    if (beat === "opening") {
      if (day === this.today && place >= opened)
        return between("10:50", "12:20", (place - opened + 0.5) / (this.shop.machines.length - opened));
      // In walking order; some mornings go faster than others.
      const late = (shareOf(`opening/${day}`) - 0.45) * 0.09 + (shareOf(`opening/${place}/${day}`) - 0.45) * 0.1;
      return between("06:08", "07:50", Math.max(0, (place + 0.3) / (this.shop.machines.length + 1) + late));
    }
    const [from, to] = beat === "midday" ? ["11:20", "12:50"] : beat === "closing" ? ["19:20", "21:20"] : ["09:40", "21:10"];
    const planned = between(from, to, 0.05 + this.random() * 0.9);
    const staysOpen = beat ? place % 7 === 3 : place % 3 === 0;
    return day === this.today && staysOpen ? undefined : planned;
  }

  private personFor(machine: Machine, routine: Routine, at: Date): Person | undefined {
    const able = ableAt(this.shop, skillFor(routine, machine), at);
    return able[Math.floor(this.random() * able.length)];
  }

  private doRoutine(machine: Machine, routine: Routine, day: Day, at: Date): boolean {
    const person = this.personFor(machine, routine, at);
    if (!person) return false;
    const found = FOUND[`${machine.id}/${routine.id}`];
    const back = this.today - day;
    if (GUIDED.includes(routine.id) && back > 0 && back <= GUIDED_DAYS && routine.steps) this.guided(machine, routine, person.id, day, at);
    else if (found && routine.steps) this.run(machine, routine, person.id, day, at, found);
    else if (routine.isCheck) this.checkAndRecover(machine, routine, person, day, at);
    else this.add("routine", machine.id, routine.id, person.id, at, { outcome: "done" });
    this.doings.set(machine.id, [...(this.doings.get(machine.id) ?? []), { routine: routine.id, day, outcome: "done" }]);
    this.done.push({ machine, routine: routine.id, day, at, person: person.id, run: this.entries.at(-1)?.run ?? null });
    return true;
  }

  /** A machine that was worked on prints again after a check. */
  private checkAfter(machine: Machine, { handsMinutes = 0, waitMinutes = 0 }: Routine, at: Date): void {
    const when = new Date(at.getTime() + (handsMinutes + waitMinutes + 4) * 60_000);
    const person = ableAt(this.shop, machine.class, when)[0];
    if (when > this.now || !person || !printsChecks(machine)) return;
    this.add("check", machine.id, null, person.id, when, { channels: checkOf(machine, 0, this.random), source: "tap" });
  }

  /** A check as printed; where it fails on a day gone by, what was done about it. */
  private checkAndRecover(machine: Machine, routine: Routine, person: Person, day: Day, at: Date): void {
    const channels = checkOf(machine, this.today - day, this.random);
    const entry = this.add("check", machine.id, routine.id, person.id, at, { channels, source: "tap" });
    const back = this.today - day;
    if (machine.id === "teal" && back >= 60 && !this.pinned) {
      this.pinned = true;
      this.add("pin", "teal", null, person.id, at, { of: entry, note: "All well after the new damper: held up for comparing." });
    }
    const tried = day === this.today ? new Date(at.getTime() + TRIED_AFTER_MS) : at;
    const shifts = (this.shop.calendar.shifts ?? []).filter(({ id, from, to }) => {
      const time = clockTime(at, this.shop.site.timeZone);
      return person.shifts?.includes(id) && time >= from && time < to;
    });
    const until = new Date(Math.min(instantOf(day, shifts[0]?.to ?? "12:00", this.shop.site).getTime(), this.now.getTime()));
    const capFailed = machine.id === "shanny" && back >= 40 && back <= 42;
    // Today no clean helps Teal's white any more: it waits for somebody who knows more.
    const leak = machine.id === "teal" && back === 0 ? 1 : capFailed ? 0.9 : 0;
    for (const event of recovered(machine, channels, tried, until, leak)) {
      const when = new Date(event.at);
      if (event.kind === "check") this.add("check", machine.id, null, person.id, when, { channels: event.channels, source: "tap" });
      else this.add("care", machine.id, null, person.id, when, careBody(event, machine));
    }
  }

  /** A routine followed step by step: what rounds learn durations from. */
  private guided(machine: Machine, routine: Routine, person: string, day: Day, at: Date, answers?: Readonly<Record<string, string>>): void {
    const run = uuidv7();
    const check = (when: Date) =>
      this.add("check", machine.id, null, person, when, { channels: checkOf(machine, this.today - day, this.guidedRandom), source: "tap" });
    for (const { at: when, body } of guidedRun({
      machine,
      routine,
      person,
      at,
      random: this.guidedRandom,
      check,
      ...(answers ? { answers } : {}),
    }))
      this.add("run", machine.id, routine.id, person, new Date(when), body, { run, step: body.event === "step" ? body.step : null });
  }

  /** A weekly routine done by its short form, with how things were found. */
  private run(machine: Machine, routine: Routine, person: string, day: Day, at: Date, usual: readonly FoundAs[]): void {
    const steps = routine.steps ?? [];
    const run = uuidv7();
    const answers = new Map<string, string>();
    const plan = runPlan(steps, machine).filter(isReading);
    const lines = plan.flatMap((step): TypedLine[] => {
      if (!holds(step.when, machine, (id) => answers.get(id))) return [];
      if (step.kind === "nozzle-check") return [{ at: step.at, channels: checkOf(machine, this.today - day, this.random) }];
      if (step.kind === "measure") return [{ at: step.at, result: { value: step.min } }];
      const found = usual[Math.floor(this.random() * usual.length)];
      const choice = step.kind === "found" ? found : "choices" in step ? step.choices[0]?.id : undefined;
      if (choice) answers.set(step.id, choice);
      return [{ at: step.at, result: step.kind === "found" ? { ...(found ? { found } : {}) } : { ...(choice ? { choice } : {}) } }];
    });
    const clock = clockTime(at, this.shop.site.timeZone);
    const read = typedEvents(
      plan,
      { work: 0, outcome: "done", to: clock, gear: true, lines },
      { version: stepsVersion(steps), whole: false },
    );
    if ("problems" in read) throw new Error(`${routine.id}: ${read.problems.map(({ message }) => message).join("; ")}`);
    for (const { body, channels } of read.events) {
      const check = channels && this.add("check", machine.id, null, person, at, { channels });
      const told = check && body.event === "step" ? { ...body, result: { check } } : body;
      this.add("run", machine.id, routine.id, person, at, told, { run, step: body.event === "step" ? body.step : null });
    }
  }

  private stories(day: Day): void {
    const back = this.today - day;
    const on = (daysAgo: number) => day === this.workDayUpTo(this.today - daysAgo);
    const at = (time: string) => instantOf(day, time, this.shop.site);
    for (const [kind, machine, person, time, body] of toldOn(on)) this.add(kind, machine, null, person, at(time), body);
    // A cap that slowly closes up: 10 mL took 19 s when it was measured first.
    if (back % 14 === 5 && this.shop.rules.works(day))
      this.add("cap-drain", "smelt", null, "mirko", at("11:05"), { ml: 10, seconds: 19 + Math.round(((90 - back) / 90) ** 2 * 15) });
    for (const { machine, part, lifeDays, reason } of this.partChanges.filter((change) => change.day === day))
      this.add("part", machine, null, "mirko", about(day, "10:40", `${machine}/${part}`, this.shop.site.timeZone), {
        part,
        event: "replaced",
        lifeDays,
        reason,
      });
    // Put to sleep full of fluid, line by line; woken five weeks later.
    if (on(42)) this.storage("dory", "R53", day, at("15:10"));
    if (on(5)) this.storage("dory", "R55", day, at("06:10"), { stored: "full" });
    if (back === 1) this.report("prompt", "wigeon", "R41", day, at("10:15"), "mirko");
    if (back === 2) this.report("sign", "pochard", "mist-on-rails", day, at("09:30"), "ottoline");
  }

  private storage(id: string, routine: string, day: Day, at: Date, answers?: Readonly<Record<string, string>>): void {
    const machine = this.shop.machines.find((each) => each.id === id);
    const found = this.shop.rules.book.get(routine);
    if (machine && found?.steps && machine.heads?.length) this.guided(machine, found, "mirko", day, at, answers);
  }

  /** The late shift's handover waits to be read; somebody is away soon. */
  private shiftsLeave(): void {
    const day = this.lastWorkDayBefore(this.today);
    this.add("handover", null, null, "tadeo", instantOf(day, "21:45", this.shop.site), {
      day: isoDay(day),
      shift: "late",
      items: [{ kind: "undone", words: "Smelt: the closing was not done, its film jam took until ten", machine: "smelt" }],
      free: "The humidifier in the garment room wants filling in the morning.",
    });
    this.add(
      "roster",
      null,
      null,
      "ottoline",
      new Date(Math.min(this.now.getTime(), instantOf(this.workDayUpTo(this.today), "06:05", this.shop.site).getTime())),
      {
        person: "wren",
        from: isoDay(this.today + 1),
        to: isoDay(this.today + 1),
        shifts: [],
        why: "dentist in Eddering",
      },
    );
  }

  /** Part of today's open work is given already: the film hall's to Bram, the roll floor's to Ngozi. */
  private giveTheMorning(): void {
    if (!this.shop.rules.works(this.today)) return;
    const at = new Date(Math.min(this.now.getTime(), instantOf(this.today, "06:10", this.shop.site).getTime()));
    for (const machine of this.shop.machines) {
      const person = machine.area === "film" ? "bram" : machine.area === "roll" ? "ngozi" : undefined;
      if (!person) continue;
      for (const { key, routine: id, due, state, beat } of dueOfMachine(this.facts(machine, this.today), this.shop.rules, this.today, 1)) {
        const routine = this.shop.rules.book.get(id);
        if (!routine || state === "done" || state === "skipped" || beat === "closing" || due > this.today) continue;
        if (!this.shop.people.find(({ id: who }) => who === person)?.skills?.includes(skillFor(routine, machine) as "dtf")) continue;
        this.add("task", machine.id, id, "ottoline", at, { key, due: isoDay(due), person });
      }
    }
  }

  private report(kind: "prompt" | "sign", machine: string, what: string, day: Day, at: Date, person: string): void {
    // A weekend's report is entered on the next day that somebody is there, so it stays on the shift.
    if (!this.shop.rules.works(day)) {
      this.report(kind, machine, what, day - 1, new Date(at.getTime() - 86_400_000), person);
      return;
    }
    this.reports.push({ machine, kind, what, day });
    this.add(kind, machine, kind === "prompt" ? what : null, person, at, kind === "sign" ? { sign: what } : {});
  }

  /** Readings on Mondays and Thursdays: what a machine has printed. */
  private count(day: Day): void {
    if (!this.shop.rules.works(day) || ![1, 4].includes(weekday(day))) return;
    for (const machine of this.shop.machines)
      for (const { name } of machine.counters ?? []) {
        const ofMachine = this.readings.get(machine.id) ?? new Map<string, Reading[]>();
        this.readings.set(machine.id, ofMachine);
        const before = ofMachine.get(name) ?? [];
        const last = before.at(-1);
        const aDay = name === "cleans" ? 2.2 : name === "run-hours" ? 8.5 : (machine.fullUse?.perWorkDay ?? 50) * 0.62;
        const printed = last ? printedBetween(this.shop.rules.works, machine, toDay(last.on), day) / USUAL_SHARE : 0;
        const grown = printed * aDay * (0.95 + this.random() * 0.1);
        const value = Math.round((last?.value ?? 8000 + machine.id.length * 3210) + grown);
        const at = about(day, "08:15", `${machine.id}/${name}`, this.shop.site.timeZone);
        if (at > this.now) continue;
        ofMachine.set(name, [...before, { on: isoDay(day), value }]);
        this.add("counter", machine.id, null, "ottoline", at, { counter: name, value });
      }
  }

  private add(
    kind: EntryKind,
    machine: string | null,
    routine: string | null,
    person: string,
    happenedAt: Date,
    body: Record<string, unknown>,
    rest: Partial<NewEntry> = {},
  ): string {
    const id = uuidv7();
    this.entries.push({
      ...rest,
      id,
      kind,
      machine,
      routine,
      person,
      happenedAt,
      localDay: isoDay(localDay(happenedAt, this.shop.site)),
      body,
      words: wordsOf(this.shop, person, kind, machine, routine, body),
    });
    return id;
  }
}
