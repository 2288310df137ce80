import type { ChildProcess } from "node:child_process";
import { mkdirSync, rmSync } from "node:fs";
import type { TestProject } from "vitest/node";
import { startServer, waitUntilUp } from "../../commands/app.ts";
import { freePort } from "../../commands/postgres.ts";
import { seedDemo } from "../../src/demo/seed.ts";
import { openDatabase } from "../../src/ledger/database.ts";

declare module "vitest" {
  export interface ProvidedContext {
    first: string;
    second: string;
    database: string;
  }
}

/** The demo house in the journeys' own database, and two copies of the application on it. */
export default async function setUp(project: TestProject): Promise<() => void> {
  const url = process.env.DATABASE_URL ?? "";
  if (!url) throw new Error("Journeys need a database: run them by ./zesty test --only journeys");
  const { db, pool } = openDatabase(url, 2);
  await seedDemo(db);
  await pool.end();
  mkdirSync(".zesty", { recursive: true });
  const log = ".zesty/journeys.log";
  rmSync(log, { force: true });
  const copies: ChildProcess[] = [];
  for (const name of ["first", "second"] as const) {
    const port = await freePort();
    const server = startServer({ port, databaseUrl: url, demo: true, log });
    await waitUntilUp(port, server, log);
    copies.push(server);
    project.provide(name, `http://127.0.0.1:${port}`);
  }
  project.provide("database", url);
  return () => {
    for (const server of copies) server.kill("SIGTERM");
  };
}
