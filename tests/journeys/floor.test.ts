import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { describe, expect, test } from "vitest";
import {
  beginAt,
  changed,
  choose,
  cookieOf,
  entry,
  LAN,
  onTheFloor,
  openFloor,
  PHONE,
  phoneWithCamera,
  send,
  signedIn,
  signInThere,
  sooner,
  stopRun,
  sync,
  TABLET,
  through,
} from "./browser.ts";
import { filmOfCode } from "./film.ts";

/** A day on the floor: runs at tablets and a phone, given work, handing on, handing over, out of order and back. */

type Run = { id: string; machine: string; routine: string; status: string; person: string | null; events: { body: { event: string } }[] };
async function runsOf(person: string): Promise<Run[]> {
  const { body } = await send("/api/floor", { cookie: await cookieOf(person), method: "GET" });
  return body.runs as Run[];
}

describe("runs", () => {
  test("a deep clean with a second person: its towel still owed when the run is to end, then put right and ended", async () => {
    const { page, context } = await onTheFloor("bram");
    await beginAt(page, "smelt", "Deep clean");
    await through(page, ["Room enough", /large syringe/, /Ilse Quarrie/, "Done", "Done", "Done", "Done"]);
    await page.getByRole("status").filter({ hasText: "the wiper is up" }).filter({ hasText: "the towel lies under the head" }).waitFor();
    await through(page, ["Done", "Done", "Done", "Done", "Some", "Done", "Smooth all round", "Done"]);
    await page.getByRole("button", { name: "No white shows in the water" }).click();
    await sooner(page, "The water was clear at once");
    await through(page, ["Both flow", "Done", "Done", "Done"]);
    // The towel is forgotten: its step is left out.
    await page.getByRole("button", { name: "More", exact: true }).click();
    await page.getByRole("button", { name: "Skip this step" }).click();
    await page.getByLabel("Another reason").fill("Bram was called away");
    await page.getByRole("button", { name: "Skip", exact: true }).click();
    await page.getByRole("heading", { name: /does anything hang below/ }).waitFor();
    await through(page, ["Nothing hangs there", "Without a photo", "Done"]);
    // Power is not offered while anything is still to put right.
    await page.getByRole("heading", { name: /Plug in, switch on/ }).waitFor();
    expect(await page.getByRole("button", { name: "Done", exact: true }).isDisabled()).toBe(true);
    await page.getByText("Not while this is open: the towel lies under the head.").waitFor();
    // Nor does the run end on the server meanwhile, whatever a screen may send.
    await page.getByRole("link", { name: "all sent" }).waitFor();
    const run = (await runsOf("bram")).find(({ machine, routine }) => machine === "smelt" && routine === "R21");
    const ended = await sync(await cookieOf("bram"), entry("run", "smelt", { event: "end" }, { routine: "R21", run: run?.id }));
    expect(ended.body.answers?.[0]).toMatchObject({
      result: "refused",
      message: expect.stringContaining("the towel lies under the head"),
    });
    await page.getByRole("button", { name: "Closed now: the towel lies under the head" }).click();
    await through(page, ["Done"]);
    await sooner(page, "It homed already");
    // The closing water cap is called for in it, and counts as done with it.
    await through(page, ["Up to 3 days", "Done", "Some", "Done", "Done", "Done", "Flat, the lip closes"]);
    await page.getByRole("button", { name: "End the run" }).click();
    await page.getByRole("heading", { name: /^Done at/ }).waitFor();
    // Planned and real minutes of each step.
    expect(await page.locator("main ol li").count()).toBeGreaterThan(14);
    await page.getByRole("link", { name: "all sent" }).waitFor();
    expect((await runsOf("bram")).find(({ id }) => id === run?.id)?.status).toBe("ended");
    const { body } = await send("/api/floor", { cookie: await cookieOf("bram"), method: "GET" });
    const cap = (body.tasks as { machine: string; routine: string; state: string }[]).find(
      ({ machine, routine }) => machine === "smelt" && routine === "R10",
    );
    expect(cap?.state).toBe("done");
    await context.close();
  });

  test("while one machine waits the next is begun: both timers in one bar; back a step, stop with a reason, go on", async () => {
    const { page, context } = await onTheFloor("ngozi");
    await beginAt(page, "dory", "Opening nozzle check");
    await through(page, ["Ready and clear, covers shut", "Done", "Done"]);
    await page.getByText("you are free").waitFor();
    await beginAt(page, "fathom", "Opening nozzle check");
    await through(page, ["Ready and clear, covers shut", "Done", "Done"]);
    const bar = page.getByRole("region", { name: "Running timers" });
    expect(await bar.getByRole("link").count()).toBe(2);
    await bar.getByRole("link", { name: /Dory/ }).click();
    await page.getByRole("heading", { name: "Dory: Opening nozzle check" }).waitFor();
    await page.getByRole("button", { name: "Back", exact: true }).click();
    await page.getByRole("heading", { name: "Start the nozzle check at the panel. Hands off." }).waitFor();
    await stopRun(page, "Film is out");
    await page.getByText("Stopped: Film is out").waitFor();
    await page.getByRole("button", { name: "Go on with it" }).click();
    await through(page, ["Done"]);
    await sooner(page, "Printed already");
    await page.getByRole("link", { name: "Enter the readings" }).click();
    await page.getByRole("button", { name: /^H1\/C, cyan: / }).click();
    await page.getByRole("button", { name: "H1/C, cyan: one more out" }).click();
    await page.getByRole("button", { name: /^Dory: Other \d fired$/ }).click();
    await page.getByRole("button", { name: "Every row shows its own colour" }).click();
    await page.getByRole("button", { name: "End the run" }).click();
    await page.getByRole("heading", { name: /^Done at/ }).waitFor();
    await context.close();
  });

  test("two people open the same work: one runs it, the other sees who, and takes it over on another tablet in the middle", async () => {
    // The demo's bottle here stands just under its mark: with it emptied, the cap's water has room.
    await sync(await cookieOf("bram"), entry("vessel", "shanny", { vessel: "bottle", event: "level", ml: 100 }));
    const first = await onTheFloor("bram");
    await beginAt(first.page, "shanny", "Water cap");
    await through(first.page, ["Up to 3 days", "Done", "Some"]);
    await first.page.getByRole("link", { name: "all sent" }).waitFor();
    const second = await onTheFloor("ilse", PHONE);
    await second.page.goto(`${LAN}/floor#/machine/shanny`);
    await second.page.getByRole("link", { name: /Water cap Bram Teasel is working on it/ }).click();
    await second.page.getByText("Bram Teasel is working on it: Fill the cap with distilled water").waitFor();
    await second.page.getByRole("status").getByText("the head stands off its cap").waitFor();
    await second.page.getByRole("button", { name: "Take it over" }).click();
    await through(second.page, ["Done", "Done", "Done", "Flat, the lip closes"]);
    await second.page.getByRole("button", { name: "End the run" }).click();
    await second.page.getByRole("heading", { name: /^Done at/ }).waitFor();
    await first.page.getByRole("heading", { name: /^Done at/ }).waitFor({ timeout: 30_000 });
    expect(await second.page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(PHONE.width);
    await first.context.close();
    await second.context.close();
  });
});

describe("the day's work", () => {
  test("a morning given to three people: fill, undo, by keyboard, with who may not and why; each finds theirs first", async () => {
    const { page, context } = await signedIn("Ottoline Marsh");
    await page.getByRole("link", { name: "Plan", exact: true }).click();
    await page.getByRole("link", { name: "List", exact: true }).click();
    await page.waitForURL(/plan\/list/);
    const urgent = await changed(page, "Urgent job");
    await urgent.getByLabel("What").fill("Look at the rail");
    await choose(page, urgent.getByLabel("Machine"), "Goby");
    await choose(page, urgent.getByLabel("Skill"), "DTF");
    await urgent.getByRole("button", { name: "Add job" }).click();
    const menu = page.getByRole("button", { name: "Assign: Goby, Look at the rail" });
    await menu.focus();
    await page.keyboard.press("Enter");
    const people = page.getByRole("dialog", { name: "Goby, Look at the rail: assign to" });
    expect(await people.getByRole("button", { name: /Ngozi/ }).textContent()).toContain("has no DTF skill");
    expect(await people.getByRole("button", { name: /Ngozi/ }).isDisabled()).toBe(true);
    await people.getByRole("button", { name: /Bram Teasel/ }).press("Enter");
    await page.getByRole("region", { name: "Bram Teasel" }).getByText("Goby Look at the rail").waitFor();

    const notGiven = page.getByRole("region", { name: "Nobody yet" });
    const before = await notGiven.getByRole("listitem").count();
    expect(before).toBeGreaterThan(5);
    await page.getByRole("button", { name: "Assign all" }).click();
    await page.getByText(/assigned: longest first/).waitFor({ timeout: 60_000 });
    await page.getByText("All jobs have somebody.").waitFor();
    await page.getByRole("region", { name: "Ilse Quarrie" }).getByRole("button", { name: /why/ }).first().click();
    await page.getByText(/has the least of|is the only one/).waitFor();
    await page.keyboard.press("Escape");
    await page.getByRole("button", { name: "Undo" }).last().click();
    await page.getByText("The logbook keeps both").waitFor({ timeout: 60_000 });
    expect(await notGiven.getByRole("listitem").count()).toBe(before);
    await page.getByRole("button", { name: "Assign all" }).click();
    await page.getByText("All jobs have somebody.").waitFor({ timeout: 60_000 });

    for (const [person, viewport] of [
      ["bram", TABLET],
      ["ngozi", TABLET],
      ["ilse", PHONE],
    ] as const) {
      const floor = await onTheFloor(person, viewport);
      const mine = floor.page.getByRole("region", { name: "My work" });
      await mine.getByRole("article", { name: "Next" }).waitFor();
      await floor.context.close();
    }
    const bram = await onTheFloor("bram");
    await bram.page.getByRole("link", { name: /Goby Look at the rail/ }).click();
    await bram.page.getByRole("button", { name: "Done", exact: true }).click();
    await bram.page.getByRole("link", { name: "all sent" }).waitFor();
    await page.getByRole("region", { name: "Bram Teasel" }).getByText("✓").first().waitFor({ timeout: 30_000 });
    await bram.context.close();
    await context.close();
  });

  // It goes on from the morning that was given, so it is left out with it.
  test("by drag: to who fits; whoever is away is refused with the reason", async () => {
    const { page, context } = await signedIn("Ottoline Marsh");
    await page.goto(`${new URL(page.url()).origin}/plan/list`);
    const urgent = await changed(page, "Urgent job");
    await urgent.getByLabel("What").fill("Sort the swabs");
    await urgent.getByRole("button", { name: "Add job" }).click();
    const task = page.getByRole("region", { name: "Nobody yet" }).getByText("Sort the swabs");
    await task.waitFor();
    const roster = await changed(page, "Another shift or a swap");
    await choose(page, roster.getByLabel("Who"), "Wren Abara");
    await roster.getByLabel("Why", { exact: true }).fill("Dentist");
    await roster.getByRole("button", { name: "Save", exact: true }).click();
    await page.getByRole("region", { name: "Wren Abara" }).getByText("Dentist").waitFor();
    const drag = async (name: string) => {
      const [from, to] = [await task.boundingBox(), await page.getByRole("region", { name }).boundingBox()];
      if (!from || !to) throw new Error("nothing to drag");
      await page.mouse.move(from.x + 10, from.y + 8);
      await page.mouse.down();
      await page.mouse.move(from.x + 40, from.y + 20, { steps: 4 });
      await page.mouse.move(to.x + 60, to.y + 12, { steps: 10 });
      await page.mouse.up();
    };
    await page.evaluate(() => scrollTo(0, 0));
    await task.scrollIntoViewIfNeeded();
    await drag("Wren Abara");
    await page.getByText("Wren Abara is away: Dentist.").waitFor();
    await drag("Ottoline Marsh");
    await page.getByRole("region", { name: "Ottoline Marsh" }).getByText("Sort the swabs").waitFor();
    const again = await changed(page, "Another shift or a swap");
    await again
      .getByRole("listitem")
      .filter({ hasText: /Dentist/ })
      .getByRole("button", { name: "Take back" })
      .click();
    await page.getByRole("region", { name: "Wren Abara" }).getByText("Dentist").waitFor({ state: "detached" });
    await context.close();
  });
});

describe("between shifts", () => {
  test("a handover is pre-filled, written with a free line, and acknowledged by the next", async () => {
    const first = await onTheFloor("ilse");
    await first.page.goto(`${LAN}/floor#/handover`);
    const written = first.page.getByRole("region", { name: "To be written" });
    await written.getByRole("listitem").first().waitFor();
    await first.page.getByLabel("Anything else").fill("Fathom squeaks on the left");
    await written.getByRole("button", { name: "Hand over", exact: true }).click();
    await first.page.getByRole("link", { name: "all sent" }).waitFor();
    const next = await onTheFloor("tadeo", PHONE);
    await next.page.getByRole("region", { name: "Handover" }).getByRole("link", { name: "Read it" }).click();
    await next.page.getByText("Fathom squeaks on the left").waitFor();
    await next.page.getByRole("button", { name: "I have read it" }).click();
    await next.page.getByRole("region", { name: "To be read" }).waitFor({ state: "detached" });
    await next.page.getByRole("link", { name: "all sent" }).waitFor();
    const { body } = await send("/api/floor", { cookie: await cookieOf("bram"), method: "GET" });
    // What was left before it and read by nobody yet is the next to be read.
    expect(JSON.stringify(body.handover)).not.toContain("squeaks");
    await first.context.close();
    await next.context.close();
  });

  test("out of order and back: silent but for what goes on, on Board, Wall and handover; closed by a check only", async () => {
    const { page, context } = await signedIn("Ottoline Marsh");
    const base = new URL(page.url()).origin;
    await page.goto(`${base}/machines/gannet`);
    await page.getByRole("button", { name: "Report a problem" }).click();
    await page.getByRole("button", { name: "Out of order" }).click();
    await page.getByLabel("What is wrong").fill("Lamp flickers");
    await page.getByLabel("Waits for").fill("a new lamp");
    await page.getByRole("checkbox", { name: "Waste look" }).check();
    await page.getByRole("button", { name: "Set out of order" }).click();
    await page.getByText("Lamp flickers, since").first().waitFor();
    await page.goto(`${base}/`);
    const row = page.locator('tr:has(th[scope=row]:has-text("Gannet"))');
    await row.getByText("Out of order").waitFor();
    expect(await row.getByRole("button", { name: /Midday nozzle check, (due|late|overdue)/ }).count()).toBe(0);
    await page.goto(`${base}/shop?tab=tablets`);
    await page.getByRole("button", { name: "New wall screen" }).click();
    await page.getByLabel("Where it hangs").fill("Hall");
    await page.getByRole("button", { name: "Get an address" }).click();
    const address = await page.locator('a[href*="/wall/"]').first().getAttribute("href");
    const wall = await (await context.browser()?.newContext())?.newPage();
    await wall?.goto(`${address}?language=es`);
    await wall?.getByText("pueden imprimir").first().waitFor();
    await wall?.goto(address ?? "");
    await wall?.getByText("Lamp flickers").first().waitFor();
    const { body } = await send("/api/floor", { cookie: await cookieOf("bram"), method: "GET" });
    expect(JSON.stringify(body.leaves)).toContain("Gannet is out of order: Lamp flickers; waits for a new lamp");
    await page.keyboard.press("Escape");
    await page.getByRole("region", { name: "Wall screens" }).getByRole("button", { name: "Remove" }).click();
    await wall?.getByText("no longer good").waitFor({ timeout: 30_000 });
    await page.goto(`${base}/machines/gannet`);
    await page.getByRole("button", { name: "Back in order" }).click();
    await page.getByText(/A repair is closed by a nozzle check/).waitFor();
    await sync(
      await cookieOf("ngozi"),
      entry("check", "gannet", { channels: [{ id: "H1/K", missing: 0, weak: 0, deflected: 0, neighbours: false }] }),
    );
    await page.getByRole("button", { name: "Back in order" }).click();
    await page.getByText("Gannet is back in order.").waitFor();
    await page.getByRole("region", { name: "State" }).getByText("Ready").waitFor();
    await wall?.context().close();
    await context.close();
  });
});

describe("finding", () => {
  test("a machine's tag leads to the machine by address and by code; search answers by keyboard", async () => {
    const { page, context } = await signedIn("Ottoline Marsh");
    const base = new URL(page.url()).origin;
    await page.goto(`${base}/tags`);
    expect(await page.getByRole("listitem").count()).toBe(16);
    const tag = await page.locator("li", { hasText: "Plover" }).locator(".figure").textContent();
    await page.goto(`${base}/t/${tag}`);
    await page.getByRole("heading", { name: "Plover" }).waitFor();
    await page.goto(`${base}/floor#/scan`);
    await page.getByLabel("Code on the tag").fill("zz");
    await page.getByRole("button", { name: "Open" }).click();
    await page.getByText("No machine here has this code").waitFor();
    await page.getByLabel("Code on the tag").fill(String(tag).toLowerCase());
    await page.getByRole("button", { name: "Open" }).click();
    await page.getByRole("heading", { name: "Plover" }).waitFor();
    await page.goto(`${base}/logbook`);
    await page.keyboard.press("/");
    await page.getByRole("combobox", { name: /Search/ }).fill("humidif");
    await page.getByRole("option", { name: /Humidifier out since Friday/ }).waitFor();
    await page.getByRole("combobox", { name: /Search/ }).fill("sha");
    await page.getByRole("option", { name: /^machine Shanny/ }).waitFor();
    await page.keyboard.press("Enter");
    await page.waitForURL(/machines\/shanny/);
    await context.close();
  });

  test("a phone's camera opens the machine whose tag it sees, without a network too", async () => {
    const { body } = await send("/api/floor", { cookie: await cookieOf("ngozi"), method: "GET" });
    const tag = (body.machines as { id: string; tag: string }[]).find(({ id }) => id === "plover")?.tag;
    const folder = mkdtempSync(join(tmpdir(), "zesty-film-"));
    filmOfCode(`${LAN}/t/${tag}`, join(folder, "tag.y4m"));
    const context = await phoneWithCamera(join(folder, "tag.y4m"));
    await signInThere(context, "ngozi");
    const page = await context.newPage();
    await openFloor(page);
    await context.setOffline(true);
    await page.goto(`${LAN}/floor#/scan`);
    await page.getByRole("heading", { name: "Plover" }).waitFor();
    expect(page.url()).toContain("#/machine/plover");
    await context.close();
    rmSync(folder, { recursive: true });
  });
});
