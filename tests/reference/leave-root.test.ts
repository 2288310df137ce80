import { spawnSync } from "node:child_process";
import { chmodSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, test } from "vitest";

/** The server leaves root behind: what the kernel says of the process afterwards (proc(5), the line Uid of /proc/self/status). */

const isRoot = process.getuid?.() === 0;
let folder = "";
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "zesty-rights-"));
  writeFileSync(join(folder, "needed"), "");
});
afterAll(() => rmSync(folder, { recursive: true }));

/** The four user ids of a process that was told to leave root, and what it said. */
function left(mode: number): { ids: string; said: string } {
  chmodSync(folder, mode);
  const script = `
    import { readFileSync } from "node:fs";
    import { leaveRoot } from ${JSON.stringify(new URL("../../commands/leave-root.mjs", import.meta.url).href)};
    const said = leaveRoot({ folder: ${JSON.stringify(folder)}, needed: ["needed"] });
    const ids = /^Uid:(.*)$/m.exec(readFileSync("/proc/self/status", "utf8"))[1].trim();
    console.log(JSON.stringify({ ids, said: said ?? "" }));`;
  const { stdout, stderr } = spawnSync(process.execPath, ["--input-type=module", "-e", script], { encoding: "utf8", cwd: "/" });
  if (!stdout) throw new Error(stderr);
  return JSON.parse(stdout);
}

test.runIf(isRoot)("as root it goes on as nobody, with all four ids of the process", () => {
  const nobody = spawnSync("id", ["-u", "nobody"], { encoding: "utf8" }).stdout.trim();
  expect(left(0o755)).toEqual({ ids: Array(4).fill(nobody).join("\t"), said: "" });
});

test.runIf(isRoot)("as root in a folder that nobody else may read it stays, and says what to do", () => {
  expect(left(0o700)).toEqual({
    ids: "0\t0\t0\t0",
    said: expect.stringMatching(/runs as root: nobody can't read this folder .*ZESTY_USER/),
  });
});

test.skipIf(isRoot)("as anybody else nothing changes", () => {
  const own = String(process.getuid?.());
  expect(left(0o755)).toEqual({ ids: Array(4).fill(own).join("\t"), said: "" });
});
