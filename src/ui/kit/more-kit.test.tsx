import "../../../tests/pages/dom.ts";
import * as library from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, test, vi } from "vitest";
import { buttonLook } from "./button.tsx";
import { Card, Empty, Skeleton } from "./card.tsx";
import { Badge, Chip } from "./chip.tsx";
import { Docket } from "./docket.tsx";
import { Checkbox, Field, TextArea } from "./field.tsx";
import { Glyph } from "./glyph.tsx";
import { IconButton } from "./icon-button.tsx";
import { Initials, initialsOf } from "./initials.tsx";
import { Menu, MenuEntry } from "./menu.tsx";
import { Progress, Stretch } from "./meter.tsx";
import { Dialog } from "./panel.tsx";
import { Mark, StateMark, WORD_COLOUR } from "./state-mark.tsx";
import { Switch } from "./switch.tsx";
import { Table } from "./table.tsx";
import { LinkTabs } from "./tabs.tsx";
import { Vessel } from "./vessel.tsx";

/** The smaller parts of the kit: what they say to those who can't see them, and what a press or a key does. */

const { cleanup, fireEvent, render, screen, within } = library;
const user = () => userEvent.setup({ document });
afterEach(cleanup);

describe("people", () => {
  test.each([
    ["Bram Teasel", "BT"],
    ["Ottoline van der Marsh", "OM"],
    ["Cher", "C"],
    ["  Ilse   Quarrie ", "IQ"],
    ["élodie ångström", "ÉÅ"],
    ["", ""],
  ])("%s is %s", (name, initials) => expect(initialsOf(name)).toBe(initials));
  test("initials say the whole name", () => {
    render(<Initials name="Bram Teasel" />);
    expect(screen.getByRole("img", { name: "Bram Teasel" }).textContent).toBe("BT");
  });
});

describe("states", () => {
  const words = Object.keys(WORD_COLOUR) as (keyof typeof WORD_COLOUR)[];
  test("each has a shape of its own, so that none needs its colour", () => {
    const shapes = words.map((word) => {
      const { container } = render(<Mark word={word} />);
      const shape = container.querySelector("svg")?.innerHTML ?? "";
      cleanup();
      return shape;
    });
    expect(new Set(shapes).size).toBe(words.length);
    expect(shapes.every((shape) => shape.length > 20)).toBe(true);
  });
  test.each(words)("%s stands beside its mark", (word) => {
    render(<StateMark word={word} />);
    expect(screen.getByText(word)).toBeTruthy();
  });
});

