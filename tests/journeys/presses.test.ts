import type { Locator } from "playwright-core";
import { expect, test } from "vitest";
import { cookieOf, entry, FIRST, signedIn, sync } from "./browser.ts";

type Fleet = { calendar: { closures?: { from: string }[] } };

/** How many presses the questions of a morning take, from the Board. */

function counter() {
  let presses = 0;
  const press = async (control: Locator) => {
    presses++;
    await control.click();
  };
  const counted = () => {
    const made = presses;
    presses = 0;
    return made;
  };
  return { press, counted };
}

test("what may print: none; why a machine is on hold: one; a late check to somebody: two; plan and publish the day: two", async () => {
  const { page, context } = await signedIn("Ottoline Marsh");
  const { press, counted } = counter();

  // The first thing on the page is the answer, above all that can be pressed on it.
  const answer = page.getByRole("heading", { level: 1 });
  await answer.waitFor();
  expect(await answer.textContent()).toMatch(/^\d+ of 16 can print$/);
  expect((await answer.boundingBox())?.y).toBeLessThan(120);
  expect(counted()).toBe(0);

  const teal = page.locator("tr:has(th[scope=row]:has-text('Teal'))");
  await press(teal.getByRole("button", { name: /^Hold|^Unchecked|^Ready|^With care|^Out of order/ }).first());
  const why = page.getByRole("dialog", { name: "Teal: more" });
  expect((await why.textContent())?.length).toBeGreaterThan(20);
  expect(counted()).toBe(1);
  // Pressed the moment the dialog is there, the key may come before it listens.
  await expect
    .poll(async () => {
      await page.keyboard.press("Escape");
      return why.count();
    })
    .toBe(0);

  // What the day still has open is given as a late check is, also where the day's own plan gave it to somebody already.
  const open = page
    .locator("table")
    .getByRole("button", { name: /, (late|due)(, .+ has it)?$/ })
    .first();
  await press(open);
  const give = page.getByRole("dialog").getByRole("button", { name: /min so far$/ });
  await give.first().waitFor();
  await press(give.first());
  await page.getByText(/: given to /).waitFor();
  expect(counted()).toBe(2);

  await press(page.getByRole("link", { name: "Plan", exact: true }));
  const publish = page.getByRole("button", { name: "Publish" });
  await publish.waitFor({ timeout: 60_000 });
  await press(publish);
  await page.getByText(/^Published at/).waitFor({ timeout: 60_000 });
  expect(counted()).toBe(2);
  await context.close();
}, 120_000);

test("order what is short: three; why a machine is full of fluid over the closure: one; a wrong entry corrected: three", async () => {
  const cookie = await cookieOf("ottoline");
  // Something is short, whatever the demo's day.
  await sync(cookie, entry("stock", "shanny", { event: "counted", lines: [{ item: "damper", amount: 0, unit: "pieces" }] }));
  const { page, context } = await signedIn("Ottoline Marsh");
  const { press, counted } = counter();
  await press(page.getByRole("link", { name: "Stores", exact: true }));
  await press(page.getByRole("button", { name: /^Order \d+$/ }));
  await press(page.getByRole("dialog").getByRole("button", { name: /^Place (order|\d+ orders)$/ }));
  await page
    .getByText(/orders? saved/)
    .first()
    .waitFor();
  expect(counted()).toBe(3);

  const from = ((await (await fetch(`${FIRST}/api/fleet`, { headers: { cookie } })).json()) as Fleet).calendar.closures?.[0]?.from;
  await page.goto(`${FIRST}/standby/closures/${from}`);
  await press(page.getByRole("button", { name: /: Full of fluid, last print/ }).first());
  const why = page.getByRole("dialog").getByRole("region", { name: "Why this method" });
  expect((await why.textContent())?.length).toBeGreaterThan(40);
  expect(counted()).toBe(1);

  await sync(cookie, entry("note", "sprat", { text: "belt squeeks" }));
  await page.goto(`${FIRST}/logbook`);
  await press(page.getByRole("link", { name: /^Entry \d+/ }).first());
  await press(page.getByRole("button", { name: "Correct" }));
  await page.getByLabel("Text").fill("belt squeaks");
  await page.getByLabel("Reason").fill("typing");
  await press(page.getByRole("button", { name: "Save correction" }));
  await page.getByText(/^Corrected by .*: typing/).waitFor();
  expect(counted()).toBe(3);
  await context.close();
}, 120_000);

test.each([
  ["/day", "/plan/list"],
  ["/rounds", "/plan"],
  ["/rounds/week", "/plan/week"],
  ["/ledger?machine=teal", "/logbook?machine=teal"],
  ["/nozzles/teal", "/machines/teal/nozzles"],
  ["/nozzles/teal/pattern", "/machines/teal/check-sheet"],
  ["/standby/goby?regime=full", "/machines/goby/idle?regime=full"],
])("the old address %s leads to %s", async (from, to) => {
  const answer = await fetch(FIRST + from, { redirect: "manual" });
  expect(answer.status).toBe(307);
  const led = new URL(answer.headers.get("location") ?? "", FIRST);
  expect(led.pathname + led.search).toBe(to);
});

test.each(["/nozzles", "/nozzles/heads", "/nozzles/practice", "/standby", "/standby/settings"])("%s stays where it is", async (path) => {
  const { headers } = await fetch(FIRST + path, { redirect: "manual" });
  expect(headers.get("location") ?? "").not.toContain("/machines");
});
