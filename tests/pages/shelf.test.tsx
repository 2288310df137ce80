import { beforeEach, describe, expect, test } from "vitest";
import { loadShop } from "../../src/work/shop/shop.ts";
import { db } from "../ledger/database.ts";
import { at, freshHouse, site } from "../ledger/house.ts";
import { stock } from "../ledger/store-house.ts";
import { entriesOf, fireEvent, said, screen, sentBy, sentTo, signedInAs, visit, waitFor, within } from "./shop.tsx";

/** The shelf from what is short to the orders for it; an item's stock over time; the air of the rooms. */

beforeEach(async () => {
  await freshHouse({ stores: true });
  await signedInAs("ottoline");
});
type Line = { item: string; packs: number; amount: number; priceCents: number };
const ordersPlaced = async () => (await entriesOf("order")).map(({ body }) => body as unknown as { supplier: string; lines: Line[] });
const money = (element: HTMLElement) => Number(/([\d,]+\.\d{2})/.exec(element.textContent ?? "")?.[1]?.replaceAll(",", ""));
const order = () => screen.getByRole<HTMLButtonElement>("button", { name: /^Order( \d+)?$/ });
const boxes = () => screen.getAllByRole<HTMLInputElement>("checkbox", { name: /^Order / });

describe("an order from the shelf", () => {
  test("takes what is to order by itself; what is left off is not ordered", async () => {
    const user = await visit("/stores");
    const ticked = boxes().filter(({ checked }) => checked);
    expect(ticked.length).toBeGreaterThan(2);
    expect(order().textContent).toBe(`Order ${ticked.length}`);
    for (const box of ticked.slice(2)) await user.click(box);
    expect(order().textContent).toBe("Order 2");
    await user.click(order());
    const dialog = within(await screen.findByRole("dialog", { name: "Place these orders" }));
    await user.click(dialog.getByRole("button", { name: /^Place (order|2 orders)$/ }));
    await waitFor(async () => expect((await ordersPlaced()).flatMap(({ lines }) => lines)).toHaveLength(2));
    expect(sentTo.at(-1)).toBe("/stores/orders");
    const names = ticked.slice(0, 2).map((box) => box.getAttribute("aria-label")?.replace("Order ", ""));
    const items = (await loadShop(db, site)).items;
    const ordered = (await ordersPlaced()).flatMap(({ lines }) => lines.map(({ item }) => items.find(({ id }) => id === item)?.name));
    expect(ordered.toSorted()).toEqual(names.toSorted());
  });

  test("goes out as one order a supplier, with packs, amounts and prices that add up", async () => {
    const user = await visit("/stores");
    await user.click(order());
    const dialog = await screen.findByRole("dialog", { name: "Place these orders" });
    const sums = within(dialog)
      .getAllByRole("region")
      .map((part) => money(within(part).getByRole("heading")));
    const together = money(within(dialog).getByText("Together").parentElement as HTMLElement);
    expect(sums.reduce((all, sum) => all + sum, 0)).toBeCloseTo(together, 2);
    await user.click(within(dialog).getByRole("button", { name: /^Place/ }));
    await waitFor(async () => expect(await ordersPlaced()).toHaveLength(sums.length));
    const placed = await ordersPlaced();
    expect(new Set(placed.map(({ supplier }) => supplier)).size).toBe(placed.length);
    const { items } = await loadShop(db, site);
    for (const line of placed.flatMap(({ lines }) => lines)) {
      const item = items.find(({ id }) => id === line.item);
      expect(line).toMatchObject({ amount: line.packs * (item?.pack ?? 0), priceCents: line.packs * (item?.priceCents ?? 0) });
    }
    const cents = placed.flatMap(({ lines }) => lines).reduce((sum, { priceCents }) => sum + priceCents, 0);
    expect(cents / 100).toBeCloseTo(together, 2);
  });

  test("follows the packs that are stepped", async () => {
    const user = await visit("/stores");
    const [first] = boxes().filter(({ checked }) => checked);
    const name = first?.getAttribute("aria-label")?.replace("Order ", "") ?? "";
    for (const box of boxes().filter(({ checked }) => checked))
      if (box.getAttribute("aria-label") !== `Order ${name}`) await user.click(box);
    const packs = screen.getByRole<HTMLInputElement>("textbox", { name: `Packs of ${name}` });
    const before = Number(packs.value);
    await user.click(
      screen.getByRole("button", { name: new RegExp(`^Packs of ${name.replace(/[.*+?^${}()|[\]\\]/g, "\\$&")}: .*more`, "i") }),
    );
    await user.click(order());
    await user.click(within(await screen.findByRole("dialog")).getByRole("button", { name: "Place order" }));
    await waitFor(async () => expect((await ordersPlaced())[0]?.lines[0]?.packs).toBe(before + 1));
  });

  test("is not offered to who may not order", async () => {
    await signedInAs("wren");
    await visit("/stores");
    expect(screen.queryByRole("button", { name: /^Order( \d+)?$/ })).toBeNull();
    expect(screen.queryAllByRole("checkbox", { name: /^Order / })).toHaveLength(0);
  });
});

