import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { BrowserContext, Page } from "playwright-core";
import { afterAll, describe, expect, test } from "vitest";
import {
  beginAt,
  cookieOf,
  enterLevel,
  entry,
  houseNow,
  LAN,
  ledgerOf,
  newPage,
  onTheFloor,
  openFloor,
  send,
  sent,
  signedIn,
  signInThere,
  sooner,
  sync,
  TABLET,
  tablet,
  through,
} from "./browser.ts";

/** What can go wrong between a tablet and the server: a plain question or nothing at all, never a loss. */

const folders: string[] = [];
const folder = () => {
  const made = mkdtempSync(join(tmpdir(), "zesty-tablet-"));
  folders.push(made);
  return made;
};
afterAll(() => {
  for (const each of folders) rmSync(each, { recursive: true, force: true });
});

/** Enrols a browser as a shared tablet, with a code from the supervisor's screen. */
async function enrol(context: BrowserContext, name: string): Promise<void> {
  const { body } = await send("/api/devices", { cookie: await cookieOf("ottoline"), body: { name } });
  const page = await context.newPage();
  await page.goto(`${LAN}/enrol`);
  await page.getByLabel("Code").fill(String(body.code));
  await page.getByRole("button", { name: "Set up" }).click();
  await page.getByRole("heading", { name: "Who is at this tablet?" }).waitFor();
  await page.close();
}

async function byPin(page: Page, person: RegExp, pin: string): Promise<void> {
  await page.goto(`${LAN}/floor#/who`);
  await page.getByRole("button", { name: person }).click();
  for (const digit of pin) await page.getByRole("button", { name: digit, exact: true }).click();
  await page.getByRole("button", { name: "OK" }).click();
}

