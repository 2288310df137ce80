import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { afterAll, describe, expect, test } from "vitest";
import { caseOf, type Tier } from "../scan/cases.ts";
import { pictureFile, type Scored, scoreOf, summed } from "../scan/score.ts";

/**
 * Pictures made by physics, with what is really on them, read back. The bounds are those that the format's readers are held to
 * (flatbed scans, phone pictures, hard ones), on fewer pictures than the published scores in docs/scan-scores.md.
 */

const some = async (tier: Tier, seeds: number[]): Promise<Scored[]> => {
  const all: Scored[] = [];
  for (const seed of seeds) all.push(await scoreOf(caseOf(tier, seed)));
  return all;
};

test.each<[Tier, number[], number, number]>([
  ["scan", [33], 0.99, 0.9],
  ["phone", [31], 0.97, 0.8],
])("%s pictures: missing nozzles, weak and deflected ones; never wrong and sure", async (tier, seeds, missing, rest) => {
  const score = summed(await some(tier, seeds));
  expect(score.f1.missing).toBeGreaterThanOrEqual(missing);
  expect(score.f1.weak).toBeGreaterThanOrEqual(rest);
  expect(score.f1.deflected).toBeGreaterThanOrEqual(rest);
  expect(score.wrongAndSure).toBe(0);
});

test.each<[string, number]>([["another pattern", 27]])("%s: a person must look", async (_, seed) => {
  const [scored] = await some("look", [seed]);
  expect(scored?.read.reading.needsReview).toBe(true);
  expect(scored?.wrongAndSure).toEqual([]);
  expect(scored?.read.because.length).toBeGreaterThan(0);
});

describe("./zesty read-check", () => {
  const folder = mkdtempSync(join(tmpdir(), "zesty-scan-"));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  const at = (name: string) => join(folder, name);
  const call = (...args: string[]) => spawnSync("./zesty", ["read-check", ...args], { encoding: "utf8", maxBuffer: 50_000_000 });

  test("a batch: a reading a line in order, an error on the line it is about; relative paths from where one stands", async () => {
    const each = caseOf("scan", 33);
    const { file } = await pictureFile(each);
    writeFileSync(at("check.jpg"), file);
    writeFileSync(at("pattern.json"), JSON.stringify(each.pattern));
    writeFileSync(at("text.png"), "this is text");
    writeFileSync(at("cut.jpg"), file.subarray(0, file.length / 3));
    writeFileSync(
      at("bomb.png"),
      await sharp({ create: { width: 15_000, height: 14_000, channels: 3, background: "#fff" } })
        .png()
        .toBuffer(),
    );
    writeFileSync(
      at("deep.png"),
      await sharp({ create: { width: 300, height: 200, channels: 3, background: "#fff" } })
        .toColourspace("rgb16")
        .png()
        .toBuffer(),
    );
    writeFileSync(
      at("inks.jpg"),
      await sharp({ create: { width: 300, height: 200, channels: 3, background: "#fff" } })
        .toColourspace("cmyk")
        .jpeg()
        .toBuffer(),
    );
    writeFileSync(at("wrong.json"), JSON.stringify({ ...each.pattern, channels: [] }));
    const line = (image: string, rest: object = {}) => JSON.stringify({ pattern: at("pattern.json"), image: at(image), ...rest });
    writeFileSync(
      at("cases.jsonl"),
      [
        line("check.jpg"),
        line("text.png"),
        line("cut.jpg"),
        line("bomb.png"),
        line("deep.png"),
        line("inks.jpg"),
        line("none.png"),
        line("check.jpg", { corners: [0, 0, 10, 10, 10, 0, 0, 10] }),
        line("check.jpg", { pattern: at("wrong.json") }),
        "no json",
      ].join("\n"),
    );
    const { status, stdout, stderr } = call("--batch", at("cases.jsonl"));
    expect(stderr).toBe("");
    expect(status).toBe(0);
    const answers = stdout
      .trim()
      .split("\n")
      .map((text) => JSON.parse(text));
    expect(answers).toHaveLength(10);
    expect(answers[0]).toMatchObject({ format: "zesty-anvil/nozzle-reading", version: 1, source: "scan", needsReview: false });
    expect(answers[0].channels.map(({ id }: { id: string }) => id)).toEqual(each.pattern.channels.map(({ id }) => id));
    for (const channel of answers[0].channels)
      for (const kind of ["missing", "weak", "deflected"])
        expect(channel[kind]).toEqual([...new Set<number>(channel[kind])].sort((a, b) => a - b));
    expect(answers.map(({ error }) => error ?? "")).toEqual([
      "",
      expect.stringContaining("no PNG and no JPEG"),
      expect.stringContaining("cut off or damaged"),
      expect.stringContaining("more than 120 million pixels"),
      "",
      "",
      expect.stringContaining("there is no file"),
      expect.stringContaining("cross over"),
      expect.stringContaining("$.channels"),
      expect.stringContaining("no JSON"),
    ]);
    for (const blank of [answers[4], answers[5]]) expect(blank).toMatchObject({ needsReview: true });
  });

  test.each<[string, string[], string]>([
    ["no arguments", [], "expected: read-check"],
    ["a batch that is not there", ["--batch", "/nowhere/cases.jsonl"], "there is no file"],
    ["a pattern that is not there", ["--pattern", "/nowhere/p.json", "--image", "/nowhere/i.png"], "there is no file"],
    ["seven corners", ["--pattern", "p", "--image", "i", "--corners", "1,2,3,4,5,6,7"], "eight numbers"],
    ["an unknown option", ["--colour"], "expected: read-check"],
  ])("%s: exit 1, the reason on stderr, nothing on stdout", (_, args, reason) => {
    const { status, stdout, stderr } = call(...args);
    expect(status).toBe(1);
    expect(stdout).toBe("");
    expect(stderr).toContain(reason);
    expect(stderr).not.toMatch(/\n\s+at /);
  });
});
