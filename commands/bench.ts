import { spawnSync } from "node:child_process";
import { mkdirSync } from "node:fs";
import { buildSync } from "esbuild";
import { build, STATE } from "./app.ts";
import { offlineBench, syncBench } from "./bench/floor-bench.ts";
import { ledgerBench, type Row, rebuildBench } from "./bench/ledger-bench.ts";
import { liveBench, loadBench, startBench } from "./bench/page-bench.ts";
import { Fault, run, say } from "./say.ts";

const BENCHES: Record<string, () => Promise<Row[]>> = {
  due: dueBench,
  ledger: ledgerBench,
  rebuild: rebuildBench,
  load: loadBench,
  live: liveBench,
  sync: syncBench,
  offline: offlineBench,
  start: startBench,
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
    if (["load", "live", "sync", "offline", "start"].includes(name)) await build();
    rows.push(...(await bench()));
  }
  const width = (key: keyof Row) => Math.max(key.length, ...rows.map((row) => row[key].length));
  const line = (row: Row) => `${row.what.padEnd(width("what"))}  ${row.budget.padEnd(width("budget"))}  ${row.measured}\n`;
  process.stdout.write(line({ what: "what", budget: "budget", measured: "measured" }));
  for (const row of rows) process.stdout.write(line(row));
  process.exit(0);
});

async function dueBench(): Promise<Row[]> {
  const outfile = `${STATE}/due-bench.mjs`;
  buildSync({
    entryPoints: ["commands/bench/due-bench.ts"],
    bundle: true,
    platform: "node",
    format: "esm",
    mainFields: ["module", "main"],
    outfile,
    logLevel: "error",
  });
  const { stdout, status, stderr } = spawnSync(process.execPath, [outfile], { encoding: "utf8" });
  if (status !== 0) throw new Fault(`The due bench failed:\n${stderr}`);
  const rows: { machines: number; occurrences: number; yearMs: number; dayMs: number }[] = JSON.parse(stdout);
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
