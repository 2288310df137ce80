import { describe, expect, test } from "vitest";
import { acceptBody } from "../record/validate.ts";

/** What a run's event may hold: anything else is refused at the edge, with its place. */
describe("events of a run", () => {
  test.each<[object, string | undefined]>([
    [{ event: "start", form: "guided", version: "1" }, undefined],
    [{ event: "start", form: "short", version: "1", key: "sprat/R08/2026-11-25/midday", gear: true }, undefined],
    [{ event: "start", form: "long", version: "1" }, "form"],
    [{ event: "start", form: "guided" }, "version"],
    [{ event: "step", step: "soak" }, undefined],
    [{ event: "step", step: "level", result: { value: 640.5 }, plannedSeconds: 40, tookSeconds: 12.5 }, undefined],
    [{ event: "step", step: "level", result: { value: "640" } }, "value"],
    [{ event: "step", step: "found", result: { found: "filthy" } }, "found"],
    [{ event: "step", step: "check", result: { check: "not an id" } }, "check"],
    [{ event: "step", step: "photo", result: { photo: "zz" } }, "photo"],
    [{ event: "step", step: "x".repeat(201) }, "step"],
    [{ event: "step" }, "step"],
    [{ event: "step", step: "soak", tookSeconds: -1 }, "tookSeconds"],
    [{ event: "pass", step: "towel-out", reason: "called away" }, undefined],
    [{ event: "pass", step: "towel-out" }, "reason"],
    [{ event: "stop", reason: "" }, "reason"],
    [{ event: "stop", reason: "fire drill" }, undefined],
    [{ event: "hand", to: "ilse" }, undefined],
    [{ event: "hand" }, "to"],
    [{ event: "settle", owed: "towel" }, undefined],
    [{ event: "clear", step: "draw" }, undefined],
    [{ event: "note", text: "a".repeat(2001) }, "text"],
    [{ event: "photo", photo: "a".repeat(64), of: "cap" }, undefined],
    [{ event: "gear" }, undefined],
    [{ event: "back" }, undefined],
    [{ event: "resume" }, undefined],
    [{ event: "end" }, undefined],
    [{ event: "end", early: true }, "early"],
    [{ event: "explode" }, "event"],
    [{}, "event"],
  ])("%j: %s", (body, wrong) => {
    const accepted = acceptBody("run", body);
    if (wrong === undefined) expect(accepted).toHaveProperty("value");
    else
      expect("problems" in accepted ? accepted.problems.map(({ path, message }) => `${path} ${message}`).join() : "kept").toContain(wrong);
  });
});

describe("tasks, rosters, handovers, repairs", () => {
  test.each<[Parameters<typeof acceptBody>[0], object, boolean]>([
    ["task", { key: "sprat/R08/2026-11-25/midday", person: "bram" }, true],
    ["task", { key: "sprat/R08/2026-11-25/midday", person: null, why: "ill" }, true],
    ["task", { key: "sprat/R08/2026-11-25/midday" }, false],
    ["task", { person: "bram" }, false],
    ["one-off", { title: "Look at the rail", on: "2026-11-26", minutes: 10 }, true],
    ["one-off", { title: "Look at the rail", on: "2026-02-30", minutes: 10 }, false],
    ["one-off", { title: "Look", on: "2026-11-26", minutes: 1.5 }, false],
    ["one-off-over", { of: "01a21238-f2c6-76b0-9c11-8d904a223e66", outcome: "done" }, true],
    ["one-off-over", { of: "7", outcome: "done" }, false],
    ["roster", { person: "wren", from: "2026-11-26", to: "2026-11-26", shifts: [], why: "ill" }, true],
    ["roster", { person: "wren", from: "2026-11-26", to: "2026-11-26", shifts: [] }, false],
    ["handover", { day: "2026-11-25", shift: "early", items: [{ kind: "late", words: "Teal: check" }] }, true],
    ["handover", { day: "2026-11-25", shift: "early", items: [{ words: "Teal" }] }, false],
    ["repair", { event: "open", symptom: "Lamp flickers", goOn: ["R08"], costCents: 1250 }, true],
    ["repair", { event: "open", costCents: 12.5 }, false],
    ["repair", { event: "mend" }, false],
  ])("%s %j: %s", (kind, body, fits) => expect("value" in acceptBody(kind, body)).toBe(fits));
});
