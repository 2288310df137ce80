import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, test } from "vitest";
import { isLanguage, LANGUAGE_IDS } from "../core/shop/languages.ts";
import { laidOver, missingTexts } from "./laid-over.ts";

/** What stands beside the English: the same places to fill, nothing that the English has not got, as many forms and choices. */

const FOLDER = "src/words";
const read = (language: string, file: string): unknown => JSON.parse(readFileSync(join(FOLDER, language, file), "utf8"));
const others = LANGUAGE_IDS.filter((id) => id !== "en");
const files = others.flatMap((language) =>
  readdirSync(join(FOLDER, language)).flatMap((file) => (file === "said.json" ? [] : [[language, file] as const])),
);
const leaves = (texts: unknown, place = ""): [string, string][] =>
  typeof texts === "string" ? [[place, texts]] : Object.entries(texts as object).flatMap(([key, text]) => leaves(text, `${place}${key}.`));
const places = (text: string) => [...text.matchAll(/\{(\w+)\}/g)].map(([, name]) => name).sort();

test("there are other languages", () => {
  expect(files.length).toBeGreaterThan(3);
  expect([...LANGUAGE_IDS, "eo", null].map(isLanguage)).toEqual([...LANGUAGE_IDS.map(() => true), false, false]);
});
describe.each(files)("%s %s", (language, file) => {
  const english = new Map(leaves(read("en", file)));
  test("says nothing that the English does not", () =>
    expect(leaves(read(language, file)).flatMap(([place]) => (english.has(place) ? [] : [place]))).toEqual([]));
  test("has the same places to fill", () => {
    for (const [place, text] of leaves(read(language, file))) expect(places(text), place).toEqual(places(english.get(place) ?? ""));
  });
  test("is no copy of the English", () => {
    const words = (text: string) => text.replace(/\{\w+\}/g, "").match(/\p{L}{5,}/gu) ?? [];
    const same = leaves(read(language, file)).filter(([place, text]) => words(text).length > 1 && english.get(place) === text);
    expect(same).toEqual([]);
  });
  test("says all of it", () => expect(missingTexts(read("en", file), read(language, file))).toEqual([]));
});

describe("laid over the English", () => {
  test("what a language lacks, or has in another shape, stays English", () =>
    expect(laidOver({ a: "Save", b: { c: "Stop", d: "Go" }, e: ["x"] }, { a: "Guardar", b: { c: "Parar" }, e: "y" })).toEqual({
      a: "Guardar",
      b: { c: "Parar", d: "Go" },
      e: ["x"],
    }));
  test("what it lacks is listed", () =>
    expect(missingTexts({ a: "Save", b: { c: "Stop", d: "Go" } }, { b: { c: "Parar" } })).toEqual(["a", "b.d"]));
});
