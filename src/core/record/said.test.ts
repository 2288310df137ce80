import { expect, test } from "vitest";
import type { Shop } from "../shop/shop.ts";
import busy from "./kinds/busy.ts";
import stock from "./kinds/stock.ts";
import task from "./kinds/task.ts";
import { listed, saidIn } from "./said.ts";

const shop = {
  site: { id: "s", timeZone: "Europe/Lisbon" },
  people: [{ id: "bram", name: "Bram Teasel" }],
  items: [{ id: "dtf-white", name: "DTF ink, white" }],
  suppliers: [],
  containers: [],
  areas: [],
} as unknown as Shop;
const said = saidIn(shop, "2026-07-01");

test("a moment is said by the shop's clock, with its day where it is another", () => {
  expect(busy.says({ until: "2026-07-01T15:00:00Z" }, said)).toBe("until 16:00");
  expect(busy.says({ until: "2026-07-02T06:30:00Z" }, said)).toBe("until Thu 2 Jul, 07:30");
  expect(said.day("2026-07-03")).toBe("Fri 3 Jul");
});

test("people and items by their names; what is known no more keeps its code", () => {
  expect(task.says({ key: "sprat/R01/2026-07-01/opening", person: "bram" }, said)).toBe("given to Bram Teasel");
  expect(task.says({ key: "sprat/R01/2026-07-01/opening", person: "gone" }, said)).toBe("given to gone");
  const line = { item: "dtf-white", amount: 200, unit: "mL" as const };
  expect(stock.says({ event: "used", lines: [line] }, said)).toContain("DTF ink, white 200 mL");
});

test("what is empty is left out of a line", () => expect(listed("a", "", null, false, 3)).toBe("a; 3"));
