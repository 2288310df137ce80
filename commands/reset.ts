import { spawnSync } from "node:child_process";
import { rmSync } from "node:fs";
import { join } from "node:path";
import { dropDatabase } from "./postgres.ts";
import { runningServer } from "./running.ts";
import { Fault, run, say } from "./say.ts";
import { STATE } from "./state.ts";

await run(async () => {
  if (process.env.DATABASE_URL)
    throw new Fault("DATABASE_URL points at a database of your own: ./zesty reset touches only the demo's. Empty yours by its own means.");
  const running = runningServer();
  if (running) process.kill(running.pid, "SIGTERM");
  for (let tries = 0; tries < 60 && runningServer(); tries++) await new Promise((done) => setTimeout(done, 100));
  rmSync(join(STATE, "server.json"), { force: true });
  await dropDatabase("zesty");
  if (!running) {
    say("The demo shop is gone. ./zesty start makes a new one.");
    return;
  }
  process.exitCode = spawnSync(process.execPath, ["--import", "tsx", "commands/start.ts"], { stdio: "inherit" }).status ?? 1;
});
