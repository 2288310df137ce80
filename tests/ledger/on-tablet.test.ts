import { uuidv7 } from "uuidv7";
import { beforeEach, describe, expect, test } from "vitest";
import type { FloorView } from "../../src/core/floor/floor-view.ts";
import { ENTRY_KINDS, kindOf } from "../../src/core/record/entries.ts";
import { type QueuedEntry, withQueue } from "../../src/core/record/on-tablet.ts";
import { stepsVersion } from "../../src/core/runs/version.ts";
import { floor } from "../../src/work/floor/floor.ts";
import { db } from "./database.ts";
import { actor, at, entry, freshHouse, ottoline, send, site } from "./house.ts";

/** What a tablet shows of an entry before it is sent is what the server shows after it came: kind by kind, over a real database. */
beforeEach(() => freshHouse({ stores: true }));

type Sent = ReturnType<typeof entry> & Partial<QueuedEntry>;
type Case = { name: string; before?: () => Promise<Sent[]>; entries: (view: FloorView) => Sent[] };

const channels = (missing: number) => ({
  channels: [
    { id: "H1/K", missing, weak: 0, deflected: 0, neighbours: missing > 3 },
    { id: "H1/C", missing: 0, weak: 0, deflected: 0, neighbours: false },
  ],
});
const sprat = { machine: "sprat" };
const checked = (missing = 0, clock = "08:00") => entry("check", channels(missing), { ...sprat, routine: "R01", happenedAt: at(clock) });
const run = "01935f00-0000-7000-8000-00000000f001";
const runOf = (body: Record<string, unknown>, clock: string) =>
  entry("run", body, { ...sprat, routine: "R08", run, happenedAt: at(clock) });
const start = (view: FloorView) =>
  runOf(
    { event: "start", form: "guided", version: stepsVersion(view.routines.R08?.steps ?? []), key: "sprat/R08/2026-11-25/midday" },
    "08:01",
  );
const sign = entry("sign", { sign: "banding", note: "left edge" }, { ...sprat, id: "01935f00-0000-7000-8000-00000000f002" });
const oneOff = entry(
  "one-off",
  { title: "Wipe the bed", on: "2026-11-25", minutes: 5 },
  { ...sprat, id: "01935f00-0000-7000-8000-00000000f003" },
);
const handover = entry("handover", { day: "2026-11-24", shift: "late", items: [] }, { id: "01935f00-0000-7000-8000-00000000f004" });

const CASES: Record<string, Case[]> = {
  check: [
    { name: "a good check", entries: () => [checked()] },
    { name: "a check beyond tolerance", entries: () => [checked(40)] },
  ],
  care: [
    {
      name: "a clean after a check",
      before: async () => [checked()],
      entries: () => [entry("care", { what: "clean", strength: "normal", ml: 4 }, { ...sprat, happenedAt: at("08:30") })],
    },
  ],
  positions: [
    {
      name: "ink lines in other places",
      entries: (view) => {
        const order = view.machines.find(({ id }) => id === "sprat")?.channels.map(({ id }) => id) ?? [];
        return [entry("positions", { order: [...order].reverse() }, sprat)];
      },
    },
  ],
  routine: [
    { name: "a routine done", entries: () => [entry("routine", { outcome: "done" }, { ...sprat, routine: "R08" })] },
    { name: "a routine skipped", entries: () => [entry("routine", { outcome: "skipped", reason: "busy" }, { ...sprat, routine: "R08" })] },
  ],
  run: [
    { name: "a run begun", entries: (view) => [start(view)] },
    {
      name: "a run from its beginning to its end",
      entries: (view) => [
        start(view),
        runOf({ event: "gear" }, "08:02"),
        runOf({ event: "step", step: "level", result: { value: 640 } }, "08:03"),
        runOf({ event: "step", step: "room", result: { choice: "room" } }, "08:04"),
        runOf({ event: "end" }, "08:05"),
      ],
    },
    { name: "a run handed on", entries: (view) => [start(view), runOf({ event: "hand", to: "ilse" }, "08:02")] },
  ],
  task: [
    {
      name: "work taken",
      entries: () => [
        entry("task", { key: "sprat/R08/2026-11-25/midday", due: "2026-11-25", person: "bram" }, { ...sprat, routine: "R08" }),
      ],
    },
  ],
  "one-off": [
    {
      name: "one-off work for a sign",
      before: async () => [sign],
      entries: () => [{ ...oneOff, body: { ...oneOff.body, sign: sign.id } }],
    },
  ],
  "one-off-over": [
    {
      name: "one-off work done",
      before: async () => [oneOff],
      entries: () => [entry("one-off-over", { of: oneOff.id, outcome: "done" }, sprat)],
    },
  ],
  vessel: [
    {
      name: "a level read",
      entries: () => [entry("vessel", { vessel: "bottle", event: "level", ml: 400 }, { ...sprat, happenedAt: at("09:10") })],
    },
    {
      name: "a bottle emptied",
      entries: () => [entry("vessel", { vessel: "bottle", event: "emptied", beforeMl: 900 }, { ...sprat, happenedAt: at("09:10") })],
    },
  ],
  sign: [{ name: "a sign seen", entries: () => [sign] }],
  "sign-over": [
    {
      name: "a sign explained",
      before: async () => [sign],
      entries: () => [entry("sign-over", { of: sign.id, cause: "strip" }, { ...sprat, happenedAt: at("08:30") })],
    },
  ],
  "handover-seen": [
    { name: "a handover read", before: async () => [handover], entries: () => [entry("handover-seen", { of: handover.id })] },
  ],
};