describe("pressed", () => {
  test("an icon button has its name read out, once", async () => {
    const press = vi.fn();
    render(
      <IconButton name="Search" onClick={press}>
        <Glyph name="check" />
      </IconButton>,
    );
    await user().click(screen.getByRole("button", { name: "Search" }));
    expect(press).toHaveBeenCalledTimes(1);
  });
  test("a switch tells its new state, and is worked by the space bar", async () => {
    const change = vi.fn();
    render(<Switch label="Allow extra time" checked={false} onChange={change} />);
    const control = screen.getByRole("switch", { name: "Allow extra time" });
    expect(control.getAttribute("aria-checked")).toBe("false");
    control.focus();
    await user().keyboard(" ");
    expect(change).toHaveBeenCalledWith(true);
  });
  test("a checkbox is named by the words beside it", async () => {
    const change = vi.fn();
    render(<Checkbox label="The old one is scrapped" onChange={(event) => change(event.target.checked)} />);
    await user().click(screen.getByLabelText("The old one is scrapped"));
    expect(change).toHaveBeenCalledWith(true);
  });
  test("a menu opens by Enter, arrows walk it, Escape shuts it and gives the focus back", async () => {
    const print = vi.fn();
    render(
      <Menu button={<button type="button">More</button>}>
        <MenuEntry onSelect={print}>Print</MenuEntry>
        <MenuEntry href="/plan">Plan</MenuEntry>
      </Menu>,
    );
    const hand = user();
    const button = screen.getByRole("button", { name: "More" });
    button.focus();
    await hand.keyboard("{Enter}");
    expect(screen.getAllByRole("menuitem").map(({ textContent }) => textContent)).toEqual(["Print", "Plan"]);
    await hand.keyboard("{Escape}");
    expect(screen.queryByRole("menu")).toBeNull();
    button.focus();
    await hand.keyboard("{Enter}");
    await hand.click(screen.getByRole("menuitem", { name: "Print" }));
    expect(print).toHaveBeenCalledTimes(1);
  });
  test("an entry with an address is a link", async () => {
    render(
      <Menu button={<button type="button">More</button>}>
        <MenuEntry href="/plan">Plan</MenuEntry>
      </Menu>,
    );
    screen.getByRole("button").focus();
    await user().keyboard("{Enter}");
    expect(screen.getByRole("menuitem", { name: "Plan" }).getAttribute("href")).toBe("/plan");
  });
  test("a dialog is named by its title and shut by Escape", async () => {
    const change = vi.fn();
    render(
      <Dialog title="Stop this job?" open onOpenChange={change}>
        <p>Wiper and towel are still open.</p>
      </Dialog>,
    );
    expect(screen.getByRole("dialog", { name: "Stop this job?" }).textContent).toContain("still open");
    await user().keyboard("{Escape}");
    expect(change).toHaveBeenCalledWith(false);
  });
  test("a dialog that is not open is not there", () => {
    render(
      <Dialog title="Stop this job?" open={false} onOpenChange={() => {}}>
        <p>Wiper</p>
      </Dialog>,
    );
    expect(screen.queryByRole("dialog")).toBeNull();
  });
});

