import { AxeBuilder } from "@axe-core/playwright";
import type { Page } from "playwright-core";
import { expect, test } from "vitest";
import { localDay } from "../../src/core/calendar/site-time.ts";
import { demoHouse } from "../../src/demo/house.ts";
import { enterLevel, FIRST, houseNow, PHONE, signedIn, TABLET, wearGear } from "./browser.ts";

/** axe finds nothing on every main view, light and night. The tests look side by side, each in a browser window of its own. */

const CLOSURE = demoHouse(localDay(houseNow(), { timeZone: "Europe/Lisbon" })).calendar.closures?.[0]?.from ?? "";
const VIEWS: [string, string, string?][] = [
  ["/", "table"],
  ["/?", "table", "state"],
  ["/?view=compact", "h2"],
  ["/?view=map", "h2"],
  ["/kit", "table"],
  ["/kit?", "table", "open"],
  ["/check?machines=fathom,sprat", "section li button"],
  ["/check", "h1"],
  ["/machines", "table"],
  ["/machines/teal", "svg"],
  ["/machines/teal?", "svg", "report"],
  ["/machines/tally", "svg"],
  ["/machines/teal/nozzles", "h2"],
  ["/machines/teal/parts", "table"],
  ["/machines/teal/logbook", "table"],
  ["/machines/teal/set-up", "form"],
  ["/machines/teal/check-sheet", "img"],
  ["/nozzles", "h1"],
  ["/nozzles/practice?machine=5", "h1"],
  ["/nozzles/heads", "table"],
  ["/logbook", "h2"],
  ["/logbook?", "h2", "filter"],
  ["/shop", "table"],
  ["/shop?tab=calendar", "h1"],
  ["/shop?tab=machines", "h1"],
  ["/shop?tab=routines", "table"],
  ["/shop/routines/R24", "ol"],
  ["/shop?tab=schools", "h1"],
  ["/shop?tab=judgement", "h1"],
  ["/shop?tab=bring-in", "h1"],
  ["/shop?tab=tablets", "h1"],
  ["/shop?tab=sign-ins", "h1"],
  ["/safety", "h1"],
  ["/plan", "h1"],
  ["/plan/list", "h2"],
  ["/plan/week", "svg"],
  ["/plan/month", "table"],
  ["/plan/closures", "table"],
  ["/paper", "h1"],
  ["/stores", "table"],
  ["/stores/items/coder-solvent", "table"],
  ["/stores/count", "h1"],
  ["/stores/orders", "table"],
  ["/stores/waste", "h1"],
  ["/stores/bench", "h1"],
  ["/stores/solvent", "h1"],
  ["/stores/air?area=garment", "h1"],
  ["/stores/month", "h1"],
  ["/stores/trace?machine=sprat", "h1"],
  ["/stores/settings", "h1"],
  ["/standby", "h1"],
  ["/machines/goby/idle?regime=full", "table"],
  [`/standby/closures/${CLOSURE}`, "h1"],
  ["/standby/settings", "h1"],
  ["/door", "h1"],
  ["/storage-tags/shanny", "img"],
  [`/closure-sheets/${CLOSURE}`, "table"],
  ["/tags", "img"],
  ["/enrol", "h1"],
  ["/floor", "h1"],
  ["/floor#/handover", "textarea"],
  ["/floor#/scan", "video"],
  ["/floor#/who", "h1"],
  ["/floor#/unsent", "h1"],
  ["/floor#/machine/teal", "h1"],
  ["/floor#/check?machines=fathom", "section li button"],
  ["/floor#/several/R08", "h1"],
];

/** By night the same parts have other colours: one view of each kind of part is looked at. */
const BY_NIGHT = [
  "/",
  "/? state",
  "/check?machines=fathom,sprat",
  "/machines/teal",
  "/kit",
  "/machines",
  "/machines/teal/nozzles",
  "/logbook",
  "/shop?tab=calendar",
  "/shop?tab=schools",
  "/shop/routines/R24",
  "/plan",
  "/plan/list",
  "/plan/week",
  "/machines/goby/idle?regime=full",
  `/standby/closures/${CLOSURE}`,
  "/door",
  "/stores",
  "/stores/waste",
  "/stores/air?area=garment",
  "/floor",
  "/floor#/handover",
  "/floor#/machine/teal",
  "a machine with all that can be called for and seen",
  "gear and cautions",
  "a step that measures",
  "a stopped run",
  "typing a sheet in",
  "sign-in",
];

