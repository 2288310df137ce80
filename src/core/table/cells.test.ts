import { describe, expect, test } from "vitest";
import { toDay } from "../calendar/day.ts";
import { classIn, datesOf, dayIn, decimalsOf, inksIn, listIn, numberIn, type Style, weekdaysIn, wordIn } from "./cells.ts";
import { ABILITY_WORDS, COUNTER_WORDS, plain, ROLE_WORDS, SKILL_WORDS } from "./words.ts";

/** Cells as people write them, each with what it says by hand. Common practice in spreadsheets, unless a source is named. */

const today = toDay("2026-11-25");
const readAs = (taken: object) => ("value" in taken ? taken.value : "ask" in taken ? `ask ${taken.ask}` : "fault");

describe("numbers", () => {
  test.each<[string | number, Style, unknown]>([
    ["40210", {}, 40_210],
    ["40.210", {}, "ask decimals"],
    ["40,210", {}, "ask decimals"],
    ["40.210", { decimals: "comma" }, 40_210],
    ["40.210", { decimals: "point" }, 40.21],
    ["41.950,5", {}, 41_950.5],
    ["41,950.5", {}, 41_950.5],
    ["1.234.567", {}, 1_234_567],
    ["1,234,567", {}, 1_234_567],
    ["41 950,5", {}, 41_950.5],
    ["41\u202f950", {}, 41_950],
    ["1'250", {}, 1250],
    ["12,5", {}, 12.5],
    ["0.210", {}, 0.21],
    ["-3,5", {}, -3.5],
    [40.21, { decimals: "comma" }, 40.21],
    ["12 pcs", {}, "fault"],
    ["1,23,456", {}, "fault"],
    ["1.2.3", {}, "fault"],
  ])("%j with %j", (cell, style, value) => expect(readAs(numberIn(cell, style))).toBe(value));
  test("a column settles its mark by what can be read in one way only; numbers of a workbook say nothing of it", () => {
    expect(decimalsOf(["40.210", "41.950,5"])).toBe("comma");
    expect(decimalsOf(["40.210", 12.5])).toBeUndefined();
    expect(decimalsOf(["12.5", "12,5"])).toBeUndefined();
  });
});

describe("days", () => {
  test.each<[string | number, unknown]>([
    ["2026-11-25", "2026-11-25"],
    ["2024/4/3", "2024-04-03"],
    ["2024-04-03T10:00:00", "2024-04-03"],
    ["03.04.24", "2024-04-03"],
    ["25/12/22", "2022-12-25"],
    ["12/25/2022", "2022-12-25"],
    ["05/05/2024", "2024-05-05"],
    ["03/04/24", "ask dates"],
    ["3. März 2024", "2024-03-03"],
    ["March 3rd, 2024", "2024-03-03"],
    ["3-Mar-24", "2024-03-03"],
    ["12 de mayo de 2023", "2023-05-12"],
    ["1er août 2021", "2021-08-01"],
    ["Dez. 2020", "2020-12-01"],
    ["30.02.2024", "fault"],
    ["03.04.99", "1999-04-03"],
    ["soon", "fault"],
    ["12", "fault"],
    // ECMA-376 part 1, 18.17.4.1: with the 1900 date base 45383 is 1 April 2024, 25569 is 1 January 1970.
    [45_383, "2024-04-01"],
    ["45383", "2024-04-01"],
    [25_569, "1970-01-01"],
  ])("%j", (cell, value) => expect(readAs(dayIn(cell, today))).toBe(value));
  test("a column settles its order by what can be read in one way only", () => {
    expect(datesOf(["03/04/24", "25/12/22"])).toBe("day-first");
    expect(datesOf(["03/04/24", "12/25/22"])).toBe("month-first");
    expect(datesOf(["25/12/22", "12/25/22"])).toBeUndefined();
    expect(readAs(dayIn("03/04/24", today, { dates: "month-first" }))).toBe("2024-03-04");
  });
});

describe("days of the week", () => {
  test.each<[string | number, unknown]>([
    ["Mo-Fr", [1, 2, 3, 4, 5]],
    ["Mon–Fri", [1, 2, 3, 4, 5]],
    ["1-5", [1, 2, 3, 4, 5]],
    ["12345", [1, 2, 3, 4, 5]],
    [12_345, [1, 2, 3, 4, 5]],
    ["1, 3, 5", [1, 3, 5]],
    ["Monday to Thursday", [1, 2, 3, 4]],
    ["montags bis freitags", "fault"],
    ["Montag bis Freitag", [1, 2, 3, 4, 5]],
    ["lunes a viernes", [1, 2, 3, 4, 5]],
    ["lun, mié y vie", [1, 3, 5]],
    ["Fri-Mon", [1, 5, 6, 7]],
    ["Mo Mi Fr", [1, 3, 5]],
    ["weekdays", [1, 2, 3, 4, 5]],
    ["täglich", [1, 2, 3, 4, 5, 6, 7]],
    ["always open", "fault"],
    ["0-5", "fault"],
    ["Mon-Fri-Sun", "fault"],
  ])("%j", (cell, value) => expect(readAs(weekdaysIn(cell))).toEqual(value));
});

describe("inks, classes and lists", () => {
  test.each<[string, unknown]>([
    [
      "K C M Y / W W",
      [
        ["black", "cyan", "magenta", "yellow"],
        ["white", "white"],
      ],
    ],
    ["CMYK", [["cyan", "magenta", "yellow", "black"]]],
    ["CMYK+W", [["cyan", "magenta", "yellow", "black", "white"]]],
    ["CMYKLcLm", [["cyan", "magenta", "yellow", "black", "light-cyan", "light-magenta"]]],
    ["schwarz, cyan; light cyan", [["black", "cyan", "light-cyan"]]],
    ["negro | blanco x2", [["black", "white", "white"]]],
    ["K gold", "fault"],
    ["K //", "fault"],
    ["lack", [["varnish"]]],
    ["black light cyan", [["black", "light-cyan"]]],
  ])("%j", (cell, value) => expect(readAs(inksIn(cell))).toEqual(value));
  test.each([
    ["Direct-to-Film", "dtf", undefined],
    ["UV Flatbed", "uv", "uv-flatbed"],
    ["Großformat", "wide", undefined],
    ["DTG printer", "dtg", undefined],
    ["Eco-Solvent", "wide", "solvent"],
  ])("%s", (cell, of, family) => expect(classIn(cell)).toEqual({ value: family ? { class: of, family } : { class: of } }));
  test("words of lists by what people say; what is not known stays as it is, for the one who reads it", () => {
    expect(listIn("UV, Großformat; tech", SKILL_WORDS)).toEqual(["uv", "wide", "technician"]);
    expect(listIn("white circulation, bottles", ABILITY_WORDS)).toEqual(["white-circulation", "bottles"]);
    expect(listIn("dtf uv dtf", SKILL_WORDS)).toEqual(["dtf", "uv"]);
    expect([wordIn("Leitung", ROLE_WORDS), wordIn("m²", COUNTER_WORDS), wordIn("wizard", ROLE_WORDS)]).toEqual([
      "supervisor",
      "square-metres",
      "wizard",
    ]);
    expect(plain(" Weiß. ")).toBe("weiss");
  });
});
