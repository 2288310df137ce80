import { expect, test } from "vitest";
import type { Machine } from "../fleet/schema.ts";
import { coverage, routineBook } from "./assigned.ts";
import { conditionWords } from "./condition-words.ts";
import { keptEffects } from "./effects.ts";
import { besidesFleetPart, fleetPart } from "./fleet-part.ts";
import type { Routine } from "./routine.ts";
import { routineBy, routineFor } from "./routine-for.ts";
import { shortenedByDryAir, tendsOf } from "./tends.ts";

/** An example of each function of the routines that other rooms call. */

const machine = (more: Partial<Machine> = {}): Machine => ({ id: "m", name: "M", class: "dtf", since: "2026-01-01", ...more });
const bookOf = (...routines: Routine[]) => new Map(routines.map((routine) => [routine.id, routine] as const));

test("what a routine covers is followed to its end, and a ring does no harm", () => {
  const book = bookOf({ id: "a", name: "A", covers: ["b"] }, { id: "b", name: "B", covers: ["c"] }, { id: "c", name: "C", covers: ["a"] });
  expect(coverage(book).get("a")).toEqual(["a", "b", "c"]);
  expect(coverage(book).get("c")).toEqual(["c", "a", "b"]);
});
test.each<[Parameters<typeof conditionWords>[0], string]>([
  [{ ability: "white-circulation" }, "it can: white circulation"],
  [{ not: { part: "cap-pad" } }, "not (it has: cap pad)"],
  [{ all: [{ part: "cap" }, { waste: "bottle" }] }, "it has: cap and its waste is a bottle"],
  [{ any: [{ part: "cap" }, { part: "wiper" }] }, "it has: cap or it has: wiper"],
])("%j is said in words", (condition, words) => expect(conditionWords(condition)).toBe(words));

test("only effects that projections rest on are kept with an entry", () => {
  expect(keptEffects({ sleeps: "full", tends: ["cap"] })).toEqual({ sleeps: "full" });
  expect(keptEffects({ tends: ["cap"] })).toBeNull();
  expect(keptEffects(undefined)).toBeNull();
});
test("a fleet file carries when a routine falls due; how it is done is kept beside it", () => {
  const routine: Routine = { id: "house-x", name: "X", covers: ["R10"], handsMinutes: 4, steps: [] };
  expect(fleetPart(routine)).toEqual({ id: "house-x", name: "X", covers: ["R10"] });
  expect(besidesFleetPart(routine)).toEqual({ handsMinutes: 4, steps: [] });
  expect({ ...besidesFleetPart(routine), ...fleetPart(routine) }).toEqual(routine);
  expect(besidesFleetPart(undefined)).toEqual({});
});
test("a job is done by the machine's own routine, else by one that may be called for, else by any; a shop's own stands first", () => {
  const own: Routine = { id: "house-empty", name: "Empty ours", effects: { job: "empty-waste" } };
  const built = routineBook();
  expect(routineBy("empty-waste", built)?.effects?.job).toBe("empty-waste");
  const both = new Map([...built, [own.id, own]]);
  expect(routineBy("empty-waste", both)).toBe(own);
  expect(routineFor("empty-waste", machine({ routines: ["house-empty"] }), both)).toBe(own);
  expect(routineFor("empty-waste", machine(), new Map())).toBeUndefined();
});
test("dry air brings forward the care of what ink dries on, and no other", () => {
  const book = bookOf(
    { id: "caps", name: "Caps", effects: { tends: ["cap"] } },
    { id: "rails", name: "Rails", effects: { tends: ["rail"] } },
    { id: "plain", name: "Plain" },
  );
  expect([...shortenedByDryAir(book)]).toEqual(["caps"]);
  expect(tendsOf(book.get("rails"))).toEqual(["rail"]);
  expect(tendsOf(undefined)).toEqual([]);
});