/** What people see of the floor; a sentence may say that something is not sent yet. */
const seen = (view: FloorView) => {
  const machine = view.machines.find(({ id }) => id === "sprat");
  const level = (value: number | undefined) => Math.round(value ?? -1);
  return {
    tasks: view.tasks
      .filter((each) => each.machine === "sprat")
      .map(({ key, state, late, person, personName, oneOff: of, hasSteps, minutes }) => ({
        key,
        state,
        late,
        person,
        personName,
        of,
        hasSteps,
        minutes,
      }))
      .sort((a, b) => (a.key < b.key ? -1 : 1)),
    word: machine?.word,
    channels: machine?.channels.map(({ id, missing, weak, deflected, read }) => ({ id, missing, weak, deflected, read })),
    signs: machine?.signs?.map(({ id, words, note }) => ({ id, words, note })),
    vessel: machine?.vessel && [machine.vessel.ml, machine.vessel.lowMl, machine.vessel.highMl, machine.vessel.surelyMl].map(level),
    nozzles: machine?.desk?.events.map(({ kind, entry: of }) => ({ kind, of })),
    runs: view.runs
      .filter(({ status }) => status === "running")
      .map(({ id, person, personName, events }) => ({ id, person, personName, events: events.map((each) => each.id) })),
    handover: view.handover?.id ?? null,
  };
};
const snapshot = () => floor(db, { site, actor: actor("bram") });
/** Parts that only the server can work out: a run's status follows from its steps, the routine's shared settling from the book. */
const finished = (view: FloorView) => ({
  ...view,
  runs: view.runs.filter((each) => !each.events.some(({ body }) => body.event === "end")),
});

describe.each(Object.entries(CASES))("%s", (_, cases) => {
  test.each(cases)("$name", async ({ before, entries }) => {
    const earlier = (await before?.()) ?? [];
    for (const each of earlier) expect(await send("ottoline", each)).toMatchObject([{ result: "added" }]);
    const view = await snapshot();
    const sent = entries(view);
    const onTablet = withQueue(
      view,
      sent.map((each) => ({ entry: { person: "bram", timeGiven: true, ...each }, state: "queued" as const })),
      0,
    );
    const answers = await send("bram", ...sent);
    expect(answers.map(({ result }) => result)).toEqual(sent.map(() => "added"));
    expect(seen(finished(onTablet))).toEqual(seen(finished(await snapshot())));
  });
});

test("every kind that a tablet shows before it is sent has a case here", () => {
  expect(ENTRY_KINDS.filter((kind) => kindOf(kind).onTablet).sort()).toEqual(Object.keys(CASES).sort());
});

describe("one bad entry holds up no queue", () => {
  const note = (text: string, more: Record<string, unknown> = {}) => entry("note", { text }, more);
  test("of three notes in one batch the second is no entry: the others are kept, it is set aside, and again it counts once", async () => {
    const { setAsideView, settle } = await import("../../src/work/record/set-aside.ts");
    const bad = note("two", { id: `urn:uuid:${uuidv7()}` });
    const batch = [note("one"), bad, note("three")];
    expect((await send("bram", ...batch)).map(({ result }) => result)).toEqual(["added", "set-aside", "added"]);
    expect((await send("bram", ...batch)).map(({ result }) => result)).toEqual(["known", "set-aside", "known"]);
    const [waiting, ...others] = await setAsideView(db, ottoline());
    expect(others).toEqual([]);
    expect(waiting).toMatchObject({ by: "Bram Teasel", what: "note", reason: expect.stringContaining("$.id") });
    expect(JSON.parse(waiting?.sent ?? "")).toEqual(bad);
    await expect(settle(db, actor("bram"), { id: waiting?.id, how: "noted" })).rejects.toThrow("may not");
    await expect(settle(db, ottoline(), { id: waiting?.id, how: "discarded" })).rejects.toThrow("Why");
    await settle(db, ottoline(), { id: waiting?.id, how: "noted" });
    await expect(settle(db, ottoline(), { id: waiting?.id, how: "noted" })).rejects.toThrow("somebody settled it");
    expect(await setAsideView(db, ottoline())).toEqual([]);
    const { ledgerPage } = await import("../../src/ledger/reading.ts");
    const [kept] = await ledgerPage(db, site, { kind: "note", limit: 1 });
    expect(kept?.body.text).toContain('"text":"two"');
  });
  test("what the database refuses for a reason that nobody foresaw is set aside with that reason", async () => {
    // A time that the schema takes and PostgreSQL's calendar does not reach; the check of how far back it lies is not what refuses it.
    const odd = { kind: "note", id: uuidv7(), happenedAt: at("08:00"), body: { text: "x" }, run: "not-a-run" };
    const { setAsideView } = await import("../../src/work/record/set-aside.ts");
    expect((await send("bram", odd, note("after"))).map(({ result }) => result)).toEqual(["set-aside", "added"]);
    expect(await setAsideView(db, ottoline())).toHaveLength(1);
  });
  test("a batch of what is no entry at all is answered one by one", async () => {
    expect((await send("bram", null, 7, "text", [], {}, note("fine"))).map(({ result }) => result)).toEqual([
      "set-aside",
      "set-aside",
      "set-aside",
      "set-aside",
      "set-aside",
      "added",
    ]);
  });
});
