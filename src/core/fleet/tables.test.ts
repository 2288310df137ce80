import { describe, expect, test } from "vitest";
import { isoDay, toDay } from "../calendar/day.ts";
import { machineSettings, shopRules } from "../due/facts.ts";
import { spreadUnknown } from "../due/spread.ts";
import type { FleetFile } from "./schema.ts";
import { matchColumns, readTable, roughDay } from "./tables.ts";

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
const read = (kind: Parameters<typeof readTable>[0], headings: string[], rows: string[][]) =>
  readTable(kind, rows, matchColumns(kind, headings), fleet, names, today);

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
        ["Smelt", "DTF", "03/02/2025", "Hall"],
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
    expect(rows[2]?.reasons[0]).toContain("not one of dtf, dtg, uv, wide, cij");
    expect(rows[3]?.reasons[0]).toContain("no day that exists");
    expect(rows[4]?.reasons).toEqual(["Name is empty; expected what people call it"]);
    expect(rows[5]?.reasons).toEqual(["stands twice in this table"]);
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
    expect(rows[2]?.reasons[0]).toContain("gold");
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
