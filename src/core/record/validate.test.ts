import { describe, expect, test } from "vitest";
import { BUILT_IN } from "../routines/built-in.ts";
import { skillFor } from "../routines/routine.ts";
import { HAZARDS } from "../safety/hazards.ts";
import { mayDo } from "../safety/who-may.ts";
import { ENTRY_KINDS, SENT_KINDS, SentEntry } from "./entries.ts";
import { accept, acceptBody } from "./validate.ts";

describe("entries' bodies", () => {
  test.each<[Parameters<typeof acceptBody>[0], unknown, boolean]>([
    ["check", { channels: [{ id: "H1/K", missing: 0, weak: 0, deflected: 0, neighbours: false }] }, true],
    ["check", { channels: [] }, false],
    ["check", { channels: [{ id: "K", missing: 0, weak: 0, deflected: 0, neighbours: false }] }, false],
    ["check", { channels: [{ id: "H1/K", missing: 0 }] }, false],
    ["routine", {}, true],
    ["routine", { outcome: "missed" }, false],
    ["counter", { counter: "prints", value: 1 }, true],
    ["counter", { counter: "prints", value: Number.NaN }, false],
    ["counter", { counter: "drops", value: 1 }, false],
    ["print-day", { date: "2026-11-31", prints: true }, false],
    ["busy", { until: "2026-11-25T10:00:00Z" }, true],
    ["busy", { until: "10:00" }, false],
    ["sign", { sign: "house-squeak" }, true],
    ["sign", { sign: "squeak" }, false],
    ["amendment", { why: "typo", struck: true }, true],
    ["amendment", { struck: true }, false],
    ["note", { text: "a\u0000" }, false],
    ["note", { text: "fine", more: 1 }, false],
  ])("%s %j: %s", (kind, body, fits) => {
    expect("value" in acceptBody(kind, body)).toBe(fits);
  });
  test("an entry names its id, kind and time; what a screen may send is a part of what there is", () => {
    const entry = { id: "01a21238-f2c6-76b0-9c11-8d904a223e66", kind: "note", happenedAt: "2026-11-25T09:00:00.000Z", body: {} };
    expect(accept(SentEntry, entry)).toHaveProperty("value");
    expect(accept(SentEntry, { ...entry, id: "7" })).toMatchObject({ problems: [{ path: "$.id" }] });
    expect(acceptBody("check", { channels: [{ id: "H1/K", missing: -1, weak: 0, deflected: 0, neighbours: false }] })).toMatchObject({
      problems: [{ path: "$.channels[0].missing", message: "-1 is less than 0" }],
    });
    expect(accept(SentEntry, { ...entry, seq: 1 })).toMatchObject({ problems: [{ path: "$.seq" }] });
    for (const kind of SENT_KINDS) expect(ENTRY_KINDS).toContain(kind);
    expect(SENT_KINDS).not.toContain("day-closed");
    expect(SENT_KINDS).not.toContain("settings");
  });
});

describe("who may", () => {
  test("a viewer looks only, operators and technicians record, a supervisor does all", () => {
    expect(
      ["look", "record", "plan", "release", "set-up", "amend-others", "people"].map(
        (act) => (["viewer", "operator", "technician", "supervisor"] as const).filter((role) => mayDo(role, act as "look")).length,
      ),
    ).toEqual([4, 3, 1, 1, 1, 1, 1]);
  });
  test("each built-in routine asks for a skill that there is, and names only known hazards", () => {
    for (const routine of BUILT_IN) {
      expect(["dtf", "technician"]).toContain(skillFor(routine, { class: "dtf" }));
      for (const hazard of routine.hazards ?? []) expect(HAZARDS[hazard].caution.length).toBeGreaterThan(10);
    }
    expect(skillFor({}, { class: "wide", family: "solvent" })).toBe("solvent");
    expect(skillFor({}, { class: "wide", family: "aqueous" })).toBe("wide");
  });
  test("flammable solvents, blades and the UV lamp carry their cautions (common practice, no source)", () => {
    const hazards = (id: string) => BUILT_IN.find((routine) => routine.id === id)?.hazards ?? [];
    expect(hazards("R23")).toContain("flammable");
    expect(hazards("R24")).toContain("flammable");
    expect(hazards("R25")).toContain("hot");
    expect(hazards("R43")).toContain("blade");
    expect(hazards("R05")).toEqual(expect.arrayContaining(["uv-light", "sensitiser"]));
    expect(hazards("R44")).toContain("waste-ink");
  });
});
