import { readdirSync } from "node:fs";
import { describe, expect, test } from "vitest";
import type { FloorView } from "../floor/floor-view.ts";
import { ENTRY_KINDS, kindOf, SENT_KINDS } from "./entries.ts";
import type { Effective, Fold } from "./kind.ts";
import { KINDS } from "./kinds.ts";
import { PROJECTIONS } from "./projections.ts";
import type { Said } from "./said.ts";
import { acceptBody } from "./validate.ts";

/** Codes as they stand. */
const AS_CODED: Said = { at: (instant) => instant, day: (date) => date, name: (_of, id) => id };

/** A walk over the registry: each kind has all its parts, and each part works on its samples. */

const view = { today: "2026-11-25", people: [], machines: [], routines: {}, tasks: [], runs: [], handover: null } as unknown as FloorView;
const entryOf = (kind: string, body: Record<string, unknown>): Effective => ({
  id: "01930000-0000-7000-8000-0000000000aa",
  kind,
  machine: "sprat",
  routine: "R45",
  run: "01930000-0000-7000-8000-0000000000bb",
  person: "bram",
  device: null,
  happenedAt: new Date("2026-11-25T08:00:00Z"),
  localDay: "2026-11-25",
  effects: null,
  body,
});

test("every file in kinds/ is a kind of its name, and nothing else is", () => {
  const files = readdirSync("src/core/record/kinds").map((file) => file.replace(/\.ts$/, ""));
  expect([...ENTRY_KINDS].sort()).toEqual(files.sort());
});

test("no two kinds are called the same", () => {
  const names = Object.values(KINDS).map(({ name }) => name);
  expect(new Set(names).size).toBe(names.length);
});

test("every projection is fed by a kind, and every kind folds projections that there are", () => {
  const tables = PROJECTIONS.map(({ table }) => table);
  const fed = new Set(ENTRY_KINDS.flatMap((name) => Object.keys(kindOf(name).folds ?? {})));
  expect([...fed].sort()).toEqual([...tables].sort());
});

describe.each(ENTRY_KINDS)("%s", (name) => {
  const kind = kindOf(name);
  const samples: Record<string, unknown>[] = [...kind.samples];

  test("has a name, and samples that its schema takes", () => {
    expect(kind.name).toMatch(/^[a-z][a-z -]+$/);
    expect(samples.length).toBeGreaterThan(0);
    for (const body of samples) expect(acceptBody(name, body), JSON.stringify(body)).toHaveProperty("value");
  });
  test("refuses what it does not know, with the place", () => {
    const refused = acceptBody(name, { ...samples[0], unheardOf: 1 });
    expect(refused).toMatchObject({ problems: [{ path: "$.unheardOf" }] });
  });
  test("says each sample in a line, and names the words it is found by", () => {
    for (const body of samples) {
      const line = kind.says(body, AS_CODED);
      expect(line.length).toBeGreaterThan(1);
      expect(line).not.toMatch(/undefined|null|NaN|\[object/);
      for (const word of kind.words?.(body) ?? []) expect(["string", "undefined"]).toContain(typeof word);
    }
  });
  test("gives projections rows with every column that it says in SQL, from some sample", () => {
    for (const [table, folds] of Object.entries(kind.folds ?? {})) {
      const projection = PROJECTIONS.find((each) => each.table === table);
      for (const fold of [folds].flat() as Fold[]) {
        const rows = samples.flatMap((body) => fold.rows(entryOf(name, body)));
        expect(rows.length + (table === "sleep" || table === "waste_move" ? 1 : 0), `${table} ${fold.as ?? ""}`).toBeGreaterThan(0);
        for (const row of rows) expect(Object.keys(row).sort()).toEqual(Object.keys(fold.columns).sort());
      }
      expect(projection?.sql).toContain(`kind = '${name}'`);
    }
  });
  test("leaves a tablet's snapshot a snapshot", () => {
    const at = Date.parse("2026-11-25T08:00:00Z");
    for (const body of samples)
      expect(kind.onTablet?.(view, { id: "a", kind: name, machine: "sprat", at, body }) ?? view).toMatchObject({ today: "2026-11-25" });
  });
});

test("what a screen may send is said by the kinds; what the application writes itself is not sent", () => {
  expect(SENT_KINDS).toContain("check");
  for (const own of ["settings", "day-closed", "round", "season", "sheet", "sheet-in"]) expect(SENT_KINDS).not.toContain(own);
});
