import { describe, expect, test } from "vitest";
import { head } from "../../../tests/fixtures/machine.ts";
import { isOrder, movesBetween, placesOf, shiftedWhite } from "./positions.ts";

/** The white pair moves and the colour that it passed fills in behind: one place changes 3 lines, two change 4 (common practice, no source). */

const machine = { heads: [head("H1", { K: "black", C: "cyan", M: "magenta", Y: "yellow", W1: "white", W2: "white" })] };
const ids = (order: string) => order.split(" ").map((id) => `H1/${id}`);
const short = (order: readonly string[] | undefined) => order?.map((id) => id.slice(3)).join(" ");

describe("the places of ink lines", () => {
  test("are the channels' own until somebody wrote others down", () => {
    expect(placesOf(machine, undefined).map(({ place, line }) => `${place}${line.id}`)).toEqual(
      ids("K C M Y W1 W2").map((id, i) => `${i + 1}${id}`),
    );
    expect(placesOf(machine, ids("W1 W2 K C M Y"))[0]?.line.id).toBe("H1/W1");
    expect(placesOf(machine, ids("K C M Y W1")).map(({ line }) => line.id)).toEqual(ids("K C M Y W1 W2"));
  });
  test("an order names each line once", () => {
    expect(isOrder(machine, ids("W1 W2 K C M Y"))).toBe(true);
    expect(isOrder(machine, ids("W1 W1 K C M Y"))).toBe(false);
    expect(isOrder(machine, ids("W1 K C M Y X"))).toBe(false);
  });
});

describe("a shift of the whites", () => {
  test("by one place: the passed colour moves to their right, three lines change", () => {
    const order = shiftedWhite(machine, undefined, 1);
    expect(short(order)).toBe("K C M W1 W2 Y");
    expect(movesBetween(machine, ids("K C M Y W1 W2"), order ?? []).map(({ line, from, to }) => [line.id.slice(3), from, to])).toEqual([
      ["W1", 5, 4],
      ["W2", 6, 5],
      ["Y", 4, 6],
    ]);
  });
  test("by two: four lines change", () => {
    const order = shiftedWhite(machine, undefined, 2);
    expect(short(order)).toBe("K C W1 W2 M Y");
    expect(movesBetween(machine, ids("K C M Y W1 W2"), order ?? [])).toHaveLength(4);
  });
  test("on and on to the left, round the end: after six shifts by one each place had white twice", () => {
    let order: string[] | undefined = ids("K C M Y W1 W2");
    const had = new Map<number, number>();
    for (let week = 0; week < 6; week++) {
      order = shiftedWhite(machine, order, 1);
      expect(new Set(order)).toEqual(new Set(ids("K C M Y W1 W2")));
      order?.forEach((id, index) => {
        if (id.includes("W")) had.set(index, (had.get(index) ?? 0) + 1);
      });
    }
    expect([...had.values()]).toEqual([2, 2, 2, 2, 2, 2]);
  });
  test("whites apart, or with no colour on their head, are not shifted by itself", () => {
    expect(shiftedWhite(machine, ids("W1 K W2 C M Y"), 1)).toBeUndefined();
    expect(shiftedWhite({ heads: [head("H1", { K: "black" }), head("H2", { W1: "white", W2: "white" })] }, undefined, 1)).toBeUndefined();
    expect(shiftedWhite({ heads: [] }, undefined, 1)).toBeUndefined();
  });
  test("lines of another head stay", () => {
    const two = { heads: [head("H0", { X: "black" }), ...machine.heads] };
    expect(shiftedWhite(two, undefined, 1)).toEqual(["H0/X", ...ids("K C M W1 W2 Y")]);
  });
});
