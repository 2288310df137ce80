import { closeSync, openSync } from "node:fs";
import { join } from "node:path";

/** What the server must be able to read once it is started. */
const NEEDED = [".next/BUILD_ID", ".next/server/pages-manifest.json", "node_modules/next/package.json"];

/**
 * Started as root, the process goes on as a user without rights; where that user can't read the folder it stays root, and says so.
 * @param {{ user?: string, group?: string, folder: string, needed?: string[] }} as
 * @returns {string | undefined} why it is still root
 * @example leaveRoot({ folder: import.meta.dirname })
 */
export function leaveRoot({ user = "nobody", group = "nogroup", folder, needed = NEEDED }) {
  if (process.getuid?.() !== 0) return undefined;
  try {
    process.seteuid?.(user);
    // Opened, not asked for: the question would be answered for root.
    for (const file of needed) closeSync(openSync(join(folder, file), "r"));
  } catch (error) {
    process.seteuid?.(0);
    const code = error instanceof Error && "code" in error ? error.code : error;
    return `The server runs as root: ${user} can't read this folder (${code}). Move it, or set ZESTY_USER.`;
  }
  process.seteuid?.(0);
  process.setgroups?.([]);
  process.setgid?.(group);
  process.setuid?.(user);
  return undefined;
}