describe("what the shelf asks", () => {
  test("stands first, then what is low, then what is fine", async () => {
    await visit("/stores");
    const heads = [...document.querySelectorAll('th[scope="rowgroup"]')].map(({ textContent }) => textContent?.replace(/\d+$/, ""));
    expect(heads).toEqual(["To order", "Low", "Fine"].filter((each) => heads.includes(each)));
    expect(heads[0]).toBe("To order");
  });
  test("a lot past its day is found by its chip", async () => {
    await sentBy(
      "ottoline",
      stock(
        "received",
        [{ item: "aqueous-cleaner", amount: 1000, unit: "mL", lot: "OLD-1", expiry: "2026-11-20" }],
        {},
        { happenedAt: at("07:00", "2026-11-10") },
      ),
    );
    await visit("/stores");
    expect(screen.getByRole("link", { name: /has an expired lot|have expired lots/ }).getAttribute("href")).toContain("group=expired");
    await visit("/stores?group=expired");
    expect(screen.getAllByRole("link", { name: /aqueous cleaner/i }).length).toBeGreaterThan(0);
    await visit("/stores?find=OLD-1");
    expect(screen.getAllByRole("link", { name: /aqueous cleaner/i }).length).toBeGreaterThan(0);
  });
});

describe("an item", () => {
  test("shows its stock now and how long it lasts; the lot to use first is on top", async () => {
    const lot = (name: string, expiry: string) => ({ item: "aqueous-cleaner", amount: 1000, unit: "mL", lot: name, expiry });
    await sentBy("ottoline", stock("received", [lot("LATE", "2027-11-20"), lot("SOON", "2027-02-20")]));
    await visit("/stores/items/aqueous-cleaner");
    expect(screen.getByRole("img", { name: /^Stock of .*: 2(\.0+)? L now; lasts/ })).toBeTruthy();
    const lots = [...document.querySelectorAll("tr")].map(({ textContent }) => textContent ?? "").filter((text) => /LATE|SOON/.test(text));
    expect(lots[0]).toContain("SOON");
  });
});

describe("the air of the rooms", () => {
  const file = (text: string) => new File([text], "logger.csv", { type: "text/csv" });
  const input = () => screen.getByLabelText(/^CSV with columns/, { selector: "input" });
  test("a logger's file is read once; the same again adds nothing", async () => {
    const text = "time,area,celsius,humidity\n2026-11-24T08:00,garment,21,44\n2026-11-24T09:00,garment,21.5,43\n";
    const user = await visit("/stores/air?area=garment");
    await user.upload(input(), file(text));
    await waitFor(() => expect(said.at(-1)).toMatch(/^2 readings .* 2 of them new/));
    await user.upload(input(), file(text));
    await waitFor(() => expect(said.at(-1)).toMatch(/0 of them new/));
  });
  test("a line that can't be is named with its number, and nothing of the file is taken", async () => {
    const user = await visit("/stores/air?area=garment");
    await user.upload(input(), file("time,area,celsius,humidity\n2026-11-24T08:00,garment,21,44\nyesterday,garment,21,440\n"));
    const dialog = await screen.findByRole("dialog", { name: "The file was refused." });
    expect(dialog.textContent).toMatch(/3/);
    expect(await entriesOf("air")).toEqual([]);
  });
  test("a reading that no room has is not sent", async () => {
    const user = await visit("/stores/air?area=garment");
    await user.click(screen.getByRole("button", { name: "Enter a reading" }));
    const form = within(screen.getByRole("form", { name: "Enter a reading" }));
    fireEvent.change(form.getByLabelText("Humidity"), { target: { value: "140" } });
    fireEvent.change(form.getByLabelText("Temperature"), { target: { value: "21" } });
    fireEvent.submit(screen.getByRole("form", { name: "Enter a reading" }));
    await new Promise((done) => setTimeout(done, 200));
    expect(await entriesOf("air")).toEqual([]);
  });
});
