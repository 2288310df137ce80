import Papa from "papaparse";
import { describe, expect, test } from "vitest";
import { readAirFile } from "../condition/room/air-file.ts";
import { readJson } from "../fleet/read.ts";
import { fleetProblems, isSmall } from "../fleet/validate.ts";
import { SyncBatch } from "../record/entries.ts";
import { accept } from "../record/validate.ts";
import { ESCAPE_FORMULAE } from "./csv.ts";
import { doJob, jsonOf } from "./jobs.ts";
import { parsedSheet, readSheet, sheetText } from "./sheet.ts";

const bytes = (text: string) => new TextEncoder().encode(text);
const junk = `{${Array.from({ length: 300_000 }, (_, index) => `"k${index}":1`).join(",")}}`;
const took = (work: () => unknown) => {
  const started = performance.now();
  work();
  return performance.now() - started;
};

describe("what comes in by the megabyte", () => {
  test("300,000 names in one object end at the first that is too many", () => {
    expect(readJson(junk)).toMatchObject({ problems: [{ message: "more than 5000 names in one object" }] });
  });
  test("of a value with many parts one problem is told, of a small one all", () => {
    expect(isSmall({ a: [1, 2, { b: 3 }] }, 5)).toBe(true);
    expect(isSmall({ a: [1, 2, { b: 3 }] }, 4)).toBe(false);
    const large = JSON.parse(junk);
    // Two seconds before there was a bound: a list of all 300,000 was made. Generous, since other tests keep the cores busy.
    expect(took(() => expect(accept(SyncBatch, large)).toMatchObject({ problems: [expect.anything()] }))).toBeLessThan(500);
    expect(took(() => expect(fleetProblems(large)).toHaveLength(1))).toBeLessThan(1000);
    expect(fleetProblems({ format: "zesty-anvil/fleet", version: 1, a: 1, b: 2 }).length).toBeGreaterThan(3);
  });
  test("jobs answer with a value, a refusal with its places, or a fault, all of it plain data", async () => {
    expect(await doJob("json", [bytes('{"a":1}')])).toEqual({ value: { a: 1 } });
    expect(await doJob("json", [bytes('{"a":1,"a":2}')])).toMatchObject({
      refused: { status: 400, problems: [{ path: expect.stringContaining("line 1") }] },
    });
    expect(() => jsonOf(new Uint8Array([0xff, 0xfe, 0x41]))).toThrow("not UTF-8");
    expect(await doJob("fleet", [bytes("{}")])).toMatchObject({ refused: { status: 400 } });
    expect(await doJob("routine", ["id: house-x\nname: [", []])).toMatchObject({ value: { isText: false } });
    expect(await doJob("routine", ["id: x\nname: 5", []])).toMatchObject({
      value: { isText: true, problems: expect.arrayContaining([expect.objectContaining({ line: 2 })]) },
    });
    expect(structuredClone(await doJob("air", [bytes("a,b\n1,2"), [], "UTC", 0]))).toMatchObject({ refused: { status: 400 } });
    expect(await doJob("table", [])).toHaveProperty("failed");
  });
});

describe("sheets", () => {
  test("are told by their mark and their separator; rows have a bound; a quote is closed", () => {
    expect(sheetText(new Uint8Array([0xff, 0xfe, 0x41, 0])).encoding).toBe("UTF-16");
    expect(sheetText(new Uint8Array([0x47, 0xf6])).text).toBe("Gö");
    // WHATWG Encoding Standard, index windows-1252: 0x80 is the euro sign, 0x96 an en dash, 0x92 an apostrophe.
    expect(sheetText(new Uint8Array([0x80, 0x96, 0x92, 0xfc])).text).toBe("€–’ü");
    expect(readSheet(bytes("a;b\n1;2\n\n3;4"), 10)).toEqual({
      encoding: "UTF-8",
      separator: ";",
      headings: ["a", "b"],
      rows: [
        ["1", "2"],
        ["3", "4"],
      ],
    });
    expect(parsedSheet(bytes("a;b\n\n1;2"), false).data).toEqual([["a", "b"], [""], ["1", "2"]]);
    expect(() => readSheet(bytes("a\n1\n2\n3"), 2)).toThrow("has 3 rows; at most 2");
    expect(() => readSheet(bytes('a,b\n"1,2'), 9)).toThrow("can't be read");
    expect(() => readSheet(bytes("a,b"), 9)).toThrow("no rows");
  });
  test("a logger's file by columns: the site's time, a comma for a point, its area by id or name", () => {
    const areas = [
      { id: "film", name: "Film hall" },
      { id: "roll", name: "Roll floor" },
    ];
    const found = readAirFile(
      bytes("time;area;celsius;humidity\n2026-11-25 14:05;Roll floor;21,5;48\n2026-11-25T14:06:30Z;film;20;50"),
      areas,
      "Europe/Berlin",
      Date.UTC(2026, 10, 26),
    );
    expect([...found.area]).toEqual([1, 0]);
    // 14:05 in Berlin in November is 13:05 UTC; seconds fall on their minute.
    expect([...found.at].map((at) => new Date(at).toISOString())).toEqual(["2026-11-25T13:05:00.000Z", "2026-11-25T14:06:00.000Z"]);
    expect([...found.celsius]).toEqual([21.5, 20]);
    expect(() =>
      readAirFile(bytes("time,area,celsius,humidity\n2026-11-25 14:05,attic,20,50"), areas, "UTC", Date.UTC(2026, 10, 26)),
    ).toThrow("1 of 1 lines");
  });
  test("no cell of a CSV is a formula, in narrow or in wide signs, also behind blanks", () => {
    const cells = ["=1+1", "＝1+1", "＋1", "－1", "＠x", " =1", "\t@x", "-5", "plain 1+1", "a=b"];
    const written = Papa.unparse([cells], { escapeFormulae: ESCAPE_FORMULAE });
    const read = Papa.parse<string[]>(written).data[0] ?? [];
    expect(read.slice(0, 8).every((cell) => cell.startsWith("'"))).toBe(true);
    expect(read.slice(8)).toEqual(["plain 1+1", "a=b"]);
  });
});
