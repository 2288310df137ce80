import { beforeEach, describe, expect, test } from "vitest";
import { loadShop } from "../../src/work/shop/shop.ts";
import { db } from "../ledger/database.ts";
import { entry, freshHouse, site } from "../ledger/house.ts";
import { stock, there } from "../ledger/store-house.ts";
import { choose, entriesOf, fireEvent, said, screen, sentBy, sentTo, signedInAs, visit, waitFor, within } from "./shop.tsx";

/** The mixing bench, the air of rooms, tables that are brought in. */

beforeEach(async () => {
  await freshHouse({ stores: true });
  await signedInAs("ottoline");
});

describe("the mixing bench", () => {
  const way = async (name: RegExp) => {
    const user = await visit("/stores/bench");
    await user.click(screen.getByRole("button", { name }));
    return user;
  };
  const set = (label: string, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });
  const poured = () =>
    screen
      .getAllByRole("row")
      .slice(1)
      .map((row) => row.textContent ?? "");

  test("one part in ten of 500 mL is 50 mL and 450 mL", async () => {
    await way(/^1 part in/);
    set("1 part in", "10");
    set("Batch", "500");
    expect(poured()[0]).toContain("50 mL");
    expect(poured()[1]).toContain("450 mL");
  });
  test("30 % from 100 % stock in 200 mL is 60 mL of it (C1 V1 = C2 V2, worked by hand)", async () => {
    await way(/^From strength/);
    set("Strength of the first, %", "100");
    set("Strength wanted, %", "30");
    set("Batch", "200");
    expect(poured()[0]).toContain("60 mL");
    expect(poured()[1]).toContain("140 mL");
  });
  test("what can't be mixed is said, and nothing is poured", async () => {
    await way(/^From strength/);
    set("Strength wanted, %", "130");
    expect(screen.getByRole("alert").textContent?.length).toBeGreaterThan(10);
    expect(screen.queryByRole("table")).toBeNull();
    set("Strength wanted, %", "50");
    set("Batch", "0");
    expect(screen.getByRole("alert").textContent).toMatch(/above 0/i);
  });
  test("a batch by its recipe leaves the shelf, is a lot of its own, and its label comes next", async () => {
    await visit("/stores/bench");
    const parts = poured().map((row) => row);
    expect(parts.length).toBeGreaterThan(1);
    const shop = await loadShop(db, site);
    const recipe = shop.items.find(({ recipe: each }) => each?.length);
    if (!recipe?.recipe) throw new Error("no item has a recipe");
    await sentBy(
      "ottoline",
      stock(
        "received",
        recipe.recipe.map(({ item }) => {
          const kept = shop.items.find(({ id }) => id === item);
          return { item, amount: 5000, unit: "mL", ...(kept?.keeping === "lot" ? { lot: "L1" } : {}) };
        }),
      ),
    );
    const user = await visit("/stores/bench");
    await choose(user, screen.getByLabelText("What to mix"), recipe.name);
    await user.click(screen.getByRole("button", { name: /^It is mixed: lot/ }));
    await waitFor(async () => expect(await entriesOf("mix")).toHaveLength(1));
    await waitFor(() => expect(sentTo.at(-1)).toMatch(new RegExp(`^/labels/${recipe.id}`)));
    expect((await there(recipe.id))[0]?.[1]).toBe(500);
    const [first] = recipe.recipe;
    expect((await there(first?.item ?? ""))[0]?.[1]).toBeLessThan(5000);
  });
});

describe("the air of a room", () => {
  test("is read by hand and stands on the page; what no room has is refused", async () => {
    const user = await visit("/stores/air?area=garment");
    const form = () => screen.getByRole("form", { name: "Enter a reading" });
    await user.click(screen.getByRole("button", { name: "Enter a reading" }));
    fireEvent.change(within(form()).getByLabelText("Humidity"), { target: { value: "28" } });
    const celsius = within(form()).getByLabelText("Temperature");
    fireEvent.change(celsius, { target: { value: "21" } });
    fireEvent.submit(form());
    await waitFor(async () => expect((await entriesOf("air"))[0]?.body).toMatchObject({ celsius: 21, humidityPercent: 28 }));
    await waitFor(() => expect(document.body.textContent).toMatch(/dry/));
  });
});

describe("a table that is brought in", () => {
  const bring = async (text: string) => {
    const user = await visit("/shop?tab=bring-in");
    await user.upload(screen.getByLabelText("Table file", { selector: "input" }), new File([text], "machines.csv", { type: "text/csv" }));
    return user;
  };
  test("new machines come in row by row; a row that can't be says so at its cell, is put right there, or left out on purpose only", async () => {
    const user = await bring("name;class;since\nWhelk;dtf;2026-01-05\nBrill;loom;2026-01-05\n");
    await screen.findByText(/1 new, 0 changed, 0 the same\. 1 to fix/);
    const cell = screen.getByLabelText<HTMLInputElement>("Class, line 3");
    screen.getByText("Not one of dtf, dtg, uv, wide, cij");
    await user.clear(cell);
    await user.type(cell, "UV Flachbett");
    await screen.findByText(/2 new, 0 changed, 0 the same\. 0 to fix/);
    screen.getByText("= uv, uv-flatbed");
    await user.clear(screen.getByLabelText("Class, line 3"));
    await screen.findByText(/1 new, 0 changed, 0 the same\. 1 to fix/);
    const press = screen.getByRole<HTMLButtonElement>("button", { name: /^Bring in 1 row$/ });
    expect(press.disabled).toBe(true);
    await user.click(screen.getByLabelText(/^Skip the row to fix/));
    await user.click(press);
    await waitFor(() => expect(said.at(-1)).toBe("1 new, 0 changed. 1 skipped."));
    const names = (await loadShop(db, site)).machines.map(({ name }) => name);
    expect(names).toContain("Whelk");
    expect(names).not.toContain("Brill");
  });
  test("commas, tabs and the old Western encoding are read; what is empty is said", async () => {
    await bring("name,class,since\nBrill,uv,2026-02-01\n");
    await screen.findByText(/separated by commas/);
    await bring("name\tclass\tsince\nBrill\tuv\t2026-02-01\n");
    await screen.findByText(/1 new/);
    await bring("");
    await screen.findByRole("alert");
  });
});

describe("a machine asleep", () => {
  test("is said on the Board and at the door, and no work of its print days is asked", async () => {
    await sentBy("ottoline", entry("sleep", { event: "down", regime: "full", contents: "cleaning fluid" }, { machine: "goby" }));
    await visit("/");
    const row = screen.getByRole("checkbox", { name: "Choose Goby" }).closest("tr") as HTMLElement;
    expect(row.textContent).toContain("Asleep");
    expect(within(row).queryByRole("button", { name: /Water cap/ })).toBeNull();
    await visit("/standby");
    expect(document.body.textContent).toMatch(/Goby/);
  });
});
