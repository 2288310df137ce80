import { describe, expect, test } from "vitest";
import { cookieOf, DESK, entry, FIRST, houseNow, PHONE, SECOND, signedIn, sync, TABLET } from "./browser.ts";

/** A print day's morning: the supervisor looks, an operator checks and amends, another browser follows. */

const row = (name: string) => `tr:has(th[scope=row]:has-text("${name}"))`;

describe("the morning", () => {
  test("the Board shows sixteen machines on one desk screen, each with its word and reason", async () => {
    const { page, context, faults } = await signedIn("Ottoline Marsh", { viewport: DESK });
    await page.waitForSelector(row("Stave"));
    expect(await page.locator("tbody tr:has(input)").count()).toBe(16);
    const last = await page.locator(row("Stave")).boundingBox();
    expect(last && last.y + last.height).toBeLessThanOrEqual(DESK.height);
    await page
      .locator(row("Teal"))
      .getByRole("button", { name: /Hold|Unchecked/ })
      .click();
    expect(await page.getByRole("dialog", { name: "Teal: more" }).textContent()).toMatch(/^(Hold|Unchecked).{20}/);
    expect(faults).toEqual([]);
    await context.close();
  });

  test("an operator enters two machines' checks at a tablet in one pass, and amends a wrong number; a second browser on another copy sees both within 2 s", async () => {
    const follower = await signedIn("Ottoline Marsh", { base: SECOND });
    await follower.page.waitForSelector(row("Dory"));
    let fetched = 0;
    follower.page.on("request", (request) => request.resourceType() === "document" && fetched++);

    const { page, context, faults } = await signedIn("Ngozi Fairweather", { viewport: TABLET });
    await page.goto(`${FIRST}/check?machines=compass,dory`);
    const dory = page.getByRole("region", { name: "Dory" });
    const started = Date.now();
    await dory.getByRole("button", { name: /^H1\/C, cyan: / }).click();
    await dory.getByRole("button", { name: "H1/C, cyan: one more out" }).click();
    await dory.getByRole("button", { name: "H1/C, cyan: one more out" }).click();
    await dory.getByRole("button", { name: "H1/C, cyan: one more out" }).click();
    await dory.getByRole("button", { name: /^Dory: Other \d fired$/ }).click();
    const entered = Date.now();
    await dory.getByRole("status").getByText("Hold", { exact: true }).waitFor();
    expect(entered - started).toBeLessThan(30_000);
    await follower.page.locator(row("Dory")).getByText("Hold", { exact: true }).waitFor({ timeout: 30_000 });

    await page.getByRole("region", { name: "Compass" }).getByRole("button", { name: "Compass: All fired" }).click();
    await page.getByRole("region", { name: "Compass" }).getByRole("status").getByText("Ready").waitFor();

    await dory.getByRole("link", { name: "Open the entry" }).click();
    await page.getByRole("button", { name: "Correct" }).click();
    await page.getByRole("button", { name: /H1\/C.*one less out/ }).click();
    await page.getByRole("button", { name: /H1\/C.*one less out/ }).click();
    await page.getByLabel("Reason").fill("Two were dust on the sheet");
    await page.getByRole("button", { name: "Save correction" }).click();
    await page.getByText(/^Corrected by .*: Two were dust on the sheet/).waitFor();
    await follower.page.locator(row("Dory")).getByText("With care").waitFor({ timeout: 30_000 });
    expect(fetched).toBe(0);
    expect([...faults, ...follower.faults]).toEqual([]);
    await context.close();
    await follower.context.close();
  });

  test("after its network was cut the second browser catches up by itself", async () => {
    const follower = await signedIn("Ottoline Marsh", { base: SECOND });
    await follower.page.waitForSelector(row("Goby"));
    await follower.context.setOffline(true);
    await sync(
      await cookieOf("bram"),
      entry("check", "goby", { channels: [{ id: "H1/W1", missing: 7, weak: 0, deflected: 0, neighbours: true }] }),
    );
    await follower.page.waitForTimeout(5000);
    expect(await follower.page.locator(row("Goby")).getByText("Hold", { exact: true }).count()).toBe(0);
    await follower.context.setOffline(false);
    await follower.page.locator(row("Goby")).getByText("Hold", { exact: true }).waitFor({ timeout: 30_000 });
    await follower.context.close();
  });

  test("in two taps a machine prints today or not; chosen together, several", async () => {
    const { page, context } = await signedIn("Ottoline Marsh");
    await page.getByLabel("Choose Sprat").check();
    await page.getByLabel("Choose Smelt").check();
    await page.getByRole("button", { name: "Not today" }).click();
    await page.getByText("Does not print today: 2 machines.").waitFor();
    await page
      .locator(row("Sprat"))
      .getByRole("button", { name: /Waste look/ })
      .waitFor({ state: "detached", timeout: 30_000 });
    await page.getByLabel("Choose Sprat").check();
    await page.getByLabel("Choose Smelt").check();
    await page.getByRole("button", { name: "Prints today" }).click();
    await page
      .locator(row("Smelt"))
      .getByRole("button", { name: /Waste look/ })
      .waitFor({ timeout: 30_000 });
    await context.close();
  });

  test("work is done afterwards “at 07:10”, undone as an amendment, skipped with its reason; all from the keyboard", async () => {
    const { page, context } = await signedIn("Ottoline Marsh");
    const item = page.locator(row("Plover")).getByRole("button", { name: /Waste look/ });
    await item.focus();
    await page.keyboard.press("Enter");
    await page.getByLabel("or at").fill("04:30");
    await page.getByLabel("or at").blur();
    await page.getByRole("button", { name: "Done at 04:30", exact: true }).press("Enter");
    await page.getByText("Plover: Waste look done.").waitFor();
    await page
      .locator(row("Plover"))
      .getByRole("button", { name: /Waste look, done at/ })
      .waitFor();
    await page.getByRole("button", { name: "Undo" }).first().click();
    await page
      .locator(row("Plover"))
      .getByRole("button", { name: /Waste look, (due|late)/ })
      .click();
    await page.getByLabel("Reason").fill("Bottle is new");
    await page.getByRole("button", { name: "Skip", exact: true }).click();
    await page
      .locator(row("Plover"))
      .getByRole("button", { name: /Waste look, skipped/ })
      .waitFor();
    await page
      .locator(row("Pochard"))
      .getByRole("button", { name: /Waste look/ })
      .click();
    await page.getByRole("button", { name: "Done now" }).click();
    await page
      .locator(row("Pochard"))
      .getByRole("button", { name: /Waste look, done at/ })
      .waitFor();
    await page.getByLabel("Choose Sprat").focus();
    await page.keyboard.press("ArrowDown");
    expect(await page.evaluate(() => document.activeElement?.getAttribute("aria-label"))).toBe("Choose Smelt");
    await page.keyboard.press("Enter");
    await page.waitForURL(/machines\/smelt/);
    await context.close();
  });

  test("a supervisor releases a held machine with a reason; an operator can't", async () => {
    const operator = await cookieOf("bram");
    const until = new Date(houseNow().getTime() + 3_600_000).toISOString();
    expect((await sync(operator, entry("release", "goby", { until, reason: "x" }))).body.answers?.[0]).toMatchObject({
      result: "refused",
      message: expect.stringContaining("operator may not"),
    });
    const { page, context } = await signedIn("Ottoline Marsh");
    await page.locator(row("Goby")).getByRole("button", { name: /Hold/ }).click();
    await page.getByLabel("Why may it print").fill("One-colour crates only");
    await page.getByLabel("Until").fill("23:50");
    await page.getByLabel("Until").blur();
    await page.getByRole("button", { name: "Allow with care" }).click();
    await page.locator(row("Goby")).getByText("With care").waitFor();
    await context.close();
  });

  test("a phone's check screen needs no sideways scrolling and has targets of 48 px", async () => {
    const { page, context } = await signedIn("Ilse Quarrie", { viewport: PHONE });
    await page.goto(`${FIRST}/check?machines=fathom`);
    await page.getByRole("button", { name: "Fathom: All fired" }).waitFor();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(PHONE.width);
    // A file's own control is hidden in its label, which is what a finger meets.
    for (const button of await page.getByRole("region", { name: "Fathom" }).locator("button, label:has(input[type=file])").all())
      expect((await button.boundingBox())?.height).toBeGreaterThanOrEqual(48);
    await context.close();
  });
});
