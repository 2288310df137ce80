import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { afterAll, describe, expect, test } from "vitest";

/** `./zesty due` as another program calls it: what is on stdout, on stderr, and the exit code (`due.md`). */

const folder = mkdtempSync(join(tmpdir(), "due-"));
afterAll(() => rmSync(folder, { recursive: true }));
const example = "tests/fixtures/example-fleet.json";
const due = (...args: string[]) => spawnSync(resolve("zesty"), ["due", ...args], { encoding: "utf8", cwd: folder });
const file = (name: string, content: string | Uint8Array) => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};

describe("the due command", () => {
  test("prints one JSON line an occurrence with just the keys of the contract, days as text, from whatever folder it is called", () => {
    const { stdout, stderr, status } = due("--fleet", resolve(example), "--on", "2026-11-25", "--days", "14");
    expect([status, stderr]).toEqual([0, ""]);
    const lines = stdout
      .trim()
      .split("\n")
      .map((line) => JSON.parse(line));
    expect(lines).toHaveLength(23);
    for (const line of lines) {
      expect(Object.keys(line)).toEqual(["key", "machine", "routine", "opens", "due", "overdueAfter", "state", "why"]);
      expect(line.due).toMatch(/^\d{4}-\d{2}-\d{2}$/);
      expect(line.why.every((why: unknown) => typeof why === "string")).toBe(true);
    }
    expect(lines.map(({ due: day }) => day)).toEqual(lines.map(({ due: day }) => day).sort());
  });
  test("without --days it is one day; a day off with nothing carried prints nothing", () => {
    expect(due("--fleet", resolve(example), "--on", "2026-11-25").stdout.trim().split("\n")).toHaveLength(4);
    const quiet = JSON.parse(readFileSync(example, "utf8"));
    quiet.prompts = [];
    const path = file("quiet.json", JSON.stringify(quiet));
    expect(due("--fleet", path, "--on", "2027-01-02")).toMatchObject({ stdout: "", stderr: "", status: 0 });
  });
  test.each<[string, string[], string]>([
    ["no such file", ["--fleet", "nowhere.json", "--on", "2026-11-25"], "there is no file nowhere.json"],
    ["a folder", ["--fleet", ".", "--on", "2026-11-25"], "is a folder"],
    ["no file named", ["--on", "2026-11-25"], "--fleet"],
    ["a day that does not exist", ["--fleet", resolve(example), "--on", "2026-02-29"], "2026-02-29"],
    ["no day", ["--fleet", resolve(example)], "--on"],
    ["no days", ["--fleet", resolve(example), "--on", "2026-11-25", "--days", "0"], "--days"],
    ["half a day", ["--fleet", resolve(example), "--on", "2026-11-25", "--days", "1.5"], "--days"],
    ["an unknown option", ["--fleet", resolve(example), "--on", "2026-11-25", "--week"], "--week"],
  ])("%s: exit 1, said on stderr, nothing on stdout, no stack trace", (_name, args, words) => {
    const { stdout, stderr, status } = due(...args);
    expect([stdout, status]).toEqual(["", 1]);
    expect(stderr).toContain(words);
    expect(stderr).not.toMatch(/\n\s+at /);
  });
  test.each<[string, string | Uint8Array, RegExp]>([
    ["no JSON", '{\n  "format": oops\n}', /^line 2, column 13: is not JSON/],
    ["no UTF-8", new Uint8Array([0x7b, 0xff, 0xfe, 0x7d]), /not UTF-8/],
    ["an empty file", "", /is not JSON/],
    ["another format", '{"format": "something/else", "version": 1}', /\$\.format.*\n?/],
  ])("a file with %s", (name, content, words) => {
    const { stdout, stderr, status } = due("--fleet", file(`${name}.json`, content), "--on", "2026-11-25");
    expect([stdout, status]).toEqual(["", 1]);
    expect(stderr).toMatch(words);
  });
});
