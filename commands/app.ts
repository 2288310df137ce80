import { type ChildProcess, spawn, spawnSync } from "node:child_process";
import { createHash, randomBytes, randomInt } from "node:crypto";
import { existsSync, mkdirSync, openSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { get as httpGet } from "node:http";
import { get as httpsGet } from "node:https";
import { join } from "node:path";
import { brotliCompressSync, constants } from "node:zlib";
import { buildSync } from "esbuild";
import type { Certificate } from "./lan.ts";
import { Fault, say } from "./say.ts";
import { buildServiceWorker } from "./service-worker.ts";
import { STATE } from "./state.ts";

/** A secret of this checkout, made at first use. */
export function secret(): string {
  mkdirSync(STATE, { recursive: true });
  const file = join(STATE, "secret");
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString("hex"), { mode: 0o600 });
  return readFileSync(file, "utf8");
}

/** What the first page asks for, so that whoever reaches it first is not its owner by that alone; gone once there is a supervisor. */
export function firstRunCode(): string {
  mkdirSync(STATE, { recursive: true });
  const file = join(STATE, "first-run-code");
  // No letters or figures that are taken for each other.
  const letters = "ABCDEFGHJKMNPQRSTUVWXYZ23456789";
  const code = Array.from({ length: 8 }, () => letters[randomInt(letters.length)]).join("");
  if (!existsSync(file)) writeFileSync(file, `${code.slice(0, 4)}-${code.slice(4)}`, { mode: 0o600 });
  return readFileSync(file, "utf8").trim();
}

/** Builds the application where a source is newer than the last build. */
export async function build(): Promise<void> {
  const mark = sourceMark();
  const stamp = join(STATE, "build.stamp");
  if (existsSync(".next/BUILD_ID") && existsSync(stamp) && readFileSync(stamp, "utf8") === mark) return;
  say("Building the application (about a minute the first time) …");
  mkdirSync(STATE, { recursive: true });
  const result = spawnSync("node_modules/.bin/next", ["build"], {
    encoding: "utf8",
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1", ZESTY_BUILD: "1", NODE_ENV: "production" },
    maxBuffer: 64 * 1024 * 1024,
  });
  writeFileSync(join(STATE, "build.log"), `${result.stdout}${result.stderr}`);
  if (result.status !== 0)
    throw new Fault(
      `The build failed (whole output: ${STATE}/build.log):\n${`${result.stdout}${result.stderr}`.trim().split("\n").slice(-30).join("\n")}`,
    );
  compress(".next/static");
  await buildServiceWorker();
  buildSync({
    entryPoints: ["src/workers/on-the-side.ts"],
    bundle: true,
    platform: "node",
    format: "cjs",
    mainFields: ["module", "main"],
    outfile: ".next/on-the-side.cjs",
    logLevel: "error",
  });
  writeFileSync(stamp, mark);
}

/** Sizes and times of all sources as one text. */
function sourceMark(): string {
  const hash = createHash("sha256");
  const walk = (path: string) => {
    const stat = statSync(path);
    if (stat.isDirectory()) for (const name of readdirSync(path).sort()) walk(join(path, name));
    else hash.update(`${path} ${stat.size} ${stat.mtimeMs}\n`);
  };
  for (const path of ["src", "commands/service-worker.ts", "next.config.ts", "postcss.config.mjs", "package-lock.json"]) walk(path);
  return hash.digest("hex");
}

function compress(folder: string): void {
  for (const name of readdirSync(folder, { recursive: true, encoding: "utf8" })) {
    const path = join(folder, name);
    if (!/\.(js|css)$/.test(name) || !statSync(path).isFile()) continue;
    writeFileSync(`${path}.br`, brotliCompressSync(readFileSync(path), { params: { [constants.BROTLI_PARAM_QUALITY]: 9 } }));
  }
}

export type ServerOptions = {
  port: number;
  databaseUrl: string;
  demo?: boolean;
  dev?: boolean;
  now?: string;
  log: string;
  env?: Record<string, string>;
  /** The folder of the build that is served; left out: this checkout. */
  folder?: string;
  /** Served by HTTPS to the whole network. */
  lan?: { address: string; certificate: Certificate; trust?: { port: number; page: string } };
};

export function startServer({ port, databaseUrl, demo, dev, now, log, env, lan, folder = "." }: ServerOptions): ChildProcess {
  const out = openSync(log, "a");
  return spawn(process.execPath, ["server.mjs"], {
    detached: true,
    cwd: folder,
    stdio: ["ignore", out, out],
    env: {
      ...process.env,
      NODE_ENV: dev ? "development" : "production",
      NEXT_TELEMETRY_DISABLED: "1",
      // Hashing takes two of the process's helper threads; files and pictures keep the others.
      UV_THREADPOOL_SIZE: process.env.UV_THREADPOOL_SIZE ?? "8",
      PORT: String(port),
      HOST: lan ? "0.0.0.0" : "127.0.0.1",
      ZESTY_URL: lan ? lan.address : `http://127.0.0.1:${port}`,
      ZESTY_TLS_KEY: lan?.certificate.keyFile ?? "",
      ZESTY_TLS_CERT: lan?.certificate.certificateFile ?? "",
      ZESTY_TRUST_PORT: lan?.trust ? String(lan.trust.port) : "",
      ZESTY_TRUST_PAGE: lan?.trust?.page ?? "",
      ZESTY_TRUST_CA: lan?.certificate.caFile ?? "",
      ZESTY_SECRET: secret(),
      DATABASE_URL: databaseUrl,
      DATABASE_OWNER_URL: "",
      ZESTY_DEMO: demo ? "1" : "0",
      ZESTY_CLOCK_AHEAD_MS: demo ? (process.env.ZESTY_CLOCK_AHEAD_MS ?? "") : "",
      ZESTY_DEV: dev ? "1" : "0",
      ZESTY_BUILD_ID: existsSync(join(folder, ".next/BUILD_ID")) ? readFileSync(join(folder, ".next/BUILD_ID"), "utf8").trim() : "",
      ...(now ? { ZESTY_NOW: now } : {}),
      ...env,
    },
  });
}

function isUp(port: number, secure: boolean): Promise<boolean> {
  // Our own server on loopback: that it answers is all that is asked.
  const options = { host: "127.0.0.1", port, path: "/api/health", rejectUnauthorized: false };
  return new Promise((done) => {
    const request = (secure ? httpsGet : httpGet)(options, (response) => {
      response.resume();
      done(response.statusCode === 200);
    });
    request.on("error", () => done(false));
  });
}

/** Waits until the application answers. @throws Fault with the log's end where it does not come up. */
export async function waitUntilUp(port: number, server: ChildProcess, log: string, { seconds = 60, secure = false } = {}): Promise<void> {
  const until = Date.now() + seconds * 1000;
  while (Date.now() < until) {
    if (server.exitCode !== null) break;
    const up = await isUp(port, secure);
    if (up) return;
    await new Promise((done) => setTimeout(done, 150));
  }
  throw new Fault(
    `The application did not come up. The end of ${log}:\n${readFileSync(log, "utf8").trim().split("\n").slice(-15).join("\n")}`,
  );
}
