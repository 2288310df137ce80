import { spawn } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, rmSync } from "node:fs";
import { join, relative } from "node:path";
import { parseArgs } from "node:util";
import { migrateDatabase } from "../src/ledger/migrate.ts";
import { build, secret } from "./app.ts";
import { listKinds } from "./list-kinds.ts";
import { ensureDebianPackages } from "./packages.ts";
import { APP_ROLE, dropDatabase, ensureDatabase } from "./postgres.ts";
import { run, say } from "./say.ts";
import { STATE } from "./state.ts";
import { testShare } from "./test-share.ts";

const MOST_NAMED = 30;

type Part = { name: string; passed: number; failed: number };
const parts: Part[] = [];
/** Names of the tests that failed, so that the end of a long output says which. */
const failures: string[] = [];

await run(async () => {
  const { values, positionals: files } = parseArgs({
    options: { only: { type: "string" }, quick: { type: "boolean" }, since: { type: "string" } },
    allowPositionals: true,
  });
  const wanted = (name: string) => (values.quick ? name !== "journeys" : values.only === undefined || values.only === name);
  mkdirSync(STATE, { recursive: true });
  if (listKinds()) say("The registry of entry kinds was written again: commit it with your change.");
  // Journeys leave a core idle now and then: what needs no browser is looked at beside their first ones.
  if (wanted("lint") && !wanted("journeys")) await lint();
  if (wanted("unit")) {
    // For the work between: what the change since a commit touches, with fewer random cases.
    const touched = values.quick ? [`--changed=${values.since ?? "HEAD"}`, "--passWithNoTests"] : [];
    const env: Record<string, string> = values.quick ? { ZESTY_QUICK: "1" } : {};
    await withDatabase("unit", async (own) => vitest("unit and reference", "vitest.config.ts", { ...own, ...env }, [...files, ...touched]));
  }
  if (wanted("journeys")) {
    ensureDebianPackages(["chromium"], () => existsSync("/usr/bin/chromium"), "Chromium");
    await build();
    await Promise.all([
      wanted("lint") ? lint() : undefined,
      withDatabase("journeys", async (env) => vitest("journeys", "vitest.journeys.config.ts", env, files)),
    ]);
  }
  say(`\nTests are ${Math.round(testShare() * 100)} % of the code lines.`);
  for (const { name, passed, failed } of parts) say(`${failed ? "FAILED" : "ok    "} ${name}: ${passed} passed, ${failed} failed`);
  for (const name of failures.slice(0, MOST_NAMED)) say(`  failed: ${name}`);
  const [passed, failed] = [parts.reduce((sum, part) => sum + part.passed, 0), parts.reduce((sum, part) => sum + part.failed, 0)];
  process.stdout.write(`${passed} passed, ${failed} failed\n`);
  if (failed || (!passed && !values.quick)) process.exitCode = 1;
});

/** Format and rules of the code, types, and the arrows between the rooms: side by side, since each keeps one core busy. */
async function lint(): Promise<void> {
  const steps: [string, string, string[]][] = [
    ["format and lint", "biome", ["check", "--error-on-warnings", "."]],
    ["types", "tsc", ["-p", ".", "--incremental", "false"]],
    ["arrows", "depcruise", ["src", "commands", "--config", ".dependency-cruiser.cjs", "--output-type", "err"]],
  ];
  say(`— ${steps.map(([name]) => name).join(", ")} …`);
  await Promise.all(
    steps.map(async ([name, tool, args]) => {
      const { ok, text } = await look(tool, args);
      process.stderr.write(text);
      parts.push({ name, passed: ok ? 1 : 0, failed: ok ? 0 : 1 });
    }),
  );
}

/** A tool of the house at work, and all that it said. */
function look(tool: string, args: string[]): Promise<{ ok: boolean; text: string }> {
  const child = spawn(`node_modules/.bin/${tool}`, args, { stdio: ["ignore", "pipe", "pipe"] });
  let text = "";
  for (const stream of [child.stdout, child.stderr])
    stream.on("data", (piece) => {
      text += piece;
    });
  return new Promise((done, failed) => {
    child.on("error", failed);
    child.on("close", (status) => done({ ok: status === 0, text }));
  });
}

/** A throwaway database, dropped however the work ends. */
async function withDatabase(name: string, work: (env: Record<string, string>) => Promise<void>): Promise<void> {
  const own = process.env.DATABASE_URL;
  const database = `zesty_${name}_${process.pid}`;
  const urls = await ensureDatabase(database);
  await migrateDatabase(urls.owner, own ? undefined : APP_ROLE);
  try {
    await work({
      ...(own ? { ZESTY_OWN_DATABASE: "1" } : {}),
      DATABASE_URL: urls.app,
      DATABASE_OWNER_URL: urls.owner,
      ZESTY_SECRET: secret(),
    });
  } finally {
    if (!own) await dropDatabase(database);
  }
}

type FileResult = {
  name: string;
  status: string;
  message?: string;
  assertionResults: { status: string; fullName: string; failureMessages?: string[] }[];
};
/** What failed in a file of tests, each with the first line of its reason. */
function failuresOf({ name, status, message, assertionResults }: FileResult): string[] {
  const file = relative(process.cwd(), name);
  const firstLine = (text: string | undefined) => (text ?? "").split("\n")[0]?.slice(0, 300) ?? "";
  const tests = assertionResults
    .filter((each) => each.status === "failed")
    .map((each) => `${file}: ${each.fullName}: ${firstLine(each.failureMessages?.[0])}`);
  return tests.length || status !== "failed" ? tests : [`${file}: ${firstLine(message)}`];
}

async function vitest(name: string, config: string, env: Record<string, string>, files: string[]): Promise<void> {
  const report = join(STATE, "vitest.json");
  rmSync(report, { force: true });
  say(`— ${name} …`);
  const child = spawn(
    "node_modules/.bin/vitest",
    ["run", ...files, "--config", config, "--reporter=default", "--reporter=json", `--outputFile.json=${report}`],
    { stdio: ["ignore", "inherit", "inherit"], env: { ...process.env, ...env } },
  );
  const status = await new Promise((done, failed) => child.on("error", failed).on("close", done));
  if (!existsSync(report)) parts.push({ name, passed: 0, failed: 1 });
  else {
    const { numPassedTests, numFailedTests, numFailedTestSuites, testResults } = JSON.parse(readFileSync(report, "utf8"));
    failures.push(...testResults.flatMap(failuresOf));
    const brokenFiles = testResults.filter(
      (file: { status: string; assertionResults: unknown[] }) => file.status === "failed" && file.assertionResults.length === 0,
    ).length;
    const failed = numFailedTests + brokenFiles + (numFailedTests === 0 && brokenFiles === 0 && numFailedTestSuites > 0 ? 1 : 0);
    // What broke before any test began (a server that did not come up) shows in the status alone.
    parts.push({ name, passed: numPassedTests, failed: failed || (status === 0 ? 0 : 1) });
  }
}
