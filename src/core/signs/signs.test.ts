import { describe, expect, test } from "vitest";
import { SIGNS } from "../fleet/vocabulary.ts";
import { BUILT_IN } from "../routines/built-in.ts";
import { idsFor } from "../routines/routine-for.ts";
import { causesInOrder } from "./causes.ts";
import { GUIDE, signHolds, signWords } from "./guide.ts";

describe("the guide", () => {
  test("every sign of the vocabulary is in it, in words of its own, with causes that each say what to do first", () => {
    expect(Object.keys(GUIDE).sort()).toEqual([...SIGNS].sort());
    expect(new Set(SIGNS.map(signWords)).size).toBe(SIGNS.length);
    for (const { causes } of Object.values(GUIDE)) {
      expect(new Set(causes.map(({ id }) => id)).size).toBe(causes.length);
      for (const { job, work } of causes) {
        expect(job ?? work).toBeDefined();
        if (job) expect(idsFor(job, BUILT_IN)).toHaveLength(1);
      }
    }
  });
  test("facts of the trade (common practice, no source): what is looked at first", () => {
    const first = (sign: string) => causesInOrder(sign, {})[0];
    expect(first("banding")).toMatchObject({ id: "nozzles" });
    expect(first("weak-white")).toMatchObject({ job: "shake-white" });
    expect(first("colour-absent")?.work).toMatch(/level, clip and seat/);
    expect(first("all-poor-after-load")).toMatchObject({ job: "seal-test" });
    // A blocked cap can't prime any head: the cap before the head is blamed.
    expect(first("new-head-silent")).toMatchObject({ job: "cap-service" });
    expect(first("ink-pools-on-filter")).toMatchObject({ job: "clean-spit-filter" });
    expect(first("mist-on-rails")).toMatchObject({ job: "clean-interior" });
    // Lifting a damper lets air in and all starts over: it stands last.
    for (const sign of ["weak-white", "colour-absent"]) expect(causesInOrder(sign, {}).at(-1)).toMatchObject({ job: "supply-check" });
  });
  test("a sign that spoils work holds the machine; one that asks for care does not", () => {
    expect(signHolds("colour-absent")).toBe(true);
    expect(signHolds("mist-on-rails")).toBe(false);
    expect(signHolds("house-smell")).toBe(false);
  });
});

describe("the order of causes", () => {
  test("starts as the trade has it, with its numbers", () =>
    expect(causesInOrder("banding", {}).map(({ id, why }) => `${id}: ${why}`)).toEqual([
      "nozzles: 4 by the trade's order + 0 found here = 4",
      "surround: 3 by the trade's order + 0 found here = 3",
      "strip: 2 by the trade's order + 0 found here = 2",
      "dry-room: 1 by the trade's order + 0 found here = 1",
    ]));
  test("follows what the house found, and hides none", () => {
    const order = causesInOrder("banding", { "dry-room": 5, strip: 2 });
    expect(order.map(({ id }) => id)).toEqual(["dry-room", "nozzles", "strip", "surround"]);
    expect(order).toHaveLength(GUIDE.banding.causes.length);
  });
  test("of equal ones the trade's order decides", () =>
    expect(causesInOrder("banding", { strip: 2 }).map(({ id }) => id)).toEqual(["nozzles", "strip", "surround", "dry-room"]));
  test("what was found to be something else moves nothing", () => expect(causesInOrder("banding", { other: 50 })[0]?.id).toBe("nozzles"));
  test("a house's own sign has no causes to offer", () => expect(causesInOrder("house-smell", {})).toEqual([]));
});
