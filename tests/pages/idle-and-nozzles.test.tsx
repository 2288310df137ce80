import { beforeEach, describe, expect, test } from "vitest";
import { toDay } from "../../src/core/calendar/day.ts";
import { REGIME_NAMES } from "../../src/core/standby/regime.ts";
import { demoHouse } from "../../src/demo/house.ts";
import { loadShop } from "../../src/work/shop/shop.ts";
import { db } from "../ledger/database.ts";
import { at, entry, freshHouse, site } from "../ledger/house.ts";
import { choose, entriesOf, said, screen, sentBy, signedInAs, visit, waitFor, within } from "./shop.tsx";

/** Standing idle, nozzles, paper and the schools of practice, worked page by page. */

const CLOSURE = demoHouse(toDay("2026-11-25")).calendar.closures?.[0]?.from ?? "";
const check = (missing: number, time = "08:00", machine = "teal") =>
  entry(
    "check",
    { channels: [{ id: "H1/K", missing, weak: 0, deflected: 0, neighbours: false }] },
    { machine, routine: "R01", happenedAt: at(time) },
  );

beforeEach(async () => {
  await freshHouse();
  await signedInAs("ottoline");
});

describe("the door", () => {
  test("power is seen machine by machine, and all that is as it should be at once", async () => {
    const user = await visit("/door");
    const sprat = screen.getByRole("article", { name: "Sprat" });
    const [isOn] = within(sprat).getAllByRole("button", { name: /^It is (on|off)$/ });
    await user.click(isOn as HTMLElement);
    await waitFor(async () => expect(await entriesOf("door")).toHaveLength(1));
    expect((await entriesOf("door"))[0]).toMatchObject({ machine: "sprat", person: "ottoline" });
    await visit("/door");
    const all = screen.getByRole("button", { name: /^All \d+ are as shown$/ });
    const left = Number(/\d+/.exec(all.textContent ?? "")?.[0]);
    // All as shown, but for Smelt, which is the other way round.
    const smelt = screen.getByRole("button", { name: /^Smelt is (on|off)$/ });
    const was = smelt.getAttribute("aria-label")?.endsWith(" on") ? "on" : "off";
    await user.click(smelt);
    const now = was === "on" ? "off" : "on";
    expect(screen.getByRole("button", { name: `Smelt is ${now}` }).getAttribute("aria-pressed")).toBe("true");
    await user.click(all);
    await waitFor(async () => expect(await entriesOf("door")).toHaveLength(1 + left));
    expect((await entriesOf("door")).find(({ machine }) => machine === "smelt")?.body).toMatchObject({ power: now });
    await visit("/door");
    // Smelt is told to be what it should not be, so only it is left to be put right.
    expect(screen.queryByRole("button", { name: /as shown$/ })).toBeNull();
  });
});

describe("a closure", () => {
  test("is planned as advised, changed by hand, and put in force once", async () => {
    const user = await visit(`/standby/closures/${CLOSURE}`);
    await user.click(screen.getByRole("button", { name: /^Sprat: / }));
    const panel = within(await screen.findByRole("dialog", { name: "Sprat" }));
    const method = panel.getByRole("combobox", { name: "Method" });
    method.focus();
    await user.keyboard("{Enter}");
    const other = (await screen.findAllByRole("option")).find((each) => !each.textContent?.includes("Recommended")) as HTMLElement;
    const wanted = Object.entries(REGIME_NAMES).find(([, name]) => other.textContent?.startsWith(name))?.[0];
    await user.click(other);
    await waitFor(() => expect(localStorage.length).toBeGreaterThan(0));
    await user.keyboard("{Escape}");
    await user.click(await screen.findByRole("button", { name: "Publish plan" }));
    await waitFor(async () => expect(await entriesOf("season")).toHaveLength(1));
    const body = (await entriesOf("season"))[0]?.body as { machines: { machine: string; regime: string }[] };
    expect(body.machines.find(({ machine }) => machine === "sprat")?.regime).toBe(wanted);
    expect(body.machines.length).toBeGreaterThan(10);
    // The draft goes once the answer is there, which is after the entry is.
    await waitFor(() => expect(localStorage.length).toBe(0));
  });
  test("that is none is said", async () => {
    await expect(visit("/standby/closures/2031-01-01")).rejects.toMatchObject({ digest: expect.stringContaining("404") });
  });
});

