import "../../../tests/pages/dom.ts";
import * as library from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { afterEach, describe, expect, test, vi } from "vitest";
import { FilePick } from "./file-pick.tsx";
import { flipped, Marks } from "./marks.tsx";
import { Room } from "./room.tsx";
import { Stepper } from "./stepper.tsx";
import { Table } from "./table.tsx";
import { Reasons, Why } from "./why.tsx";

/** The parts that a room's pages are made of. */

const { cleanup, fireEvent, render, screen, within } = library;
const user = () => userEvent.setup({ document });
afterEach(cleanup);

describe("a room", () => {
  const tabs = {
    label: "Stores",
    here: "/stores/orders",
    of: [
      { href: "/stores", name: "Shelf" },
      { href: "/stores/orders", name: "Orders", badge: 3 },
    ],
  };
  test("answers first, with its number in the heading for those who hear it", () => {
    render(
      <Room number={3} title="orders on their way" more="None is late." tabs={tabs} actions={<button type="button">Export all</button>}>
        <p>below</p>
      </Room>,
    );
    expect(screen.getByRole("heading", { level: 1 }).textContent).toBe("3 orders on their way");
    expect(screen.getByRole("main").textContent).toContain("None is late.");
    expect(screen.getByRole("button", { name: "Export all" })).toBeTruthy();
    const here = within(screen.getByRole("navigation", { name: "Stores" })).getByRole("link", { current: "page" });
    expect(here.textContent).toContain("Orders");
  });
  test("whose answer is words alone has no number", () => {
    render(<Room title="Safety">.</Room>);
    expect(screen.getByRole("heading", { level: 1 }).textContent).toBe("Safety");
    expect(screen.queryByRole("navigation")).toBeNull();
  });
});

describe("why", () => {
  test("is shut until it is pressed, and says what it explains", async () => {
    render(
      <Why label="Order by">
        <Reasons of={["uses 40 mL a day", "takes 9 days.", "counted on Monday?"]} />
      </Why>,
    );
    expect(screen.queryByRole("listitem")).toBeNull();
    await user().click(screen.getByRole("button", { name: "Why: Order by" }));
    expect(await screen.findByRole("dialog", { name: "Why: Order by" })).toBeTruthy();
    expect(screen.getAllByRole("listitem").map(({ textContent }) => textContent)).toEqual([
      "Uses 40 mL a day.",
      "Takes 9 days.",
      "Counted on Monday?",
    ]);
  });
});

describe("a stepper", () => {
  const Held = ({ min, max }: { min?: number; max?: number }) => {
    const [value, setValue] = useState(2);
    return <Stepper label="Packs" value={value} onChange={setValue} {...(min === undefined ? {} : { min })} {...(max ? { max } : {})} />;
  };
  const field = () => screen.getByRole<HTMLInputElement>("textbox", { name: "Packs" });
  test("steps within its bounds", async () => {
    render(<Held min={1} max={3} />);
    const [less, more] = screen.getAllByRole<HTMLButtonElement>("button");
    await user().click(more as HTMLElement);
    expect([field().value, more?.disabled]).toEqual(["3", true]);
    await user().click(less as HTMLElement);
    await user().click(less as HTMLElement);
    expect([field().value, less?.disabled]).toEqual(["1", true]);
  });
  test.each([
    ["7", "7"],
    ["1x2", "12"],
    ["-4", "4"],
    ["", "0"],
    ["99999", "9999"],
    ["three", "0"],
  ])("typed %j is %s", (typed, value) => {
    render(<Held />);
    fireEvent.change(field(), { target: { value: typed } });
    expect(field().value).toBe(value);
  });
});