describe("shown", () => {
  test("tabs with addresses mark the one that is here", () => {
    render(
      <LinkTabs
        label="About this machine"
        here="/machines/teal/parts"
        tabs={[
          { href: "/machines/teal", name: "Overview" },
          { href: "/machines/teal/parts", name: "Parts", badge: <Badge bad>1</Badge> },
        ]}
      />,
    );
    const tabs = within(screen.getByRole("navigation", { name: "About this machine" }));
    expect(tabs.getByRole("link", { name: /^Parts/ }).getAttribute("aria-current")).toBe("page");
    expect(tabs.getByRole("link", { name: "Overview" }).getAttribute("aria-current")).toBeNull();
  });
  test("a ticket is an article with its rank", () => {
    render(
      <Docket rank={2} label="Roll floor">
        <p>4 checks are late.</p>
      </Docket>,
    );
    expect(screen.getByRole("article", { name: "Roll floor" }).textContent).toBe("24 checks are late.");
  });
  test("what is empty says what to do first", () => {
    render(
      <Empty title="No machines yet.">
        <a href="/shop">Bring in machines</a>
      </Empty>,
    );
    expect(screen.getByText("No machines yet.")).toBeTruthy();
    expect(screen.getByRole("link", { name: "Bring in machines" })).toBeTruthy();
  });
  test("waiting is told once, not line by line", () => {
    render(<Skeleton lines={4} />);
    expect(screen.getAllByRole("status")).toHaveLength(1);
    expect(screen.getByRole("status", { name: "Loading" }).children).toHaveLength(4);
  });
  test.each([
    [0.62, "62"],
    [1.7, "100"],
    [-1, "0"],
  ])("a progress of %s is read out as %s", (share, percent) => {
    render(<Progress share={share} label="Reading the photo" />);
    expect(screen.getByRole("progressbar", { name: "Reading the photo" }).getAttribute("aria-valuenow")).toBe(percent);
  });
  test("a stretch is as long as its minutes, solid where hands are needed", () => {
    render(
      <Stretch
        label="hands, alone"
        perMinute={2}
        parts={[
          { minutes: 10, hands: true },
          { minutes: 30, hands: false },
          { minutes: 1, hands: true },
        ]}
      />,
    );
    const parts = [...screen.getByRole("img", { name: "hands, alone" }).children] as HTMLElement[];
    // The last one would be too narrow to be seen.
    expect(parts.map(({ style }) => style.width)).toEqual(["20px", "60px", "4px"]);
    expect(parts.map(({ className }) => className.includes("bg-ink"))).toEqual([true, false, true]);
  });
  test("a late stretch has its corner cut off, at its end alone", () => {
    render(
      <Stretch
        label="late"
        late
        parts={[
          { minutes: 5, hands: true },
          { minutes: 5, hands: true },
        ]}
      />,
    );
    const parts = [...screen.getByRole("img", { name: "late" }).children] as HTMLElement[];
    expect(parts.map(({ className }) => className.includes("clip-path"))).toEqual([false, true]);
  });
  test("a vessel says its level, its mark and how sure that is", () => {
    render(<Vessel volumeMl={2000} limitMl={1700} ml={886} lowMl={800} highMl={980} name="Waste" />);
    expect(screen.getByRole("img", { name: "Waste: about 886 of 2000 mL (800 to 980), full at 1700" })).toBeTruthy();
  });
  test("a vessel that may be over its mark is red", () => {
    const { container } = render(<Vessel volumeMl={2000} limitMl={900} ml={886} lowMl={800} highMl={980} name="Waste" />);
    expect(container.querySelector("rect")?.getAttribute("fill")).toBe("var(--hold)");
  });
  test("chips, badges and cards hold what they are given", () => {
    render(
      <Card>
        <Chip tone="bad">1 day late</Chip>
        <Badge>22</Badge>
      </Card>,
    );
    expect(screen.getByText("1 day late").className).toContain("text-hold");
    expect(screen.getByText("22")).toBeTruthy();
  });
  test("several lines are a field like one", () => {
    render(
      <Field label="Note" hint="Optional">
        <TextArea />
      </Field>,
    );
    expect(screen.getByLabelText("Note").tagName).toBe("TEXTAREA");
  });
  test("a link may look like a button: every look, every size", () => {
    for (const look of ["primary", "secondary", "quiet", "danger"] as const)
      for (const size of ["small", "desk", "hand"] as const) expect(buttonLook(look, size)).toMatch(/border/);
    // The one thing to do stands out from the rest.
    expect(buttonLook("primary")).not.toBe(buttonLook("secondary"));
  });
});

describe("a long table", () => {
  const rows = Array.from({ length: 200 }, (_, at) => ({ id: `m${at}`, name: `Machine ${at}` }));
  const table = (count: number) =>
    render(
      <Table
        label="Machines"
        rows={rows.slice(0, count)}
        keyOf={({ id }) => id}
        columns={[{ id: "name", name: "Machine", by: ({ name }) => name, cell: ({ name }) => name }]}
        sorted={{ id: "name", desc: true }}
      />,
    );
  test("makes all rows of a few", () => {
    table(40);
    expect(screen.getAllByRole("row")).toHaveLength(41);
  });
  test("of many it says how many there are, and makes those in view", () => {
    table(200);
    expect(screen.getByRole("table", { name: "Machines" }).getAttribute("aria-rowcount")).toBe("201");
    expect(document.querySelectorAll("tbody tr:not([role=presentation])").length).toBeLessThan(200);
  });
  test("is sorted as it is asked to be at first, numbers in names by their value", () => {
    table(12);
    const [, first] = screen.getAllByRole("row");
    expect(first?.textContent).toBe("Machine 11");
    expect(screen.getByRole("columnheader", { name: "Machine" }).getAttribute("aria-sort")).toBe("descending");
    fireEvent.click(screen.getByRole("button", { name: "Machine" }));
    expect(screen.getAllByRole("row")[1]?.textContent).toBe("Machine 0");
  });
});
