import { describe, expect, test } from "vitest";
import { capHealth } from "./cap-health.ts";
import { conditionItems, conditionShort } from "./condition.ts";
import { daysInUse, isSinceFitted, type PartEvent, partNow, thingsOf } from "./part-life.ts";

/** What a machine is like and what became of its parts: common practice, no source. */

test("a fill measured on the day of the change counts for the new cap only where it came after it", () => {
  const fitted = { fittedAt: 1000, fittedDay: 5 };
  expect([900, 1100].map((at) => isSinceFitted({ at, day: 5 }, fitted))).toEqual([false, true]);
  expect([4, 5].map((day) => isSinceFitted({ at: 0, day }, { fittedAt: null, fittedDay: 5 }))).toEqual([false, true]);
  expect(isSinceFitted({ at: 0, day: 0 }, { fittedAt: null, fittedDay: null })).toBe(true);
});

describe("a cap by the seconds a fill takes to drain", () => {
  const drains = (...seconds: number[]) => seconds.map((each, index) => ({ day: index * 10, seconds: each, ml: 10 }));
  test("with one tube blocked half the suction is left, and its service is due", () => {
    expect(capHealth(drains(20, 20, 20, 40))).toMatchObject({ suction: 0.5, serviceDay: 30 });
  });
  test("by the pace it slows the day of its service is foretold", () => {
    // 2.2 s a mL is the middle of the first three; 0.02 more a day from 3.0 on day 50: twice that on day 120.
    expect(capHealth(drains(20, 20, 22, 24, 26, 28, 30))?.serviceDay).toBeGreaterThan(60);
    expect(capHealth(Array.from({ length: 6 }, (_, k) => ({ day: k * 10, seconds: 20 + 2 * k, ml: 10 })))).toMatchObject({
      serviceDay: 120,
    });
  });
  test("one odd fill changes little, too few say nothing, none slows without end", () => {
    expect(capHealth(drains(20, 20, 20, 90, 20, 20))?.serviceDay).toBeNull();
    expect(capHealth(drains(20, 20, 20))).toBeUndefined();
  });
});

describe("parts and things", () => {
  const event = (day: number, machine: string, body: PartEvent["body"]): PartEvent => ({ at: day, day, entry: `e${day}`, machine, body });
  const events = [
    event(10, "teal", { part: "H1", event: "fitted", serial: "A1" }),
    event(40, "teal", { part: "H1", event: "replaced", serial: "B2", oldSerial: "A1", reason: "white weak" }),
    event(55, "wigeon", { part: "H2", event: "fitted", serial: "A1" }),
    event(70, "wigeon", { part: "H2", event: "taken", reason: "cracked", scrapped: true }),
  ];
  test("a head goes from machine to shelf to machine, each stay kept", () => {
    const [a, b] = thingsOf(events, () => "head");
    expect(a).toMatchObject({
      serial: "A1",
      at: "scrapped",
      stays: [
        { machine: "teal", from: 10, to: 40, reason: "white weak" },
        { machine: "wigeon", from: 55, to: 70, reason: "cracked" },
      ],
    });
    expect(b?.at).toEqual({ machine: "teal", part: "H1" });
    expect(a && daysInUse(a, 100)).toBe(45);
  });
  test("what stands at a place is what was fitted last", () => {
    const mine = events.filter(({ machine }) => machine === "teal");
    expect(partNow("H1", 5, mine)).toMatchObject({ fittedDay: 40, serial: "B2" });
    expect(partNow("cap", 5, mine)).toMatchObject({ fittedDay: 5, serial: null });
    expect(partNow("H1", 60, mine)).toMatchObject({ fittedDay: 60, serial: null });
  });
  test("what was there before anything was kept has the life that is said of it", () => {
    const [old] = thingsOf(
      [event(50, "teal", { part: "H1", event: "replaced", serial: "C3", oldSerial: "A0", lifeDays: 30 })],
      () => "head",
    );
    expect(old).toMatchObject({ serial: "A0", at: "shelf", stays: [{ from: 20, to: 50 }] });
  });
  test("fitted elsewhere without being taken off, it is in one place only", () => {
    const moved = thingsOf([...events.slice(0, 1), event(20, "goby", { part: "H1", event: "fitted", serial: "A1" })], () => "head");
    expect(moved[0]?.stays).toMatchObject([
      { machine: "teal", to: 20 },
      { machine: "goby", to: null },
    ]);
  });
});

test("the condition names each thing with its why, and in short what is bad", () => {
  const HOUR = 3_600_000;
  const items = conditionItems(
    {
      now: 100 * HOUR,
      today: 5,
      word: "Hold",
      stateWhy: "H1/K has 6 missing.",
      channels: [{ id: "H1/K", missing: 6, weak: 1, deflected: 0, gone: false, read: true, fresh: 2, same: 4 }],
      checkedAt: 99 * HOUR,
      printedAt: 83 * HOUR,
      capped: { at: 50 * HOUR, how: "wet" },
      capPolicy: "wet",
      cap: { suction: 0.5, baseline: 2, last: 4, labours: false, serviceDay: 5 },
      waste: [{ name: "bottle", roomMl: 100, full: "full soon", why: "seen", isBad: true }],
      signs: [{ words: "banding", seen: "today" }],
      oldParts: [],
    },
    (day) => `day ${day}`,
  );
  expect(items.map(({ topic, words }) => `${topic}: ${words}`)).toEqual([
    "Nozzles: 6 missing, 1 weak, 0 deflected; 2 new, 4 as before",
    "Last print: 17 h ago",
    "Capped: 2 days ago, wet",
    "Cap: 50 % of its suction left; its service is due",
    "Waste: bottle: room for about 100 mL, full soon",
    "Sign: banding",
  ]);
  expect(conditionShort(items)).toBe(
    "cap: 50 % of its suction left; its service is due; waste: bottle: room for about 100 mL, full soon; sign: banding",
  );
});
