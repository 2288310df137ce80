import { beforeEach, describe, expect, test } from "vitest";
import { toDay } from "../../src/core/calendar/day.ts";
import { board } from "../../src/work/board/board.ts";
import { boardNeeds } from "../../src/work/needs/needs.ts";
import { loadShop } from "../../src/work/shop/shop.ts";
import { demand } from "../../src/work/stores/demand.ts";
import { db } from "../ledger/database.ts";
import { at, entry, freshHouse, ottoline, site } from "../ledger/house.ts";
import { entriesOf, said, screen, sentBy, signedInAs, visit, waitFor, within } from "./shop.tsx";

/** The Board as somebody sees it for the first time: what can print, what needs a person, and the button that does it. */

beforeEach(async () => {
  await freshHouse({ stores: true });
  await signedInAs("ottoline");
});
const check = (machine: string, missing: number, clock = "09:00") =>
  entry(
    "check",
    { channels: [{ id: "H1/K", missing, weak: 0, deflected: 0, neighbours: false }] },
    { machine, routine: "R01", happenedAt: at(clock) },
  );
const docket = (name: string) => within(screen.getByRole("article", { name }));
const tasks = async () => (await entriesOf("task")).map(({ machine, body }) => ({ machine, ...body }));

test("the first thing on the page is how many can print, the same number as the rows say", async () => {
  await sentBy("bram", check("teal", 0), check("sprat", 9));
  await visit("/");
  const rows = (await board(db, ottoline())).machines;
  const able = rows.filter(({ word }) => ["Ready", "With care", "Printing"].includes(word)).length;
  expect(screen.getByRole("heading", { level: 1 }).textContent).toBe(`${able} of ${rows.length} can print`);
});

describe("a machine on hold", () => {
  test("comes first, with why, and is given to somebody with its skill by one press", async () => {
    await sentBy("bram", check("teal", 9));
    const user = await visit("/");
    const [first] = screen.getAllByRole("article");
    expect(first?.getAttribute("aria-label")).toBe("Teal");
    expect(first?.textContent).toContain("9 out");
    await user.click(docket("Teal").getByRole("button", { name: /^Give to / }));
    await waitFor(async () => expect(await tasks()).toHaveLength(1));
    const [work] = await entriesOf("one-off");
    expect(work).toMatchObject({ machine: "teal", body: { title: "Bring Teal back", on: "2026-11-25" } });
    const [task] = await tasks();
    expect(task).toMatchObject({ machine: "teal", key: `one-off/${work?.id}` });
    await waitFor(() => expect(said.at(-1)).toMatch(/^Bring Teal back: given to /));
    // Given once, it says who is on it and is not given again.
    await waitFor(() => expect(docket("Teal").queryByRole("button", { name: /^Give to / })).toBeNull());
    expect(screen.getByRole("article", { name: "Teal" }).textContent).toMatch(/ is on it\./);
  });

  test("leads an operator, who gives nothing out, to the machine", async () => {
    await sentBy("bram", check("teal", 9));
    await signedInAs("bram");
    await visit("/");
    expect(docket("Teal").queryByRole("button", { name: /^Give to / })).toBeNull();
    expect(docket("Teal").getByRole("link", { name: "Open machine" }).getAttribute("href")).toBe("/machines/teal/nozzles");
  });
});

test("late checks of an area are entered together from there", async () => {
  await visit("/");
  const late = (await boardNeeds(db, ottoline())).needs.find((need) => need.kind === "late");
  if (late?.kind !== "late") throw new Error("nothing is late at ten past nine");
  const link = docket(late.areaName ?? "").getByRole("link", { name: `Enter ${late.machines.length} checks` });
  expect(link.getAttribute("href")).toBe(`/check?machines=${late.machines.join(",")}`);
});

test("nobody's work is assigned by one press, to who may, and is gone from the needs", async () => {
  const user = await visit("/");
  const before = (await boardNeeds(db, ottoline())).needs.find((need) => need.kind === "nobody");
  if (before?.kind !== "nobody") throw new Error("everything is given");
  await user.click(screen.getByRole("button", { name: /^\d+ more$/ }));
  await user.click(docket(`${before.jobs.count} jobs`).getByRole("button", { name: "Assign all" }));
  await waitFor(() => expect(said.at(-1)).toBe(`${before.given.length} jobs assigned.`));
  expect(await tasks()).toHaveLength(before.given.length);
  const after = (await boardNeeds(db, ottoline())).needs.find((need) => need.kind === "nobody");
  expect(after?.kind === "nobody" ? after.jobs.count : 0).toBe(before.jobs.count - before.given.length);
});

test("what won't last the week is named as the shelf counts it, and leads to what to order", async () => {
  const { advice } = await demand(db, await loadShop(db, site));
  const soonest = [...advice.values()].filter(({ runsOutOn }) => runsOutOn !== null && runsOutOn < toDay("2026-12-02"));
  const short = (await boardNeeds(db, ottoline())).needs.find((need) => need.kind === "stock");
  expect(soonest.length).toBeGreaterThan(0);
  expect(short?.kind === "stock" ? short.items.map(({ item }) => item).sort() : []).toEqual(soonest.map(({ item }) => item).sort());
  const user = await visit("/");
  const more = screen.queryByRole("button", { name: /^\d+ more$/ });
  if (more) await user.click(more);
  expect(docket("Low stock").getByRole("link", { name: "See what to order" }).getAttribute("href")).toBe("/stores");
});

test("more than four are folded, and opened by one press", async () => {
  await sentBy("bram", check("teal", 9), check("goby", 9), check("sprat", 9));
  const { needs } = await boardNeeds(db, ottoline());
  expect(needs.length).toBeGreaterThan(4);
  const user = await visit("/");
  expect(screen.getAllByRole("article")).toHaveLength(4);
  await user.click(screen.getByRole("button", { name: `${needs.length - 4} more` }));
  expect(screen.getAllByRole("article")).toHaveLength(needs.length);
});

test("a press on a state shows only the machines in it", async () => {
  await sentBy("bram", check("teal", 9));
  const user = await visit("/");
  await user.click(screen.getByRole("button", { name: /Hold$/ }));
  expect(screen.getAllByRole("checkbox", { name: /^Choose / }).map((box) => box.getAttribute("aria-label"))).toEqual(["Choose Teal"]);
});
