import { describe, expect, test } from "vitest";
import { beginAt, choose, cookieOf, FIRST, houseNow, LAN, onTheFloor, PHONE, send, signedIn, through } from "./browser.ts";

/** The house's own ways: a routine written and run, a sign reported and explained, a school chosen with its preview. */

/** A day as the calendar names it: “Friday, 27 November 2026”. */
const spokenOf = (day: string) =>
  new RegExp(
    `, ${new Date(`${day}T12:00Z`).toLocaleDateString("en-GB", { day: "numeric", month: "long", year: "numeric", timeZone: "UTC" })}`,
  );

describe("a routine of the house", () => {
  test("is written in the editor, which names what is wrong while it is typed, put in force, given, and followed on a phone", async () => {
    const { page, context } = await signedIn("Ottoline Marsh");
    await page.goto(`${FIRST}/shop?tab=routines`);
    await page.getByRole("link", { name: "Write a new one" }).click();
    const text = page.getByRole("textbox", { name: "The routine as YAML or JSON" });
    await page.getByText("Nothing is wrong with it.").waitFor();
    const lines = [
      "id: house-belt",
      "name: Belt look",
      "trigger: { every: { weeks: 1 } }",
      "handsMinutes: 3",
      "hazards: [moving-parts]",
      "steps:",
      "  - { kind: do, id: open, text: Open the side cover., minutes: 1, owes: { id: cover, words: the side cover is open } }",
      "  - { kind: found, id: belt, part: carriage-pin, text: How is the belt?, minutes: 1 }",
      "  - { kind: do, id: shut, text: Shut the side cover., minutes: 1, settles: lid }",
    ];
    await text.fill(lines.join("\n"));
    const wrong = page.getByRole("list", { name: "What is wrong" });
    await wrong.getByText("settles lid, which no step before it owes").waitFor();
    await wrong.getByText("owes cover, which no step after it settles").waitFor();
    await wrong.getByRole("button", { name: "line 9" }).waitFor();
    expect(await page.getByRole("button", { name: "Publish", exact: true }).isDisabled()).toBe(true);
    await text.fill(lines.join("\n").replace("settles: lid", "settles: cover"));
    await page.getByText("Nothing is wrong with it.").waitFor();
    await page.getByRole("region", { name: "How the run will look" }).getByText("Step 1 of 3").waitFor();
    await page.getByRole("button", { name: "Publish", exact: true }).click();
    await page.waitForURL(/routines\/house-belt/);
    await page.goto(`${FIRST}/machines/stave/set-up`);
    await page.getByLabel(/Belt look/).check();
    await page.getByRole("button", { name: "Save" }).click();
    await page.getByText("Stave saved.").waitFor();

    const floor = await onTheFloor("ilse", PHONE);
    await beginAt(floor.page, "stave", "Belt look");
    await through(floor.page, ["Done", "Some", "Done"]);
    await floor.page.getByRole("button", { name: "End the run" }).click();
    await floor.page.getByRole("heading", { name: /^Done at/ }).waitFor();
    await floor.page.getByRole("link", { name: "all sent" }).waitFor();
    await page.goto(`${FIRST}/logbook?machine=stave&kind=run`);
    await page.getByText("Belt look").first().waitFor();
    await floor.context.close();
    await context.close();
  });
});

