import { describe, expect, test } from "vitest";
import { type ChannelCheck, DEFAULT_READINESS } from "../readiness.ts";
import { cleansAhead, cleansAheadSentence, cleansTaken, gains } from "./cleans-ahead.ts";
import { nextStep, type Row, type School } from "./next-step.ts";
import { type NozzleEvent, recoveries, spent } from "./recovery.ts";
import { DEFAULT_LADDER } from "./settings.ts";

/** The table of the cleaning ladder, row by row: common practice, no source. */

const MINUTE = 60_000;
const judging = {
  readiness: DEFAULT_READINESS,
  ladder: DEFAULT_LADDER,
  nozzles: { "H1/K": 100, "H1/C": 100, "H2/W": 100 },
};
type Told = number | [number, number, number] | string;

/** Events five minutes apart: a number is a check with so many missing in H1/K, three numbers of K, C and W; a word what was done. */
function told(...list: Told[]): NozzleEvent[] {
  let at = 0;
  return list.map((each): NozzleEvent => {
    at += 5 * MINUTE;
    if (typeof each === "string") {
      const [kind = "", more = ""] = each.split(":");
      if (kind === "pause") {
        at += Number(more) * MINUTE;
        return { at, kind: "look" };
      }
      if (kind === "clean") return { at, kind, rung: more || "light" };
      if (kind === "fluid") return { at, kind: "clean", rung: "light", inFluid: true };
      if (kind === "seal-leaks") return { at, kind: "seal-test", leaks: true };
      return { at, kind } as NozzleEvent;
    }
    const [k, c, w] = typeof each === "number" ? [each, 0, 0] : each;
    const channel = (id: string, missing: number): ChannelCheck => ({ id, missing, weak: 0, deflected: 0, neighbours: missing > 4 });
    return { at, kind: "check", channels: [channel("H1/K", k), channel("H1/C", c), channel("H2/W", w)] };
  });
}

function next(events: NozzleEvent[], school: School = "ladder", afterMinutes = 1) {
  const recovery = recoveries(events, judging).at(-1);
  if (!recovery) throw new Error("no recovery began");
  const step = nextStep(recovery, school, judging, (events.at(-1)?.at ?? 0) + afterMinutes * MINUTE);
  const { action } = step;
  return [step.row, action.kind, action.kind === "clean" ? action.rung.id : ""].filter(Boolean).join(" ");
}

/** Two cleans on each rung that bring nothing, with their checks. */
const fruitless = ["light", "normal", "medium", "strong"].flatMap((rung) => [`clean:${rung}`, 20, `clean:${rung}`, 20]);
const roomy = { ...judging, ladder: { ...DEFAULT_LADDER, limit: 10, cleansARung: 3 } };

