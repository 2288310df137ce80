import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, test } from "vitest";
import { floorView } from "../../tests/ui/house.ts";
import { capital } from "../core/capital.ts";
import { words as plain } from "../core/due/sentence.ts";
import { PARTS, WASTE_KINDS } from "../core/fleet/vocabulary.ts";
import { floorRoutine } from "../core/floor/floor-routine.ts";
import { BUILT_IN } from "../core/routines/built-in.ts";
import { readTexts } from "../core/routines/read-texts.ts";
import type { Step } from "../core/routines/step.ts";
import { DEFERENCE, HAZARDS } from "../core/safety/hazards.ts";
import { isLanguage, LANGUAGE_IDS } from "../core/shop/languages.ts";
import { GUIDE } from "../core/signs/guide.ts";
import { PRINTED_ON } from "../ui/drawings/medium.tsx";
import { inLanguage } from "../ui/floor/in-language.ts";
import { WORD_COLOUR } from "../ui/kit/state-mark.tsx";
import { laidOver, missingTexts } from "./laid-over.ts";

/** What stands beside the English: the same places to fill, nothing that the English has not got, as many forms and choices. */

const FOLDER = "src/words";
/** Written alike in both. */
const SAME = new Set(["alcohol", "Film"]);
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

describe("what is kept in English and said in Spanish", () => {
  const said: Record<string, string> = JSON.parse(readFileSync(join(FOLDER, "es", "said.json"), "utf8"));
  // Amounts alone need no other language.
  const words = (text: string) => /\p{L}{3}/u.test(text);
  const routines = BUILT_IN.flatMap(readTexts);
  const uses = (steps: readonly Step[]): string[] =>
    steps.flatMap((step) => ("steps" in step ? uses(step.steps) : "uses" in step ? (step.uses ?? []).map(({ item }) => item) : []));
  const items = BUILT_IN.flatMap(({ steps = [] }) => uses(steps));
  const cautions = [...Object.values(HAZARDS).flatMap(({ name, caution }) => [name, caution]), DEFERENCE];
  const signs = Object.values(GUIDE).flatMap(({ words: sign, causes }) => [
    sign,
    ...causes.flatMap(({ words: cause, work }) => [cause, ...(work ? [work] : [])]),
  ]);
  const kinds = [...PARTS, ...WASTE_KINDS].filter((kind) => kind !== "head").map((kind) => capital(plain(kind)));
  const all = new Set([...routines, ...items, ...cautions, ...signs, ...Object.keys(WORD_COLOUR), ...Object.values(PRINTED_ON), ...kinds]);
  test("is all of the built-in routines' lines, answers, good and bad, the cautions, signs and states", () => {
    expect([...all].filter((text) => words(text) && said[text] === undefined && !SAME.has(text))).toEqual([]);
    expect(all.size).toBeGreaterThan(1500);
  });
  test("and nothing that is no longer said", () => expect(Object.keys(said).filter((text) => !all.has(text))).toEqual([]));
  test("keeps the numbers, and the routines it names", () => {
    const facts = (text: string) => [...text.matchAll(/R\d\d|\d+(?:[.,]\d+)?/g)].map(([each]) => each.replace(",", ".")).sort();
    const other = Object.entries(said).filter(([english, spanish]) => facts(english).join() !== facts(spanish).join());
    expect(other).toEqual([]);
  });
  test("a routine of the shop brings its own texts; the rest stays as it is written", () => {
    const steps: Step[] = [
      { kind: "look", id: "look", text: "Is the belt tight?", detail: "By hand.", choices: [{ id: "yes", text: "Tight" }] },
      { kind: "do", id: "do", text: "Run one clean.", uses: [{ item: "cleaning fluid", amount: 5, unit: "mL" }] },
    ];
    expect(readTexts({ name: "Belt", gear: ["goggles"], steps })).toEqual([
      "Belt",
      "Is the belt tight?",
      "Tight",
      "Run one clean.",
      "goggles",
    ]);
    const own = { id: "house-belt", name: "Belt", steps, texts: { es: { "Is the belt tight?": "¿Está tensa la correa?" } } };
    const view = floorView({ routines: { "house-belt": floorRoutine(own) } });
    const spoken = inLanguage("es", (text) => said[text] ?? text)(view).routines["house-belt"];
    expect(spoken?.steps).toEqual([
      { ...steps[0], text: "¿Está tensa la correa?" },
      { ...steps[1], text: said["Run one clean."] },
    ]);
    // What goes on record is taken from the view as it came.
    expect(view.routines["house-belt"]?.steps).toEqual(steps);
  });
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
