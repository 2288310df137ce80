import { existsSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { STATE } from "./state.ts";

/** The application started from this checkout, where it still runs. */
export function runningServer(): { pid: number; port: number; address?: string } | undefined {
  const file = join(STATE, "server.json");
  if (!existsSync(file)) return undefined;
  const server = JSON.parse(readFileSync(file, "utf8")) as { pid: number; port: number; address?: string };
  try {
    process.kill(server.pid, 0);
    return readFileSync(`/proc/${server.pid}/cmdline`, "utf8").includes("server.mjs") ? server : undefined;
  } catch {
    return undefined;
  }
}

/** The database that was started last: the demo's, or the shop's own. */
export function databaseInUse(): string {
  const file = join(STATE, "database");
  return existsSync(file) ? readFileSync(file, "utf8") : "zesty";
}
