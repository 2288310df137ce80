import { beforeEach, describe, expect, test } from "vitest";
import type { NozzlePattern } from "../../src/core/nozzles/pattern.ts";
import { loadShop } from "../../src/work/shop/shop.ts";
import { db } from "../ledger/database.ts";
import { at, entry, freshHouse, site } from "../ledger/house.ts";
import { choose, entriesOf, fireEvent, said, screen, sentBy, signedInAs, visit, waitFor, within } from "./shop.tsx";

/** Nozzles at the desk: practice on a simulated machine, a machine's history, its check sheet. */

beforeEach(async () => {
  await freshHouse();
  await signedInAs("ottoline");
});

const channel = (id: string, missing: number[], more: Record<string, unknown> = {}) => ({
  id,
  missing: missing.length,
  weak: 0,
  deflected: 0,
  neighbours: missing.some((nozzle) => missing.includes(nozzle + 1)),
  which: { missing, weak: [], deflected: [] },
  ...more,
});
const check = (clock: string, channels: ReturnType<typeof channel>[], machine = "teal") =>
  entry("check", { channels, source: "tap" }, { machine, routine: "R01", happenedAt: at(clock) });

describe("practice", () => {
  const enterCheck = async (user: Awaited<ReturnType<typeof visit>>, missing = 0) => {
    await user.click(screen.getByRole("button", { name: "Print a check" }));
    if (missing) await user.click(screen.getByRole("button", { name: /^H1\/K, black: / }));
    for (let count = 0; count < missing; count++) await user.click(screen.getByRole("button", { name: "H1/K, black: one more out" }));
    await user.click(screen.getByRole("button", { name: /fired$/ }));
  };

  test("nothing is printed before a check, and the ladder asks for one first", async () => {
    await visit("/nozzles/practice");
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Start printing" }).disabled).toBe(true);
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "What comes next?" }).disabled).toBe(true);
    expect(document.body.textContent).toMatch(/0 cleans, 0 mL, 0 min so far/);
  });

  test("printing with a poor check is a wrong turn, named with what was better; the house's record stays as it was", async () => {
    const user = await visit("/nozzles/practice");
    await enterCheck(user, 9);
    expect(screen.getByRole("list", { name: "Your last check: out · weak · deflected" }).textContent).toContain("9 · 0 · 0");
    await user.click(screen.getByRole("button", { name: "What comes next?" }));
    expect(document.body.textContent).toMatch(/Clean|Look/);
    await user.click(screen.getByRole("button", { name: "Start printing" }));
    const end = screen.getByRole("region", { name: "How it went" });
    expect(end.textContent).toMatch(/[1-9]\d* wrong turns?:/);
    expect(within(end).getAllByRole("listitem")[0]?.textContent).toMatch(/Better: /);
    expect(await entriesOf("check")).toEqual([]);
    await user.click(within(end).getByRole("button", { name: "Another machine" }));
    expect(screen.queryByRole("region", { name: "How it went" })).toBeNull();
  });

  test("a clean costs its ink and its minutes; a technician ends it", async () => {
    const user = await visit("/nozzles/practice");
    await enterCheck(user, 3);
    const [clean] = within(screen.getByRole("group", { name: /^Clean/ })).getAllByRole("button");
    const ml = Number(/([\d.]+) mL/.exec(clean?.textContent ?? "")?.[1]);
    await user.click(clean as HTMLElement);
    expect(screen.getByRole("status").textContent).toMatch(/^Done: /);
    const spent = /(\d+) cleans?, ([\d.]+) mL, (\d+) min so far/.exec(document.body.textContent ?? "");
    expect(spent?.[1]).toBe("1");
    expect(Number(spent?.[2]) % ml).toBe(0);
    expect(Number(spent?.[3])).toBeGreaterThan(0);
    await user.click(
      within(screen.getByRole("group", { name: "Or" }))
        .getAllByRole("button")
        .at(-1) as HTMLElement,
    );
    expect(screen.getByRole("heading", { name: "A technician took over" })).toBeTruthy();
  });
});

