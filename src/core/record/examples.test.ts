import { expect, test } from "vitest";
import { Refusal } from "../shop/refusal.ts";
import { heldAsleep } from "./asleep.ts";
import { effectsOf } from "./effects-sql.ts";
import { wordsOf } from "./entry-body.ts";
import { routineDone } from "./nozzle-doing.ts";
import { compareRows, foldsOf, unionRows, unionSql } from "./projection.ts";
import { settledBefore } from "./settled-before.ts";
import { sleepOfRoutine } from "./sleep-fold.ts";
import { atMostTwoWeeksAhead } from "./until.ts";

/** An example of each function of the record that other rooms call. */

test("rows stand in the order of their doing: by time, then by id", () => {
  const row = (at: string, id: string) => ({ happened_at: new Date(at), entry_id: id });
  const rows = [row("2026-11-25T09:00:00Z", "b"), row("2026-11-25T08:00:00Z", "z"), row("2026-11-25T09:00:00Z", "a")];
  expect(rows.sort(compareRows).map(({ entry_id }) => entry_id)).toEqual(["z", "a", "b"]);
});
test("a moment may lie two weeks ahead and no further", () => {
  const now = new Date("2026-11-25T09:00:00Z");
  expect(() => atMostTwoWeeksAhead("2026-12-09T08:00:00Z", now)).not.toThrow();
  expect(() => atMostTwoWeeksAhead("2026-12-09T10:00:00Z", now)).toThrow("At most 14 days ahead");
});
test("what a routine did is kept with its entry; an older entry of a built-in one is known by its id", () => {
  expect(effectsOf({ effects: { sleeps: "full" }, routine: "house-x" })).toEqual({ sleeps: "full" });
  expect(effectsOf({ effects: null, routine: "R45" })?.waste).toMatchObject({ does: "empties" });
  expect(effectsOf({ effects: null, routine: "house-x" })).toBeUndefined();
});
test("a search finds an entry by what people wrote in it", () => {
  const shop = { machines: [{ id: "teal", name: "Teal" }], people: [], rules: { book: new Map() } } as never;
  const words = wordsOf(shop, null, "note", "teal", "R10", { text: "belt squeaks" });
  for (const each of ["Teal", "R10", "belt squeaks"]) expect(words).toContain(each);
});

const told = (before: { entryId: string; person: string | null; happenedAt: Date } | undefined, more: Record<string, unknown> = {}) =>
  ({
    id: "mine",
    machine: "teal",
    routine: "R10",
    localDay: "2026-11-25",
    person: "bram",
    typedBy: null,
    body: { outcome: "done" },
    shop: {
      site: { timeZone: "UTC" },
      people: [{ id: "ilse", name: "Ilse Roan" }],
      machines: [{ id: "teal", name: "Teal" }],
      rules: { book: new Map() },
    },
    record: { settledOn: async () => before },
    ...more,
  }) as never;
test("who does work that is done already hears by whom; their own second time is no double", async () => {
  const done = { entryId: "theirs", person: "ilse", happenedAt: new Date("2026-11-25T08:00:00Z") };
  expect(await settledBefore(told(done))).toContain("Ilse Roan");
  expect(await settledBefore(told(undefined))).toBeUndefined();
  expect(await settledBefore(told({ ...done, person: "bram" }))).toBeUndefined();
  expect(await settledBefore(told(done, { body: { outcome: "skipped" } }))).toBeUndefined();
});
test("at a machine that is awake nothing is held; without a machine neither", async () => {
  const at = { machine: { id: "teal" }, happenedAt: new Date(), shop: {}, record: { sleepAt: async () => undefined } } as never;
  await expect(heldAsleep(at, { routine: "R10" })).resolves.toBeUndefined();
  await expect(heldAsleep({ ...(at as object), machine: undefined } as never, { routine: "R10" })).resolves.toBeUndefined();
  expect(new Refusal(409, "asleep").status).toBe(409);
});

test("a projection's rows are said once in SQL and once in code, for each kind that folds into it", () => {
  const parts = foldsOf("counter_reading");
  expect(parts.map(({ kind }) => kind)).toContain("counter");
  const columns = ["machine", "counter", "value"];
  expect(unionSql(parts, columns, true)).toContain("WHERE kind = 'counter' AND machine IS NOT NULL");
  const entry = {
    kind: "counter",
    machine: "teal",
    body: { counter: "prints", value: 7 },
    id: "e",
    happenedAt: new Date(0),
    localDay: "2026-11-25",
  };
  expect(unionRows(parts, columns, true, [entry as never])).toMatchObject([{ machine: "teal", counter: "prints", value: 7 }]);
  expect(unionRows(parts, columns, true, [{ ...entry, machine: null } as never])).toEqual([]);
});
test("a storage routine puts to sleep when it is done, not when it is skipped", () => {
  const fold = sleepOfRoutine<{ outcome?: string }>("kind = 'routine'", ({ outcome }) => outcome !== "skipped");
  const entry = (outcome: string) => ({ kind: "routine", routine: "R53", effects: { sleeps: "full" }, body: { outcome } }) as never;
  expect(fold.rows(entry("done"))).toMatchObject([{ up: false, regime: "full" }]);
  expect(fold.rows(entry("skipped"))).toEqual([]);
});
test("what was done for nozzles is an event of theirs; other work is none", () => {
  expect(routineDone({ id: "e", at: 5, person: "bram" })).toBeUndefined();
  expect(routineDone({ id: "e", at: 5, person: "bram", does: "wiped" as never })).toEqual({
    at: 5,
    entry: "e",
    person: "bram",
    kind: "wiped",
  });
});
