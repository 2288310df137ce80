import "./dom.ts";
import * as library from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, test, vi } from "vitest";
import { toDay } from "../../src/core/calendar/day.ts";
import { words } from "../../src/core/due/sentence.ts";
import { channelsOf } from "../../src/core/fleet/channels.ts";
import type { Machine } from "../../src/core/fleet/schema.ts";
import { channelViews } from "../../src/core/nozzles/channel-views.ts";
import { demoHouse } from "../../src/demo/house.ts";
import { type DrawnPart, worn } from "../../src/ui/drawings/drawn.tsx";
import { HeadEndDrawing } from "../../src/ui/drawings/head-end.tsx";
import { LitHeadEnd } from "../../src/ui/drawings/lit-head-end.tsx";

/** The drawn head end follows the machine: all sixteen of the demo, of five classes. */

const { cleanup, fireEvent, render, screen, within } = library;
afterEach(cleanup);

const { machines } = demoHouse(toDay("2026-11-25"));
const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
const partsOf = (machine: Machine, share: number | null = 0.5): DrawnPart[] => [
  ...(machine.heads ?? []).map(({ id }) => ({ id, kind: "head", name: id, share: null, note: "", gone: false })),
  ...(machine.parts ?? []).map(({ id, kind }) => ({ id, kind, name: capital(words(kind)), share, note: "50 %", gone: false })),
];
function drawn(machine: Machine, more: Partial<Parameters<typeof HeadEndDrawing>[0]> = {}) {
  render(
    <HeadEndDrawing
      machine={machine}
      channels={channelViews(machine, [], {})}
      levels={new Map()}
      vessels={[]}
      suction={null}
      stale={false}
      parts={partsOf(machine)}
      lit={() => false}
      selected={null}
      {...more}
    />,
  );
  return screen.getByRole("group", { name: new RegExp(`^Head end of ${machine.name}`) });
}

test("the demo has all five classes", () => expect(new Set(machines.map((machine) => machine.class)).size).toBe(5));

describe.each(machines.map((machine) => [machine.name, machine] as const))("%s", (_, machine) => {
  test("has each of its parts, to be pressed, each once", () => {
    const press = vi.fn();
    const drawing = drawn(machine, { onSelect: press });
    const parts = partsOf(machine).filter(({ kind }) => machine.class !== "cij" || kind !== "head");
    const buttons = within(drawing).getAllByRole("button");
    expect(buttons.map((button) => button.getAttribute("aria-label")?.split(",")[0]).toSorted()).toEqual(
      parts.map(({ name }) => name).toSorted(),
    );
    for (const button of buttons) fireEvent.keyDown(button, { key: "Enter" });
    expect(press.mock.calls.map(([id]) => id).toSorted()).toEqual(parts.map(({ id }) => id).toSorted());
  });
  test("has each of its inks", () => {
    const drawing = drawn(machine, { levels: new Map(channelsOf(machine).map(({ id }) => [id, 40])) });
    for (const { id } of channelsOf(machine)) expect(drawing.innerHTML).toContain(`${id}, `);
    expect(drawing.innerHTML.match(/: 40 %</g)).toHaveLength(channelsOf(machine).length);
  });
});

describe("one machine", () => {
  const [sprat] = machines as [Machine];
  test("what is missing is counted at its head, unless the check holds no more", () => {
    const channels = channelViews(sprat, [{ id: "H2/W1", missing: 3, weak: 0, deflected: 0, neighbours: false }], {});
    expect(drawn(sprat, { channels }).textContent).toContain("3 out");
    cleanup();
    expect(drawn(sprat, { channels, stale: true }).textContent).not.toContain("3 out");
  });
  test("levels that nobody read are said to be not known", () => {
    expect(drawn(sprat).innerHTML).toContain("level not known");
  });
  test("a vessel shows what is in it, red from its mark on", () => {
    const vessel = { id: "bottle", name: "Bottle", volumeMl: 2000, limitMl: 1700, words: "full Fri" };
    expect(drawn(sprat, { vessels: [{ ...vessel, ml: 886 }] }).textContent).toContain("886 of 2000 mL");
    cleanup();
    const full = drawn(sprat, { vessels: [{ ...vessel, ml: 1750 }] });
    expect(full.querySelector('rect[fill="var(--hold)"]')).not.toBeNull();
  });
  test("suction is shown where it was measured", () => {
    expect(drawn(sprat).textContent).not.toContain("Suction");
    cleanup();
    expect(drawn(sprat, { suction: 0.84 }).textContent).toContain("84 %");
  });
  test("a part taken off is said to be, and has an outline alone", () => {
    const parts = partsOf(sprat).map((part) => (part.kind === "wiper" ? { ...part, gone: true } : part));
    const wiper = within(drawn(sprat, { parts, onSelect: () => {} })).getByRole("button", { name: "Wiper, taken off" });
    expect(wiper.querySelector("path")?.getAttribute("fill")).toBe("none");
  });
  test("a pressed part is told to its page", async () => {
    const press = vi.fn();
    drawn(sprat, { onSelect: press, selected: "wiper" });
    const wiper = screen.getByRole("button", { name: /^Wiper/ });
    expect(wiper.getAttribute("aria-pressed")).toBe("true");
    await userEvent.setup({ document }).click(wiper);
    expect(press).toHaveBeenCalledWith("wiper");
  });
  test("nothing else than Enter and space presses it", () => {
    const press = vi.fn();
    drawn(sprat, { onSelect: press });
    const wiper = screen.getByRole("button", { name: /^Wiper/ });
    for (const key of ["Tab", "a", "Escape"]) fireEvent.keyDown(wiper, { key });
    expect(press).not.toHaveBeenCalled();
    fireEvent.keyDown(wiper, { key: " " });
    expect(press).toHaveBeenCalledTimes(1);
  });
  test("a step's parts are marked and can't be pressed", () => {
    render(<LitHeadEnd machine={sprat} channels={channelViews(sprat, [], {})} lit={new Set(["wiper"])} />);
    const drawing = screen.getByRole("group");
    expect(within(drawing).queryAllByRole("button")).toEqual([]);
    expect(drawing.querySelectorAll('[fill="var(--accent-wash)"]').length).toBe(1);
    expect(drawing.querySelectorAll('[stroke="var(--care)"]').length).toBe(0);
  });
  test("what is open is outlined, also where the step is about another part", () => {
    render(<LitHeadEnd machine={sprat} channels={channelViews(sprat, [], {})} lit={new Set(["wiper"])} open={new Set(["cap"])} />);
    const drawing = screen.getByRole("group");
    expect(drawing.querySelectorAll('[fill="var(--care-wash)"][stroke="var(--care)"]').length).toBe(1);
    expect(drawing.querySelectorAll('[fill="var(--accent-wash)"]').length).toBe(1);
  });
});

test.each([
  [null, "var(--worn-1)"],
  [0, "var(--worn-1)"],
  [0.25, "var(--worn-2)"],
  [0.5, "var(--worn-3)"],
  [0.75, "var(--worn-4)"],
  [0.99, "var(--worn-4)"],
  [1, "url(#over)"],
  [1.6, "url(#over)"],
])("a part that has used %s of its time has the ground %s", (share, ground) => expect(worn(share)).toBe(ground));