describe("without a network", () => {
  test("three routines offline, the browser killed, opened again still offline, then online: everything there once, in order", async () => {
    const where = folder();
    let context = await tablet(where);
    await signInThere(context, "bram");
    let page = await context.newPage();
    await openFloor(page);
    const before = (await ledgerOf("sprat", "run")).length;
    await context.setOffline(true);
    await page.reload();
    await page.getByRole("heading", { name: "Bram’s shift" }).waitFor();
    await beginAt(page, "sprat", "Waste look");
    await page.getByLabel(/waste level, mL/).fill("640");
    await enterLevel(page);
    await page.getByRole("button", { name: "Room enough" }).click();
    await page.getByRole("button", { name: "End the run" }).click();
    await page.getByRole("heading", { name: /^Done at/ }).waitFor();
    await beginAt(page, "sprat", "Three-point check");
    await through(page, ["Done", "Done", "Done", "Heavy", "Done", "Done", "Clean", "Done", "Done", "Done", "Done", "Clear of it", "Done"]);
    await page.getByRole("button", { name: "End the run" }).click();
    await page.getByRole("heading", { name: /^Done at/ }).waitFor();
    await beginAt(page, "sprat", "Water cap");
    await through(page, ["More than 3 days", "Done", "Some"]);
    await page.getByRole("heading", { name: /capping concentrate/ }).waitFor();
    await page.getByRole("link", { name: /waiting to send, no network/ }).waitFor();
    // Killed, not closed.
    const killed = new Promise((done) => context.once("close", done));
    spawnSync("pkill", ["-9", "-f", where]);
    await killed;
    context = await tablet(where);
    await context.setOffline(true);
    page = await context.newPage();
    await page.goto(`${LAN}/floor`);
    await page.getByRole("link", { name: /waiting to send, no network/ }).waitFor({ timeout: 10_000 });
    const underWay = page.getByRole("region", { name: "Under way" }).getByRole("listitem");
    await underWay.filter({ hasText: "Sprat" }).getByRole("link", { name: "Go on" }).click();
    await page.getByRole("status").getByText("the head stands off its cap").waitFor();
    await through(page, ["Done", "Done", "Done", "Flat, the lip closes"]);
    await page.getByRole("button", { name: "End the run" }).click();
    await page.getByRole("heading", { name: /^Done at/ }).waitFor();
    await context.setOffline(false);
    // A browser that was killed may have lost its cookies; what is not sent is in its database.
    await signInThere(context, "bram");
    await page.reload();
    await sent(page);
    const runs = (await ledgerOf("sprat", "run")).slice(before);
    expect(new Set(runs.map(({ id }) => id)).size).toBe(runs.length);
    expect(runs.map(({ body }) => body.event)).toEqual([
      ...["start", "gear", "step", "step", "end"],
      ...["start", "gear", ...Array.from({ length: 13 }, () => "step"), "end"],
      ...["start", "gear", ...Array.from({ length: 7 }, () => "step"), "end"],
    ]);
    const times = runs.map(({ happenedAt }) => happenedAt);
    expect([...times].sort()).toEqual(times);
    await context.close();
  });

  test("two people finish the same work: it is done once, both entries stay, the second hears of it", async () => {
    const first = await onTheFloor("bram");
    const second = await onTheFloor("tadeo");
    await second.context.setOffline(true);
    for (const { page } of [first, second]) {
      await beginAt(page, "smelt", "Waste look");
      await page.getByLabel(/waste level, mL/).fill("500");
      await enterLevel(page);
      await page.getByRole("button", { name: "Room enough" }).click();
      await page.getByRole("button", { name: "End the run" }).click();
      await page.getByRole("heading", { name: /^Done at/ }).waitFor();
    }
    await sent(first.page);
    await second.context.setOffline(false);
    await second.page.getByText(/Waste look at Smelt was entered already by Bram Teasel/).waitFor({ timeout: 20_000 });
    await sent(second.page);
    const ends = (await ledgerOf("smelt", "run")).filter(({ body }) => body.event === "end");
    expect(ends.map(({ person }) => person)).toEqual(expect.arrayContaining(["bram", "tadeo"]));
    await first.context.close();
    await second.context.close();
  });

  test("a routine struck from the machine meanwhile: the run is kept all the same", async () => {
    const { page, context } = await onTheFloor("ilse");
    await beginAt(page, "tally", "Head clean");
    await context.setOffline(true);
    await through(page, ["Done", "It circulates, no jet", "Done", "Done", "Done", "Clean"]);
    await through(page, ["Done", "Done", "Done", "Yes: start the jet", "Done"]);
    const cookie = await cookieOf("ottoline");
    const fleet = await send("/api/fleet", { cookie, method: "GET" });
    const machine = (fleet.body.machines as { id: string; counters?: unknown }[]).find(({ id }) => id === "tally");
    expect((await send("/api/machines", { cookie, body: { machine: { ...machine, routines: [] } } })).status).toBe(200);
    await sooner(page, "Steady");
    await page.getByRole("button", { name: "End the run" }).click();
    await context.setOffline(false);
    await sent(page);
    expect((await ledgerOf("tally", "run")).at(-1)?.body.event).toBe("end");
    const { routines: _none, ...before } = machine as Record<string, unknown>;
    await send("/api/machines", { cookie, body: { machine: before } });
    await context.close();
  });

  test("signed out meanwhile: nothing is lost; it goes when they are signed in again, and not under another's name", async () => {
    const { page, context } = await onTheFloor("ngozi");
    await context.setOffline(true);
    await page.goto(`${LAN}/floor#/machine/lamprey`);
    await page.getByRole("textbox", { name: "Note" }).fill("Shutter sticks, oiled nothing");
    await page.getByRole("region", { name: "Seen on it" }).getByRole("button", { name: "Enter" }).click();
    const cookie = await cookieOf("ottoline");
    const { body } = await send("/api/sessions", { cookie, method: "GET" });
    for (const { id, personId } of body.sessions as { id: string; personId: string }[])
      if (personId === "ngozi") await send("/api/sessions", { cookie, method: "DELETE", body: { id } });
    await context.setOffline(false);
    await page.getByText("You are signed out").waitFor({ timeout: 15_000 });
    expect((await ledgerOf("lamprey", "note")).some(({ body: said }) => said.text === "Shutter sticks, oiled nothing")).toBe(false);
    await signInThere(context, "wren");
    await page.reload();
    await page.goto(`${LAN}/floor#/unsent`);
    await page.getByText("it waits here until they are signed in again").first().waitFor({ timeout: 15_000 });
    await signInThere(context, "ngozi");
    await page.reload();
    await sent(page);
    const note = (await ledgerOf("lamprey", "note")).filter(({ body: said }) => said.text === "Shutter sticks, oiled nothing");
    expect(note.map(({ person }) => person)).toEqual(["ngozi"]);
    await context.close();
  });

  test("storage full: said plainly, kept while the page is open, sent", async () => {
    const { page, context } = await onTheFloor("bram");
    await context.setOffline(true);
    await page.evaluate(() => {
      IDBObjectStore.prototype.add = () => {
        throw new DOMException("full", "QuotaExceededError");
      };
    });
    await page.goto(`${LAN}/floor#/machine/goby`);
    await page.getByRole("textbox", { name: "Note" }).fill("Written on a full tablet");
    await page.getByRole("region", { name: "Seen on it" }).getByRole("button", { name: "Enter" }).click();
    await page.getByText("This tablet is full. Keep this page open until all is sent.").waitFor();
    await page.goto(`${LAN}/floor#/unsent`);
    await page.getByText("This device is full. Leave this page open until all is sent.").waitFor();
    await context.setOffline(false);
    await sent(page);
    expect((await ledgerOf("goby", "note")).filter(({ body }) => body.text === "Written on a full tablet")).toHaveLength(1);
    await context.close();
  });

  test("a wrong clock: entries get the server's time, and the device's own is kept", async () => {
    const { page, context } = await newPage(TABLET).then(async (made) => {
      await signInThere(made.context, "bram");
      return made;
    });
    await page.addInitScript(() => {
      const ahead = 3 * 3_600_000;
      const RealDate = Date;
      // biome-ignore lint/suspicious/noExplicitAny: a clock three hours ahead
      (globalThis as any).Date = class extends RealDate {
        constructor(...given: []) {
          if (given.length) super(...given);
          else super(RealDate.now() + ahead);
        }
        static override now() {
          return RealDate.now() + ahead;
        }
      };
    });
    await openFloor(page);
    await page.goto(`${LAN}/floor#/machine/shanny`);
    await page.getByRole("textbox", { name: "Note" }).fill("By a fast clock");
    await page.getByRole("region", { name: "Seen on it" }).getByRole("button", { name: "Enter" }).click();
    await sent(page);
    const note = (await ledgerOf("shanny", "note")).find(({ body }) => body.text === "By a fast clock");
    expect(Math.abs(new Date(note?.happenedAt ?? 0).getTime() - houseNow().getTime())).toBeLessThan(60_000);
    await context.close();
  });

  test("two tabs of one tablet: one queue, each entry once", async () => {
    const { page, context } = await onTheFloor("ilse");
    const other = await context.newPage();
    await openFloor(other);
    await context.setOffline(true);
    for (const [index, tab] of [page, other, page, other].entries()) {
      await tab.goto(`${LAN}/floor#/machine/fathom`);
      await tab.getByRole("textbox", { name: "Note" }).fill(`Tab note ${index}`);
      await tab.getByRole("region", { name: "Seen on it" }).getByRole("button", { name: "Enter" }).click();
    }
    await other.getByRole("link", { name: "4 waiting to send, no network" }).waitFor();
    await page.getByRole("link", { name: "4 waiting to send, no network" }).waitFor();
    await context.setOffline(false);
    await sent(page);
    await sent(other);
    const notes = (await ledgerOf("fathom", "note")).filter(({ body }) => String(body.text).startsWith("Tab note"));
    expect(notes.map(({ body }) => body.text)).toEqual(["Tab note 0", "Tab note 1", "Tab note 2", "Tab note 3"]);
    await context.close();
  });
});

