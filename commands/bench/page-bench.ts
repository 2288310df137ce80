import { spawnSync } from "node:child_process";
import { rmSync } from "node:fs";
import { join } from "node:path";
import { Readable } from "node:stream";
import { uuidv7 } from "uuidv7";
import { openDatabase } from "../../src/ledger/database.ts";
import { migrateDatabase } from "../../src/ledger/migrate.ts";
import { startServer, waitUntilUp } from "../app.ts";
import { APP_ROLE, dropDatabase, ensureDatabase, freePort } from "../postgres.ts";
import { STATE } from "../state.ts";
import type { Row } from "./measure.ts";

/** A demo of its own with so many copies of the application on it. */
export async function withCopies<Result>(
  copies: number,
  work: (bases: string[], databaseUrl: string) => Promise<Result>,
  env: Record<string, string> = {},
): Promise<Result> {
  const name = `zesty_bench_pages_${process.pid}`;
  const urls = await ensureDatabase(name);
  await migrateDatabase(urls.owner, APP_ROLE);
  process.env.DATABASE_URL = urls.app;
  const { db, pool } = openDatabase(urls.app, 2);
  const { seedDemo } = await import("../../src/demo/seed.ts");
  await seedDemo(db);
  await pool.end();
  delete process.env.DATABASE_URL;
  const log = join(STATE, "bench.log");
  rmSync(log, { force: true });
  const servers = [];
  const bases: string[] = [];
  for (let copy = 0; copy < copies; copy++) {
    const port = await freePort();
    const server = startServer({ port, databaseUrl: urls.app, demo: true, log, env });
    await waitUntilUp(port, server, log);
    servers.push(server);
    bases.push(`http://127.0.0.1:${port}`);
  }
  try {
    return await work(bases, urls.app);
  } finally {
    for (const server of servers) server.kill("SIGKILL");
    await new Promise((done) => setTimeout(done, 200));
    await dropDatabase(name);
  }
}

export async function cookieOf(base: string, person = "ottoline"): Promise<string> {
  const response = await fetch(`${base}/api/demo-sign-in`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ person }),
  });
  return response.headers
    .getSetCookie()
    .map((cookie) => cookie.split(";")[0])
    .join("; ");
}

/** Pages whose first load has a budget, in kB of brotli. */
export const FIRST_LOADS = [
  ["/", 200],
  ["/check?machines=fathom", 150],
  ["/floor", 150],
] as const;

/** Brotli bytes of the scripts that a page loads first, and how many files they are. */
export async function firstLoad(base: string, path: string, cookie: string): Promise<{ bytes: number; files: number }> {
  const html = await (await fetch(base + path, { headers: { cookie } })).text();
  const scripts = new Set(
    [...html.matchAll(/<script[^>]+src="([^"]+\.js[^"]*)"[^>]*>/g)]
      .filter(([tag]) => !tag.includes("noModule"))
      .map(([, source]) => source ?? ""),
  );
  let bytes = 0;
  for (const source of scripts)
    bytes += Number((await fetch(base + source, { headers: { "accept-encoding": "br" } })).headers.get("content-length") ?? 0);
  return { bytes, files: scripts.size };
}

export const loadBench = (): Promise<Row[]> =>
  withCopies(1, async ([base = ""]) => {
    const cookie = await cookieOf(base);
    const rows: Row[] = [];
    for (const [path, budget] of FIRST_LOADS) {
      const { bytes, files } = await firstLoad(base, path, cookie);
      rows.push({
        what: `JavaScript of a first load of ${path.split("?")[0]}, brotli`,
        budget: `${budget} kB`,
        measured: `${(bytes / 1000).toFixed(0)} kB in ${files} files`,
      });
    }
    return rows;
  });

const STREAMS = 100;

/** How soon a change made on one copy is heard on 100 streams over two copies. */
export const liveBench = (): Promise<Row[]> =>
  withCopies(2, async ([first = "", second = ""]) => {
    const cookies = [await cookieOf(first), await cookieOf(second)];
    const heard: (() => void)[] = [];
    let seen = 0;
    const controller = new AbortController();
    for (let stream = 0; stream < STREAMS; stream++) {
      const base = stream % 2 ? second : first;
      const response = await fetch(`${base}/api/live`, { headers: { cookie: cookies[stream % 2] ?? "" }, signal: controller.signal });
      void (async () => {
        let opened = false;
        for await (const chunk of Readable.fromWeb(response.body as import("node:stream/web").ReadableStream<Uint8Array>)) {
          if (!new TextDecoder().decode(chunk).includes("data:")) continue;
          if (opened) {
            seen++;
            if (seen === STREAMS) for (const done of heard) done();
          }
          opened = true;
        }
      })().catch(() => {});
    }
    await new Promise((done) => setTimeout(done, 1000));
    const all = new Promise<void>((done) => heard.push(done));
    const started = performance.now();
    await fetch(`${first}/api/sync`, {
      method: "POST",
      headers: { "content-type": "application/json", cookie: cookies[0] ?? "" },
      body: JSON.stringify({
        entries: [{ id: uuidv7(), kind: "note", machine: "teal", happenedAt: new Date().toISOString(), body: { text: "bench" } }],
      }),
    });
    await Promise.race([all, new Promise((_, fail) => setTimeout(() => fail(new Error("not heard within 10 s")), 10_000))]);
    const ms = performance.now() - started;
    controller.abort();
    return [{ what: `a change heard on ${STREAMS} streams over two copies`, budget: "2 s", measured: `${ms.toFixed(0)} ms` }];
  });

/** A second start of everything. */
export async function startBench(): Promise<Row[]> {
  const zesty = (command: string) => spawnSync("./zesty", [command], { encoding: "utf8" });
  zesty("start");
  zesty("stop");
  const started = performance.now();
  zesty("start");
  return [{ what: "./zesty start, the second time", budget: "15 s", measured: `${((performance.now() - started) / 1000).toFixed(1)} s` }];
}
