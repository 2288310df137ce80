import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import ts from "typescript";
import { createTranslator } from "use-intl/core";
import { describe, expect, test } from "vitest";

/** All that the catalogue can say: understood as messages, in words that we use. So are sentences that stand in code. */

type Tree = { [key: string]: string | Tree };
const FOLDER = "src/words/en";
const rooms = readdirSync(FOLDER).map((file) => ({
  room: file.replace(".json", ""),
  tree: JSON.parse(readFileSync(join(FOLDER, file), "utf8")) as Tree,
}));
const leaves = (tree: Tree, path = ""): [string, string][] =>
  Object.entries(tree).flatMap(([key, value]) =>
    typeof value === "string" ? [[path + key, value] as [string, string]] : leaves(value, `${path}${key}.`),
  );
const all = rooms.flatMap(({ room, tree }) => leaves(tree).map(([key, text]) => [room, key, text] as const));

test("there is a catalogue", () => expect(all.length).toBeGreaterThan(30));

/** What the brief's glossary replaced, as whole words. */
const NOT_OURS = "put in force|in force|mend|mended|let lie|reckoned|reckon|struck|owed|anew|gone whole|came good|laid over".split("|");
test.each(all)("%s %s is in words that we use", (_, __, text) => {
  for (const word of NOT_OURS) expect(text.toLowerCase()).not.toMatch(new RegExp(`\\b${word}\\b`));
});

/** Sentences in code: texts with a space between words. Names of fields and columns have none. */
function sentencesIn(path: string): string[] {
  const found: string[] = [];
  const visit = (node: ts.Node): void => {
    if ((ts.isStringLiteralLike(node) || ts.isTemplateLiteralToken(node)) && /\S \S/.test(node.text)) found.push(node.text);
    ts.forEachChild(node, visit);
  };
  visit(ts.createSourceFile(path, readFileSync(path, "utf8"), ts.ScriptTarget.Latest, true));
  return found;
}
test.each(["src/core", "src/work", "src/demo"])("sentences of %s are in words that we use", (folder) => {
  const files = readdirSync(folder, { recursive: true, encoding: "utf8" }).filter((file) => /\.ts$/.test(file) && !/\.test\./.test(file));
  const sentences = files.flatMap((file) => sentencesIn(join(folder, file)).map((text) => `${file}: ${text}`));
  expect(sentences.length).toBeGreaterThan(5);
  const word = new RegExp(`\\b(${NOT_OURS.join("|")})\\b`, "i");
  expect(sentences.filter((text) => word.test(text))).toEqual([]);
});

test.each(all)("%s %s is at most twelve words a sentence", (_, __, text) => {
  const plain = text.replace(/\{[^{}]*\}/g, "x").replace(/\{[^{}]*\}/g, "x");
  for (const sentence of plain.split(/[.!?]\s/)) expect(sentence.trim().split(/\s+/).length).toBeLessThanOrEqual(12);
});

describe("numbers", () => {
  const t = createTranslator({ locale: "en", messages: Object.fromEntries(rooms.map(({ room, tree }) => [room, tree])) as never });
  const say = t as unknown as (key: string, values: Record<string, number>) => string;
  test.each([
    ["board.needs", 0, "Nothing needs you now"],
    ["board.needs", 1, "1 needs you now"],
    ["board.needs", 4, "4 need you now"],
    ["board.late.checks", 1, "1 check is late."],
    ["board.late.checks", 12, "12 checks are late."],
    ["board.nobody.title", 22, "22 jobs"],
  ])("%s of %s: %s", (key, count, text) => expect(say(key, { count })).toBe(text));
});
