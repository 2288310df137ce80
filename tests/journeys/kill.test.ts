import { type ChildProcess, spawnSync } from "node:child_process";
import { uuidv7 } from "uuidv7";
import { expect, inject, test } from "vitest";
import { startServer, waitUntilUp } from "../../commands/app.ts";
import { clusterPid, ensureDatabase, freePort } from "../../commands/postgres.ts";
import { compareSite } from "../../src/ledger/compare.ts";
import { openDatabase } from "../../src/ledger/database.ts";
import { ledgerPage } from "../../src/ledger/reading.ts";
import { cookieOf } from "./browser.ts";

/** How often each is killed in mid-load: a few times in every run, 25 where `ZESTY_KILLS=25`. */
const KILLS = Number(process.env.ZESTY_KILLS ?? 3);
const SITE = "demo";

test(`what was acknowledged is there, once, after ${KILLS} kills of the server and ${KILLS} of PostgreSQL in mid-load`, async () => {
  const url = inject("database");
  const port = await freePort();
  const base = `http://127.0.0.1:${port}`;
  const log = ".zesty/kill.log";
  let server: ChildProcess = startServer({ port, databaseUrl: url, demo: true, log });
  await waitUntilUp(port, server, log);
  const cookie = await cookieOf("bram");
  const acknowledged = new Set<string>();
  const sent = new Set<string>();
  let over = false;

  /** A client that sends one entry after the other, each again under its own id until it is answered. */
  const client = async () => {
    while (!over) {
      const id = uuidv7();
      sent.add(id);
      const body = JSON.stringify({
        entries: [{ id, kind: "note", machine: "teal", happenedAt: new Date().toISOString(), body: { text: `underload ${id}` } }],
      });
      for (let answered = false; !answered && !over; ) {
        const reply = await fetch(`${base}/api/sync`, {
          method: "POST",
          headers: { "content-type": "application/json", cookie },
          body,
          signal: AbortSignal.timeout(5000),
        })
          .then(async (response) => (response.ok ? ((await response.json()) as { answers: { id: string; result: string }[] }) : undefined))
          // Refused, or cut off in the middle of the answer.
          .catch(() => undefined);
        for (const answer of reply?.answers ?? []) {
          expect(["added", "known"]).toContain(answer.result);
          acknowledged.add(answer.id);
          answered = true;
        }
        if (!answered) await new Promise((done) => setTimeout(done, 50));
      }
    }
  };
  const clients = Array.from({ length: 6 }, client);
  const progress = async (more: number) => {
    const wanted = acknowledged.size + more;
    const until = Date.now() + 60_000;
    while (acknowledged.size < wanted) {
      if (Date.now() > until) throw new Error(`only ${acknowledged.size} of ${wanted} acknowledged after a minute`);
      await new Promise((done) => setTimeout(done, 20));
    }
  };

  for (let kill = 0; kill < KILLS; kill++) {
    await progress(10);
    server.kill("SIGKILL");
    await new Promise((done) => server.once("exit", done));
    server = startServer({ port, databaseUrl: url, demo: true, log });
    await waitUntilUp(port, server, log);
  }
  // A database of the house's own is not ours to kill.
  for (let kill = 0; kill < (process.env.ZESTY_OWN_DATABASE ? 0 : KILLS); kill++) {
    await progress(10);
    const pid = clusterPid();
    expect(pid).toBeGreaterThan(0);
    spawnSync("kill", ["-9", String(pid)]);
    // Its children end by themselves soon after; until then a new server refuses to start.
    for (let tries = 0; ; tries++) {
      await new Promise((done) => setTimeout(done, 300));
      const own = process.env.DATABASE_URL;
      delete process.env.DATABASE_URL;
      const started = await ensureDatabase("postgres").then(
        () => true,
        () => false,
      );
      process.env.DATABASE_URL = own;
      if (started) break;
      expect(tries).toBeLessThan(60);
    }
  }
  await progress(10);
  over = true;
  await Promise.all(clients);
  server.kill("SIGKILL");

  const { db, pool } = openDatabase(url, 2);
  const held = (await ledgerPage(db, SITE, { kind: "note", text: "underload", limit: 1_000_000 })).map(({ id }) => id);
  const lost = [...acknowledged].filter((id) => !held.includes(id));
  console.log(`acknowledged ${acknowledged.size}, sent ${sent.size}, held ${held.length}; lost: ${JSON.stringify(lost)}`);
  expect(acknowledged.size).toBeGreaterThan(KILLS * 10);
  expect(lost).toEqual([]);
  expect(new Set(held).size).toBe(held.length);
  expect(held.filter((id) => !sent.has(id))).toEqual([]);
  expect(await compareSite(db, SITE)).toEqual([]);
  const whole = await ledgerPage(db, SITE, { after: 0, limit: 1_000_000 });
  expect(whole.map(({ seq }) => seq)).toEqual(whole.map((_, index) => index + 1));
  await pool.end();
}, 900_000);
