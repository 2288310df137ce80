import "./worker.ts";
import { beforeEach, describe, expect, test } from "vitest";
import { entry, freshHouse } from "../ledger/house.ts";
import { choose, entriesOf, said, screen, sentBy, signedInAs, visit, waitFor, within } from "./shop.tsx";

/** The same pages for somebody who plans and for somebody who only does: what each may press. */

beforeEach(() => freshHouse());
const names = () => screen.getAllByRole("link").map(({ textContent }) => textContent);

describe("a machine's page", () => {
  test("an operator reports and enters, and sets nothing up", async () => {
    await signedInAs("bram");
    const user = await visit("/machines/teal");
    expect(names()).toContain("Parts");
    expect(names()).not.toContain("Set-up");
    for (const link of screen.getAllByRole("link", { name: "Enter a check" }))
      expect(link.getAttribute("href")).toBe("/check?machines=teal");
    await user.click(screen.getByRole("button", { name: "Report a problem" }));
    await user.click(await screen.findByRole("button", { name: "Note" }));
    await user.type(screen.getByLabelText("Note"), "hums at the left end");
    await user.click(screen.getByRole("button", { name: "Save" }));
    await waitFor(async () => expect((await entriesOf("note"))[0]).toMatchObject({ machine: "teal", person: "bram" }));
    expect(said.at(-1)).toBe("Teal: saved.");
  });
  test("the set-up's own address says who may", async () => {
    await signedInAs("bram");
    await visit("/machines/teal/set-up");
    expect(document.body.textContent).toContain("A supervisor sets up machines.");
  });
  test("a head clean is entered by its strength", async () => {
    await signedInAs("bram");
    const user = await visit("/machines/sprat");
    await user.click(screen.getByRole("button", { name: "Report a problem" }));
    await user.click(await screen.findByRole("button", { name: "Done" }));
    const [clean] = screen.getAllByRole("button", { name: /^Head clean, / });
    await user.click(clean as HTMLElement);
    await waitFor(async () =>
      expect((await entriesOf("care"))[0]).toMatchObject({ machine: "sprat", body: { what: "clean", ml: expect.any(Number) } }),
    );
  });
  test("a sign that was seen stands on it with the way to its causes", async () => {
    await sentBy("bram", entry("sign", { sign: "stains" }, { machine: "goby" }));
    await signedInAs("ottoline");
    await visit("/machines/goby");
    const state = within(screen.getByRole("region", { name: "State" }));
    expect(state.getAllByText(/Stains or drops on the work/).length).toBeGreaterThan(0);
    expect(state.getByRole("link", { name: "Causes and what to do" }).getAttribute("href")).toBe("/floor#/machine/goby");
  });
  test("a coder has no nozzles and no check", async () => {
    await signedInAs("ottoline");
    await visit("/machines/tally");
    expect(names()).not.toContain("Nozzles");
    expect(screen.queryByRole("link", { name: "Enter a check" })).toBeNull();
  });
  test("how far back its strips go is a choice with an address", async () => {
    await signedInAs("ottoline");
    await visit("/machines/sprat?days=30");
    expect(screen.getByRole("heading", { name: "Last 30 days" })).toBeTruthy();
    expect(screen.getByRole("link", { name: "1 year" }).getAttribute("href")).toBe("/machines/sprat?days=365");
    await visit("/machines/sprat?days=7000");
    expect(screen.getByRole("heading", { name: "Last 90 days" })).toBeTruthy();
  });
  test("its logbook has its entries and the way to all of them", async () => {
    await sentBy("bram", entry("note", { text: "belt squeaks" }, { machine: "goby" }));
    await signedInAs("bram");
    await visit("/machines/goby/logbook");
    const table = within(screen.getByRole("table", { name: "Last entries" }));
    expect(table.getAllByRole("row")[1]?.textContent).toContain("belt squeaks");
    expect(screen.getByRole("link", { name: "All entries of Goby" }).getAttribute("href")).toBe("/logbook?machine=goby");
  });
});

describe("the plan", () => {
  test("an operator looks at the timeline: nothing is planned by itself, nothing is pressed", async () => {
    await signedInAs("bram");
    await visit("/plan?what=opening");
    await new Promise((done) => setTimeout(done, 200));
    for (const name of ["Publish", "Plan again", "Something changed"]) expect(screen.queryByRole("button", { name })).toBeNull();
    expect(await entriesOf("round")).toEqual([]);
  });
  test("an operator looks at the list and gives nothing", async () => {
    await signedInAs("bram");
    await visit("/plan/list");
    expect(screen.queryByRole("button", { name: "Assign all" })).toBeNull();
    expect(screen.queryAllByRole("button", { name: /^Assign: / })).toEqual([]);
    expect(screen.getByRole("region", { name: "Nobody yet" }).textContent).toMatch(/\d/);
  });
  test("an operator looks at the month and the closures", async () => {
    await signedInAs("bram");
    for (const path of ["/plan/month", "/plan/closures", "/plan/week"]) {
      await visit(path);
      expect(screen.getByRole("heading", { level: 1 })).toBeTruthy();
      expect(screen.queryByRole("button", { name: /^Move \d/ })).toBeNull();
    }
  });
  test("a job that was given is taken back, and given to somebody else, from the person's own row", async () => {
    await signedInAs("ottoline");
    const user = await visit("/plan/list");
    await user.click(screen.getByRole("button", { name: "Assign all" }));
    await waitFor(() => expect(said.at(-1)).toMatch(/assigned: longest first/));
    const [mine] = await screen.findAllByRole("button", { name: /: why, and change$/ });
    await user.click(mine as HTMLElement);
    const card = within(await screen.findByRole("dialog"));
    expect(card.getByText(/^Given by Ottoline Marsh/)).toBeTruthy();
    const before = (await entriesOf("task")).length;
    await user.click(card.getByRole("button", { name: "Take it back" }));
    await waitFor(async () => expect((await entriesOf("task")).length).toBe(before + 1));
    expect((await entriesOf("task"))[0]?.body.person).toBeNull();
  });
  test("a day off is not counted as work; a day too far, or none, is a page that is not there", async () => {
    await signedInAs("ottoline");
    await expect(visit("/plan/list?on=2031-01-01")).rejects.toThrow(/404/);
    await expect(visit("/plan?on=soon")).rejects.toThrow(/404/);
  });
});

test("chosen machines are marked busy until a time, and say so", async () => {
  await signedInAs("bram");
  const user = await visit("/");
  await user.click(screen.getByRole("checkbox", { name: "Choose Goby" }));
  const bar = within(await screen.findByRole("region", { name: "Chosen machines" }));
  expect(bar.getByRole<HTMLButtonElement>("button", { name: "Set" }).disabled).toBe(true);
  await user.type(bar.getByLabelText("Busy until"), "23:30");
  await user.click(bar.getByRole("button", { name: "Set" }));
  await waitFor(async () => expect((await entriesOf("busy"))[0]).toMatchObject({ machine: "goby" }));
  expect(said.at(-1)).toBe("Busy until 23:30: Goby.");
});

test("machines are found by their area", async () => {
  await signedInAs("bram");
  const user = await visit("/machines");
  await choose(user, screen.getByRole("combobox", { name: "Area" }), "Garment room");
  const rows = screen.getAllByRole("row").slice(1);
  expect(rows.length).toBeGreaterThan(0);
  for (const row of rows) expect(row.textContent).toContain("Garment room");
});
