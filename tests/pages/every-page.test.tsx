import { beforeAll, expect, test } from "vitest";
import { toDay } from "../../src/core/calendar/day.ts";
import { demoHouse } from "../../src/demo/house.ts";
import { ledgerPage } from "../../src/ledger/reading.ts";
import { db } from "../ledger/database.ts";
import { freshHouse, site } from "../ledger/house.ts";
import { asked, pageAddresses, sentTo, signedInAs, visit } from "./shop.tsx";

/** Each page of the application, made from the demo's ninety days: it comes, has a main heading, and shows no value that is none. */

const CLOSURE = demoHouse(toDay("2026-11-25")).calendar.closures?.[0]?.from ?? "";
/** What stands in an address where a page is of one thing. */
const OF: Record<string, () => Promise<string> | string> = {
  "/ledger/": async () => (await ledgerPage(db, site, { kind: "check", limit: 1 }))[0]?.id ?? "",
  "/machines/": () => "teal",
  "/nozzles/": () => "teal",
  "/paper/": async () => sheet,
  "/sheets/": async () => sheet,
  "/shop/routines/": () => "R24",
  "/standby/closures/": () => CLOSURE,
  "/closure-sheets/": () => CLOSURE,
  "/standby/": () => "goby",
  "/stores/items/": () => "coder-solvent",
  "/labels/": () => "coder-solvent",
  "/nozzle-sheets/": () => "teal",
  "/order-lists/": () => "ink-house",
  "/round-sheets/": () => "2026-11-25",
  "/storage-tags/": () => "shanny",
  "/t/": () => "none",
  "/wall/": async () => wall,
  "/waste-report/": () => "2026",
};
let sheet = "";
let wall = "";

beforeAll(async () => {
  await freshHouse({ history: true });
  await signedInAs("ottoline");
  const made = await (await asked("/api/paper", { method: "POST", body: JSON.stringify({ machine: "sprat", routine: "R24" }) })).json();
  sheet = made.id;
  const hung = await (await asked("/api/wall", { method: "POST", body: JSON.stringify({ name: "Hall" }) })).json();
  wall = hung.path.split("/").at(-1);
});

test.each(pageAddresses())("%s", async (pattern) => {
  const [before = ""] = pattern.split("(");
  const address = pattern.includes("(") ? before + encodeURIComponent((await OF[before]?.()) ?? "") : pattern;
  try {
    await visit(address || "/");
  } catch (error) {
    // Sent on: whoever is signed in has no business at the sign-in.
    const { digest } = error as { digest?: string };
    if (!digest?.startsWith("NEXT_REDIRECT")) throw error;
    sentTo.push(digest);
    return;
  }
  const text = document.body.textContent ?? "";
  expect(text.length).toBeGreaterThan(20);
  expect(text).not.toMatch(/\bundefined\b|\bNaN\b|\[object Object\]|Invalid Date/);
  expect(document.querySelectorAll("h1").length).toBe(1);
});