describe("the first row that holds says what is next", () => {
  const cases: [string, Told[], string][] = [
    ["every channel within tolerance: release", [20, "clean", 2], "within release"],
    ["before the first clean, one channel all out: look by eye", [0, 100], "one-gone look"],
    ["then one clean", [0, 100, "look"], "rung-new clean light"],
    ["95 in a hundred missing is all out, 94 not", [0, 95], "one-gone look"],
    ["94 is a poor channel", [0, 94], "rung-new clean light"],
    ["still gone after that clean: seal test", [0, 100, "look", "clean", 100], "still-gone seal-test"],
    ["the seal is good: load", [0, 100, "look", "clean", 100, "seal-test"], "still-gone load"],
    ["and clean", [0, 100, "look", "clean", 100, "seal-test", "load"], "still-gone clean light"],
    ["only then lift the damper", [0, 100, "look", "clean", 100, "seal-test", "load", "clean", 100], "still-gone damper"],
    ["the damper let air in: load", [0, 100, "look", "clean", 100, "seal-test", "load", "clean", 100, "damper"], "still-gone load"],
    ["the seal leaks: the cap first", [0, 100, "look", "clean", 100, "seal-leaks"], "seal-leaks cap-service"],
    ["before the first clean, several gone: cap seal test, not a clean", [0, [100, 100, 0]], "several-gone seal-test"],
    ["after that test a clean", [0, [100, 100, 0], "seal-test"], "rung-new clean light"],
    ["worse twice running: seal test", [10, "clean", 12, "clean", 15], "worse-twice seal-test"],
    ["then supply", [10, "clean", 12, "clean", 15, "seal-test"], "worse-twice look"],
    ["worse once is no progress", [10, "clean", 12], "no-progress clean light"],
    ["cleans at the limit: rest", [40, ...[39, 38, 37, 36, 35, 34, 33, 32].flatMap((count) => ["clean:strong", count])], "limit rest"],
    [
      "cleans in fluid count to no limit",
      [40, "fluid", "fluid", "fluid", "fluid", "fluid", "fluid", "fluid", "fluid", 38],
      "rung-new clean light",
    ],
    ["nothing tried yet: the lowest rung", [20], "rung-new clean light"],
    ["twenty down to twelve is progress: same rung", [20, "clean", 12], "progress clean light"],
    ["three cleans on it: the next", [20, "clean", 12, "clean", 10, "clean", 8], "rung-above clean normal"],
    ["no progress, one clean on this rung: once more", [20, "clean", 20], "no-progress clean light"],
    ["no progress after two: the next rung", [20, "clean", 20, "clean", 20], "rung-above clean normal"],
    ["after a clean there is a check", [20, "clean"], "check-due check"],
    ["a rest that is not over", [20, "clean", 19, "rest"], "resting rest"],
    ["a check in the middle of a rest does not end it", [20, "clean", 19, "rest", 18], "resting rest"],
    ["a clean in the middle of a rest does", [20, "clean", 19, "rest", "clean", 18], "progress clean light"],
    ["a check within tolerance ends it too", [20, "clean", 19, "rest", 2], "within release"],
    ["after a second rest a technician", [20, "rest", "pause:720", 19, "rest", "pause:720", 18], "technician technician"],
  ];
  test.each(cases)("%s", (_, events, expected) => {
    expect(next(told(...events))).toBe(expected);
  });

  const above: [string, Told[], string][] = [
    ["top rung done, not tended yet: by hand", [20, ...fruitless], "by-hand by-hand"],
    ["then the ladder from the lowest rung", [20, ...fruitless, "by-hand"], "rung-new clean light"],
  ];
  test.each(above)("with room under the limit: %s", (_, events, expected) => {
    const list = told(...events);
    const recovery = recoveries(list, roomy).at(-1);
    const step = recovery && nextStep(recovery, "ladder", roomy, (list.at(-1)?.at ?? 0) + MINUTE);
    const rung = step?.action.kind === "clean" ? ` ${step.action.rung.id}` : "";
    expect(`${step?.row} ${step?.action.kind}${rung}`).toBe(expected);
  });

  test("by hand done: the flush of the poor channels, which ends with load, clean and check; then rest", () => {
    const short = { ...judging, ladder: { ...DEFAULT_LADDER, rungs: DEFAULT_LADDER.rungs.slice(0, 1) } };
    const at = (...list: Told[]) => {
      const events = told(...list);
      const recovery = recoveries(events, short).at(-1);
      return recovery && nextStep(recovery, "ladder", short, (events.at(-1)?.at ?? 0) + MINUTE);
    };
    const climbed: Told[] = [[20, 0, 1], "clean", 20, "clean", 20, "by-hand", "clean", 20, "clean", 20];
    expect(at(...climbed)?.action).toEqual({ kind: "flush", channels: ["H1/K"] });
    expect(at(...climbed, "flush")?.action.kind).toBe("load");
    expect(at(...climbed, "flush", "load")?.action.kind).toBe("clean");
    expect(at(...climbed, "flush", "load", "clean")?.action.kind).toBe("check");
    expect(at(...climbed, "flush", "load", "clean", 20)).toMatchObject({ row: "rest", action: { kind: "rest" } });
  });
});

