import { describe, expect, test } from "vitest";
import { cookieOf, FIRST, LAN, onTheFloor, PHONE, send, signedIn, through } from "./browser.ts";

/** The house's own ways: a routine written and run, a sign reported and explained, a school chosen with its preview. */

describe("a routine of the house", () => {
  test("is written in the editor, which names what is wrong while it is typed, put in force, given, and followed on a phone", async () => {
    const { page, context } = await signedIn("Ottoline Marsh");
    await page.goto(`${FIRST}/shop?tab=routines`);
    await page.getByRole("link", { name: "Write a new one" }).click();
    const text = page.getByLabel("The routine in YAML or JSON");
    await page.getByText("It holds together.").waitFor();
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
    expect(await page.getByRole("button", { name: "Put in force" }).isDisabled()).toBe(true);
    await text.fill(lines.join("\n").replace("settles: lid", "settles: cover"));
    await page.getByText("It holds together.").waitFor();
    await page.getByRole("region", { name: "The run as it will look" }).getByText("step 1 of 3").waitFor();
    await page.getByRole("button", { name: "Put in force" }).click();
    await page.waitForURL(/routines\/house-belt/);
    await page.goto(`${FIRST}/machines/stave`);
    await page.getByRole("tab", { name: "Basics and routines" }).click();
    await page.getByLabel(/Belt look/).check();
    await page.getByRole("button", { name: "Save" }).click();
    await page.getByText("Stave saved.").waitFor();

    const floor = await onTheFloor("ilse", PHONE);
    await floor.page.goto(`${LAN}/floor#/machine/stave`);
    await floor.page.getByText("Another routine now").waitFor();
    const due = floor.page.getByRole("region", { name: "Due here" }).getByRole("link", { name: /^Belt look/ });
    if (await due.count()) {
      await due.click();
      await floor.page.getByRole("button", { name: "Step by step" }).click();
    } else {
      await floor.page.getByText("Another routine now").click();
      await floor.page.getByRole("button", { name: "Belt look now" }).click();
    }
    await floor.page.getByRole("button", { name: "It is on, I have read this" }).click();
    await through(floor.page, ["Done", "Some", "Done"]);
    await floor.page.getByRole("button", { name: "End the run" }).click();
    await floor.page.getByRole("heading", { name: /^Done at/ }).waitFor();
    await floor.page.getByRole("link", { name: "all sent" }).waitFor();
    await page.goto(`${FIRST}/ledger?machine=stave&kind=run`);
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
    await page.getByText(/“Stains or drops on the work” was seen at/).waitFor();
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
    await page.getByLabel("For", { exact: true }).selectOption({ label: "Goby" });
    const cap = page.getByRole("group", { name: "Capping overnight" });
    await cap.getByLabel(/^dry/).check();
    const changes = page.getByRole("region", { name: "What it changes" });
    await changes.getByText(/Water cap \d+ → 0 times/).waitFor();
    await changes.getByText(/the plate dries overnight/).waitFor();
    await changes.getByRole("button", { name: "Put in force" }).click();
    await page.getByText("In force.").waitFor();
    const { body } = await send("/api/board", { cookie: await cookieOf("ottoline"), method: "GET" });
    const goby = (body.machines as { id: string; beats: { closing: { routine: string }[] } }[]).find(({ id }) => id === "goby");
    expect(goby?.beats.closing.map(({ routine }) => routine)).not.toContain("R10");
    await cap.getByLabel(/^as its class/).check();
    await changes.getByText(/Water cap 0 → \d+ times/).waitFor();
    await changes.getByRole("button", { name: "Put in force" }).click();
    await page.getByText("In force.").last().waitFor();
    await context.close();
  });
});
