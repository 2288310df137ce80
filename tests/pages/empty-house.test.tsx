import { beforeAll, describe, expect, test } from "vitest";
import { freshHouse } from "../ledger/house.ts";
import { choose, screen, signedInAs, visit, within } from "./shop.tsx";

/** A shop on its first day, with no machine; one with a single machine; and one with two hundred. */

describe("without a machine", () => {
  beforeAll(async () => {
    await freshHouse({ machines: () => [] });
    await signedInAs("ottoline");
  });
  test.each([
    ["/", /No machines yet/, "Bring in machines"],
    ["/machines", /No machines? yet/, "Bring in machines"],
    ["/shop?tab=machines", /No machines yet/, "Bring in machines"],
    ["/standby", /No machines yet/, null],
    ["/stores", /Nothing is kept here yet/, "Add an item"],
    ["/stores/orders", /Nothing is on order/, null],
    ["/stores/waste", /No machine has a waste vessel/, null],
    ["/stores/bench", /No item has a recipe yet/, null],
    ["/door", /No machines yet/, null],
    ["/paper", /No sheet yet/, null],
    ["/nozzles/heads", /None yet/, null],
    ["/logbook?kind=check", /No entry fits/, "Clear filters"],
  ])("%s says so, and what comes next", async (address, words, next) => {
    await visit(address);
    expect(document.body.textContent).toMatch(words);
    if (next) expect(screen.getAllByRole("link", { name: next }).length).toBeGreaterThan(0);
  });
  test.each(["/plan/list", "/plan/week", "/plan/month", "/stores/month", "/stores/air", "/stores/solvent", "/nozzles"])(
    "%s comes, and shows no value that is none",
    async (address) => {
      await visit(address);
      expect(document.querySelectorAll("h1")).toHaveLength(1);
      expect(document.body.textContent).not.toMatch(/\bundefined\b|\bNaN\b|\[object Object\]|Invalid Date|Infinity/);
    },
  );
  test("an operator is told who brings them in", async () => {
    await signedInAs("bram");
    await visit("/");
    expect(screen.queryByRole("link", { name: "Bring in machines" })).toBeNull();
    expect(document.body.textContent).toContain("A supervisor brings them in.");
  });
});

describe("with one machine", () => {
  beforeAll(async () => {
    await freshHouse({ machines: (all) => all.slice(0, 1) });
    await signedInAs("ottoline");
  });
  test.each([
    ["/", /of 1 can print/],
    ["/machines", /Sprat/],
    ["/standby", /Sprat|night/],
    ["/door", /Sprat|All done/],
  ])("%s speaks of one", async (address, words) => {
    await visit(address);
    expect(document.body.textContent).toMatch(words);
    expect(document.body.textContent).not.toMatch(/\b1 (machines|items|orders|jobs)\b/);
  });
});

describe("with two hundred machines", () => {
  beforeAll(async () => {
    await freshHouse({
      machines: (all) =>
        Array.from({ length: 200 }, (_, index) => {
          const like = all[index % all.length];
          if (!like) throw new Error("the demo has no machine");
          return { ...like, id: `m-${index + 1}`, name: `Tern ${index + 1}` };
        }),
    });
    await signedInAs("ottoline");
  }, 60_000);
  test("the Board counts them all, and a class can be looked at alone", async () => {
    const user = await visit("/");
    expect(screen.getByRole("heading", { level: 1 }).textContent).toMatch(/of 200 can print/);
    const all = screen.getAllByRole("checkbox", { name: /^Choose Tern / }).length;
    expect(all).toBe(200);
    await user.click(screen.getByRole("button", { name: "Filter" }));
    await choose(user, await screen.findByRole("combobox", { name: "Class" }), "CIJ");
    expect(screen.getAllByRole("checkbox", { name: /^Choose Tern / }).length).toBeLessThan(60);
  }, 60_000);
  test("the list finds one by typing", async () => {
    const user = await visit("/machines");
    await user.type(screen.getByLabelText("Find a machine"), "Tern 177");
    expect(within(screen.getByRole("table")).getAllByRole("link", { name: /^Tern/ })).toHaveLength(1);
  }, 60_000);
  test("the day's work comes as a list", async () => {
    await visit("/plan/list");
    expect(document.querySelectorAll("h1")).toHaveLength(1);
    expect(document.body.textContent).not.toMatch(/\bundefined\b|\bNaN\b/);
  }, 60_000);
});
