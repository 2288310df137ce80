import { beforeEach, expect, test } from "vitest";
import { freshHouse } from "../ledger/house.ts";
import { screen, signedInAs, visit, within } from "./shop.tsx";

beforeEach(async () => {
  await freshHouse({ stores: true });
  await signedInAs("ottoline");
});

test("the shelf lists items", async () => {
  await visit("/stores");
  expect(within(screen.getByRole("navigation", { name: "Stores" })).getAllByRole("link").length).toBe(10);
});
