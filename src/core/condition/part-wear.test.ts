import { describe, expect, test } from "vitest";
import { partWear } from "./part-wear.ts";

const change = { id: "new wiper", effects: { replaces: ["wiper"] } };
const clean = { id: "clean the wiper", effects: { tends: ["wiper"] } };
const wiper = { kind: "wiper", fittedDay: 0, gone: false };
const of = (days: Record<string, number>) => (routine: string) => days[routine];

describe("life used", () => {
  test("from its fitting to its next change", () =>
    expect(partWear(wiper, [change, clean], of({}), of({ "new wiper": 100, "clean the wiper": 82 }), 80)).toEqual({
      share: 0.8,
      usedDays: 80,
      ofDays: 100,
      due: 100,
      routine: "new wiper",
      by: "change",
    }));
  test("from the last change where that is later than its fitting", () =>
    expect(partWear(wiper, [change], of({ "new wiper": 60 }), of({ "new wiper": 160 }), 80)?.share).toBeCloseTo(0.2));
  test("over one when it is late", () => expect(partWear(wiper, [change], of({}), of({ "new wiper": 50 }), 80)?.share).toBeCloseTo(1.6));
  test("by its care where nothing replaces it", () =>
    expect(partWear(wiper, [clean], of({ "clean the wiper": 70 }), of({ "clean the wiper": 90 }), 80)).toMatchObject({
      share: 0.5,
      by: "care",
    }));
  test("daily care says nothing of its life", () =>
    expect(partWear(wiper, [clean], of({ "clean the wiper": 79 }), of({ "clean the wiper": 80 }), 80)).toBeUndefined());
  test("not known: never fitted nor done, taken off, nothing due", () => {
    expect(partWear({ ...wiper, fittedDay: null }, [change], of({}), of({ "new wiper": 100 }), 80)).toBeUndefined();
    expect(partWear({ ...wiper, gone: true }, [change], of({}), of({ "new wiper": 100 }), 80)).toBeUndefined();
    expect(partWear(wiper, [change], of({}), of({}), 80)).toBeUndefined();
    expect(partWear({ ...wiper, kind: "damper" }, [change, clean], of({}), of({ "new wiper": 100 }), 80)).toBeUndefined();
  });
});
