// @vitest-environment happy-dom
import { cleanup, render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, test } from "vitest";
import { floorOf, floorView, planAt, RUN, runItems } from "../../../tests/ui/house.ts";
import type { FloorView } from "../../core/floor/floor-view.ts";
import { RunPage } from "./run-page.tsx";

/** A step as a learner and as a practised person see it; what is open; what the plan says of a line. */
afterEach(cleanup);

function at(machine: string, routine: string, steps: Record<string, unknown>[], more: Partial<FloorView> = {}) {
  const view = floorView(more);
  const floor = floorOf(view, runItems(machine, routine, [{ event: "gear" }, ...steps]));
  render(<RunPage floor={floor} id={RUN} />);
  return userEvent.setup();
}
const step = (of: string, choice?: string) => ({ event: "step", step: of, ...(choice ? { result: { choice } } : {}) });
const now = () => within(screen.getByRole("region", { name: "Now" }));
const offCap = planAt("sprat", "R10").find(({ at: place }) => place === "off-cap");

describe("how long a step is", () => {
  test("a learner reads how and why at once", () => {
    at("sprat", "R10", [step("gap", "short")]);
    expect(now().getByText(offCap?.detail ?? "?")).toBeTruthy();
    expect(now().getByText(offCap?.why ?? "?", { exact: false })).toBeTruthy();
    expect(now().queryByRole("button", { name: "How exactly" })).toBeNull();
  });
  test("somebody practised in the routine reads its line, good and bad; how and why by a press", async () => {
    const user = at("sprat", "R10", [step("gap", "short")], { practised: { bram: ["R10"] } });
    expect(now().getByRole("heading").textContent).toBe(offCap?.text);
    expect(now().queryByText(offCap?.detail ?? "?")).toBeNull();
    expect(screen.getByText(offCap?.bad ?? "?")).toBeTruthy();
    await user.click(now().getByRole("button", { name: "How exactly" }));
    expect(now().getByText(offCap?.detail ?? "?")).toBeTruthy();
  });
  test("practised in another routine is not practised in this one", () => {
    at("sprat", "R10", [step("gap", "short")], { practised: { bram: ["R04"], ilse: ["R10"] } });
    expect(now().getByText(offCap?.detail ?? "?")).toBeTruthy();
  });
});

describe("what is open", () => {
  test("is said at the top until it is closed", () => {
    at("sprat", "R10", [step("gap", "short"), step("off-cap")]);
    expect(screen.getByRole("status").textContent).toContain("the head stands off its cap");
    cleanup();
    at("sprat", "R10", [step("gap", "short")]);
    expect(screen.queryByRole("status")).toBeNull();
  });
});

describe("an answer that ends the run", () => {
  test("says what is missing, leaves the work open, and can be taken back", () => {
    at("longshore", "R33", [step("kit", "short")]);
    expect(screen.getByRole("heading", { name: "It ends here: a part of the kit is missing." })).toBeTruthy();
    expect(screen.getByRole("button", { name: "Leave it undone" })).toBeTruthy();
    expect(screen.queryByRole("button", { name: "End the run" })).toBeNull();
  });
});
