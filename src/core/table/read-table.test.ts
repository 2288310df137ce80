import { readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { isoDay, toDay } from "../calendar/day.ts";
import { machineSettings, shopRules } from "../due/facts.ts";
import { spreadUnknown } from "../due/spread.ts";
import type { FleetFile } from "../fleet/schema.ts";
import type { Cell } from "./cells.ts";
import { matchColumns, type TableKind } from "./columns.ts";
import { type Choices, readTable } from "./read-table.ts";
import { roughDay } from "./rough-day.ts";
import { sheetRows } from "./sheet-rows.ts";

const today = toDay("2026-11-25");
const fleet: FleetFile = {
  format: "zesty-anvil/fleet",
  version: 1,
  site: { id: "s", name: "S", timeZone: "Europe/Lisbon" },
  calendar: { workDays: [1, 2, 3, 4, 5] },
  areas: [{ id: "hall", name: "Hall" }],
  machines: [
    {
      id: "sprat",
      name: "Sprat",
      class: "dtf",
      since: "2026-01-01",
      counters: [{ name: "prints", readings: [{ on: "2026-11-20", value: 900 }] }],
    },
  ],
};
const names = { routine: (text: string) => (text === "Deep clean" || text === "R21" ? "R21" : undefined) };
/** A sheet from its first line on; what is wrong with each row, in one line. */
const read = (kind: TableKind, headings: Cell[], rows: Cell[][], choices: Choices = {}, shop = fleet) =>
  readTable(
    kind,
    [headings, ...rows].map((cells, index) => ({ line: index + 1, cells })),
    shop,
    names,
    today,
    choices,
  );

describe("tables", () => {
  test("columns are matched by their headings, each once", () => {
    expect(matchColumns("machines", ["Printer", "Technology", "Room", "In service", "Serial"])).toEqual({
      name: 0,
      class: 1,
      area: 2,
      since: 3,
    });
  });
  test("each machine's row is new, changed, the same or refused with its reason", () => {
    const { rows, fleet: after } = read(
      "machines",
      ["Name", "Class", "Since", "Area"],
      [
        ["Smelt", "DTF", "03.02.2025", "Hall"],
        ["Sprat", "dtf", "2026-01-01", ""],
        ["Sprat two", "laser", "2026-01-01", ""],
        ["Shanny", "dtf", "2026-02-30", ""],
        ["", "dtf", "2026-01-01", ""],
        ["Smelt", "dtf", "2026-01-01", ""],
        ["Goby", "dtf", "2026-05-01", "Film room"],
      ],
    );
    expect(rows.map(({ line, state }) => `${line} ${state}`)).toEqual([
      "2 new",
      "3 same",
      "4 refused",
      "5 refused",
      "6 refused",
      "7 refused",
      "8 new",
    ]);
    expect(rows[2]?.faults.class).toBe("Not one of dtf, dtg, uv, wide, cij");
    expect(rows[3]?.faults.since).toBe("No such day; expected one like 2026-11-25");
    expect(rows[4]?.faults.name).toBe("Name is needed: what people call it");
    expect(rows[5]?.faults).toEqual({ "": "stands twice in this table" });
    expect(after.machines.map(({ id }) => id)).toEqual(["sprat", "smelt", "goby"]);
    expect(after.machines[1]).toMatchObject({ since: "2025-02-03", area: "hall" });
    expect(after.areas?.map(({ name }) => name)).toEqual(["Hall", "Film room"]);
  });
  test("channels are said by inks, a slash between heads", () => {
    const { rows, fleet: after } = read(
      "machines",
      ["Name", "Class", "Since", "Inks"],
      [
        ["Smelt", "dtf", "2026-01-01", "K C M Y / W W"],
        ["Goby", "dtf", "2026-01-01", "black, cyan; light-cyan"],
        ["Shanny", "dtf", "2026-01-01", "K gold"],
        ["Rudd", "dtf", "2026-01-01", "K //"],
      ],
    );
    expect(rows.map(({ state }) => state)).toEqual(["new", "new", "refused", "refused"]);
    expect(rows[2]?.faults.channels).toContain("gold");
    expect(
      after.machines[1]?.heads?.map(({ id, channels }) => `${id} ${channels?.map((channel) => `${channel.id}:${channel.ink}`)}`),
    ).toEqual(["H1 K:black,C:cyan,M:magenta,Y:yellow", "H2 W1:white,W2:white"]);
    expect(after.machines[2]?.heads?.[0]?.channels?.map(({ id }) => id)).toEqual(["K", "C", "LC"]);
  });
  test("history is said roughly; readings may not fall", () => {
    const history = read(
      "history",
      ["machine", "routine", "last done"],
      [
        ["Sprat", "Deep clean", "3 weeks ago"],
        ["sprat", "R21", "sometime"],
        ["Nobody", "R21", "2026-11-01"],
        ["Sprat", "Dusting", "yesterday"],
      ],
    );
    expect(history.rows.map(({ state }) => state)).toEqual(["new", "refused", "refused", "refused"]);
    expect(history.fleet.history).toEqual([{ machine: "sprat", routine: "R21", on: "2026-11-04" }]);
    const readings = read(
      "readings",
      ["machine", "counter", "date", "reading"],
      [
        ["Sprat", "prints", "2026-11-24", "1'250"],
        ["Sprat", "prints", "2026-11-23", "100"],
        ["Sprat", "prints", "2026-11-20", "900"],
        ["Sprat", "drops", "2026-11-24", "5"],
      ],
    );
    expect(readings.rows.map(({ state }) => state)).toEqual(["new", "refused", "same", "refused"]);
  });
  test.each([
    ["today", "2026-11-25"],
    ["yesterday", "2026-11-24"],
    ["about 3 weeks ago", "2026-11-04"],
    ["a month ago", "2026-10-26"],
    ["May 2026", "2026-05-15"],
    ["soon", undefined],
  ])("“%s” is %s", (text, day) => {
    expect(roughDay(text, today)).toBe(day);
  });
});

const MACHINES = ["Maschine", "Typ", "seit", "Halle", "Farben", "Drucktage", "Zählerstand"];
describe("a sheet as it is", () => {
  test("two languages, an .xlsx number, sums and blank rows: each fact is the sheet’s own", () => {
    const sheet: Cell[][] = [
      ["Unsere Drucker, Stand November", "", "", "", "", "", ""],
      MACHINES,
      ["Stint", "Film transfer", "3. März 2024", "Halle 2", "schwarz, cyan, magenta, gelb / 2x weiß", "Mo-Fr", "40.210"],
      ["", "", "", "", "", "", ""],
      ["Meise", "Flachbett", "15/04/2023", "Halle 2", "CMYK+WW", "lun a vie", "41.950,5"],
      ["Roll one", "eco-solvent", 45_383, "Halle 3", "CMYKLcLm", "täglich", 1234.5],
      ["Coder", "CIJ", "2022-01-05", "", "", "1-5", "7’300"],
      ["Summe", "", "", "", "", "", "90.694"],
    ];
    const {
      rows,
      leftOut,
      fleet: after,
      asks,
    } = readTable(
      "machines",
      sheet.map((cells, index) => ({ line: index + 1, cells })),
      fleet,
      names,
      today,
    );
    expect(rows.map(({ line, state, faults }) => [line, state, faults])).toEqual([
      [3, "new", {}],
      [5, "new", {}],
      [6, "new", {}],
      [7, "new", {}],
    ]);
    expect(asks).toEqual({});
    expect(leftOut).toEqual([
      { line: 1, why: "above" },
      { line: 8, why: "sums" },
    ]);
    const facts = after.machines
      .slice(1)
      .map((machine) => [
        machine.id,
        machine.class,
        machine.family,
        machine.since,
        machine.area,
        machine.heads?.map(({ channels }) => channels?.map(({ id }) => id).join(" ")).join(" / "),
        machine.printDays?.join(""),
        machine.counters?.[0]?.readings?.[0]?.value,
      ]);
    // 45383 is 1 April 2024 in a spreadsheet that counts from 1900.
    expect(facts).toEqual([
      ["stint", "dtf", undefined, "2024-03-03", "halle-2", "K C M Y / W1 W2", "12345", 40_210],
      ["meise", "uv", "uv-flatbed", "2023-04-15", "halle-2", "C M Y K W1 W2", "12345", 41_950.5],
      ["roll-one", "wide", "solvent", "2024-04-01", "halle-3", "C M Y K LC LM", "1234567", 1234.5],
      ["coder", "cij", undefined, "2022-01-05", undefined, undefined, "12345", 7300],
    ]);
  });
  test("what can be read in two ways is asked once, and stands at its cell until then", () => {
    const rows = [
      ["Stint", "dtf", "03/04/24", "40.210"],
      ["Meise", "dtf", "05/06/23", "1.200"],
    ];
    const headings = ["Name", "Class", "Since", "Counter"];
    const open = read("machines", headings, rows);
    expect(open.asks).toEqual({ dates: "03/04/24", decimals: "40.210" });
    expect(open.rows.map(({ state }) => state)).toEqual(["refused", "refused"]);
    expect(open.rows[0]?.faults).toEqual({
      since: "3 Apr 2024 or 4 Mar 2024?",
      counter: "40210 or 40.21?",
    });
    const settled = read("machines", headings, rows, { style: { dates: "month-first", decimals: "comma" } });
    expect(settled.fleet.machines.slice(1).map(({ since, counters }) => [since, counters?.[0]?.readings?.[0]?.value])).toEqual([
      ["2024-03-04", 40_210],
      ["2023-05-06", 1200],
    ]);
    // One date that can only be read in one way settles the rest.
    expect(
      read("machines", headings, [...rows, ["Plötze", "dtf", "25/12/22", "1.234,5"]])
        .fleet.machines.slice(1)
        .map(({ since }) => since),
    ).toEqual(["2024-04-03", "2023-06-05", "2022-12-25"]);
    // Two that contradict each other settle nothing.
    expect(read("machines", headings, [...rows, ["A", "dtf", "25/12/22", ""], ["B", "dtf", "12/25/22", ""]]).asks.dates).toBe("03/04/24");
  });
  test("a cell corrected by hand is read as it now stands; a refused row leaves no area behind", () => {
    const rows = [["Stint", "laser", "2024-04-03", "Halle 9"]];
    const headings = ["Name", "Class", "Since", "Area"];
    const refused = read("machines", headings, rows);
    expect([refused.rows[0]?.state, refused.fleet.areas?.length]).toEqual(["refused", 1]);
    const { rows: after, fleet: taken } = read("machines", headings, rows, { edits: { 2: { class: "DTF" } } });
    expect(after[0]).toMatchObject({ state: "new", corrected: true, cells: { class: "DTF" } });
    expect(taken.areas?.map(({ name }) => name)).toEqual(["Hall", "Halle 9"]);
  });
  test("columns without a heading that is known are guessed by what stands in them, and named as guesses", () => {
    const { columns, guessed } = read(
      "people",
      ["Wer", "Aufgabe"],
      [
        ["Ada Quell", "Leitung"],
        ["Bo Rahm", "Drucker"],
      ],
    );
    expect([columns, guessed]).toEqual([{ role: 1, name: 0 }, ["role", "name"]]);
  });
  test("somebody of a name that is here already is asked about, never replaced", () => {
    const shop: FleetFile = { ...fleet, people: [{ id: "p7", name: "Ada Quell", role: "supervisor" }] };
    const row = [["ada quell", "operator"]];
    const asked = read("people", ["Name", "Role"], row, {}, shop);
    expect(asked.rows[0]).toMatchObject({ state: "asked", twin: "p7" });
    expect(asked.fleet.people).toEqual(shop.people);
    expect(
      read("people", ["Name", "Role"], row, { twins: { 2: "other" } }, shop).fleet.people?.map(({ id, role }) => `${id} ${role}`),
    ).toEqual(["p7 supervisor", "p7-2 operator"]);
  });
  test("a list of forty machines, twenty of them as nobody should write them: what comes in is what the sheet says", async () => {
    const { rows } = await sheetRows(readFileSync("tests/fixtures/messy-machines.csv"), 1000);
    const open = readTable("machines", rows, { ...fleet, machines: [] }, names, today);
    expect(open.rows).toHaveLength(40);
    expect(open.leftOut).toEqual([
      { line: 1, why: "above" },
      { line: 46, why: "sums" },
    ]);
    // 15/04/2023 and 04/25/2022 contradict each other, so that 03/04/24 is asked about; 41.950,5 settles the numbers.
    expect([open.asks, open.style]).toEqual([{ dates: "03/04/24" }, { decimals: "comma" }]);
    expect(open.rows.filter(({ state }) => state === "refused").map(({ line, faults }) => `${line} ${Object.keys(faults)}`)).toEqual([
      "13 since",
      "18 class",
      "20 since",
      "24 channels",
      "28 printDays",
      "33 since",
      "37 class",
      "39 since",
      "41 counter",
    ]);
    const { fleet: after } = readTable("machines", rows, { ...fleet, machines: [] }, names, today, {
      style: { dates: "day-first" },
      edits: {
        18: { class: "uv" },
        20: { since: "29.02.2024" },
        24: { channels: "CMYK / W" },
        28: { printDays: "Mo-Fr" },
        37: { class: "dtf" },
        39: { since: "1.1.2020" },
        41: { counter: "" },
      },
    });
    // By hand from the sheet: the twenty that were written oddly.
    const facts = after.machines.flatMap((machine, index) => {
      const inks = machine.heads?.map(({ channels }) => channels?.map(({ id }) => id).join("")).join("/");
      const printDays = machine.printDays?.join("");
      const count = machine.counters?.[0]?.readings?.[0]?.value;
      return index % 2 ? [[machine.class, machine.family, machine.since, machine.area, inks, printDays, count].join(" ")] : [];
    });
    expect(facts).toEqual([
      "dtf  2024-03-03 filmhalle KCMY/W1W2 12345 40210",
      "dtg  2023-03-03 textil KCMY/W1W2 12345 9870",
      "uv uv-flatbed 2023-04-15 hall-2 CMYK/WV 12345 22105",
      "wide  2022-04-25 rollenhalle CMYK 12345 64300.75",
      "wide solvent 2024-04-03 rollenhalle CMYKLCLM 12345 1234567",
      "wide  2024-04-01 rollenhalle KCMY 12345 30000",
      "uv uv-flatbed 2022-12-12 hall-2 CMYK 12345 100",
      "dtf  2024-02-29 filmhalle CMYK/W1W2 12345 2500",
      "cij  2021-05-01   1234567 1020000",
      "dtf  2023-05-05 filmhalle CMYK/W 12345 11000",
      "wide dye-sublimation 2023-07-04 rollenhalle CMYK 12345 5600",
      "uv uv-flatbed 2019-10-17 hall-2 KCMY/W 12345 71900",
      "dtg  2021-08-01 textil CMYKW1W2 123456 33250",
      "dtf  2023-07-06 filmhalle CMYK/W1W2 12345 8100",
      "wide aqueous 2020-05-12 rollenhalle CMYK 12345 15400",
      "dtf  2022-02-02 filmhalle CMYK/W1W2 12345 3300",
      "cij  2020-01-01   1234567 402000",
      "uv uv-flatbed 2022-08-20 hall-2 CMYK/WV 12345 ",
      "dtf  2022-12-01 filmhalle CMYK/W1W2 12345 6750",
      "wide  2022-11-11 rollenhalle CMYK 12345 21500",
    ]);
  });
  test("the same person is the one who is here, whatever their id; who is here just so is not asked about", () => {
    const shop: FleetFile = { ...fleet, people: [{ id: "p7", name: "Ada Quell", role: "supervisor", skills: ["dtf"] }] };
    const same = read("people", ["Name", "Role"], [["ADA QUELL", "operator"]], { twins: { 2: "same" } }, shop);
    expect(same.fleet.people).toEqual([{ id: "p7", name: "Ada Quell", role: "operator", skills: ["dtf"] }]);
    expect(read("people", ["Name", "Role"], [["Ada Quell", "Leitung"]], {}, shop).rows[0]?.state).toBe("same");
  });
  test("two hundred rows are read while one types", () => {
    const many = Array.from({ length: 200 }, (_, index) => [
      `Machine ${index}`,
      "wide format",
      "03.04.2024",
      "Halle 2",
      "CMYK",
      "Mo-Fr",
      "40.210,5",
    ]);
    const started = performance.now();
    expect(read("machines", MACHINES, many).rows.filter(({ state }) => state === "new")).toHaveLength(200);
    // Generous, since other tests keep the cores busy: 30 ms alone.
    expect(performance.now() - started).toBeLessThan(1000);
  });
});

describe("unknown history", () => {
  test("is spread over one interval, so that what falls due is spread over the next", () => {
    const machines = Array.from({ length: 7 }, (_, index) => ({
      id: `m${index}`,
      name: "M",
      class: "wide" as const,
      family: "aqueous" as const,
      since: "2026-01-01",
    }));
    const rules = shopRules(fleet.calendar);
    const spread = spreadUnknown(
      machines.map((machine) => machineSettings(machine, rules)),
      today,
      () => false,
    ).filter(({ routine }) => routine === "R26");
    expect(spread.map(({ day }) => isoDay(day))).toEqual([
      "2026-11-18",
      "2026-11-19",
      "2026-11-20",
      "2026-11-21",
      "2026-11-22",
      "2026-11-23",
      "2026-11-24",
    ]);
    expect(
      spreadUnknown(
        machines.map((machine) => machineSettings(machine, rules)),
        today,
        () => true,
      ),
    ).toEqual([]);
  });
});