describe("shared tablets", () => {
  test("enrolled by a code; people change by PIN; a wrong PIN is refused; taken out, it is a stranger", async () => {
    const { page, context } = await newPage(TABLET);
    await enrol(context, "Film hall");
    await byPin(page, /Bram Teasel/, "2468");
    await page.getByRole("heading", { name: "Bram’s shift" }).waitFor();
    await byPin(page, /Ilse Quarrie/, "2468");
    await page.getByRole("heading", { name: "Ilse’s shift" }).waitFor();
    await byPin(page, /Bram Teasel/, "1357");
    await page.getByText("That PIN does not fit").waitFor();
    const cookie = await cookieOf("ottoline");
    const { body } = await send("/api/devices", { cookie, method: "GET" });
    const device = (body.devices as { id: string; name: string }[]).find(({ name }) => name === "Film hall");
    await send(`/api/devices?id=${device?.id}`, { cookie, method: "DELETE", body: {} });
    await byPin(page, /Bram Teasel/, "2468");
    await page.getByText(/This tablet is no longer set up/).waitFor();
    await context.close();
  });

  test("who acts without a network is claimed by PIN and checked when it is sent; a wrong one is kept and marked", async () => {
    const { page, context } = await newPage(TABLET);
    await enrol(context, "Roll floor");
    await openFloorSignedBy(page, /Ngozi Fairweather/);
    await context.setOffline(true);
    for (const [person, pin, text] of [
      [/Ilse Quarrie/, "2468", "Claimed rightly"],
      [/Wren Abara/, "9753", "Claimed wrongly"],
    ] as const) {
      await byPin(page, person, pin);
      await page.getByRole("heading", { name: /’s shift/ }).waitFor();
      await page.goto(`${LAN}/floor#/machine/compass`);
      await page.getByRole("textbox", { name: "Note" }).fill(text);
      await page.getByRole("region", { name: "Seen on it" }).getByRole("button", { name: "Enter" }).click();
      await page.getByRole("textbox", { name: "Note" }).waitFor();
    }
    await context.setOffline(false);
    await page.getByText(/Wren Abara's PIN did not fit; the entry is kept and marked so/).waitFor({ timeout: 20_000 });
    await sent(page);
    const notes = await ledgerOf("compass", "note");
    expect(notes.find(({ body }) => body.text === "Claimed rightly")).toMatchObject({ person: "ilse", proof: "pin" });
    expect(notes.find(({ body }) => body.text === "Claimed wrongly")).toMatchObject({ person: "wren", proof: "unproven" });
    await context.close();
  });
});

async function openFloorSignedBy(page: Page, person: RegExp): Promise<void> {
  await byPin(page, person, "2468");
  await page.getByRole("heading", { name: /’s shift/ }).waitFor();
  await page.evaluate(async () => void (await navigator.serviceWorker.ready));
}

test("at the desk a page that is open says that nothing can be saved, another says that there is no network", async () => {
  const { page, context } = await newPage(TABLET);
  await enrol(context, "Press desk");
  await openFloorSignedBy(page, /Ilse Quarrie/);
  await page.goto(`${LAN}/machines`);
  await context.setOffline(true);
  await page.getByRole("status").filter({ hasText: "No network." }).waitFor();
  await page.goto(`${LAN}/plan`);
  await page.getByRole("heading", { name: "No network" }).waitFor();
  await context.setOffline(false);
  await page.getByRole("navigation", { name: "Places" }).waitFor();
  expect(new URL(page.url()).pathname).toMatch(/^\/plan/);
  await context.close();
});

test("what is no picture is refused, and a step of a run that never began", async () => {
  const { context } = await signedIn("Bram Teasel", { base: LAN });
  const cookie = await cookieOf("bram");
  const none = await send("/api/pictures", {
    cookie,
    body: new TextEncoder().encode("no picture at all"),
    headers: { "content-type": "image/png" },
  });
  expect(none.status).toBe(400);
  expect(none.body.message).toContain("no picture");
  const bad = await sync(
    cookie,
    entry("run", "sprat", { event: "step", step: "towel-in" }, { routine: "R21", run: "01a21238-f2c6-76b0-9c11-8d904a223e66" }),
  );
  expect(bad.body.answers?.[0]).toMatchObject({ result: "refused", message: expect.stringContaining("not begun here") });
  await context.close();
});
