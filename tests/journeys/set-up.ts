import type { ChildProcess } from "node:child_process";
import { mkdirSync, rmSync } from "node:fs";
import type { TestProject } from "vitest/node";
import { startServer, waitUntilUp } from "../../commands/app.ts";
import { ensureCertificate, lanAddresses, spkiMark } from "../../commands/lan.ts";
import { freePort } from "../../commands/postgres.ts";
import { weekday } from "../../src/core/calendar/day.ts";
import { instantOf, localDay } from "../../src/core/calendar/site-time.ts";
import { DEMO_ZONE } from "../../src/demo/clock.ts";
import { seedDemo } from "../../src/demo/seed.ts";
import { openDatabase } from "../../src/ledger/database.ts";

declare module "vitest" {
  export interface ProvidedContext {
    first: string;
    second: string;
    /** By HTTPS at this machine's own address on the network. */
    lan: string;
    lanMark: string;
    lanProcess: number;
    /** How far the house's clock is ahead of this machine's. */
    aheadMs: number;
    database: string;
  }
}

/** The demo house in the journeys' own database, and two copies of the application on it. */
export default async function setUp(project: TestProject): Promise<() => void> {
  const url = process.env.DATABASE_URL ?? "";
  if (!url) throw new Error("Journeys need a database: run them by ./zesty test --only journeys");
  const { db, pool } = openDatabase(url, 2);
  // Always a Wednesday at twenty past ten, whatever the hour of the run: what is due at the hour does not change from run to run.
  const today = localDay(new Date(), { timeZone: DEMO_ZONE });
  const wednesday = today + 1 + ((3 - weekday(today + 1) + 7) % 7);
  const aheadMs = instantOf(wednesday, "10:20", { timeZone: DEMO_ZONE }).getTime() - Date.now();
  await seedDemo(db, aheadMs);
  project.provide("aheadMs", aheadMs);
  await pool.end();
  mkdirSync(".zesty", { recursive: true });
  const log = ".zesty/journeys.log";
  rmSync(log, { force: true });
  const copies: ChildProcess[] = [];
  for (const name of ["first", "second"] as const) {
    const port = await freePort();
    const server = startServer({
      port,
      databaseUrl: url,
      demo: true,
      log,
      // The second copy stands behind a proxy, and believes what it says of who asks.
      env: { ZESTY_KIT: "1", ...(name === "second" ? { ZESTY_TRUSTED_PROXIES: "127.0.0.0/8, ::1" } : {}) },
    });
    await waitUntilUp(port, server, log);
    copies.push(server);
    project.provide(name, `http://127.0.0.1:${port}`);
  }
  const [host = "127.0.0.1"] = lanAddresses();
  const port = await freePort();
  const certificate = ensureCertificate([host]);
  const address = `https://${host}:${port}`;
  const lan = startServer({ port, databaseUrl: url, demo: true, log, lan: { address, certificate } });
  await waitUntilUp(port, lan, log, { secure: true });
  copies.push(lan);
  project.provide("lan", address);
  project.provide("lanProcess", lan.pid ?? 0);
  project.provide("lanMark", spkiMark(certificate.certificateFile));
  project.provide("database", url);
  return () => {
    for (const server of copies) server.kill("SIGTERM");
  };
}
