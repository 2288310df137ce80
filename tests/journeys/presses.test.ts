import type { Locator } from "playwright-core";
import { expect, test } from "vitest";
import { signedIn } from "./browser.ts";

/** How many presses the questions of a morning take, from the Board. */

test("what may print: none; why a machine is on hold: one; a late check to somebody: two; plan and publish the day: two", async () => {
  const { page, context } = await signedIn("Ottoline Marsh");
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
  await page.keyboard.press("Escape");

  // What the day still has open is given as a late check is.
  const open = page
    .locator("table")
    .getByRole("button", { name: /(late|due)$/ })
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
  await page.getByText(/^Published at/).waitFor({ timeout: 20_000 });
  expect(counted()).toBe(2);
  await context.close();
}, 120_000);
