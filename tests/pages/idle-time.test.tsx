import { beforeEach, describe, expect, test } from "vitest";
import { toDay } from "../../src/core/calendar/day.ts";
import { demoHouse } from "../../src/demo/house.ts";
import { loadShop } from "../../src/work/shop/shop.ts";
import { db } from "../ledger/database.ts";
import { entry, freshHouse, site } from "../ledger/house.ts";
import { choose, entriesOf, fireEvent, said, screen, sentBy, sentTo, signedInAs, visit, waitFor, within } from "./shop.tsx";

/** A machine that stands: one night, a week, a closure. */

const CLOSURE = demoHouse(toDay("2026-11-25")).calendar.closures?.[0];
beforeEach(async () => {
  await freshHouse({ stores: true });
  await signedInAs("ottoline");
});
const methods = () => within(screen.getByRole("region", { name: "Methods" }));
const recommended = () => within(screen.getByRole("region", { name: "Recommended" }));

describe("one machine", () => {
  test("tonight has one recommended method; what can't be done is last and can't be pressed", async () => {
    await visit("/machines/sprat/idle");
    const rows = methods().getAllByRole("row").slice(1);
    expect(rows.filter(({ textContent }) => textContent?.includes("Recommended"))).toHaveLength(1);
    const states = rows.map(({ textContent }) => textContent?.includes("Not possible"));
    expect(states.indexOf(true)).toBeGreaterThan(states.lastIndexOf(false));
    for (const row of rows.filter(({ textContent }) => textContent?.includes("Not possible")))
      expect(within(row).queryByRole("link")).toBeNull();
  });
  test("each method says what speaks for and against it, and its risk", async () => {
    const user = await visit("/machines/sprat/idle?from=2026-12-01T20:00&to=2026-12-08T08:00");
    await user.click(methods().getByRole("button", { name: "Why: Full of fluid" }));
    const why = await screen.findByRole("dialog", { name: "Why: Full of fluid" });
    expect(why.textContent).toMatch(/Against it/);
    expect(why.textContent).toMatch(/Hold risk.*%/);
  });
  test("another method is chosen by its link and shown as the reader's choice", async () => {
    await visit("/machines/sprat/idle?from=2026-12-01T20:00&to=2026-12-08T08:00");
    const other = methods()
      .getAllByRole<HTMLAnchorElement>("link")
      .find((link) => !link.closest("tr")?.textContent?.includes("Recommended"));
    await visit(other?.getAttribute("href") ?? "");
    expect(recommended().getByText("Your choice")).toBeTruthy();
    expect(methods().getByRole("link", { current: true }).textContent).toBe(other?.textContent);
  });
  test("a longer time is planned from the form; without an end it is said so", async () => {
    const user = await visit("/machines/sprat/idle?from=2026-12-01T20:00&to=2026-12-02T08:00");
    const plan = screen.getByRole<HTMLButtonElement>("button", { name: "Plan this time" });
    expect(plan.disabled).toBe(true);
    fireEvent.change(screen.getByLabelText("Prints again: Time"), { target: { value: "11:30" } });
    expect(plan.disabled).toBe(false);
    await user.click(screen.getByRole("checkbox", { name: "End unknown" }));
    await user.click(plan);
    expect(sentTo.at(-1)).toBe("/machines/sprat/idle?from=2026-12-01T20%3A00&to=unknown");
    await visit("/machines/sprat/idle?from=2026-12-01T20:00&to=unknown");
    expect(screen.getByRole("img", { name: /idle/ }).textContent).toContain("End unknown");
    expect(screen.queryByRole("region", { name: "Way back" })).toBeNull();
  });
  test("the way back is counted from the first print", async () => {
    await visit("/machines/sprat/idle?from=2026-12-01T20:00&to=2026-12-14T08:00&regime=full");
    const back = within(screen.getByRole("region", { name: "Way back" }));
    expect(back.getByText(/^Start by /)).toBeTruthy();
    expect(back.getAllByRole("listitem").length).toBeGreaterThan(3);
  });
  test("the costs follow a figure that is tried, and go back to ours", async () => {
    const user = await visit("/machines/goby/idle?from=2026-12-01T20:00&to=2026-12-14T08:00&regime=full");
    await user.click(screen.getByRole("button", { name: "See the costs" }));
    const panel = within(await screen.findByRole("dialog", { name: "Cost: run daily or asleep" }));
    const chart = () => panel.getByRole("img", { name: /^Cost: run daily/ }).getAttribute("aria-label");
    const before = chart();
    const [first] = panel.getAllByRole<HTMLInputElement>("spinbutton");
    fireEvent.change(first as HTMLElement, { target: { value: String(Number(first?.value) * 9 + 50) } });
    await panel.findByText("You changed figures. Nothing is saved.");
    expect(chart()).not.toBe(before);
    await user.click(panel.getByRole("button", { name: "Back to our figures" }));
    expect(chart()).toBe(before);
  });
  test("its lines are entered once, and the class's are no longer used", async () => {
    const user = await visit("/machines/sprat/idle?from=2026-12-01T20:00&to=2026-12-14T08:00&regime=full");
    await user.click(screen.getByRole("button", { name: /Enter what you know|Lines and pump/ }));
    const panel = within(await screen.findByRole("dialog", { name: "Lines and pump" }));
    fireEvent.change(panel.getByLabelText("Length of a line"), { target: { value: "2.4" } });
    await user.click(panel.getByRole("button", { name: "Save" }));
    await waitFor(() => expect(said.at(-1)).toBe("Lines and pump of Sprat saved."));
    expect([...(await loadShop(db, site)).plumbing.values()]).toEqual([expect.objectContaining({ lengthM: 2.4 })]);
  });
  test("a line that can't be is refused in words", async () => {
    const user = await visit("/machines/sprat/idle?from=2026-12-01T20:00&to=2026-12-14T08:00&regime=full");
    await user.click(screen.getByRole("button", { name: /Enter what you know|Lines and pump/ }));
    const panel = within(await screen.findByRole("dialog", { name: "Lines and pump" }));
    fireEvent.change(panel.getByLabelText("Bore of a line"), { target: { value: "-3" } });
    await user.click(panel.getByRole("button", { name: "Save" }));
    await waitFor(() => expect(said.at(-1)).toMatch(/boreMm/));
    expect((await loadShop(db, site)).plumbing.size).toBe(0);
  });
  test.each([
    ["from=2026-12-02T08:00&to=2026-12-01T08:00", /The end is before the start/],
    ["from=tomorrow", /can’t be the start/],
    ["regime=hibernate", /is not a method/],
  ])("%s is refused, with the way back", async (query, words) => {
    await visit(`/machines/sprat/idle?${query}`);
    expect(screen.getByRole("alert").textContent).toMatch(words);
    expect(screen.getByRole("link", { name: "Back to tonight" }).getAttribute("href")).toBe("/machines/sprat/idle");
  });
  test("asleep it says what it is full of, and that the power stays", async () => {
    await sentBy("ottoline", entry("sleep", { event: "down", regime: "full", contents: "cleaning fluid" }, { machine: "goby" }));
    await visit("/machines/goby/idle");
    expect(document.body.textContent).toMatch(/asleep since .*cleaning fluid/i);
    expect(document.body.textContent).toContain("Do not switch it on or off.");
  });
});

