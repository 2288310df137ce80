import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";

const ROOTS = ["src", "tests", "commands"];

/** The share of test lines in all code lines (blank lines left out), from 0 to 1. */
export function testShare(): number {
  let [tests, all] = [0, 0];
  for (const root of ROOTS)
    for (const name of readdirSync(root, { recursive: true, encoding: "utf8" })) {
      if (!/\.(ts|tsx|css|mjs)$/.test(name) || name.includes("node_modules")) continue;
      const lines = readFileSync(join(root, name), "utf8")
        .split("\n")
        .filter((line) => line.trim()).length;
      all += lines;
      if (root === "tests" || /\.test\.tsx?$/.test(name)) tests += lines;
    }
  return all ? tests / all : 0;
}