describe("bounds of standing idle", () => {
  test("are changed for one machine, whose advice follows; others keep their class's", async () => {
    const user = await visit("/standby/settings");
    await choose(user, screen.getByLabelText("For"), /^Goby/);
    const [from] = screen.getAllByRole<HTMLInputElement>("spinbutton");
    if (!from) throw new Error("no bound to change");
    await user.clear(from);
    await user.type(from, "1");
    await user.click(screen.getAllByRole("button", { name: /Save/ })[0] as HTMLElement);
    await waitFor(() => expect(said.at(-1)).toMatch(/Goby/));
    const shop = await loadShop(db, site);
    expect([...shop.standby.keys()]).toEqual(["goby"]);
  });
});

describe("a machine's nozzles", () => {
  test("one next action is offered, and done it is on record; the card goes on to the check after it", async () => {
    await sentBy("bram", check(9));
    const user = await visit("/machines/teal/nozzles");
    expect(document.body.textContent).toMatch(/Clean, light/);
    await user.click(screen.getByRole("button", { name: "Clean done" }));
    await waitFor(async () => expect((await entriesOf("care"))[0]?.body).toMatchObject({ what: "clean" }));
    await visit("/machines/teal/nozzles");
    expect(document.body.textContent).toMatch(/check/i);
  });
  test("two checks are compared: what changed between them", async () => {
    await sentBy("bram", check(0, "07:00"), check(2, "08:00"));
    const user = await visit("/machines/teal/nozzles");
    await user.click(screen.getByRole("button", { name: "Compare two" }));
    expect((await screen.findByRole("dialog", { name: "Two checks" })).textContent).toMatch(/H1\/K/);
  });
  test("its check sheet is changed and kept", async () => {
    const user = await visit("/machines/teal/check-sheet");
    const name = screen.getByLabelText("Name");
    await user.clear(name);
    await user.type(name, "Teal, our own sheet");
    await user.click(screen.getByRole("button", { name: "Save" }));
    await waitFor(() => expect(said.at(-1)).toBe("Check sheet of Teal saved."));
    expect((await loadShop(db, site)).patterns.get("teal")?.name).toBe("Teal, our own sheet");
  });
});

describe("on paper", () => {
  test("a routine is put on a sheet, and the sheet typed in as somebody's work with its times", async () => {
    const user = await visit("/paper");
    await user.click(screen.getByRole("button", { name: "New sheet" }));
    await user.click(await screen.findByRole("button", { name: "Print the routine" }));
    await waitFor(async () => expect(await entriesOf("sheet")).toHaveLength(1));
    const [sheet] = await entriesOf("sheet");
    await visit(`/paper/${sheet?.id}`);
    expect(screen.getByRole("heading", { level: 1 }).textContent).toMatch(/^Sheet \d+/);
    await choose(user, screen.getByLabelText("Who did it"), "Bram Teasel");
    expect(screen.getByRole("button", { name: /^Enter sheet/ })).toBeTruthy();
    await visit(`/sheets/${sheet?.id}`);
    expect(document.body.textContent).toContain("What else was seen");
  });
});

describe("the schools of practice", () => {
  test("a way is looked at before it counts: which machines would work differently; then it is put in force", async () => {
    const user = await visit("/shop?tab=schools");
    await user.click(screen.getAllByRole("button", { name: /: change$/ })[0] as HTMLElement);
    const radios = within(await screen.findByRole("dialog")).getAllByRole("radio");
    const other = radios.find((radio) => radio.getAttribute("aria-checked") !== "true" && !(radio as HTMLInputElement).checked);
    await user.click(other as HTMLElement);
    const changes = await screen.findByRole("region", { name: "What it changes" });
    expect(changes.textContent).toMatch(/14 days|Looking/);
    await user.click(await within(changes).findByRole("button", { name: "Publish" }));
    await waitFor(() => expect(said.at(-1)).toMatch(/^Published/));
    expect((await entriesOf("settings"))[0]).toMatchObject({ person: "ottoline" });
  });
});

describe("routines of the shop", () => {
  test("the library finds a routine by its name and opens it with its steps", async () => {
    const user = await visit("/shop?tab=routines");
    await user.type(screen.getByLabelText("Find"), "rails");
    const links = screen.getAllByRole("link", { name: /rails/i });
    expect(links.length).toBeGreaterThan(0);
    expect(screen.queryByRole("link", { name: "Agitate white" })).toBeNull();
    await visit("/shop/routines/R24");
    expect(screen.getByRole("heading", { level: 1 }).textContent).toContain("Head");
  });
});