describe("all machines", () => {
  test("that stand alike are one line; a closure ahead is offered with its days", async () => {
    await visit("/standby");
    const link = screen.getByRole("link", { name: CLOSURE?.name ?? "?" });
    expect(link.getAttribute("href")).toBe(`/standby/closures/${CLOSURE?.from}`);
    const machines = within(screen.getByRole("region", { name: /From tonight/ }));
    const bars = machines.getAllByRole("button").length + machines.queryAllByRole("link").length;
    expect(bars).toBeGreaterThan(0);
  });
});

describe("a closure", () => {
  const open = () => visit(`/standby/closures/${CLOSURE?.from}`);
  const row = (machine: string) => screen.getByRole("button", { name: new RegExp(`^${machine}: `) });
  test("a machine's row says its method and days, and opens with the reasons", async () => {
    const user = await open();
    expect(row("Sprat").getAttribute("aria-label")).toMatch(/^Sprat: .*, last print .*Dec.*, first print .*Jan/);
    await user.click(row("Sprat"));
    const panel = within(await screen.findByRole("dialog", { name: "Sprat" }));
    expect(panel.getByRole("region", { name: "Why this method" }).textContent?.length).toBeGreaterThan(40);
    expect(panel.getByRole("region", { name: "Work" }).textContent).toMatch(/min/);
  });
  test("a draft is thrown away, and the advice stands again", async () => {
    const user = await open();
    const before = row("Sprat").getAttribute("aria-label");
    await user.click(row("Sprat"));
    const panel = within(await screen.findByRole("dialog", { name: "Sprat" }));
    await choose(user, panel.getByRole("combobox", { name: "Who puts it to sleep" }), "Ilse Quarrie");
    await waitFor(() => expect(localStorage.length).toBe(1));
    await user.keyboard("{Escape}");
    await user.click(await screen.findByRole("button", { name: "Discard draft" }));
    await waitFor(() => expect(localStorage.length).toBe(0));
    expect(row("Sprat").getAttribute("aria-label")).toBe(before);
    expect(screen.getByText("This is our advice. Nothing is published yet.")).toBeTruthy();
  });
  test("what it needs from stores is listed with what is there and the day to order", async () => {
    const user = await open();
    await user.click(screen.getByRole("button", { name: /^Shopping/ }));
    const panel = within(await screen.findByRole("dialog", { name: /^Shopping/ }));
    const lines = panel.getAllByRole("listitem");
    expect(lines.length).toBeGreaterThan(1);
    expect(lines.some(({ textContent }) => /Dec|enough|overdue/.test(textContent ?? ""))).toBe(true);
  });
  test("an operator reads it and changes nothing", async () => {
    await signedInAs("bram");
    const user = await open();
    expect(screen.queryByRole("button", { name: /^Publish/ })).toBeNull();
    await user.click(row("Sprat"));
    expect(within(await screen.findByRole("dialog", { name: "Sprat" })).queryByRole("combobox")).toBeNull();
    expect(await entriesOf("season")).toEqual([]);
  });
});