describe("a file", () => {
  test("is handed on, and the same can be chosen again", async () => {
    const picked = vi.fn();
    render(
      <FilePick label="Table file" accept=".csv" onPick={picked}>
        Open a table
      </FilePick>,
    );
    const input = screen.getByLabelText<HTMLInputElement>("Table file", { selector: "input" });
    const file = new File(["a;b"], "a.csv", { type: "text/csv" });
    for (let time = 0; time < 2; time++) await user().upload(input, file);
    expect(picked.mock.calls.map(([each]) => (each as File).name)).toEqual(["a.csv", "a.csv"]);
    fireEvent.change(input, { target: { files: [] } });
    expect(picked).toHaveBeenCalledTimes(2);
  });
  test("can't be chosen while it is off", () => {
    render(
      <FilePick label="Table file" accept=".csv" disabled onPick={() => {}}>
        Open a table
      </FilePick>,
    );
    expect(screen.getByLabelText<HTMLInputElement>("Table file", { selector: "input" }).disabled).toBe(true);
  });
});

describe("several of a few", () => {
  test.each([
    [["dtf"], "dtg", ["dtf", "dtg"]],
    [["dtf", "dtg"], "dtf", ["dtg"]],
    [[], "uv", ["uv"]],
    [["uv"], "uv", []],
  ])("of %j, %s makes %j", (list, value, after) => expect(flipped(list, value)).toEqual(after));
  test("each is on or off, and says so", async () => {
    const Held = () => {
      const [chosen, setChosen] = useState<string[]>(["dtf"]);
      return (
        <Marks
          label="Skills"
          hint="What this person may do."
          options={["dtf", "uv"].map((value) => ({ value, name: value.toUpperCase() }))}
          chosen={chosen}
          flip={(value) => setChosen(flipped(chosen, value))}
        />
      );
    };
    render(<Held />);
    const group = within(screen.getByRole("group", { name: "Skills" }));
    expect(group.getByRole("button", { name: "DTF", pressed: true })).toBeTruthy();
    await user().click(group.getByRole("button", { name: "UV", pressed: false }));
    await user().click(group.getByRole("button", { name: "DTF" }));
    expect(group.getByRole("button", { pressed: true }).textContent).toBe("UV");
    expect(group.getByText("What this person may do.")).toBeTruthy();
  });
});

describe("a table in groups", () => {
  const ROWS = [
    { id: "cap", state: "Low", days: 12 },
    { id: "ink", state: "To order", days: 3 },
    { id: "swab", state: "Low", days: 7 },
    { id: "tube", state: "Fine", days: null },
  ];
  const opened = vi.fn();
  const shown = () =>
    render(
      <Table
        label="Shelf"
        rows={ROWS}
        keyOf={({ id }) => id}
        onOpen={({ id }) => opened(id)}
        groups={{ of: ({ state }) => state, head: (state) => <b>{state}</b> }}
        columns={[
          { id: "item", name: "Item", by: ({ id }) => id, cell: ({ id }) => id },
          { id: "days", name: "Days", by: ({ days }) => days, cell: ({ days }) => days ?? "–" },
        ]}
      />,
    );
  const lines = () => [...document.querySelectorAll("tbody tr")].map(({ textContent }) => textContent);
  test("keeps the order in which its groups come; sorting stays within them", async () => {
    shown();
    expect(lines()).toEqual(["Low", "cap12", "swab7", "To order", "ink3", "Fine", "tube–"]);
    const days = screen.getByRole("button", { name: "Days" });
    await user().click(days);
    if (days.closest("th")?.getAttribute("aria-sort") === "descending") await user().click(days);
    expect(lines()).toEqual(["Low", "swab7", "cap12", "To order", "ink3", "Fine", "tube–"]);
  });
  test("arrows step over a group's head, and stay at both ends", async () => {
    shown();
    const row = (text: string) => screen.getByText(text).closest("tr") as HTMLElement;
    row("swab").focus();
    await user().keyboard("{ArrowDown}");
    expect(document.activeElement).toBe(row("ink"));
    await user().keyboard("{ArrowUp}{ArrowUp}{ArrowUp}{ArrowUp}");
    expect(document.activeElement).toBe(row("cap"));
    await user().keyboard("{Enter}");
    expect(opened).toHaveBeenCalledExactlyOnceWith("cap");
  });
});
