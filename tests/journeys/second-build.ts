import { spawnSync } from "node:child_process";
import { cpSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { inject } from "vitest";
import { startServer, waitUntilUp } from "../../commands/app.ts";
import { ensureCertificate } from "../../commands/lan.ts";

const LEFT_OUT = new Set([".git", ".zesty", "node_modules", "docs", "tests"]);

/**
 * A second build of this checkout in a folder of its own, from a source in which `words` of `file` read `other`: other
 * chunks, another build id, another service worker. The folder's `.next` begins as this one's, so that it is quick.
 * @throws Error with the end of the build's output
 */
export function secondBuild(file: string, words: string, other: string): string {
  const folder = resolve(".zesty/second-build");
  rmSync(folder, { recursive: true, force: true });
  for (const name of readdirSync(".")) if (!LEFT_OUT.has(name)) cpSync(name, join(folder, name), { recursive: true });
  spawnSync("cp", ["-al", resolve("node_modules"), join(folder, "node_modules")]);
  const source = join(folder, file);
  const text = readFileSync(source, "utf8");
  if (!text.includes(words)) throw new Error(`${file} has no “${words}”`);
  writeFileSync(source, text.replace(words, other));
  const build = `import { build } from "./commands/app.ts"; await build();`;
  const { status, stdout, stderr } = spawnSync(process.execPath, ["--import", "tsx", "--input-type=module", "-e", build], {
    cwd: folder,
    encoding: "utf8",
  });
  if (status !== 0) throw new Error(`The second build failed:\n${`${stdout}${stderr}`.slice(-2000)}`);
  return folder;
}

/** Ends the server at the LAN address and starts another there, from another build. @returns what ends it */
export async function serveAtLan(folder: string): Promise<() => void> {
  const old = inject("lanProcess");
  process.kill(old, "SIGTERM");
  while (isThere(old)) await new Promise((done) => setTimeout(done, 50));
  const address = inject("lan");
  const { hostname, port } = new URL(address);
  const log = ".zesty/journeys.log";
  const certificate = ensureCertificate([hostname]);
  const server = startServer({
    port: Number(port),
    databaseUrl: inject("database"),
    demo: true,
    log,
    folder,
    lan: {
      address,
      certificate: { ...certificate, keyFile: resolve(certificate.keyFile), certificateFile: resolve(certificate.certificateFile) },
    },
  });
  await waitUntilUp(Number(port), server, log, { secure: true });
  return () => void server.kill("SIGTERM");
}

function isThere(id: number): boolean {
  try {
    process.kill(id, 0);
    return true;
  } catch {
    return false;
  }
}
