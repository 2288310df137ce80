import { expect, test } from "vitest";
import { containerFamily, wasteByFamily, wasteFamilyOf } from "./families.ts";

const uv = { class: "uv" as const };
const film = { class: "dtf" as const };
const sign = { class: "wide" as const, family: "solvent" as const };

test("what a shop says of a container goes before its words", () =>
  expect(containerFamily({ kind: "the old drum by the door", takes: "solvent" })).toBe("solvent"));

test("waste is of a family by its ink, a container by its words", () => {
  expect([uv, film, sign, { class: "cij" as const }].map((machine) => wasteFamilyOf(machine))).toEqual([
    "uv",
    "water",
    "solvent",
    "solvent",
  ]);
  expect(
    ["uncured UV ink", "solvent waste, flammable", "water-based waste ink", "anything"].map((kind) => containerFamily({ kind })),
  ).toEqual(["uv", "solvent", "water", "water"]);
});

test("each family against its own containers: an empty drum of another is no room", () => {
  const containers = [
    { id: "drum", name: "Drum", volumeMl: 20_000, kind: "water-based waste" },
    { id: "can", name: "Can", volumeMl: 5000, kind: "UV waste" },
  ];
  const comes = [
    { machine: uv, ml: 2000 },
    { machine: uv, ml: 1000 },
    { machine: film, ml: 4000 },
    { machine: sign, ml: 500 },
  ];
  // Can: 5,000 × 0.95 − 4,000 = 750; drum 20,000 × 0.95 − 1,000 = 18,000; nothing takes solvent.
  expect(
    wasteByFamily(
      comes,
      containers,
      new Map([
        ["drum", 1000],
        ["can", 4000],
      ]),
    ),
  ).toEqual([
    { family: "water", ml: 4000, roomMl: 18_000, containers: ["Drum"] },
    { family: "uv", ml: 3000, roomMl: 750, containers: ["Can"] },
    { family: "solvent", ml: 500, roomMl: 0, containers: [] },
  ]);
  expect(wasteByFamily([], containers, new Map())).toEqual([]);
});
