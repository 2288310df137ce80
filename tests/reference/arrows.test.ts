import { spawnSync } from "node:child_process";
import { rmSync, writeFileSync } from "node:fs";
import { afterEach, describe, expect, test } from "vitest";

/** Each arrow of the house is broken on purpose, and the lint step must refuse it. */

let broken = "";
afterEach(() => rmSync(broken, { force: true }));

const lint = (room: string, line: string) => {
  broken = `src/${room}/broken-on-purpose.ts`;
  writeFileSync(broken, `${line}\nexport const used = 1;\n`);
  return spawnSync("node_modules/.bin/depcruise", [broken, "--config", ".dependency-cruiser.cjs", "--output-type", "err"], {
    encoding: "utf8",
  });
};

describe("a forbidden import fails", () => {
  test.each<[string, string, string]>([
    ["core", 'import { database } from "../work/database.ts"; database;', "core-knows-the-trade-only"],
    ["core", 'import { useState } from "react"; useState;', "core-is-pure"],
    ["core", 'import { drizzle } from "drizzle-orm/node-postgres"; drizzle;', "core-is-pure"],
    ["core", 'import { readFileSync } from "node:fs"; readFileSync;', "core-touches-no-machine"],
    ["ledger", 'import { now } from "../work/clock.ts"; now;', "ledger-points-inwards"],
    ["work", 'import { Comb } from "../ui/comb.tsx"; Comb;', "work-points-inwards"],
    ["ui", 'import { openDatabase } from "../ledger/database.ts"; openDatabase;', "ui-shows-what-it-is-given"],
    ["ui", 'import { now } from "../work/clock.ts"; now;', "ui-takes-only-types-of-work"],
    ["work", 'import { answer } from "../app/http.ts"; answer;', "nothing-imports-app"],
    ["app", 'import { append } from "../ledger/append.ts"; append;', "app-asks-work"],
  ])("%s: %s", (room, line, rule) => {
    const { status, stdout } = lint(room, line);
    expect(stdout).toContain(rule);
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
