import { type ChildProcess, spawnSync } from "node:child_process";
import ICAL from "ical.js";
import type { Page } from "playwright-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import { startServer, waitUntilUp } from "../../commands/app.ts";
import { APP_ROLE, dropDatabase, ensureDatabase, freePort } from "../../commands/postgres.ts";
import { isoDay, weekday } from "../../src/core/calendar/day.ts";
import { instantOf, localDay } from "../../src/core/calendar/site-time.ts";
import { migrateDatabase } from "../../src/ledger/migrate.ts";
import { changed, choose, DESK, newPage, TABLET, wearGear } from "./browser.ts";

/** A morning by rounds, in a house of its own whose clock stands: planned at 06:02, gone otherwise at 06:20. */

const ZONE = "Europe/Lisbon";
/** A Wednesday to come: what a browser says happened just now lies before it, so no clock is ahead of the house's. */
const today = localDay(new Date(), { timeZone: ZONE });
const day = today + 2 + ((3 - weekday(today + 2) + 7) % 7);
const clockAt = (on: number, time: string) => instantOf(on, time, { timeZone: ZONE }).toISOString();
const own = process.env.DATABASE_URL;
const name = `zesty_rounds_${process.pid}`;
const log = ".zesty/rounds-journey.log";
const servers: ChildProcess[] = [];
let [early, later] = ["", ""];

async function serverAt(databaseUrl: string, now: string): Promise<string> {
  const port = await freePort();
  const server = startServer({ port, databaseUrl, demo: true, log, now });
  servers.push(server);
  await waitUntilUp(port, server, log);
  return `http://127.0.0.1:${port}`;
}

beforeAll(async () => {
  if (process.env.ZESTY_OWN_DATABASE) return;
  delete process.env.DATABASE_URL;
  const urls = await ensureDatabase(name).finally(() => {
    process.env.DATABASE_URL = own;
  });
  await migrateDatabase(urls.owner, APP_ROLE);
  // The demo as it was the evening before: this morning nothing is done yet.
  const seed = `import { openDatabase } from "./src/ledger/database.ts"; import { seedDemo } from "./src/demo/seed.ts"; await seedDemo(openDatabase(process.env.DATABASE_URL, 2).db); process.exit(0);`;
  const { status, stderr } = spawnSync(process.execPath, ["--import", "tsx", "--input-type=module", "-e", seed], {
    encoding: "utf8",
    env: { ...process.env, DATABASE_URL: urls.app, ZESTY_NOW: clockAt(day - 1, "23:00") },
  });
  if (status !== 0) throw new Error(stderr);
  [early, later] = [await serverAt(urls.app, clockAt(day, "06:02")), await serverAt(urls.app, clockAt(day, "06:20"))];
}, 120_000);
afterAll(async () => {
  for (const server of servers) server.kill("SIGKILL");
  if (process.env.ZESTY_OWN_DATABASE) return;
  delete process.env.DATABASE_URL;
  await dropDatabase(name).finally(() => {
    process.env.DATABASE_URL = own;
  });
});

async function at(base: string, person: string, path: string, viewport = DESK): Promise<Page> {
  const { page, context } = await newPage(viewport);
  await context.request.post(`${base}/api/demo-sign-in`, { data: { person }, headers: { origin: base } });
  await page.goto(base + path);
  return page;
}
const publish = async (page: Page) => {
  await page.getByRole("button", { name: "Publish" }).click();
  const said = page.getByText(/^Published at/);
  await said.waitFor({ timeout: 60_000 }).catch(async (error) => {
    throw new Error(`${error}\nThe page: ${((await page.locator("body").textContent()) ?? "").slice(0, 1500)}`);
  });
};

