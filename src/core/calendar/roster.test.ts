import { describe, expect, test } from "vitest";
import { toDay } from "./day.ts";
import { goneBy, type RosterChange, shiftSpan } from "./roster.ts";

const day = toDay("2026-07-01");
const site = { timeZone: "Europe/Lisbon" };
const days: (1 | 2 | 3 | 4 | 5)[] = [1, 2, 3, 4, 5];
const shop = {
  site,
  calendar: {
    printDays: days,
    shifts: [
      { id: "early", from: "06:00", to: "14:00", days },
      { id: "night", from: "22:00", to: "06:00", days },
    ],
  },
  people: [{ id: "bram", shifts: ["early"] }, { id: "wren", shifts: ["night"] }, { id: "ottoline" }],
} as unknown as Parameters<typeof goneBy>[0];
const gone = (time: string, roster: RosterChange[] = []) => [...goneBy(shop, day, new Date(`2026-07-01T${time}:00Z`), roster)];

test("a shift past midnight ends on the next day; Lisbon in July is an hour ahead", () => {
  const { from, to } = shiftSpan({ from: "22:00", to: "06:00" }, day, site);
  expect([from.toISOString(), to.toISOString()]).toEqual(["2026-07-01T21:00:00.000Z", "2026-07-02T05:00:00.000Z"]);
});

describe("who has gone", () => {
  test("nobody in the last minutes of a shift and the half hour after it", () => {
    expect(gone("13:00")).toEqual([]);
    expect(gone("13:29")).toEqual([]);
  });
  test("who left half an hour ago, and not who comes later; who has no shifts is always there", () =>
    expect(gone("13:31")).toEqual(["bram"]));
  test("who is away all day, from its beginning", () => {
    const away = { person: "wren", from: day, to: day, shifts: [], why: "ill", at: 0 };
    expect(gone("05:30", [away])).toEqual(["wren"]);
  });
});
