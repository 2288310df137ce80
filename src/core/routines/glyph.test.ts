import { expect, test } from "vitest";
import { BUILT_IN } from "./built-in.ts";
import { GLYPHS, glyphOf } from "./glyph.ts";

const of = (id: string) => glyphOf(BUILT_IN.find((routine) => routine.id === id));

test.each([
  ["R01", "check"],
  ["R08", "waste"],
  ["R45", "waste"],
  ["R10", "cap"],
  ["R12", "flush"],
  ["R13", "power"],
  ["R02", "shake"],
  ["R07", "points"],
  ["R21", "clean"],
  ["R32", "strip"],
  ["R41", "foam"],
])("%s is shown as %s", (id, glyph) => expect(of(id)).toBe(glyph));

test("every routine has one, also one that is not known", () => {
  for (const { id } of BUILT_IN) expect(GLYPHS).toContain(of(id));
  expect(glyphOf(undefined)).toBe("tool");
});
