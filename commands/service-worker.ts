import { readFileSync } from "node:fs";
import { getManifest } from "@serwist/build";
import { buildSync } from "esbuild";
import { Fault } from "./say.ts";

/** Bundles the service worker with the list of what it keeps: the floor's shell, the page for no network, and the built scripts, styles and fonts. */
export async function buildServiceWorker(): Promise<void> {
  const buildId = readFileSync(".next/BUILD_ID", "utf8").trim();
  const { manifestEntries, warnings } = await getManifest({
    globDirectory: ".next/static",
    globPatterns: ["**/*.{js,css,woff2}"],
    maximumFileSizeToCacheInBytes: 4 * 1024 * 1024,
    modifyURLPrefix: { "": "/_next/static/" },
    // Their names hold their content's hash.
    dontCacheBustURLsMatching: /\/_next\/static\//,
    additionalPrecacheEntries: ["/floor", "/no-network"].map((url) => ({ url, revision: buildId })),
  });
  if (warnings.length) throw new Fault(`The service worker's list could not be made:\n${warnings.join("\n")}`);
  buildSync({
    entryPoints: ["src/workers/service-worker.ts"],
    bundle: true,
    minify: true,
    format: "iife",
    target: "es2022",
    outfile: "public/sw.js",
    define: { "self.__SW_MANIFEST": JSON.stringify(manifestEntries), "process.env.NODE_ENV": '"production"' },
    logLevel: "error",
  });
}
