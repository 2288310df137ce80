import { readdirSync } from "node:fs";
import { join } from "node:path";

const FOLDER = "tests/journeys";
/** They stop the database's server, or kill it, under all who use it. */
const ALONE = ["first-run", "kill"];
/** About half of the work; every other journey is in the other lane. */
const ONE_LANE = ["axe", "doors", "each-routine", "first-load", "idle", "shop"];

/**
 * The journeys' files, in lanes that run side by side, one lane a core, each in a house of its own; groups come one after another.
 * @param files what was asked for by name: one lane then
 */
export function journeyLanes(files: readonly string[], oneHouse: boolean): string[][][] {
  if (files.length) return [[[...files]]];
  const all = readdirSync(FOLDER).flatMap((file) => (file.endsWith(".test.ts") ? [file.replace(".test.ts", "")] : []));
  const paths = (wanted: (name: string) => boolean) => all.filter(wanted).map((name) => join(FOLDER, `${name}.test.ts`));
  if (oneHouse) return [[paths(() => true)]];
  return [
    [paths((name) => ALONE.includes(name))],
    [paths((name) => ONE_LANE.includes(name)), paths((name) => !ALONE.includes(name) && !ONE_LANE.includes(name))],
  ];
}