/** Looks at a page in light with all rules, and by night, when it has other colours and nothing else, at its contrast. */
function looker(page: Page) {
  const found: string[] = [];
  const byLight = (light: string) =>
    page.evaluate((value) => {
      document.documentElement.dataset.light = value;
    }, light);
  const look = async (name: string) => {
    for (const light of BY_NIGHT.includes(name.trim()) ? ["day", "night"] : ["day"]) {
      await byLight(light);
      // Legacy mode spares a browser window a look; only what was found is collected.
      const axe = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ["violations"] });
      const { violations } = await (light === "night" ? axe.withRules(["color-contrast"]) : axe).analyze();
      found.push(
        ...violations.map(
          ({ id, nodes }) =>
            `${name} by ${light}: ${id} ${nodes
              .map(({ target, failureSummary }) => `${target} ${failureSummary?.replace(/\s+/g, " ")}`)
              .slice(0, 2)
              .join(" | ")}`,
        ),
      );
    }
    await byLight("day");
  };
  return { found, look };
}

const HALF = Math.ceil(VIEWS.length / 2);
test.concurrent.each([
  ["the desk's", VIEWS.slice(0, HALF)],
  ["the rest, and the floor's", VIEWS.slice(HALF)],
])("every main view, light and night: %s", async (_, views) => {
  const { page, context } = await signedIn("Ottoline Marsh");
  const { found, look } = looker(page);
  for (const [path, ready, tab] of views) {
    await page.goto(FIRST + path);
    await page.waitForSelector(ready);
    if (path.startsWith("/check?machines=")) {
      await page
        .getByRole("button", { name: /^H1\/C, / })
        .first()
        .click();
      await page
        .getByRole("button", { name: /Mark each$/ })
        .first()
        .click();
    }
    if (tab === "state") await page.locator("tbody tr:has-text('Teal') td button").first().click();
    if (tab === "report") await page.getByRole("button", { name: "Report a problem" }).click();
    if (tab === "open") await page.getByRole("button", { name: "Open panel" }).click();
    if (tab === "filter") await page.getByRole("button", { name: "Filter" }).click();
    if (tab && tab !== "state") await page.getByRole("dialog").waitFor();
    await look(`${path} ${tab ?? ""}`);
  }
  expect(found).toEqual([]);
  await context.close();
});

test.concurrent("an entry, a run, narrow screens and the sign-in, light and night", async () => {
  const { page, context } = await signedIn("Ottoline Marsh");
  const { found, look } = looker(page);
  await page.goto(`${FIRST}/logbook?kind=check`);
  await page
    .getByRole("link", { name: /^Entry \d+/ })
    .first()
    .click();
  await page.waitForSelector("dl");
  await look("an entry");
  await page.goto(`${FIRST}/paper`);
  await page.getByRole("button", { name: "New sheet" }).click();
  await look("a new sheet");
  await page.getByRole("button", { name: "Print the routine" }).click();
  await page.getByText("What else was seen").waitFor();
  await look("a sheet");
  await page.getByRole("link", { name: "Type it in" }).click();
  await page.getByRole("button", { name: /^Enter sheet/ }).waitFor();
  await look("typing a sheet in");
  await page.goto(`${FIRST}/floor#/machine/teal`);
  await page.getByText("Another routine now").click();
  await page.getByText("Report a sign").click();
  await look("a machine with all that can be called for and seen");
  await page.getByRole("button", { name: "Empty the waste bottle now" }).click();
  await page.getByRole("button", { name: "I wear this and have read the warnings" }).waitFor();
  await look("gear and cautions");
  await wearGear(page);
  await page.getByRole("button", { name: "All still" }).click();
  await page.getByLabel(/waste level before/).fill("900");
  await look("a step that measures");
  await enterLevel(page);
  await page.getByRole("heading", { name: /labelled container/ }).waitFor();
  await page.getByRole("button", { name: "More", exact: true }).click();
  await page.getByRole("button", { name: "Stop this run" }).click();
  await look("stopping");
  await page.getByRole("button", { name: "End of my shift" }).click();
  await page.getByText("Stopped: End of my shift").waitFor();
  await look("a stopped run");
  for (const viewport of [TABLET, PHONE]) {
    await page.setViewportSize(viewport);
    for (const path of ["/check?machines=fathom", "/machines/teal"]) {
      await page.goto(FIRST + path);
      await page.waitForSelector("h1");
      await look(`${path} at ${viewport.width}`);
    }
  }
  // From a page that hears no news: one that does would leave for the sign-in by itself meanwhile.
  await page.goto(`${FIRST}/tags`);
  await context.clearCookies({ name: "zesty.session_token" });
  await page.goto(`${FIRST}/sign-in`);
  await page.waitForSelector("form");
  await look("sign-in");
  expect(found).toEqual([]);
  await context.close();
});
