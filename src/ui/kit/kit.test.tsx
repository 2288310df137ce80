import "../../../tests/pages/dom.ts";
import * as library from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, test, vi } from "vitest";
import { Button } from "./button.tsx";
import { Combobox } from "./combobox.tsx";
import { DateInput } from "./date-input.tsx";
import { Field, NumberInput, TextInput } from "./field.tsx";
import { Meter, Sparkline } from "./meter.tsx";
import { Panel } from "./panel.tsx";
import { Select } from "./select.tsx";
import { Table } from "./table.tsx";
import { Segmented } from "./tabs.tsx";
import { TimeInput } from "./time-input.tsx";

/** Parts of the kit as somebody uses them, by keyboard and by what is read out. */

library.configure({ asyncUtilTimeout: 10_000 });
const { cleanup, render, screen, within } = library;
const user = () => userEvent.setup({ document });
afterEach(cleanup);

describe("fields", () => {
  test("a label names its control, and the error is read out with it", () => {
    render(
      <Field label="Drain time" error="Must be 1 to 600 seconds.">
        <NumberInput unit="s" />
      </Field>,
    );
    const control = screen.getByLabelText("Drain time");
    expect(control.getAttribute("aria-invalid")).toBe("true");
    const said = document.getElementById(control.getAttribute("aria-describedby") ?? "");
    expect(said?.textContent).toBe("Must be 1 to 600 seconds.");
    expect(said?.getAttribute("role")).toBe("alert");
  });
  test("a hint is described and no alarm", () => {
    render(
      <Field label="Reason" hint="Optional">
        <TextInput />
      </Field>,
    );
    const control = screen.getByLabelText("Reason");
    expect(document.getElementById(control.getAttribute("aria-describedby") ?? "")?.textContent).toBe("Optional");
    expect(screen.queryByRole("alert")).toBeNull();
  });
  test("a button that is busy can't be pressed twice", async () => {
    const press = vi.fn();
    render(
      <Button busy onClick={press}>
        Save
      </Button>,
    );
    await user().click(screen.getByRole("button", { name: "Save" }));
    expect(press).not.toHaveBeenCalled();
    expect(screen.getByRole("button").getAttribute("aria-busy")).toBe("true");
  });
});

describe("choices", () => {
  const people = [
    { value: "bram", name: "Bram" },
    { value: "ilse", name: "Ilse", more: "no dtg skill", disabled: true },
    { value: "mirko", name: "Mirko" },
  ];
  test("a select is opened and chosen from by keyboard; nothing is a choice where it is named", async () => {
    const chosen = vi.fn();
    render(
      <Field label="Person">
        <Select value="bram" onChange={chosen} none="Nobody" options={people} />
      </Field>,
    );
    const hand = user();
    screen.getByRole("combobox", { name: "Person" }).focus();
    await hand.keyboard("{Enter}");
    expect((await screen.findByRole("option", { name: /^Ilse/ })).getAttribute("aria-disabled")).toBe("true");
    await hand.click(screen.getByRole("option", { name: "Nobody" }));
    expect(chosen).toHaveBeenCalledWith("");
  });
  test("a combobox finds by typing and says when nothing fits", async () => {
    const chosen = vi.fn();
    render(<Combobox label="Person" value="" onChange={chosen} placeholder="Person" options={people} />);
    const hand = user();
    await hand.click(screen.getByRole("combobox", { name: "Person" }));
    await hand.keyboard("zz");
    expect(await screen.findByText("Nothing fits.")).toBeTruthy();
    await hand.keyboard("{Backspace}{Backspace}mir{Enter}");
    expect(chosen).toHaveBeenCalledWith("mirko");
  });
  test("one of a few ways is pressed", async () => {
    const chosen = vi.fn();
    const options = [
      { value: "list" as const, name: "List" },
      { value: "week" as const, name: "Week" },
    ];
    render(<Segmented label="View" value="list" onChange={chosen} options={options} />);
    expect(screen.getByRole("button", { name: "List" }).getAttribute("aria-pressed")).toBe("true");
    await user().click(screen.getByRole("button", { name: "Week" }));
    expect(chosen).toHaveBeenCalledWith("week");
  });
});

