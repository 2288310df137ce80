// @vitest-environment happy-dom
import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { afterEach, describe, expect, test } from "vitest";
import { floorView } from "../../../tests/ui/house.ts";
import { ChannelCounts, type Counts, NOTHING } from "./channel-counts.tsx";

/** Counting a channel by gloved hands: what is pressed is what is kept. */
afterEach(cleanup);

const channel = floorView().machines.find(({ id }) => id === "teal")?.channels[0];
let kept: Counts = NOTHING;
function Held({ begin }: { begin: Counts }) {
  const [counts, setCounts] = useState(begin);
  kept = counts;
  if (!channel) return null;
  return <ChannelCounts channel={channel} counts={counts} onChange={setCounts} />;
}
const shown = (begin: Counts = NOTHING) => {
  render(<Held begin={begin} />);
  return userEvent.setup();
};
const press = (name: string) => screen.getByRole("button", { name: new RegExp(`: ${name}$`) });
const field = (kind: string) => screen.getByRole("textbox", { name: new RegExp(`: ${kind}$`) });

describe("counts", () => {
  test("go up and down by one, never under nothing", async () => {
    const user = shown();
    expect((press("one less out") as HTMLButtonElement).disabled).toBe(true);
    await user.click(press("one more out"));
    await user.click(press("one more out"));
    await user.click(press("one less out"));
    expect(kept).toMatchObject({ missing: 1, weak: 0 });
  });
  test("are typed as figures only; letters fall away, a field emptied is nothing", async () => {
    const user = shown();
    await user.type(field("weak"), "1x2");
    expect(kept.weak).toBe(12);
    await user.clear(field("weak"));
    expect(kept.weak).toBe(0);
  });
  test("a channel that is all missing has no counts to type; counting one up takes that back", async () => {
    const user = shown();
    await user.click(press("All out"));
    expect(kept).toMatchObject({ gone: true, unread: false });
    expect((field("out") as HTMLInputElement).disabled).toBe(true);
    await user.click(press("one more out"));
    expect(kept).toMatchObject({ gone: false, missing: 1 });
  });
  test("all missing and not read shut each other out", async () => {
    const user = shown();
    await user.click(press("Not readable"));
    await user.click(press("All out"));
    expect(kept).toMatchObject({ gone: true, unread: false });
    await user.click(press("Not readable"));
    expect(kept).toMatchObject({ gone: false, unread: true });
  });
  test("side by side is asked only of two or more, and not where each nozzle's place is known", async () => {
    const asked = () => screen.queryByRole("group", { name: /Neighbours\?$/ });
    shown({ ...NOTHING, missing: 1 });
    expect(asked()).toBeNull();
    cleanup();
    shown({ ...NOTHING, missing: 2, which: { missing: [1, 9], weak: [], deflected: [] } });
    expect(asked()).toBeNull();
    cleanup();
    const user = shown({ ...NOTHING, missing: 2 });
    expect(press("Apart").getAttribute("aria-pressed")).toBe("true");
    await user.click(press("Side by side"));
    expect(kept).toMatchObject({ missing: 2, neighbours: true });
    expect(press("Side by side").getAttribute("aria-pressed")).toBe("true");
  });
  test("what is counted by hand has no places any more, and no sureness of a picture", async () => {
    const user = shown({ ...NOTHING, missing: 2, which: { missing: [1, 9], weak: [], deflected: [] }, confidence: 0.9 });
    await user.click(press("one more weak"));
    expect(kept).not.toHaveProperty("which");
    expect(kept).not.toHaveProperty("confidence");
    expect(kept).toMatchObject({ missing: 2, weak: 1 });
  });
});
