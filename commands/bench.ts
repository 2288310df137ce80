import { spawnSync } from "node:child_process";
import { mkdirSync } from "node:fs";
import { buildSync } from "esbuild";
import { build } from "./app.ts";
import { demoBench } from "./bench/demo-bench.ts";
import { offlineBench, syncBench } from "./bench/floor-bench.ts";
import { fuzzBench } from "./bench/fuzz-bench.ts";
import { ledgerBench, rebuildBench } from "./bench/ledger-bench.ts";
import type { Row } from "./bench/measure.ts";
import { liveBench, loadBench, startBench } from "./bench/page-bench.ts";
import { storesBench } from "./bench/stores-bench.ts";
import { yearsBench } from "./bench/years-bench.ts";
import { Fault, run, say } from "./say.ts";
import { STATE } from "./state.ts";

const BENCHES: Record<string, () => Promise<Row[]>> = {
  demo: demoBench,
  due: dueBench,
  routines: routinesBench,
  read: readBench,
  rounds: roundsBench,
  standby: standbyBench,
  ledger: ledgerBench,
  years: yearsBench,
  rebuild: rebuildBench,
  stores: storesBench,
  load: loadBench,
  live: liveBench,
  sync: syncBench,
  offline: offlineBench,
  start: startBench,
  fuzz: fuzzBench,
};

await run(async () => {
  const wanted = process.argv.slice(2);
  const unknown = wanted.find((name) => !BENCHES[name]);
  if (unknown) throw new Fault(`There is no bench “${unknown}”; there are ${Object.keys(BENCHES).join(", ")}.`);
  mkdirSync(STATE, { recursive: true });
  const rows: Row[] = [];
  for (const [name, bench] of Object.entries(BENCHES)) {
    if (wanted.length && !wanted.includes(name)) continue;
    say(`— ${name} …`);
    if (["load", "live", "sync", "offline", "start", "fuzz"].includes(name)) await build();
    rows.push(...(await bench()));
  }
  const width = (key: keyof Row) => Math.max(key.length, ...rows.map((row) => row[key].length));
  const line = (row: Row) => `${row.what.padEnd(width("what"))}  ${row.budget.padEnd(width("budget"))}  ${row.measured}\n`;
  process.stdout.write(line({ what: "what", budget: "budget", measured: "measured" }));
  for (const row of rows) process.stdout.write(line(row));
  process.exit(0);
});

/** A bench of the core alone, bundled as the application is. @returns what it prints, as JSON */
function coreBench<Result>(name: string): Result {
  const outfile = `${STATE}/${name}.mjs`;
  buildSync({
    entryPoints: [`commands/bench/${name}.ts`],
    bundle: true,
    platform: "node",
    format: "esm",
    mainFields: ["module", "main"],
    // What is only there as CommonJS can't be bundled into a module.
    external: ["ajv", "ajv-formats", "yaml", "sharp"],
    outfile,
    logLevel: "error",
  });
  const { stdout, status, stderr } = spawnSync(process.execPath, [outfile], { encoding: "utf8" });
  if (status !== 0) throw new Fault(`The bench ${name} failed:\n${stderr}`);
  return JSON.parse(stdout);
}

async function dueBench(): Promise<Row[]> {
  const rows = coreBench<{ machines: number; occurrences: number; yearMs: number; dayMs: number }[]>("due-bench");
  return rows.flatMap(({ machines, occurrences, yearMs, dayMs }) => [
    {
      what: `due work, ${machines} machines × 15 routines × 366 days`,
      budget: machines === 500 ? "1 s" : "linear growth",
      measured: `${yearMs.toFixed(0)} ms, ${occurrences.toLocaleString("en-GB")} occurrences`,
    },
    {
      what: `a day's board, ${machines} machines`,
      budget: machines === 500 ? "20 ms" : "linear growth",
      measured: `${dayMs.toFixed(1)} ms`,
    },
  ]);
}

async function routinesBench(): Promise<Row[]> {
  const { kilobytes, readMs, heldMs, compiledMs, plannedMs, planned } = coreBench<Record<string, number>>("routines-bench");
  const row = (what: string, milliseconds = 0): Row => ({ what, budget: "—", measured: `${milliseconds.toFixed(0)} ms` });
  return [
    row(`a pack of 500 routines read (${kilobytes} kB of YAML)`, readMs),
    row("held against the language", heldMs),
    row("compiled with what they call", compiledMs),
    row(`planned for 500 machines (250,000 plans, ${planned?.toLocaleString("en-GB")} steps)`, plannedMs),
  ];
}

type RoundTimes = { firstMs: number; list: number; efforts: { effort: number; cost: number; share: number; ms: number }[] };
type Morning = { lastReady: number; hands: number; standing: number; walking: number };

async function roundsBench(): Promise<Row[]> {
  const { shop, large, opening } = coreBench<{
    shop: RoundTimes[];
    large: RoundTimes[];
    opening: { tasks: number; without: Morning; plan: Morning };
  }>("rounds-bench");
  const mean = (numbers: number[]) => numbers.reduce((sum, each) => sum + each, 0) / numbers.length;
  const over = (what: string, times: RoundTimes[], first: string): Row[] => [
    {
      what: `${what}: a first good plan`,
      budget: first,
      measured: `${Math.max(...times.map(({ firstMs }) => firstMs)).toFixed(0)} ms at most of ${times.length}`,
    },
    ...(times[0]?.efforts ?? []).map(({ effort }, place) => ({
      what: `${what}: effort ${effort}, avoidable cost against plain list scheduling`,
      budget: "—",
      measured: `${mean(times.map(({ efforts }) => efforts[place]?.share ?? 0)).toFixed(3)} in ${mean(times.map(({ efforts }) => efforts[place]?.ms ?? 0)).toFixed(0)} ms`,
    })),
  ];
  const morning = ({ lastReady, hands, standing, walking }: Morning) =>
    `last ready after ${lastReady} min; ${hands} with hands, ${standing} standing, ${walking} walking`;
  return [
    ...over("16 machines, 60 stretches, 6 people", shop, "300 ms"),
    ...over("60 machines, 150 tasks, 20 people", large, "—"),
    { what: `the demo's opening (${opening.tasks} tasks), machine by machine`, budget: "—", measured: morning(opening.without) },
    { what: "the same by the plan", budget: "—", measured: morning(opening.plan) },
  ];
}

async function standbyBench(): Promise<Row[]> {
  const { faults, adviceMs = 0, mean = 0, least = 0, most = 0 } = coreBench<Record<string, number>>("standby-bench");
  const percent = (share: number) => `${(share * 100).toFixed(1)} %`;
  return [
    { what: "5,000 machines and gaps at random: advice that breaks a rule", budget: "0", measured: `${faults}, ${adviceMs.toFixed(0)} ms` },
    {
      what: "first prints promised at 90 % in 40 simulated shops: came true",
      budget: "85 to 95 %",
      measured: `${percent(mean)}; by shop ${percent(least)} to ${percent(most)}`,
    },
  ];
}

async function readBench(): Promise<Row[]> {
  const { megapixels = 0, firstMs, readMs, passMs, decodeMs } = coreBench<Record<string, number>>("read-bench");
  const row = (what: string, budget: string, milliseconds = 0): Row => ({ what, budget, measured: `${milliseconds.toFixed(0)} ms` });
  return [
    row(`a check read from a picture of ${megapixels.toFixed(0)} megapixels, decoded`, "1 s", readMs),
    row("the same, the first time in a process", "—", firstMs),
    row("its JPEG decoded", "—", decodeMs),
    row("one plain pass by sharp (decode, grey, blur)", "—", passMs),
  ];
}
