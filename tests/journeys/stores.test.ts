import jsqr from "jsqr";
import sharp from "sharp";
import { expect, test } from "vitest";
import { isoDay } from "../../src/core/calendar/day.ts";
import { localDay } from "../../src/core/calendar/site-time.ts";
import { choose, cookieOf, entry, FIRST, houseNow, onTheFloor, PHONE, signedIn, stopRun, sync, takeUp, wearGear } from "./browser.ts";

/** The store as its users go through it: a count on a phone, an order half received, a batch, a bottle too full, dry air, a bad lot. */

test("a count on a phone: what differs is said at once, explained, and on the shelf afterwards", async () => {
  const { page, context, faults } = await signedIn("Ilse Quarrie", { viewport: PHONE });
  await page.goto(`${FIRST}/stores/count`);
  await page.getByRole("searchbox").fill("drying cap");
  const row = page.getByRole("listitem").filter({ hasText: "Drying cap" });
  const record = Number((await row.textContent())?.match(/record: (\d+)/)?.[1]);
  await row.getByRole("spinbutton").fill(String(record + 2));
  await row.getByText(/2 pieces more/).waitFor();
  await row.getByRole("textbox").fill("found behind the tray");
  // Kept on the phone until it is entered.
  await page.reload();
  await page.getByRole("button", { name: "Enter 1 count" }).click();
  await page.getByText(/2 pieces more/).waitFor();
  await page.goto(`${FIRST}/stores/items/drying-cap`);
  await page
    .getByText(new RegExp(`^${record + 2}( pieces?)?$`))
    .first()
    .waitFor();
  expect(faults).toEqual([]);
  await context.close();
});

test("an order is made and half of it received; the same delivery again is asked about", async () => {
  const { page, context } = await signedIn("Ottoline Marsh");
  // Something is used up, so that it is to be ordered whatever the demo's day.
  await sync(await cookieOf("ottoline"), {
    ...entry("stock", "shanny", { event: "counted", lines: [{ item: "damper", amount: 0, unit: "pieces" }] }),
  });
  await page.goto(`${FIRST}/stores/orders`);
  const list = page.getByRole("region", { name: "To order" }).getByRole("region", { name: "Fenhollow Parts" });
  await list.getByText("Damper", { exact: true }).first().waitFor();
  for (const box of await list.getByRole("checkbox").all())
    await box.setChecked(((await box.getAttribute("aria-label")) ?? "").includes("Damper"));
  await list.getByLabel("Packs of Damper", { exact: true }).fill("11");
  await list.getByRole("button", { name: "Place order, 1 item" }).click();
  const way = page.getByRole("region", { name: "On the way" });
  const order = way.getByRole("article").filter({ hasText: "Damper 22 pieces" });
  const came = async (of: typeof order, amount: string) => {
    await of.getByRole("button", { name: "Receive" }).click();
    const form = page.getByRole("form", { name: /What came/ });
    await form.getByLabel("Came").fill(amount);
    await form.getByLabel("Delivery number").fill("L-77");
    await form.getByRole("button", { name: "Put on the shelf" }).click();
  };
  await came(order, "2");
  await page.getByText("Damper 20 pieces").waitFor();
  const rest = way.getByRole("article").filter({ hasText: "Damper 20 pieces" });
  await came(rest, "2");
  await page.getByRole("button", { name: "It is a second parcel" }).waitFor();
  await context.close();
});

test("a batch is reckoned, what must not meet is refused, what is made has a label whose code leads to its lot", async () => {
  const { page, context } = await signedIn("Mirko Salt");
  await page.goto(`${FIRST}/stores/bench`);
  await page.getByRole("button", { name: "Ratio, like 1 : 1" }).click();
  await choose(page, page.getByRole("combobox", { name: /^First/ }), "Chlorine bleach, floors only");
  await choose(page, page.getByRole("combobox", { name: /^Second/ }), "All-purpose cleaner, mild");
  await page.getByText("never mix them").waitFor();
  await page.getByRole("button", { name: "By recipe" }).click();
  await page.getByLabel("Batch", { exact: true }).fill("100");
  await page.getByRole("button", { name: /^It is mixed: lot/ }).click();
  await page.waitForURL(/labels/);
  await page.getByText("Capping concentrate 10 %, Distilled water 90 %").waitFor();
  await page.getByText("H319 Causes serious eye irritation").waitFor();
  const code = await page.getByRole("img", { name: /^Code of Capping solution/ }).screenshot();
  const { data, info } = await sharp(code)
    .resize(400, 400, { kernel: "nearest" })
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  expect(jsqr(new Uint8ClampedArray(data), info.width, info.height)?.data).toMatch(
    /\/stores\/items\/capping-solution\?lot=CAPPING-SOLU-\d+-\d+$/,
  );
  await context.close();
});