describe("the other schools", () => {
  test("a fixed number before the check, then one by one up to the limit", () => {
    expect(next(told("clean"), "fixed")).toBe("fixed-opening clean light");
    expect(next(told("clean", "clean", "clean"), "fixed")).toBe("check-due check");
    expect(next(told("clean", "clean", "clean", 9), "fixed")).toBe("one-more clean light");
    expect(next(told(...["clean", 9].flatMap(() => Array.from({ length: 4 }, () => ["clean", 9] as Told[]).flat())), "fixed")).toBe(
      "limit rest",
    );
  });
  test("load and clean, check, repeat", () => {
    expect(next(told(9), "load-and-clean")).toBe("load-and-clean load");
    expect(next(told(9, "load"), "load-and-clean")).toBe("load-and-clean clean light");
    expect(next(told(9, "load", "clean"), "load-and-clean")).toBe("check-due check");
    expect(next(told(9, "load", "clean", 7), "load-and-clean")).toBe("load-and-clean load");
  });
});

describe("what belongs to one recovery", () => {
  const count = (...list: Told[]) =>
    recoveries(told(...list), judging).map(({ events }) => events.filter(({ kind }) => kind === "clean").length);
  test("cleans less than an hour apart do; printing in between parts them", () => {
    expect(count(20, "clean", 15, "clean", 10)).toEqual([2]);
    expect(count(20, "clean", 15, "printed", 15, "clean", 10)).toEqual([1, 1]);
    expect(recoveries([...told(20, "clean", 15), { at: 100 * MINUTE, kind: "clean", rung: "light" }], judging)).toHaveLength(2);
    expect(recoveries([...told(20, "clean", 15), { at: 60 * MINUTE, kind: "clean", rung: "light" }], judging)).toHaveLength(1);
  });
  test("it is over within tolerance, or with a supervisor's release", () => {
    expect(recoveries(told(20, "clean", 1), judging)[0]?.over?.how).toBe("within");
    expect(recoveries(told(20, "clean", 12, "released"), judging)[0]?.over?.how).toBe("released");
  });
  test("after idling the first clean is for all heads, the next ones for the poor", () => {
    const events = told(0, 20, "clean", 12);
    for (const event of events.slice(1)) event.at += 13 * 60 * MINUTE;
    const heads = (list: NozzleEvent[]) => {
      const recovery = recoveries(list, judging).at(-1);
      const step = recovery && nextStep(recovery, "ladder", judging, (list.at(-1)?.at ?? 0) + MINUTE);
      return step?.action.kind === "clean" ? step.action.heads : undefined;
    };
    expect(heads(events.slice(0, 2))).toBe("all");
    expect(heads(events)).toEqual(["H1"]);
  });
  test("a seal that leaked asks for the cap after a pause, too, until somebody saw to it", () => {
    const leaky = told(5, "clean", 6, "clean", 7, "seal-leaks");
    expect(next(leaky, "ladder", 390)).toBe("seal-leaks cap-service");
    expect(
      next(
        [...leaky, ...told("cap-service")].map((event, nth) => ({ ...event, at: nth * 5 * MINUTE })),
        "ladder",
        390,
      ),
    ).toBe("rung-new clean light");
  });
  test("a clean after a pause is for the poor heads: the machine did not stand", () => {
    const events = told(0, 20, "clean", 12);
    for (const event of events.slice(1)) event.at += 13 * 60 * MINUTE;
    const recovery = recoveries(events, judging).at(-1);
    const step = recovery && nextStep(recovery, "ladder", judging, (events.at(-1)?.at ?? 0) + 200 * MINUTE);
    expect(step?.action).toMatchObject({ kind: "clean", heads: ["H1"] });
  });
  test("at the limit a pause shorter than the rest is none", () => {
    const tired = told(40, ...[39, 38, 37, 36, 35, 34, 33, 32].flatMap((count) => ["clean:strong", count]));
    expect(next(tired, "ladder", 120)).toBe("limit rest");
    const later = [...tired, { ...(tired.at(-1) as NozzleEvent), at: (tired.at(-1)?.at ?? 0) + 12 * 60 * MINUTE }];
    expect(next(later)).toBe("rung-new clean light" satisfies `${Row} ${string}`);
  });
  test("ink and time are the entries' own, else the rung's; one head of two draws half", () => {
    const events: NozzleEvent[] = [
      { at: 0, kind: "clean", rung: "medium" },
      { at: 1, kind: "clean", rung: "medium", heads: ["H1"] },
      { at: 2, kind: "clean", rung: "light", ml: 5, minutes: 9 },
      { at: 3, kind: "clean", rung: "strong", inFluid: true },
    ];
    expect(spent(events, DEFAULT_LADDER, 2)).toEqual({ ml: 15.5, minutes: 3 + 3 + 9 + 5, cleans: 3, loads: 0 });
  });
});

