import { spawnSync } from "node:child_process";
import { rmSync, writeFileSync } from "node:fs";
import { afterAll, beforeAll, describe, expect, test } from "vitest";

/** Each arrow of the house is broken on purpose, and the lint step must refuse it: all at once, since each look reads the whole house. */

const BROKEN: [string, string, string][] = [
  ["core", 'import { database } from "../work/database.ts"; database;', "core-knows-the-trade-only"],
  ["core", 'import { useState } from "react"; useState;', "core-is-pure"],
  ["core", 'import { drizzle } from "drizzle-orm/node-postgres"; drizzle;', "core-is-pure"],
  ["core", 'import { readFileSync } from "node:fs"; readFileSync;', "core-touches-no-machine"],
  ["ledger", 'import { now } from "../work/clock.ts"; now;', "ledger-points-inwards"],
  ["work", 'import { Comb } from "../ui/kit/comb.tsx"; Comb;', "work-points-inwards"],
  ["ui", 'import { openDatabase } from "../ledger/database.ts"; openDatabase;', "ui-shows-what-it-is-given"],
  ["ui", 'import { now } from "../work/clock.ts"; now;', "ui-takes-only-types-of-work"],
  ["work", 'import { answer } from "../app/http.ts"; answer;', "nothing-imports-app"],
  ["app", 'import { append } from "../ledger/append.ts"; append;', "app-asks-work"],
  ["work/facts", 'import { board } from "../board/board.ts"; board;', "facts-asks-no-room-above-it"],
  ["work/stores", 'import { doorView } from "../standby/door.ts"; doorView;', "stores-asks-no-room-above-it"],
  ["work", 'import { loadShop } from "./shop/shop.ts"; loadShop;', "what-all-rooms-use-asks-none"],
];
const places = BROKEN.map(([room], number) => `src/${room}/broken-on-purpose-${number}.ts`);
afterAll(() => {
  for (const place of places) rmSync(place, { force: true });
});

describe("a forbidden import fails", () => {
  let status: number | null = 0;
  let lines: string[] = [];
  beforeAll(() => {
    BROKEN.forEach(([, line], number) => {
      writeFileSync(places[number] ?? "", `${line}\nexport const used = 1;\n`);
    });
    const looked = spawnSync("node_modules/.bin/depcruise", [...places, "--config", ".dependency-cruiser.cjs", "--output-type", "err"], {
      encoding: "utf8",
    });
    status = looked.status;
    lines = looked.stdout.split("\n");
  });

  test.each(BROKEN.map(([room, line, rule], number) => [room, line, rule, places[number] ?? ""]))("%s: %s", (_, __, rule, place) => {
    expect(lines.find((line) => line.includes(rule) && line.includes(place))).toBeDefined();
    expect(status).not.toBe(0);
  });

  test("the clock and chance are not asked in the core", () => {
    const { stdout } = spawnSync(
      "grep",
      [
        "-rnE",
        "Date\\.now\\(|new Date\\(\\)|Math\\.random\\(|performance\\.now|\\bfetch\\(",
        "src/core",
        "--include=*.ts",
        "--exclude=*.test.ts",
      ],
      { encoding: "utf8" },
    );
    expect(stdout).toBe("");
  });
});