describe("a machine's history", () => {
  test("two checks are held against each other channel by channel; the same one twice is nothing to compare", async () => {
    await sentBy(
      "bram",
      check("07:00", [channel("H1/K", [3]), channel("H1/C", [])]),
      check("08:00", [channel("H1/K", [3, 40]), channel("H1/C", [])]),
    );
    const user = await visit("/machines/teal/nozzles");
    await user.click(screen.getByRole("button", { name: "Compare two" }));
    const two = within(await screen.findByRole("dialog", { name: "Two checks" }));
    const row = (id: string) => two.getAllByText(id)[0]?.closest("tr")?.textContent ?? "";
    expect(row("H1/K")).toMatch(/41|new|more/i);
    expect(row("H1/C")).not.toBe(row("H1/K"));
    const earlier = two.getByRole("combobox", { name: "Earlier check" });
    await choose(user, two.getByRole("combobox", { name: "Later check" }), (earlier.textContent ?? "").replace(/\s+$/, ""));
    expect(document.body.textContent).toContain("Choose two different checks.");
  });

  test("a check is held up for comparing, and taken down", async () => {
    const first = check("07:00", [channel("H1/K", [])]);
    await sentBy("bram", first, check("08:00", [channel("H1/K", [1])]));
    const user = await visit("/machines/teal/nozzles");
    await user.click(screen.getByRole("button", { name: "Compare two" }));
    await user.click(await screen.findByRole("button", { name: "Keep the earlier one" }));
    await waitFor(async () => expect((await entriesOf("pin"))[0]?.body).toEqual({ of: first.id }));
    await user.click(await screen.findByRole("button", { name: "No longer keep it" }));
    await waitFor(async () => expect((await entriesOf("pin"))[0]?.body).toEqual({ of: null }));
  });

  test("prints since the last good check are at risk once one fails; a complaint is answered from the checks round it", async () => {
    await sentBy("bram", check("06:00", [channel("H1/K", [])]), check("09:00", [channel("H1/K", [1, 2, 3, 4, 5, 6, 7, 8, 9])]));
    const user = await visit("/machines/teal/nozzles");
    const risk = within(screen.getByRole("region", { name: "Prints at risk" }));
    expect(risk.getByRole("link", { name: "last good" })).toBeTruthy();
    expect(risk.getByRole("link", { name: "failed" })).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Find cause of a bad print" }));
    const form = within(await screen.findByRole("dialog"));
    const ask = form.getByRole<HTMLButtonElement>("button", { name: "Find cause" });
    expect(ask.disabled).toBe(true);
    await user.click(form.getByLabelText("Day of the bad print"));
    await user.click(within(await screen.findByRole("grid")).getByRole("button", { name: /25 November 2026/ }));
    fireEvent.change(form.getByLabelText("Time"), { target: { value: "07:30" } });
    await user.click(ask);
    await waitFor(() => expect(screen.getByRole("dialog").textContent).toMatch(/06:00/));
  });

  test("a recovery is counted: what was missing check by check, its cleans and their ink", async () => {
    await sentBy(
      "bram",
      check("07:00", [channel("H1/K", [1, 2, 3, 4, 5, 6, 7, 8, 9])]),
      entry("care", { what: "clean", strength: "light", heads: ["H1"], ml: 3 }, { machine: "teal", happenedAt: at("07:10") }),
      check("07:20", [channel("H1/K", [])]),
    );
    await visit("/machines/teal/nozzles");
    const recovery = within(screen.getByRole("region", { name: /^Recoveries/ })).getAllByRole("row")[1]?.textContent ?? "";
    expect(recovery).toContain("9 → 0");
    expect(recovery).toMatch(/within limits/);
    await visit("/nozzles?month=2026-11");
    const month = within(screen.getByRole("region", { name: /^Recoveries, / }));
    expect(month.getAllByRole("row")).toHaveLength(1 + 1);
    expect(month.getByText(/^All: 1 recoveries, 1 cleans, 3.0 mL/)).toBeTruthy();
    expect(month.getAllByRole("row")[1]?.textContent).toMatch(/^Teal11/);
    await visit("/nozzles?month=2026-10");
    expect(document.body.textContent).toContain("No recovery began in this month.");
  });
});