test.skipIf(process.env.ZESTY_OWN_DATABASE)(
  "a plan is there when the page opens, changed by hand, published, followed on two tablets, and repaired when somebody is gone and a machine breaks",
  async () => {
    const page = await at(early, "ottoline", "/plan?what=opening");
    await page.getByRole("button", { name: "Publish" }).waitFor({ timeout: 20_000 });
    await page.getByText("Not published yet.").waitFor();

    // Without a plan it is made by hand: a job is dragged to a person and a time, and what it comes to is said on the way.
    await page.getByRole("button", { name: "Discard" }).click();
    const job = page
      .getByRole("region", { name: "Nobody yet" })
      .getByRole("button", { name: /^Plover(?!.*Check)/ })
      .first();
    await job.scrollIntoViewIfNeeded();
    const [from, row] = [await job.boundingBox(), await page.locator("[data-person=ngozi] [data-track]").boundingBox()];
    if (!from || !row) throw new Error("nothing to drag");
    await page.mouse.move(from.x + 30, from.y + 8);
    await page.mouse.down();
    await page.mouse.move(row.x + row.width / 2, row.y + 20, { steps: 6 });
    await page.getByText(/^Plover .* at .*, Ngozi: Fits\./).waitFor();
    await page.mouse.up();
    await page.getByText(/^Plover .* is in the plan now\./).waitFor();
    await page.getByRole("button", { name: "Plan again" }).click();
    await page.getByText(/^Planned from what is due/).waitFor({ timeout: 20_000 });

    // By keys: a piece of work is carried later; what it costs is said before it is dropped, and it can be undone.
    const bar = page.getByRole("button", { name: /^Plover UV opening, / });
    const before = await bar.getAttribute("aria-label");
    await bar.focus();
    for (let press = 0; press < 6; press++) await page.keyboard.press("ArrowRight");
    await page.getByText(/^Plover UV opening at .*: Fits: it (costs|saves)/).waitFor();
    await page.keyboard.press("Enter");
    await page.getByText(/Plover UV opening moved: /).waitFor();
    expect(await bar.getAttribute("aria-label")).not.toBe(before);
    await page.getByRole("button", { name: "Undo" }).click();
    expect(await bar.getAttribute("aria-label")).toBe(before);

    // What breaks a rule is refused and says why: before the person is there at all.
    await bar.click();
    const panel = page.getByRole("region", { name: "Plover UV opening" });
    await panel.getByLabel("Start").fill("06:01");
    await panel.getByLabel("Start").blur();
    await panel.getByText(/That breaks a rule: starts at 06:01, before now/).waitFor();
    await panel.getByRole("button", { name: "Move it there" }).click();
    await page.getByText(/stays where it was/).waitFor();
    await panel.getByRole("button", { name: "Lock" }).click();
    await page.getByRole("button", { name: /^Plover UV opening.*locked/ }).waitFor();
    await publish(page);

    // Two operators follow it: what is first, and what comes while the first works by itself.
    const bram = await at(early, "bram", "/floor", TABLET);
    const ngozi = await at(early, "ngozi", "/floor", TABLET);
    const round = bram.getByRole("region", { name: "My work" });
    const first = await round.getByRole("article", { name: "Next" }).textContent();
    await expect
      .poll(() => ngozi.getByRole("region", { name: "My work" }).getByRole("listitem").count(), { timeout: 10_000 })
      .toBeGreaterThan(2);
    await round.getByRole("link").first().click();
    await bram.getByRole("button", { name: "Step by step" }).click();
    await wearGear(bram);
    await bram.goto(`${early}/floor#/`);
    await round.getByText("under way").waitFor();
    expect(first).toMatch(/06:0\d/);

    // Twenty minutes on, nothing else was begun: the round no longer fits and is mended by itself, then for somebody who is gone.
    const desk = await at(later, "ottoline", "/plan");
    await desk.getByText(/Repaired. People keep what they were told/).waitFor({ timeout: 20_000 });
    await publish(desk);
    const gone = await changed(desk, "Someone is away");
    await choose(desk, gone.getByLabel("Who"), "Ilse Quarrie");
    await gone.getByRole("button", { name: "Away for the rest of the day" }).click();
    const changes = desk.getByRole("region", { name: "What changed" });
    await changes
      .getByText(/Ilse → /)
      .first()
      .waitFor({ timeout: 20_000 });
    await publish(desk);
    const dark = await changed(desk, "A machine is out of order");
    await choose(desk, dark.getByLabel("Machine"), "Gannet");
    await dark.getByLabel("What is wrong").fill("lamp is dark");
    await dark.getByRole("button", { name: "Set out of order" }).click();
    await changes
      .getByText(/Gannet/)
      .first()
      .waitFor({ timeout: 20_000 });
    await publish(desk);
    expect(await desk.getByRole("button", { name: /^Gannet/ }).count()).toBe(0);
    await expect.poll(() => ngozi.getByRole("region", { name: "My work" }).textContent(), { timeout: 10_000 }).not.toContain("Gannet");

    // On paper, a page a person; in a calendar, read back by another library.
    await desk.goto(`${later}/round-sheets/${isoDay(day)}`);
    expect(await desk.getByRole("heading", { level: 1 }).count()).toBeGreaterThan(2);
    await desk.goto(`${later}/plan`);
    await desk.getByRole("button", { name: "More" }).click();
    await desk.getByRole("menuitem", { name: "Calendars" }).click();
    await desk.getByRole("button", { name: "Make an address" }).click();
    const address = await desk.getByText(/\/api\/feeds\/.*\.ics$/).textContent();
    const calendar = ICAL.parse(await (await fetch(address ?? "")).text());
    expect(new ICAL.Component(calendar).getAllSubcomponents("vevent").length).toBeGreaterThan(10);
    for (const each of [page, bram, ngozi, desk]) await each.context().close();
  },
  180_000,
);

test.skipIf(process.env.ZESTY_OWN_DATABASE)(
  "a short-handed day keeps the least, says what is risked, and is on the ledger; a week is levelled, and taken back",
  async () => {
    const page = await at(later, "ottoline", "/plan");
    await page
      .getByRole("button", { name: /Fix plan|Publish/ })
      .first()
      .waitFor({ timeout: 20_000 });
    const few = await changed(page, "Few people");
    await few.getByRole("checkbox", { name: "Mirko Salt" }).check();
    await few.getByRole("checkbox", { name: "Tadeo Lund" }).check();
    await few.getByRole("button", { name: "Must-do only" }).click();
    await page.getByText(/Must-do only: \d+ kept/).waitFor({ timeout: 20_000 });
    const putOff = page.getByRole("region", { name: "Put off" });
    expect(await putOff.getByRole("listitem").first().textContent()).toMatch(/put off|nothing is known/);
    await publish(page);
    await page.goto(`${later}/logbook`);
    await page
      .getByText(/short-handed, \d+ put off/)
      .first()
      .waitFor();

    await page.goto(`${later}/plan/week`);
    const moves = page.getByRole("region", { name: "Would move" });
    const offered = await moves.getByRole("listitem").count();
    expect(offered).toBeGreaterThan(1);
    await moves.getByRole("checkbox").first().uncheck();
    await page.getByRole("button", { name: `Move ${offered - 1} jobs` }).click();
    await page.getByText(`${offered - 1} moved.`).waitFor();
    await page.getByRole("button", { name: "Undo" }).click();
    await page.getByText(/The logbook keeps both/).waitFor();
    await page.goto(`${later}/rounds-month`);
    expect(await page.getByRole("row").count()).toBeGreaterThan(24);
    await page.context().close();
  },
  120_000,
);
