import { beforeEach, describe, expect, test } from "vitest";
import { at, entry, freshHouse } from "../ledger/house.ts";
import { stock } from "../ledger/store-house.ts";
import { entriesOf, fireEvent, screen, sentBy, sentTo, signedInAs, visit, waitFor, within } from "./shop.tsx";

/** The logbook as a supervisor reads it: by days, by filters, an entry with what it changed, and its correction. */

beforeEach(async () => {
  await freshHouse({ stores: true });
  await signedInAs("ottoline");
});
const note = (text: string, rest: Record<string, unknown> = {}) => entry("note", { text }, { machine: "sprat", ...rest });
const lines = () => screen.queryAllByRole("link", { name: /^Entry \d+/ });
const check = (missing: number) =>
  entry(
    "check",
    { channels: [{ id: "H1/K", missing, weak: 1, deflected: 0, neighbours: false }] },
    { machine: "teal", routine: "R01", happenedAt: at("08:00") },
  );

describe("by days", () => {
  beforeEach(() =>
    sentBy(
      "bram",
      note("of today"),
      note("of yesterday", { happenedAt: at("09:00", "2026-11-24") }),
      note("of last week", { happenedAt: at("09:00", "2026-11-19") }),
    ),
  );
  const of = (day: string | RegExp) => within(screen.getByRole("region", { name: day }));
  test("today and yesterday are called so, older days by their date; the newest day comes first", async () => {
    await visit("/logbook?kind=note");
    expect(of("Today").getByText(/of today/)).toBeTruthy();
    expect(of("Yesterday").getByText(/of yesterday/)).toBeTruthy();
    expect(of(/19 Nov/).getByText(/of last week/)).toBeTruthy();
    const heads = screen.getAllByRole("heading", { level: 2 }).map(({ textContent }) => textContent ?? "");
    expect([heads[0], heads[1]]).toEqual(["Today", "Yesterday"]);
  });
  test("a range of days leaves out the others", async () => {
    await visit("/logbook?kind=note&from=2026-11-23&to=2026-11-24");
    expect(lines()).toHaveLength(1);
    expect(document.body.textContent).not.toContain("of last week");
  });
  test("nothing that fits is said, with the way back to all", async () => {
    await visit("/logbook?text=nothing+of+the+kind");
    expect(lines()).toHaveLength(0);
    expect(screen.getByText("No entry fits.")).toBeTruthy();
    expect(screen.getAllByRole("link", { name: "Clear filters" })[0]?.getAttribute("href")).toBe("/logbook");
  });
});

describe("filters", () => {
  test("are set in a panel and stand in the address", async () => {
    await sentBy("bram", note("belt squeaks"));
    const user = await visit("/logbook");
    await user.click(screen.getByRole("button", { name: "Filter" }));
    const panel = within(await screen.findByRole("dialog", { name: "Filter" }));
    await user.click(panel.getByLabelText("Machine"));
    await user.click(await screen.findByRole("option", { name: "Sprat" }));
    await user.click(panel.getByRole("button", { name: "Filter" }));
    expect(sentTo.at(-1)).toBe("/logbook?machine=sprat");
  });
  test("in use are chips, each taken off by a press", async () => {
    await sentBy("bram", note("belt squeaks"));
    await visit("/logbook?machine=sprat&text=squeaks");
    const off = screen.getAllByRole("link", { name: /^Remove filter: / });
    expect(off.map((link) => link.getAttribute("aria-label"))).toEqual(
      expect.arrayContaining(["Remove filter: Sprat", "Remove filter: “squeaks”"]),
    );
    const words = off.find((link) => link.getAttribute("aria-label")?.includes("squeaks"));
    expect(words?.getAttribute("href")).toBe("/logbook?machine=sprat");
  });
  test("words are searched from the head of the page", async () => {
    await visit("/logbook?machine=sprat");
    const search = screen.getByRole("searchbox", { name: "Find words" });
    fireEvent.change(search, { target: { value: "  squeaks " } });
    fireEvent.submit(search.closest("form") as HTMLFormElement);
    expect(sentTo.at(-1)).toBe("/logbook?machine=sprat&text=squeaks");
  });
});

describe("an entry", () => {
  test("opens in a panel over the list, with who, when, and what it changed in stores", async () => {
    await sentBy("ottoline", stock("received", [{ item: "aqueous-cleaner", amount: 1000, unit: "mL", lot: "A1" }]));
    const [kept] = await entriesOf("stock");
    await visit(`/logbook?entry=${kept?.id}`);
    const panel = within(screen.getByRole("dialog", { name: `Entry ${kept?.seq}` }));
    const changed = within(panel.getByRole("region", { name: "What it changed" }));
    expect(changed.getByRole("link").getAttribute("href")).toBe("/stores/items/aqueous-cleaner");
    expect(changed.getByRole("listitem").textContent).toMatch(/\+?(1000 mL|1 L|1\.0 L)/);
    expect(panel.getByText("None. It stands as entered.")).toBeTruthy();
  });
  test("that is a check shows its channels", async () => {
    await sentBy("bram", check(4));
    const [kept] = await entriesOf("check");
    await visit(`/logbook/${kept?.id}`);
    const row = within(screen.getByRole("table", { name: "Channel" }))
      .getByText("H1/K")
      .closest("tr");
    expect([...(row?.querySelectorAll("td") ?? [])].map(({ textContent }) => textContent)).toEqual(expect.arrayContaining(["4", "1", "0"]));
  });
  test("that is none is not found", async () => {
    await expect(visit("/logbook/no-such-entry")).rejects.toMatchObject({ digest: expect.stringContaining("404") });
  });
});

