// @vitest-environment happy-dom
import { cleanup, render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, test, vi } from "vitest";
import { floorOf, floorView, planAt, RUN, runItems } from "../../../tests/ui/house.ts";
import { channelsOf } from "../../core/fleet/channels.ts";
import { openRun } from "./runs.ts";
import { SlotMap } from "./slot-map.tsx";

const put = vi.hoisted(() => vi.fn(async (_drafts: unknown[]) => ({ full: false })));
vi.mock("./outbox.ts", () => ({ put }));

/** The map of ink places, at the steps that work by it. */
afterEach(() => {
  cleanup();
  put.mockClear();
});

function at(step: string, done: Record<string, unknown>[] = []) {
  const floor = floorOf(floorView(), runItems("goby", "R22", [{ event: "gear" }, ...done]));
  const found = openRun(floor.view, RUN);
  const now = planAt("goby", "R22").find(({ id }) => id === step);
  if (!found || !now) throw new Error("no run");
  render(<SlotMap found={found} step={now} />);
  return channelsOf(found.machine.machine).map(({ id }) => id);
}

describe("the map of ink places", () => {
  test("stands as it is now, to be compared; two places that are swapped are put right by two taps", async () => {
    const lines = at("map");
    const places = screen.getAllByRole("button");
    expect(places).toHaveLength(lines.length);
    const user = userEvent.setup();
    await user.click(places[0] as HTMLElement);
    expect(screen.getByText("Place 1 with which one?")).toBeTruthy();
    await user.click(places[1] as HTMLElement);
    const [first, second, ...rest] = lines;
    expect(put.mock.calls[0]?.[0]).toMatchObject([{ kind: "positions", machine: "goby", body: { order: [second, first, ...rest] } }]);
  });
  test("the same place twice changes nothing", async () => {
    at("map");
    const user = userEvent.setup();
    await user.click(screen.getAllByRole("button")[0] as HTMLElement);
    await user.click(screen.getAllByRole("button")[0] as HTMLElement);
    expect(put).not.toHaveBeenCalled();
  });
  test("after the answer it says from where to where each line goes", () => {
    at("labels", [
      { event: "step", step: "map", result: { choice: "agrees" } },
      { event: "step", step: "by", result: { choice: "one" } },
    ]);
    const region = screen.getByRole("region", { name: "Which ink sits where" });
    expect(within(region).getByText("After the shift")).toBeTruthy();
    expect(within(region).queryAllByRole("button")).toEqual([]);
    const moves = [...region.querySelectorAll("ul li")].map((item) => item.textContent);
    expect(moves).toHaveLength(3);
  });
});
