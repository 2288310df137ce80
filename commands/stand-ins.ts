import { spawn } from "node:child_process";
import { openSync } from "node:fs";
import { ROOMS, startBroker, startSensors } from "../src/devices/air/stand-in.ts";

/** The demo's stand-ins for a network, in a process of their own that ends with the application. */
const SENSORS_TELL_MS = 10_000;

export function spawnStandIns(port: number, topic: string, serverPid: number, log: string): void {
  const out = openSync(log, "a");
  spawn(process.execPath, ["--import", "tsx", "commands/stand-ins.ts", String(port), topic, String(serverPid)], {
    detached: true,
    stdio: ["ignore", out, out],
  }).unref();
}

const [port, topic, serverPid] = process.argv.slice(2);
if (process.argv[1]?.endsWith("stand-ins.ts") && port && topic && serverPid) {
  const broker = await startBroker(Number(port));
  startSensors(`mqtt://127.0.0.1:${broker.port}`, topic, SENSORS_TELL_MS);
  console.log(`stand-ins: a broker at 127.0.0.1:${broker.port}, sensors in ${ROOMS.length} rooms`);
  setInterval(() => {
    try {
      process.kill(Number(serverPid), 0);
    } catch {
      process.exit(0);
    }
  }, 1000);
}
