import { rmSync } from "node:fs";
import { join } from "node:path";
import { stopCluster } from "./postgres.ts";
import { runningServer } from "./running.ts";
import { run, say } from "./say.ts";
import { STATE } from "./state.ts";

await run(async () => {
  const server = runningServer();
  if (server) {
    process.kill(server.pid, "SIGTERM");
    for (let tries = 0; tries < 60 && runningServer(); tries++) await new Promise((done) => setTimeout(done, 100));
  }
  rmSync(join(STATE, "server.json"), { force: true });
  if (!process.env.DATABASE_URL) stopCluster();
  say(server ? "Stopped." : "It was not running; its database is stopped.");
});