test("a bottle that would overflow in a deep clean: the tablet stops it in time, a look or an emptying frees it, the list leaves the shelf", async () => {
  // Whatever was done to it before: it is nearly full now.
  await sync(await cookieOf("bram"), entry("vessel", "shanny", { vessel: "bottle", event: "level", ml: 1600 }));
  const { page, context } = await onTheFloor("Bram Teasel");
  await page.goto(page.url().replace(/\/floor.*/, "/floor#/machine/shanny"));
  await takeUp(
    page,
    page.getByRole("region", { name: "Due here" }).getByRole("link", { name: /^Deep clean/ }),
    page.getByRole("button", { name: "Deep clean now" }),
  );
  await page.getByRole("heading", { name: "Empty the waste first" }).waitFor();
  expect(await page.getByRole("button", { name: "I wear this and have read the warnings" }).count()).toBe(0);
  await page.getByLabel("Tap the level, or type it").fill("300");
  await page.getByRole("button", { name: "Save level" }).click();
  await page.getByText("We expected about 1600 mL. Is it 300 mL?").waitFor();
  await page.getByRole("button", { name: "Yes, that is right" }).click();
  await wearGear(page);
  expect(await page.getByRole("heading", { name: "Empty the waste first" }).count()).toBe(0);
  await stopRun(page, "looked at the bottle only");
  await page.getByRole("button", { name: "Give up" }).click();
  // It leads back to the shift by itself once it is kept; gone on before that, it would lead away again.
  await page.getByRole("heading", { name: /’s shift$/ }).waitFor();
  await page.goto(page.url().replace(/#.*/, "#/machine/shanny"));
  await page
    .getByRole("region", { name: "Waste" })
    .getByText(/of 1700 mL/)
    .waitFor();
  expect(await page.getByText("Empty first").count()).toBe(0);
  await context.close();
});

test("what a routine's list uses leaves the shelf with the tap that ends it", async () => {
  // One is open, whatever was done before.
  const on = isoDay(localDay(houseNow(), { timeZone: "Europe/Lisbon" }));
  await sync(await cookieOf("ottoline"), entry("one-off", "sprat", { title: "Water cap once more", on, minutes: 4, routine: "R10" }));
  const { page, context } = await onTheFloor("Tadeo Lund");
  await page.goto(page.url().replace(/\/floor.*/, "/floor#/several/R10"));
  const form = page
    .locator("section[aria-label]")
    .filter({ has: page.getByRole("button", { name: /Up to 3 days/ }) })
    .first();
  await form.waitFor();
  const machine = (await form.getAttribute("aria-label")) ?? "";
  await form.getByRole("button", { name: /Up to 3 days/ }).click();
  await form.getByRole("button", { name: "Some", exact: true }).click();
  await form.getByRole("button", { name: /Flat, the lip closes/ }).click();
  await form.getByText(/From the shelf: Distilled water 5 mL/).waitFor();
  await form.getByRole("button", { name: "Change amounts" }).click();
  await form.getByLabel(/^Distilled water/).fill("7");
  await form.getByRole("button", { name: `${machine} done` }).click();
  await page.getByText("all sent").waitFor();
  const { page: desk, context: other } = await signedIn("Ottoline Marsh");
  await desk.goto(`${FIRST}/stores/items/distilled-water`);
  await desk.getByRole("row").filter({ hasText: machine }).filter({ hasText: "−7 mL" }).first().waitFor();
  await other.close();
  await context.close();
});

test("dry air read by hand moves a Board that is open elsewhere; the dry week is found on the chart", async () => {
  const board = await signedIn("Ottoline Marsh");
  await board.page.goto(`${FIRST}/`);
  const { page, context } = await signedIn("Ngozi Fairweather");
  await page.goto(`${FIRST}/stores/air?area=roll&days=30`);
  await page.getByRole("img", { name: /Humidity in Roll floor over 30 days/ }).waitFor();
  await page.getByRole("button", { name: "Enter a reading" }).click();
  const form = page.getByRole("form", { name: "Enter a reading" });
  await form.getByLabel("Temperature").fill("20");
  await form.getByLabel("Humidity").fill("31");
  await form.getByRole("button", { name: "Save" }).click();
  await board.page
    .getByText(/^dry, .*below the floor of 40 %: a humidifier must give/)
    .first()
    .waitFor();
  await page.goto(`${FIRST}/stores/air?area=garment&days=30`);
  const below = await page.getByRole("img", { name: /Humidity in Garment room over 30 days/ }).getAttribute("aria-label");
  expect(Number(below?.match(/points, (\d+) below/)?.[1])).toBeGreaterThan(100);
  await board.context.close();
  await context.close();
});

test("a bad lot is traced to its machines, and from a machine back to its lots", async () => {
  const { page, context } = await signedIn("Ottoline Marsh");
  await page.goto(`${FIRST}/stores/trace?machine=sprat`);
  const lot = await page.locator("tbody a.figure").first().textContent();
  await page.locator("tbody a.figure").first().click();
  await page.getByRole("heading", { name: new RegExp(`lot ${lot}`) }).waitFor();
  expect(await page.locator("tbody tr").count()).toBeGreaterThan(0);
  await page.getByRole("link", { name: "Sprat" }).first().click();
  await page.getByRole("heading", { name: /^Sprat,/ }).waitFor();
  await context.close();
});
