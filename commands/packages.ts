import { spawnSync } from "node:child_process";
import { existsSync } from "node:fs";
import { Fault, say } from "./say.ts";

/** Installs Debian packages where `probe` is missing; says what to do where that can't be done. */
export function ensureDebianPackages(packages: string[], probe: () => boolean, purpose: string): void {
  if (probe()) return;
  const root = process.getuid?.() === 0;
  const sudo = !root && spawnSync("sudo", ["-n", "true"], { stdio: "ignore" }).status === 0;
  const command = `apt-get install --no-install-recommends ${packages.join(" ")}`;
  if (!existsSync("/usr/bin/apt-get"))
    throw new Fault(
      `${purpose} is missing, and this is no Debian system. Install ${packages.join(", ")} by your system's own means, then try again.`,
    );
  if (!root && !sudo && !process.stdin.isTTY)
    throw new Fault(`${purpose} is missing, and this user may not install packages. Ask an administrator for: ${command}`);
  say(`Installing ${purpose} from Debian's packages …`);
  const apt = (args: string[]) =>
    spawnSync(root ? "apt-get" : "sudo", root ? args : ["apt-get", ...args], {
      stdio: ["inherit", "ignore", "pipe"],
      env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
      encoding: "utf8",
    });
  apt(["update", "-q"]);
  const result = apt(["install", "-q", "-y", "--no-install-recommends", ...packages]);
  if (result.status !== 0 || !probe())
    throw new Fault(
      `${purpose} could not be installed:\n${(result.stderr ?? "").trim().split("\n").slice(-5).join("\n")}\nTry it by hand: ${command}`,
    );
}