describe("a correction", () => {
  const opened = async () => {
    await sentBy("bram", check(4));
    const [kept] = await entriesOf("check");
    const user = await visit(`/logbook/${kept?.id}`);
    await user.click(screen.getByRole("button", { name: "Correct" }));
    return { user, form: within(await screen.findByRole("region", { name: "Correct this entry" })), id: kept?.id };
  };
  test("needs a change and a reason; a usual reason is one press", async () => {
    const { user, form, id } = await opened();
    const save = form.getByRole<HTMLButtonElement>("button", { name: "Save correction" });
    expect(save.disabled).toBe(true);
    await user.click(form.getByRole("button", { name: "Wrong number" }));
    expect(save.disabled).toBe(true);
    await user.click(form.getByRole("button", { name: /one less out$/ }));
    expect(save.disabled).toBe(false);
    await user.click(save);
    await waitFor(async () =>
      expect((await entriesOf("amendment"))[0]?.body).toMatchObject({
        why: "Wrong number",
        replace: { channels: [{ id: "H1/K", missing: 3 }] },
      }),
    );
    await visit(`/logbook/${id}`);
    expect(within(screen.getByRole("region", { name: "Corrections" })).getByText(/^Corrected by ottoline.*: Wrong number$/i)).toBeTruthy();
  });
  test("of the time alone keeps the numbers", async () => {
    const { user, form } = await opened();
    fireEvent.change(form.getByLabelText("It really was at"), { target: { value: "07:15" } });
    await user.click(form.getByRole("button", { name: "Wrong time" }));
    await user.click(form.getByRole("button", { name: "Save correction" }));
    await waitFor(async () => expect((await entriesOf("amendment"))[0]?.body).toMatchObject({ happenedAt: at("07:15") }));
    expect((await entriesOf("amendment"))[0]?.body).not.toHaveProperty("replace");
  });
  test("can undo it whole; it stays on record, struck through", async () => {
    const { user, form, id } = await opened();
    await user.click(form.getByRole("button", { name: "Entered twice" }));
    await user.click(form.getByRole("button", { name: "Undo the entry" }));
    await waitFor(async () => expect((await entriesOf("amendment"))[0]?.body).toMatchObject({ struck: true, why: "Entered twice" }));
    await visit(`/logbook/${id}`);
    expect(screen.getByText(/^Undone by ottoline/i)).toBeTruthy();
    await visit("/logbook?kind=check");
    expect(lines()[0]?.closest("li")?.textContent).toContain("undone");
  });
  test("is not offered to who may not", async () => {
    await sentBy("ottoline", check(2));
    const [kept] = await entriesOf("check");
    await signedInAs("wren");
    await visit(`/logbook/${kept?.id}`);
    expect(screen.queryByRole("button", { name: "Correct" })).toBeNull();
  });
});

test("a kind is chosen by its plain name", async () => {
  const user = await visit("/logbook");
  await user.click(screen.getByRole("button", { name: "Filter" }));
  const panel = within(await screen.findByRole("dialog", { name: "Filter" }));
  await user.click(panel.getByLabelText("Kind"));
  const names = (await screen.findAllByRole("option")).map(({ textContent }) => textContent ?? "");
  expect(names.length).toBeGreaterThan(10);
  for (const name of names) expect(name).toMatch(/^[A-Z]/);
});

test("forecasts stand with how often they held; those that did not are named", async () => {
  await freshHouse({ history: true });
  await signedInAs("ottoline");
  const user = await visit("/logbook/forecasts");
  const shares = screen
    .getAllByRole("img", { name: /^\d+ of \d+ held, \d+ % promised$/ })
    .map((bar) => bar.getAttribute("aria-label") ?? "");
  expect(shares).toHaveLength(5);
  expect(shares[0]).toMatch(/90 % promised/);
  const levels = within(screen.getByRole("heading", { name: /Waste levels/ }).closest("li") as HTMLElement);
  await user.click(levels.getByRole("button", { name: /See \d+ that did not/ }));
  const panel = within(await screen.findByRole("dialog", { name: "Waste levels" }));
  expect(panel.getAllByText(/^\d+ to \d+ mL$/).length).toBeGreaterThan(0);
  expect(panel.getAllByText(/^\d+ mL$/).length).toBeGreaterThan(0);
});

test("in a shop with no history nothing is said of forecasts but that it is too little", async () => {
  await visit("/logbook/forecasts");
  expect(screen.getAllByText("too few to say")).toHaveLength(5);
});
