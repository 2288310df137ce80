import "./worker.ts";
import { uuidv7 } from "uuidv7";
import { beforeAll, expect, test } from "vitest";
import { toDay } from "../../src/core/calendar/day.ts";
import { usualPattern } from "../../src/core/nozzles/usual-pattern.ts";
import { demoHouse } from "../../src/demo/house.ts";
import { SUPPLIERS } from "../../src/demo/store-items.ts";
import { ledgerPage } from "../../src/ledger/reading.ts";
import { savePattern } from "../../src/work/shop/patterns.ts";
import { db } from "../ledger/database.ts";
import { freshHouse, ottoline, site } from "../ledger/house.ts";
import { asked, pageAddresses, signedInAs, visit, waitFor } from "./shop.tsx";

/** Each page of the application, made from the demo's ninety days: it comes, has a main heading, and shows no value that is none. */

const CLOSURE = demoHouse(toDay("2026-11-25")).calendar.closures?.[0]?.from ?? "";
/** What stands in an address where a page is of one thing. */
const OF: Record<string, () => Promise<string> | string> = {
  "/logbook/": async () => (await ledgerPage(db, site, { kind: "check", limit: 1 }))[0]?.id ?? "",
  "/machines/": () => "teal",
  "/paper/": async () => sheet,
  "/sheets/": async () => sheet,
  "/shop/routines/": () => "R24",
  "/standby/closures/": () => CLOSURE,
  "/closure-sheets/": () => CLOSURE,
  "/stores/items/": () => "coder-solvent",
  "/labels/": () => "coder-solvent",
  "/nozzle-sheets/": () => "teal",
  "/order-lists/": () => SUPPLIERS[0]?.id ?? "",
  "/round-sheets/": () => "2026-11-25",
  "/storage-tags/": () => "shanny",
  "/t/": () => "none",
  "/wall/": async () => wall,
  "/waste-report/": () => "2026",
};
let sheet = "";
let wall = "";

beforeAll(async () => {
  process.env.ZESTY_KIT = "1";
  await freshHouse({ history: true });
  await signedInAs("ottoline");
  const made = await (
    await asked("/api/paper", { method: "POST", body: JSON.stringify({ id: uuidv7(), machine: "sprat", routine: "R24" }) })
  ).json();
  sheet = made.id;
  const hung = await (await asked("/api/wall", { method: "POST", body: JSON.stringify({ name: "Hall" }) })).json();
  const teal = demoHouse(toDay("2026-11-25")).machines.find(({ id }) => id === "teal");
  await savePattern(db, ottoline(), "teal", teal && usualPattern(teal));
  wall = hung.path.split("/").at(-1);
});

test.each(pageAddresses())("%s", async (pattern) => {
  const [before = ""] = pattern.split("(");
  const address = pattern.includes("(") ? pattern.replace(/\([^)]*\)/, encodeURIComponent((await OF[before]?.()) ?? "")) : pattern;
  try {
    await visit(address || "/");
  } catch (error) {
    // Sent on: whoever is signed in has no business at the sign-in.
    const { digest = "" } = error as { digest?: string };
    // No round is in force on that day: there is no sheet of it.
    const none = before === "/round-sheets/" && digest.endsWith("404");
    if (!none && !digest.startsWith("NEXT_REDIRECT")) throw error;
    return;
  }
  await waitFor(() => expect(document.querySelector("h1")).not.toBeNull(), { timeout: 15_000 });
  const text = document.body.textContent ?? "";
  expect(text).not.toMatch(/\bundefined\b|\bNaN\b|\[object Object\]|Invalid Date/);
  expect(document.querySelectorAll("h1").length).toBe(1);
});
