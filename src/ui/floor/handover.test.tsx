// @vitest-environment happy-dom
import { cleanup, render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, test, vi } from "vitest";
import { floorView } from "../../../tests/ui/house.ts";
import type { LeftItem } from "../../core/tasks/left-for-next.ts";
import type { Floor } from "./use-floor.ts";

const put = vi.hoisted(() => vi.fn(async () => ({ ids: [], full: false })));
vi.mock("./outbox.ts", () => ({ put }));
const { Handover } = await import("./handover.tsx");

/** What the next shift must know in five lines at most; the rest is folded, and nothing of it is lost. */

afterEach(() => {
  cleanup();
  put.mockClear();
});

const hold = (name: string): LeftItem => ({ kind: "hold", machine: name.toLowerCase(), words: `${name} is on hold: 3 out` });
const late = (name: string): LeftItem => ({
  kind: "late",
  machine: name.toLowerCase(),
  key: `${name}/R08`,
  words: `${name}: Waste look, late`,
});
const HOLDS = ["Sprat", "Smelt", "Shanny", "Goby", "Teal", "Wigeon"].map(hold);
const JOBS = Array.from({ length: 30 }, (_, index) => late(`Tern ${index}`));

function shown(items: LeftItem[]) {
  const view = { ...floorView(), handover: null, leaves: { shift: "early", day: "2026-11-25", items } };
  render(<Handover floor={{ view, who: { person: "bram" } } as unknown as Floor} />);
  return { user: userEvent.setup(), part: within(screen.getByRole("region", { name: "To be written" })) };
}
const lines = (part: ReturnType<typeof within>) => part.getAllByRole("list")[0]?.children.length;

describe("the lines", () => {
  test("are five at most, the gravest first, with late work as one of them", () => {
    const { part } = shown([...HOLDS, ...JOBS]);
    expect(lines(part)).toBeLessThanOrEqual(6);
    expect(part.getByText("Sprat is on hold: 3 out")).toBeTruthy();
    expect(part.queryByText("Wigeon is on hold: 3 out")).toBeNull();
    expect(part.getByRole("button", { name: "2 more" })).toBeTruthy();
    expect(part.getByRole("button", { name: "30 jobs are late or not done" })).toBeTruthy();
  });
  test("folded ones are one press away, each with the way to it", async () => {
    const { user, part } = shown([...HOLDS, ...JOBS]);
    await user.click(part.getByRole("button", { name: "2 more" }));
    expect(part.getByText("Wigeon is on hold: 3 out")).toBeTruthy();
    expect(part.getAllByRole("link", { name: "Open" })[0]?.getAttribute("href")).toBe("#/machine/sprat");
    await user.click(part.getByRole("button", { name: "30 jobs are late or not done" }));
    expect(part.getAllByText(/, late$/)).toHaveLength(30);
  });
  test("where nothing is left that is said", () => {
    shown([]);
    expect(screen.getByText("Nothing is left over.")).toBeTruthy();
  });
});

test("what is handed over is all of it, but for what was left out", async () => {
  const { user, part } = shown([...HOLDS.slice(0, 2), ...JOBS.slice(0, 3)]);
  await user.click(part.getByRole("button", { name: "Leave out: Smelt is on hold: 3 out" }));
  await user.type(part.getByLabelText("Anything else"), "film is short");
  await user.click(part.getByRole("button", { name: "Hand over" }));
  const [[drafts]] = put.mock.calls as unknown as [[{ body: { items: LeftItem[]; free: string } }[]]];
  expect(drafts[0]?.body.items.map(({ words }) => words)).toEqual([
    "Sprat is on hold: 3 out",
    "Tern 0: Waste look, late",
    "Tern 1: Waste look, late",
    "Tern 2: Waste look, late",
  ]);
  expect(drafts[0]?.body.free).toBe("film is short");
});