describe("a sign", () => {
  test("is reported by its drawing, holds the machine, is made work, and is explained at the end", async () => {
    const { page, context } = await onTheFloor("tadeo");
    await page.goto(`${LAN}/floor#/machine/teal`);
    await page.getByText("Report a sign").click();
    await page.getByRole("button", { name: "Stains or drops on the work" }).click();
    const sign = page.getByRole("region", { name: "Open signs" }).locator("article", { hasText: "Stains or drops" });
    await sign.getByText("wiper or surround caked").waitFor();
    await page.getByText(/“Stains or drops on the work” seen at/).waitFor();
    await sign.getByText("why here").first().click();
    await sign.getByText(/2 by the trade's order \+ 0 found here = 2/).waitFor();
    await sign.getByRole("button", { name: "Make it a task" }).first().click();
    await page
      .getByRole("region", { name: "Due here" })
      .getByRole("link", { name: /Head surround by menu/ })
      .first()
      .waitFor();
    await sign.getByRole("button", { name: "It was this" }).first().click();
    await sign.waitFor({ state: "detached" });
    await page.getByRole("link", { name: "all sent" }).waitFor();
    await context.close();
    const desk = await signedIn("Ottoline Marsh");
    await desk.page.goto(`${FIRST}/shop?tab=judgement`);
    await desk.page
      .getByRole("row", { name: /Stains or drops/ })
      .getByText("2+1")
      .waitFor();
    await desk.context.close();
  });
});

describe("a school of practice", () => {
  test("from wet to dry cap: what it changes over 14 days is shown first, then it is put in force and taken back", async () => {
    const { page, context } = await signedIn("Ottoline Marsh");
    await page.goto(`${FIRST}/shop?tab=schools`);
    await choose(page, page.getByRole("combobox", { name: "For" }), "Goby");
    const cap = page.getByRole("dialog");
    await page.getByRole("button", { name: "Capping overnight: change" }).click();
    await cap.getByRole("radio", { name: /^dry/ }).click();
    const changes = page.getByRole("region", { name: "What it changes" });
    await changes.getByText(/Water cap: \d+ → 0 times/).waitFor();
    await changes.getByText(/the plate dries overnight/).waitFor();
    await changes.getByRole("button", { name: "Publish", exact: true }).click();
    await page.getByText("Published.").waitFor();
    const { body } = await send("/api/board", { cookie: await cookieOf("ottoline"), method: "GET" });
    const goby = (body.machines as { id: string; beats: { closing: { routine: string }[] } }[]).find(({ id }) => id === "goby");
    expect(goby?.beats.closing.map(({ routine }) => routine)).not.toContain("R10");
    await page.getByRole("button", { name: "Capping overnight: change" }).click();
    await cap.getByRole("radio", { name: /^as its class/ }).click();
    await changes.getByText(/Water cap: 0 → \d+ times/).waitFor();
    await changes.getByRole("button", { name: "Publish", exact: true }).click();
    await page.getByText("Published.").last().waitFor();
    await context.close();
  });
});

describe("on paper", () => {
  test("a routine over two heads is printed, typed in the day after with its times, held back while it leaves something open, and marked", async () => {
    const { page, context, faults } = await signedIn("Ottoline Marsh");
    await page.goto(`${FIRST}/paper`);
    await page.getByRole("button", { name: "New sheet" }).click();
    const fresh = page.getByRole("dialog");
    await choose(page, fresh.getByRole("combobox", { name: "Machine" }), "Longshore");
    await fresh.getByRole("combobox", { name: "Routine" }).click();
    await page.getByRole("option", { name: /^Head/ }).first().click();
    await fresh.getByRole("button", { name: "Print the routine" }).click();
    await page.waitForURL(/\/sheets\//);
    await page.getByText("the wipers are out").first().waitFor();
    const printed = await page.pdf({ preferCSSPageSize: true });
    // A4 is 595 by 842 points.
    expect(printed.toString("latin1")).toMatch(/MediaBox \[0 0 59[45]\.?\d* 84[12]\.?\d*\]/);
    await page.getByRole("link", { name: "Type it in" }).click();
    await page.waitForURL(/\/paper\//);
    const yesterday = new Date(houseNow().getTime() - 86_400_000).toISOString().slice(0, 10);
    await choose(page, page.getByLabel("Who did it"), "Bram Teasel");
    await page.getByLabel("Day", { exact: true }).click();
    await page
      .getByRole("grid")
      .getByRole("button", { name: spokenOf(yesterday) })
      .click();
    await page.getByLabel(/: Started$/).fill("16:05");
    await page.getByLabel(/: Ended$/).fill("16:50");
    await page.getByLabel("Gear on, warnings read").check();
    await page.getByRole("button", { name: "All boxes are ticked" }).click();
    for (const choice of await page.getByRole("group", { name: /, line \d+$/ }).all())
      await choice.getByRole("button", { name: /some|Clean|Room enough/ }).click();
    const wipers = page.getByRole("checkbox", { name: /Press the wipers firmly back/ });
    await wipers.uncheck();
    const check = page.getByRole("listitem").filter({ hasText: "Print and read a nozzle check" });
    await check.getByRole("checkbox").first().check();
    await check.getByLabel(/H1\/C: out/).fill("1");
    await check.getByLabel(/: at$/i).fill("16:45");
    const enter = page.getByRole("button", { name: /^Enter sheet/ });
    await enter.click();
    await page.getByRole("alert").getByText("the wipers are out").waitFor();
    await page.reload();
    await wipers.check();
    await enter.click();
    await page.getByRole("heading", { name: /is in the logbook$/ }).waitFor();
    await page.getByText(/entr(y|ies) for Bram Teasel, with the sheet’s times. Typed in by Ottoline Marsh./).waitFor();
    await page.getByRole("link", { name: "See the entries" }).click();
    await page
      .getByText(/from paper, typed in .* later by Ottoline Marsh/)
      .first()
      .waitFor();
    await page
      .getByText(/16:45$/)
      .first()
      .waitFor();
    await page.goto(`${FIRST}/paper`);
    await page.locator("tr", { hasText: "Longshore: Head" }).getByText("by Ottoline Marsh").last().waitFor();
    expect(faults).toEqual([]);
    await context.close();
  });
});
