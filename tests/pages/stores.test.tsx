import { screen, within } from "@testing-library/react";
import { beforeEach, expect, test } from "vitest";
import { freshHouse } from "../ledger/house.ts";
import { signedInAs, visit } from "./shop.tsx";

beforeEach(async () => {
  await freshHouse({ stores: true });
  await signedInAs("ottoline");
});

test("the shelf lists items", async () => {
  await visit("/stores");
  console.log(document.body.textContent?.slice(0, 1500));
  expect(within(screen.getByRole("navigation", { name: "Stores" })).getAllByRole("link").length).toBe(10);
});