describe("day and time", () => {
  test.each([
    ["9", "09:00"],
    ["930", "09:30"],
    ["9:30", "09:30"],
    ["21.45", "21:45"],
    ["25:00", undefined],
    ["soon", undefined],
  ])("%s is read as %s", async (typed, time) => {
    const chosen = vi.fn();
    render(<TimeInput label="Time" value="08:00" onChange={chosen} />);
    const field = screen.getByLabelText("Time");
    const hand = user();
    await hand.clear(field);
    await hand.type(field, typed);
    await hand.tab();
    if (time) expect(chosen).toHaveBeenCalledWith(time);
    else expect(chosen).not.toHaveBeenCalled();
  });
  test("a day is shown with its weekday, today by its name, and chosen on a calendar", async () => {
    const chosen = vi.fn();
    render(<DateInput label="Day" value="2026-11-27" today="2026-11-27" onChange={chosen} min="2026-11-20" />);
    const button = screen.getByRole("button", { name: "Day: Fri 27 Nov" });
    expect(button.textContent).toBe("Today, Fri 27 Nov");
    const hand = user();
    await hand.click(button);
    const grid = within(await screen.findByRole("grid"));
    expect(grid.getByRole<HTMLButtonElement>("button", { name: /19 November 2026/ }).disabled).toBe(true);
    await hand.click(grid.getByRole("button", { name: /30 November 2026/ }));
    expect(chosen).toHaveBeenCalledWith("2026-11-30");
  });
});

describe("table", () => {
  const rows = [
    { name: "Sprat", cleans: 63 as number | null },
    { name: "Goby", cleans: null },
    { name: "Smelt", cleans: 66 },
  ];
  const shown = (more: Partial<Parameters<typeof Table<(typeof rows)[number]>>[0]> = {}) =>
    render(
      <Table
        label="Cleans"
        rows={rows}
        keyOf={({ name }) => name}
        columns={[
          { id: "name", name: "Machine", by: ({ name }) => name, cell: ({ name }) => name },
          { id: "cleans", name: "Cleans", by: ({ cleans }) => cleans, cell: ({ cleans }) => cleans ?? "–" },
          { id: "more", name: "More", cell: () => "" },
        ]}
        {...more}
      />,
    );
  const names = () =>
    screen
      .getAllByRole("row")
      .slice(1)
      .map((row) => within(row).getAllByRole("cell")[0]?.textContent);
  test("a press on a column sorts by it, another turns it round; what is not known comes last either way", async () => {
    shown();
    const hand = user();
    expect(names()).toEqual(["Sprat", "Goby", "Smelt"]);
    const orders = new Set<string>();
    for (let press = 0; press < 2; press++) {
      await hand.click(screen.getByRole("button", { name: "Cleans" }));
      expect(names().at(-1)).toBe("Goby");
      orders.add(names().join());
      expect(screen.getByRole("columnheader", { name: "Cleans" }).getAttribute("aria-sort")).toMatch(/ascending|descending/);
    }
    expect(orders.size).toBe(2);
    expect(screen.queryByRole("button", { name: "More" })).toBeNull();
  });
  test("arrows walk its rows, Enter opens one", async () => {
    const open = vi.fn();
    shown({ onOpen: open });
    const [first, second] = screen.getAllByRole("row").slice(1);
    first?.focus();
    await user().keyboard("{ArrowDown}");
    expect(document.activeElement).toBe(second);
    await user().keyboard("{Enter}");
    expect(open).toHaveBeenCalledWith(rows[1]);
  });
  test("rows are chosen by their names", async () => {
    const choose = vi.fn();
    shown({ chosen: new Set(["Goby"]), onChoose: choose, nameOf: ({ name }) => name });
    expect(screen.getByRole<HTMLInputElement>("checkbox", { name: "Choose Goby" }).checked).toBe(true);
    await user().click(screen.getByRole("checkbox", { name: "Choose Sprat" }));
    expect(choose).toHaveBeenCalledWith("Sprat", true);
  });
});

test("a panel is closed by Escape and by its button", async () => {
  const change = vi.fn();
  render(
    <Panel title="Deep clean" open onOpenChange={change}>
      <p>Sprat</p>
    </Panel>,
  );
  expect(screen.getByRole("dialog", { name: "Deep clean" })).toBeTruthy();
  await user().keyboard("{Escape}");
  await user().click(screen.getByRole("button", { name: "Close" }));
  expect(change.mock.calls).toEqual([[false], [false]]);
});

test("a measure says its words; over its end it stays inside its bar", () => {
  render(<Meter share={1.4} label="140 % of its time" />);
  const bar = screen.getByRole("img", { name: "140 % of its time" });
  expect((bar.firstElementChild as HTMLElement).style.width).toBe("100%");
});

test("a line leaves out what is not known", () => {
  render(<Sparkline label="Checks" values={[1, 2, null, 3]} />);
  expect(screen.getByRole("img", { name: "Checks" }).querySelector("path")?.getAttribute("d")?.match(/M/g)).toHaveLength(2);
});
