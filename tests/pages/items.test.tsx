import { beforeEach, describe, expect, test } from "vitest";
import { loadShop } from "../../src/work/shop/shop.ts";
import { db } from "../ledger/database.ts";
import { at, freshHouse, site } from "../ledger/house.ts";
import { stock } from "../ledger/store-house.ts";
import { choose, fireEvent, said, screen, sentBy, sentTo, signedInAs, visit, waitFor, within } from "./shop.tsx";

/** An item from its set-up to what it lets out into the air and where its lots went. */

beforeEach(async () => {
  await freshHouse({ stores: true });
  await signedInAs("ottoline");
});
const form = () => within(screen.getByRole("form", { name: /^(New|Edit) item$/ }));
const CHOSEN = ["Kind", "Unit", "Family"];
const fill = async (user: Awaited<ReturnType<typeof visit>>, values: Record<string, string>) => {
  for (const [label, value] of Object.entries(values))
    if (CHOSEN.includes(label)) await choose(user, form().getByRole("combobox", { name: label }), value);
    else fireEvent.change(form().getByLabelText(label), { target: { value } });
};
const ETHANOL = {
  "Short name, letters and hyphens": "ethanol",
  Name: "Ethanol, 96 %",
  Kind: "Fluid",
  Unit: "mL",
  "In a pack, in its unit": "5000",
  "Price of a pack": "31.5",
  Place: "solvent cabinet",
  Family: "alcohol",
  // 20 °C; from memory.
  "Density, g/mL": "0.789",
  "Volatile share, 0 to 1": "0.96",
  "Molar mass, g/mol": "46.07",
};
async function setUp(more: Record<string, string> = {}) {
  const user = await visit("/stores/items/new");
  await fill(user, { ...ETHANOL, ...more });
  await user.click(form().getByRole("button", { name: "Save" }));
  return user;
}
const item = async (id: string) => (await loadShop(db, site)).items.find((each) => each.id === id);

describe("a new item", () => {
  test("is set up as it was typed, and opened", async () => {
    await setUp();
    await waitFor(() => expect(sentTo).toEqual(["/stores/items/ethanol"]));
    expect(await item("ethanol")).toMatchObject({
      name: "Ethanol, 96 %",
      unit: "mL",
      pack: 5000,
      priceCents: 3150,
      fluid: { densityGPerMl: 0.789, volatileShare: 0.96, molarMassGPerMol: 46.07 },
    });
  });
  test("a share above one is refused with its place, and nothing is set up", async () => {
    await setUp({ "Volatile share, 0 to 1": "9.6" });
    await waitFor(() => expect(said.at(-1)).toMatch(/volatileShare/));
    expect(await item("ethanol")).toBeUndefined();
  });
  test("values of a fluid without its family are not dropped: the family is asked for", async () => {
    await setUp({ Family: "None" });
    await waitFor(() => expect(said.at(-1)).toMatch(/^Values of a fluid need a family/));
    expect(form().getByLabelText<HTMLInputElement>("Density, g/mL").value).toBe("0.789");
    expect(await item("ethanol")).toBeUndefined();
  });
  test("an ink takes its data sheet's values without being asked for a family", async () => {
    await setUp({ Kind: "Ink", Family: "None", "Density, g/mL": "1.08", "Volatile share, 0 to 1": "0.04", "Molar mass, g/mol": "" });
    await waitFor(() => expect(sentTo).toEqual(["/stores/items/ethanol"]));
    expect((await item("ethanol"))?.fluid).toEqual({ family: "ink", densityGPerMl: 1.08, volatileShare: 0.04 });
  });
  test("without a name it is not sent", async () => {
    await setUp({ Name: "" });
    await new Promise((done) => setTimeout(done, 200));
    expect([said, sentTo, await item("ethanol")]).toEqual([[], [], undefined]);
  });
  test("is changed afterwards; what was not touched stays", async () => {
    await setUp();
    await waitFor(() => expect(sentTo).toHaveLength(1));
    const user = await visit("/stores/items/ethanol");
    await user.click(screen.getByRole("button", { name: "Edit item" }));
    await fill(user, { "Price of a pack": "29" });
    await user.click(form().getByRole("button", { name: "Save" }));
    await waitFor(async () => expect(await item("ethanol")).toMatchObject({ priceCents: 2900, pack: 5000, place: "solvent cabinet" }));
  });
});

describe("solvent let out", () => {
  test("what was used and spilt, times density and share; what came in lets out nothing", async () => {
    await setUp();
    await waitFor(() => expect(sentTo).toHaveLength(1));
    const of = (amount: number) => [{ item: "ethanol", amount, unit: "mL", lot: "E1" }];
    await sentBy("ottoline", stock("received", of(5000), {}, { happenedAt: at("07:00") }));
    await sentBy("bram", stock("used", of(250), {}, { machine: "compass", happenedAt: at("08:00") }));
    await visit("/stores/solvent?month=2026-11");
    const row = within(screen.getByRole("region", { name: "By fluid" }))
      .getByText("Ethanol, 96 %")
      .closest("tr");
    // 250 mL × 0.789 g/mL × 0.96 = 189.36 g.
    expect(row?.textContent).toMatch(/250 mL.*0\.757.*189\.4 g/);
  });
});

describe("a lot of ink", () => {
  const used = async () => {
    const black = (amount: number, more = {}) => [{ item: "dtf-black", amount, unit: "mL", lot: "K-77", ...more }];
    await sentBy("ottoline", stock("received", black(2000), {}, { happenedAt: at("07:00") }));
    await sentBy("bram", stock("used", black(500, { channel: "H1/K" }), {}, { machine: "sprat", happenedAt: at("08:00") }));
  };
  test("is traced to the machine and channel it went into, and from there back to the lot", async () => {
    await used();
    await visit("/stores/trace?item=dtf-black&lot=K-77");
    expect(screen.getByRole("heading", { level: 2 }).textContent).toMatch(/lot K-77: 1 time in a channel/);
    const link = screen.getByRole<HTMLAnchorElement>("link", { name: "Sprat" });
    expect(link.closest("td")?.textContent).toBe("Sprat H1/K");
    await visit(link.getAttribute("href") ?? "");
    expect(screen.getByRole("link", { name: "K-77" })).toBeTruthy();
  });
  test("that went nowhere is said to be in no channel", async () => {
    await used();
    await visit("/stores/trace?item=dtf-black&lot=NOBODYS");
    expect(screen.getByRole("heading", { level: 2 }).textContent).toMatch(/lot NOBODYS: in no channel on record/);
  });
});