describe("how many cleans it will take", () => {
  const ahead = (own: { before: number; back: number }[]) =>
    cleansAhead(
      20,
      2,
      "dtf",
      own.map((gain) => ({ rung: "light", ...gain })),
      DEFAULT_LADDER,
      { all: 1, poor: 1 },
    );
  test("without own cleans by the prior: at two fifths a clean twenty take five to fall to two (20·0.6⁵ = 1.6)", () => {
    expect(ahead([])?.cleans.likely).toBe(5);
  });
  test("more than the limit allows is said", () => {
    const found = ahead([]);
    if (!found) throw new Error("twenty are out, and nothing is said of them");
    expect(cleansAheadSentence(found, 6)).not.toContain("limit");
    expect(cleansAheadSentence(found, 4)).toContain("The limit is 4, so cleans alone are unlikely to do it.");
  });
  test("own cleans that bring back most make it fewer and surer", () => {
    const good = ahead(Array.from({ length: 8 }, () => ({ before: 20, back: 16 })));
    expect(good?.cleans.likely).toBeLessThan(5);
    expect((good?.share.high ?? 1) - (good?.share.low ?? 0)).toBeLessThan(0.25);
  });
  test("a clean that brings nothing no longer pays", () => {
    expect(
      cleansAhead(
        3,
        2,
        "dtf",
        Array.from({ length: 20 }, () => ({ rung: "light", before: 10, back: 0 })),
        { ...DEFAULT_LADDER, worthMl: 1 },
        { all: 1, poor: 1 },
      )?.next.pays,
    ).toBe(false);
    expect(ahead([])?.next.pays).toBe(true);
  });
  // The last eight recoveries took two cleans each, one three: that is what is said, not the one clean that the share alone comes to.
  test("as many cleans as recoveries like it took here, once there are five", () => {
    const returns = [...Array(8)].map((_, index) => ({ missing: 6, cleans: index === 3 ? 3 : 2 }));
    const good = Array.from({ length: 8 }, () => ({ rung: "light", before: 6, back: 6 }));
    const of = (kept: typeof returns) => cleansAhead(6, 2, "dtf", good, DEFAULT_LADDER, { all: 2, poor: 1, returns: kept });
    expect(of(returns.slice(0, 4))?.cleans.likely).toBe(1);
    expect(of(returns)).toMatchObject({ cleans: { low: 2, likely: 2, high: 3 }, like: 8 });
    expect(of([...returns, { missing: 40, cleans: 8 }])?.cleans.high).toBe(3);
    expect(cleansAheadSentence(of(returns) as NonNullable<ReturnType<typeof of>>)).toContain("About 2 cleans (2 to 3)");
  });
  // By hand: medium 7 mL of both heads first, then of one: 7 + 3.5, and strong after two without progress.
  test("ink begins with the clean that is next, on its rung and for its heads", () => {
    const returns = [...Array(5)].map(() => ({ missing: 6, cleans: 2 }));
    expect(cleansAhead(6, 2, "dtf", [], DEFAULT_LADDER, { all: 2, poor: 1, next: 2, rung: "medium", returns })?.ml).toEqual({
      low: 11,
      likely: 11,
      high: 11,
    });
  });
  test("what a recovery took is told from each of its checks, and only of a successful one", () => {
    const [won] = recoveries(told(20, "clean", 12, "clean", "clean", 1), judging);
    expect(won && cleansTaken(won, judging)).toEqual([
      { missing: 20, cleans: 3 },
      { missing: 12, cleans: 2 },
    ]);
    const [left] = recoveries(told(20, "clean", 12), judging);
    expect(left && cleansTaken(left, judging)).toEqual([]);
  });
  test("gains come from single cleans between two checks", () => {
    const [recovery] = recoveries(told(20, "clean", 12, "clean:normal", "clean", 6), judging);
    expect(recovery && gains(recovery, judging)).toEqual([{ rung: "light", before: 20, back: 8 }]);
  });
});