describe("a check sheet", () => {
  const kept = async () => (await loadShop(db, site)).patterns.get("teal");
  const keep = () => screen.getByRole<HTMLButtonElement>("button", { name: "Save" });
  const bring = (file: File) => fireEvent.change(screen.getByLabelText("A nozzle pattern as JSON"), { target: { files: [file] } });
  const alert = () => screen.getByRole("alert").textContent ?? "";

  test("is drawn as it is typed; what is wrong stands there in words and can't be kept", async () => {
    const user = await visit("/machines/teal/check-sheet");
    await screen.findByRole("img", { name: /^Check sheet of Teal: H1\/K with 120 nozzles/ });
    fireEvent.change(screen.getByLabelText("H1/K: Nozzles"), { target: { value: "-3" } });
    await waitFor(() => expect(alert()).toMatch(/nozzles/));
    expect(keep().disabled).toBe(true);
    expect(screen.queryByRole("img", { name: /^Check sheet/ })).toBeNull();
    fireEvent.change(screen.getByLabelText("H1/K: Nozzles"), { target: { value: "60" } });
    await screen.findByRole("img", { name: /H1\/K with 60 nozzles/ });
    await user.click(keep());
    await waitFor(async () => expect((await kept())?.channels[0]?.nozzles).toBe(60));
  });

  test("all channels are made like the first, each in its own place and ink", async () => {
    const user = await visit("/machines/teal/check-sheet");
    fireEvent.change(screen.getByLabelText("H1/K: Nozzles"), { target: { value: "40" } });
    fireEvent.change(screen.getByLabelText("H1/K: Dash length, mm"), { target: { value: "2.5" } });
    await user.click(screen.getByRole("button", { name: "Make all like the first" }));
    await waitFor(() => expect(keep().disabled).toBe(false));
    await user.click(keep());
    await waitFor(async () =>
      expect((await kept())?.channels.every(({ nozzles, dash }) => nozzles === 40 && dash.length === 2.5)).toBe(true),
    );
    const channels = (await kept())?.channels ?? [];
    expect(new Set(channels.map(({ origin }) => `${origin.x}/${origin.y}`)).size).toBe(channels.length);
    expect(new Set(channels.map(({ id }) => id)).size).toBe(channels.length);
  });

  test("comes in as a file that is looked at first; what is none is refused with its reason, and nothing changes", async () => {
    await visit("/machines/teal/check-sheet");
    const name = () => screen.getByLabelText<HTMLInputElement>("Name").value;
    const before = name();
    bring(new File(["{ no json"], "sheet.json"));
    await waitFor(() => expect(alert()).toMatch(/sheet.json is not readable JSON/));
    bring(new File([JSON.stringify({ format: "something else" })], "other.json"));
    await waitFor(() => expect(alert()).toMatch(/other.json: /));
    bring(new File([new Uint8Array(2_100_000)], "huge.json"));
    await waitFor(() => expect(alert()).toMatch(/huge.json is larger than 2 MB/));
    expect(name()).toBe(before);
    const link = screen.getByRole<HTMLAnchorElement>("link", { name: "Export as JSON" });
    const own: NozzlePattern = JSON.parse(decodeURIComponent(link.getAttribute("href")?.split(",").slice(1).join(",") ?? ""));
    bring(new File([JSON.stringify({ ...own, name: "As we print it" })], "own.json"));
    await waitFor(() => expect(name()).toBe("As we print it"));
    expect(said).toEqual([]);
  });

  test("clear ink has no colour on it, and one that is coloured again is drawn", async () => {
    const user = await visit("/machines/teal/check-sheet");
    await user.click(screen.getByLabelText("H1/K: clear, judged by eye"));
    expect(screen.getByLabelText<HTMLInputElement>("H1/K: colour on the sheet").disabled).toBe(true);
    await waitFor(() => expect(keep().disabled).toBe(false));
    await user.click(keep());
    await waitFor(async () => expect((await kept())?.channels[0]?.colour).toBeNull());
    await user.click(screen.getByRole("button", { name: "Back to the usual one" }));
    expect(screen.getByLabelText<HTMLInputElement>("H1/K: colour on the sheet").disabled).toBe(false);
  });
});
