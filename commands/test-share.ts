import { existsSync, readdirSync, readFileSync } from "node:fs";
import { join, relative } from "node:path";
import { STATE } from "./state.ts";

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

/** How much of each room of `src/` the unit tests reach, from the last run with coverage; empty where there is none. */
export function coverageByRoom(): { room: string; percent: number }[] {
  const file = join(STATE, "coverage", "coverage-summary.json");
  if (!existsSync(file)) return [];
  const summary: Record<string, { lines: { total: number; covered: number } }> = JSON.parse(readFileSync(file, "utf8"));
  const rooms = new Map<string, { total: number; covered: number }>();
  for (const [path, { lines }] of Object.entries(summary)) {
    const room = relative("src", path).split("/")[0] ?? "";
    if (path === "total" || room === ".." || room === "") continue;
    const known = rooms.get(room) ?? { total: 0, covered: 0 };
    rooms.set(room, { total: known.total + lines.total, covered: known.covered + lines.covered });
  }
  return [...rooms]
    .filter(([, { total }]) => total > 0)
    .map(([room, { total, covered }]) => ({ room, percent: Math.round((100 * covered) / total) }))
    .sort((a, b) => b.percent - a.percent);
}
