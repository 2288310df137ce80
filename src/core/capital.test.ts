import { expect, test } from "vitest";
import { capital } from "./capital.ts";

test.each([
  ["room air", "Room air"],
  ["Ready", "Ready"],
  ["étage", "Étage"],
  ["9 missing", "9 missing"],
  ["", ""],
])("%j is %j", (text, said) => expect(capital(text)).toBe(said));
