import { createElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, test } from "vitest";
import { ALL_FIRING } from "../../core/nozzles/readiness.ts";
import { Comb, type CombChannel, combWords, isLight } from "./comb.tsx";
import { StateMark } from "./state-mark.tsx";

const channel = (rest: Partial<CombChannel> = {}): CombChannel => ({
  id: "H2/W2",
  ink: "white",
  colour: "#f8f8f6",
  ...ALL_FIRING,
  read: true,
  ...rest,
});
const teeth = (rest: Partial<CombChannel>) =>
  (renderToStaticMarkup(createElement(Comb, { channel: channel(rest), width: 60 })).match(/<rect/g)?.length ?? 0) - 1;

describe("the comb", () => {
  test("has a name in words", () => {
    expect(combWords(channel({ missing: 3 }))).toBe("H2/W2, white: 3 missing");
    expect(combWords(channel({ missing: 2, weak: 1, neighbours: true }))).toBe("H2/W2, white: 2 missing, 1 weak, side by side");
    expect(combWords(channel())).toBe("H2/W2, white: none missing");
    expect(combWords(channel({ gone: true }))).toBe("H2/W2, white: all out");
    expect(combWords(channel({ read: false }))).toBe("H2/W2, white: not read");
  });
  test("loses a tooth for each missing nozzle, none for weak ones, all when gone or unread", () => {
    const whole = teeth({});
    expect(teeth({ missing: 3 })).toBe(whole - 3);
    expect(teeth({ missing: 3, neighbours: true })).toBe(whole - 3);
    expect(teeth({ weak: 2, deflected: 1 })).toBe(whole);
    expect(teeth({ missing: 100_000 })).toBe(0);
    expect(teeth({ gone: true })).toBe(0);
    expect(teeth({ read: false })).toBe(0);
  });
  test("light inks stand on a dark ground, dark ones on a light one", () => {
    expect(["#f8f8f6", "#e3c21a", "#8cc8df"].map(isLight)).toEqual([true, true, true]);
    expect(["#1d1d1b", "#c42a7d", "#3552a4"].map(isLight)).toEqual([false, false, false]);
  });
  test("each state is a word and a shape of its own", () => {
    const words = ["Ready", "With care", "Hold", "Unchecked", "Printing", "Asleep", "Out of order"] as const;
    const shapes = words.map((word) => {
      const markup = renderToStaticMarkup(createElement(StateMark, { word }));
      expect(markup).toContain(word);
      return markup.match(/ d="([^"]+)"/)?.[1];
    });
    expect(new Set(shapes).size).toBe(words.length);
  });
});
