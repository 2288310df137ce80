import { expect, test } from "vitest";
import { LAN, ledgerOf, onTheFloor, sent } from "./browser.ts";
import { secondBuild, serveAtLan } from "./second-build.ts";

/** The last of all: it ends the server at the network's address. */
test("a new build deployed meanwhile: the old page goes on, what is queued goes through, the new one is loaded on a word", async () => {
  const { page, context } = await onTheFloor("bram");
  await context.setOffline(true);
  await page.goto(`${LAN}/floor#/machine/sprat`);
  await page.getByRole("textbox", { name: "Note" }).fill("Written under the old build");
  await page.getByRole("region", { name: "Seen on it" }).getByRole("button", { name: "Enter" }).click();
  const end = await serveAtLan(secondBuild("src/words/en/floor.json", "Free to take", "Free for anyone"));
  try {
    await context.setOffline(false);
    await sent(page);
    await page.getByText("A newer version is ready.").waitFor({ timeout: 30_000 });
    // A page of the old build that was never opened before, once the new build's service worker is at work.
    await page.evaluate(async () => {
      const registration = await navigator.serviceWorker.getRegistration();
      await registration?.update();
      await new Promise((done) => setTimeout(done, 4000));
    });
    await page.goto(`${LAN}/floor#/handover`);
    await page.locator("textarea").first().waitFor();
    await page.goto(`${LAN}/floor#/machine/sprat`);
    await page.getByRole("textbox", { name: "Note" }).fill("Written while the new build stood");
    await page.getByRole("region", { name: "Seen on it" }).getByRole("button", { name: "Enter" }).click();
    await sent(page);
    const load = page.getByRole("button", { name: "Load it" });
    if (await load.count()) await load.click();
    await page.goto(`${LAN}/floor#/`);
    await page.getByRole("heading", { name: "Free for anyone" }).waitFor({ timeout: 30_000 });
    const texts = (await ledgerOf("sprat", "note")).map(({ body }) => body.text);
    for (const text of ["Written under the old build", "Written while the new build stood"])
      expect(texts.filter((each) => each === text)).toHaveLength(1);
    await context.setOffline(true);
    await page.reload();
    await page.getByRole("heading", { name: "Free for anyone" }).waitFor();
  } finally {
    end();
    await context.close();
  }
});
