import { beforeAll, beforeEach, describe, expect, test } from "vitest";
import { board } from "../../src/work/board/board.ts";
import { acceptRound } from "../../src/work/rounds/accept-round.ts";
import { roundView } from "../../src/work/rounds/rounds.ts";
import { db } from "../ledger/database.ts";
import { at, entry, freshHouse, ottoline } from "../ledger/house.ts";
import { asRound } from "../ledger/round-of.ts";
import { stock } from "../ledger/store-house.ts";
import { entriesOf, fireEvent, floorAt, screen, sentBy, signedInAs, waitFor, within } from "./shop.tsx";

/** A shift as an operator finds it: what is theirs, what anyone may take, signs with their causes, ink put in; the server behind it. */

// One house for all: the device keeps what it saw of it. Each test has machines of its own.
beforeAll(() => freshHouse({ stores: true }));
beforeEach(() => signedInAs("bram"));

const region = (name: string) => screen.findByRole("region", { name });
/** What anyone may take, unfolded. */
async function free() {
  const found = await region("Free to take");
  const fold = within(found).getByRole("button", { name: /^Free to take/ });
  if (fold.getAttribute("aria-expanded") === "false") fireEvent.click(fold);
  return found;
}
const tasks = async () => (await entriesOf("task")).map(({ machine, routine, body }) => ({ machine, routine, ...body }));

describe("my shift", () => {
  test("what anyone may take is taken with one tap, and is mine then", async () => {
    const user = await floorAt("#/");
    const takeable = await free();
    const [first] = await within(takeable).findAllByRole("listitem");
    const words = within(first as HTMLElement).getByRole("link").textContent ?? "";
    await user.click(within(first as HTMLElement).getByRole("button", { name: "Take" }));
    await waitFor(async () => expect(await tasks()).toMatchObject([{ person: "bram" }]));
    const [machine = ""] = words.split(" ");
    await waitFor(async () => expect((await region("My work")).textContent).toContain(machine));
    expect(
      within(takeable)
        .queryAllByRole("link")
        .map(({ textContent }) => textContent),
    ).not.toContain(words);
  });

  test("work of another skill can't be taken, and is counted", async () => {
    await floorAt("#/");
    const takeable = await free();
    await within(takeable).findAllByRole("listitem");
    const more = within(takeable).queryByRole("button", { name: /more$/ });
    if (more) fireEvent.click(more);
    const machines = within(takeable)
      .getAllByRole("link")
      .map(({ textContent }) => textContent ?? "");
    // Bram prints films and garments; flatbeds and continuous inkjet are others' work.
    expect(machines.length).toBeGreaterThan(5);
    expect(machines.filter((words) => /^(Lamprey|Gannet|Tally|Stave)/.test(words) && /opening|Opening nozzle/.test(words))).toEqual([]);
    expect(document.body.textContent).toMatch(/\d+ more need another skill: .*uv/);
  });
});

describe("a piece of work", () => {
  /** Opens a piece of work by its words on the shift. */
  async function opened(words: RegExp) {
    const user = await floorAt("#/");
    const takeable = await free();
    const more = within(takeable).queryByRole("button", { name: /more$/ });
    if (more) await user.click(more);
    const link = await within(takeable).findByRole("link", { name: words });
    const there = await floorAt(link.getAttribute("href") ?? "");
    await screen.findByRole("button", { name: "Why now" });
    return there;
  }

  test("says why it is due; skipped, it asks for a reason and is gone from the shift", async () => {
    const user = await opened(/^Sprat Agitate white/);
    expect(screen.getByRole("heading", { level: 1 }).textContent).toBe("Sprat: Agitate white");
    await user.click(screen.getByRole("button", { name: "Why now" }));
    expect(screen.getAllByRole("listitem").length).toBeGreaterThan(0);
    await user.click(screen.getByRole("button", { name: "Skip it" }));
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Skip" }).disabled).toBe(true);
    fireEvent.change(screen.getByLabelText("Another reason"), { target: { value: "white is out of stock" } });
    await user.click(screen.getByRole("button", { name: "Skip" }));
    await waitFor(async () =>
      expect((await entriesOf("routine"))[0]).toMatchObject({
        machine: "sprat",
        body: { outcome: "skipped", reason: "white is out of stock" },
      }),
    );
  });

  test("mine is handed over to somebody who has the skill, or to anyone", async () => {
    const user = await opened(/^Smelt Agitate white/);
    await user.click(await screen.findByRole("button", { name: "Take it" }));
    await user.click(await screen.findByRole("button", { name: "Hand it over" }));
    const to = within(screen.getByRole("group", { name: "Hand it over to" }));
    const able = to.getAllByRole("button").map(({ textContent }) => textContent ?? "");
    expect(able.some((name) => name.startsWith("Ilse"))).toBe(true);
    expect(able.some((name) => name.startsWith("Ngozi"))).toBe(false);
    await user.click(to.getByRole("button", { name: /^Ilse/ }));
    await waitFor(async () => expect((await tasks())[0]).toMatchObject({ machine: "smelt", person: "ilse" }));
  });

  test("somebody else's, given by the supervisor, is not mine to hand on", async () => {
    await opened(/^Shanny Agitate white/);
    const key = decodeURIComponent(location.hash.replace("#/task/", ""));
    await sentBy(
      "ottoline",
      entry("task", { key, due: "2026-11-25", person: "ilse", why: "Bram is at Goby" }, { machine: "shanny", happenedAt: at("09:05") }),
    );
    await floorAt(`#/task/${encodeURIComponent(key)}`);
    fireEvent.click(await screen.findByRole("button", { name: "Why now" }));
    await waitFor(() => expect(document.body.textContent).toMatch(/given by .*: Bram is at Goby/));
    expect(screen.queryByRole("button", { name: "Take it" })).toBeNull();
    expect(screen.queryByRole("button", { name: "Hand it over" })).toBeNull();
  });

  test("that is open in another's hands is looked at, not begun twice", async () => {
    const user = await opened(/^Sprat Opening cleans/);
    const hash = location.hash;
    await user.click(screen.getByRole("button", { name: "Step by step" }));
    await waitFor(async () => expect((await entriesOf("run"))[0]).toMatchObject({ machine: "sprat", body: { event: "start" } }));
    await floorAt(hash);
    expect(await screen.findByText(/You have this one open/)).toBeTruthy();
    await signedInAs("ilse");
    await floorAt(hash);
    expect(await screen.findByText(/Bram Teasel is working on it/)).toBeTruthy();
    expect(screen.queryByRole("button", { name: "Step by step" })).toBeNull();
  });

  test("that once had a place and has none any more is said, with a way back", async () => {
    await floorAt("#/task/gone");
    expect(await screen.findByRole("heading", { name: "This job is gone" })).toBeTruthy();
    expect(screen.getAllByRole("link", { name: "My shift" })[0]?.getAttribute("href")).toBe("#/");
  });

  test("a one-off is done, or skipped with its reason", async () => {
    const [tidy, oil] = [
      entry("one-off", { title: "tidy the film shelf", on: "2026-11-25", minutes: 10 }),
      entry("one-off", { title: "oil the hinge", on: "2026-11-25", minutes: 5 }),
    ];
    await sentBy("ottoline", tidy, oil);
    const first = await opened(/tidy the film shelf/);
    await first.click(screen.getByRole("button", { name: "Done" }));
    await waitFor(async () => expect((await entriesOf("one-off-over"))[0]?.body).toEqual({ of: tidy.id, outcome: "done" }));
    const second = await opened(/oil the hinge/);
    await second.click(screen.getByRole("button", { name: "Skip it" }));
    await second.click(screen.getByRole("button", { name: "Part or fluid missing" }));
    await waitFor(async () =>
      expect((await entriesOf("one-off-over"))[0]?.body).toEqual({ of: oil.id, outcome: "skipped", reason: "Part or fluid missing" }),
    );
  });
});

describe("a sign", () => {
  const reported = async (machine: string) => {
    const sign = entry("sign", { sign: "weak-white", note: "pale on black shirts" }, { machine, happenedAt: at("09:00") });
    await sentBy("bram", sign);
    return { sign, user: await floorAt(`#/machine/${machine}`), signs: await region("Open signs") };
  };

  test("shows what it may come from, and why here; what it was is kept, and it is open no more", async () => {
    const { sign, user, signs } = await reported("goby");
    expect(signs.textContent).toContain("pale on black shirts");
    const causes = within(signs).getAllByRole("listitem");
    expect(causes.length).toBeGreaterThan(1);
    for (const cause of causes) {
      const before = cause.textContent?.length ?? 0;
      await user.click(within(cause).getByRole("button", { name: "why here" }));
      expect(cause.textContent?.length).toBeGreaterThan(before);
    }
    await user.click(within(causes[0] as HTMLElement).getByRole("button", { name: "It was this" }));
    await waitFor(async () => expect((await entriesOf("sign-over"))[0]?.body).toMatchObject({ of: sign.id }));
    await waitFor(() => expect(screen.queryByRole("region", { name: "Open signs" })).toBeNull());
  });

  test("its remedy becomes work for today that remembers the sign", async () => {
    const { sign, user, signs } = await reported("smelt");
    const [cause] = within(signs).getAllByRole("listitem");
    await user.click(within(cause as HTMLElement).getByRole("button", { name: "Make it a task" }));
    await waitFor(async () =>
      expect((await entriesOf("one-off"))[0]).toMatchObject({ machine: "smelt", body: { sign: sign.id, on: "2026-11-25" } }),
    );
  });

  test("its remedy is begun at once where a routine does it", async () => {
    const { user, signs } = await reported("shanny");
    const [now] = within(signs).queryAllByRole("button", { name: "Do it now" });
    expect(now).toBeDefined();
    await user.click(now as HTMLElement);
    await waitFor(async () => expect((await entriesOf("run"))[0]).toMatchObject({ machine: "shanny", body: { event: "start" } }));
  });

  test("what nobody thought of is written in words", async () => {
    const { sign, user, signs } = await reported("teal");
    await user.click(within(signs).getByText("It was something else"));
    await user.type(within(signs).getByLabelText("What was it"), "a leaf in the tray");
    await user.click(within(signs).getByRole("button", { name: "Enter" }));
    await waitFor(async () =>
      expect((await entriesOf("sign-over"))[0]?.body).toEqual({ of: sign.id, cause: "other", note: "a leaf in the tray" }),
    );
  });

  test("that holds a machine holds it until it is explained", async () => {
    const held = async () => (await board(db, ottoline())).machines.find(({ id }) => id === "sprat");
    expect((await held())?.word).not.toBe("Hold");
    const { sign } = await reported("sprat");
    expect(await held()).toMatchObject({ word: "Hold", why: expect.stringContaining("White is thin or uneven") });
    await sentBy("bram", entry("sign-over", { of: sign.id, cause: "settled" }, { machine: "sprat", happenedAt: at("09:08") }));
    expect((await held())?.word).not.toBe("Hold");
  });
});

describe("ink at a machine", () => {
  test("put in leaves the shelf by its lot, the first to leave first", async () => {
    const black = (lot: string, expiry: string) => ({ item: "dtf-black", amount: 1000, unit: "mL", lot, expiry });
    await sentBy("ottoline", stock("received", [black("K-NEW", "2027-09-01"), black("K-OLD", "2027-01-01")]));
    const user = await floorAt("#/machine/sprat");
    await user.click(await screen.findByRole("button", { name: "Ink: put in, or read off" }));
    const form = within(await screen.findByRole("form", { name: "Ink put in" }));
    await user.click(form.getByRole("button", { name: "H1/K" }));
    const lots = within(await form.findByRole("group", { name: /^Lot/ }));
    const shown = () => lots.getAllByRole("button").map(({ textContent }) => /K-\w+/.exec(textContent ?? "")?.[0]);
    await waitFor(() => expect(shown()).toEqual(["K-OLD", "K-NEW"]));
    expect(lots.getByRole("button", { name: /K-OLD/ }).getAttribute("aria-pressed")).toBe("true");
    fireEvent.change(form.getByLabelText(/^Amount/), { target: { value: "100" } });
    await user.click(form.getByRole("button", { name: "It is in" }));
    await waitFor(async () =>
      expect((await entriesOf("stock"))[0]).toMatchObject({
        machine: "sprat",
        person: "bram",
        body: { event: "used", lines: [{ item: "dtf-black", lot: "K-OLD", amount: 100, channel: "H1/K" }] },
      }),
    );
  });

  test("levels are read from the panel: only what was read is entered", async () => {
    const user = await floorAt("#/machine/teal");
    await user.click(await screen.findByRole("button", { name: "Ink: put in, or read off" }));
    const form = within(await screen.findByRole("form", { name: "Ink levels" }));
    fireEvent.change(form.getByLabelText("H1/K, %"), { target: { value: "35" } });
    fireEvent.change(form.getByLabelText("H1/C, %"), { target: { value: "140" } });
    await user.click(form.getByRole("button", { name: "Enter" }));
    fireEvent.change(form.getByLabelText("H1/C, %"), { target: { value: "" } });
    expect(await entriesOf("ink-level")).toEqual([]);
    await user.click(form.getByRole("button", { name: "Enter" }));
    await waitFor(async () => expect((await entriesOf("ink-level"))[0]?.body).toEqual({ channels: [{ channel: "H1/K", percent: 35 }] }));
  });
});

describe("what prints", () => {
  test("is said by a tap with how long, and that it has finished by another, with the counter where it was read", async () => {
    const user = await floorAt("#/machine/teal");
    await user.click(await screen.findByRole("button", { name: "It prints now" }));
    await user.click(screen.getByRole("button", { name: "2 hours" }));
    await waitFor(async () => expect((await entriesOf("busy"))[0]).toMatchObject({ machine: "teal", person: "bram" }));
    const [begun] = await entriesOf("busy");
    const hours = (Date.parse(String(begun?.body.until)) - (begun?.happenedAt.getTime() ?? 0)) / 3_600_000;
    expect(hours).toBeCloseTo(2, 1);
    await user.click(await screen.findByRole("button", { name: "Finished printing" }));
    await user.type(await screen.findByLabelText(/counter, if you see it/), "48000");
    await user.click(screen.getAllByRole("button", { name: "Finished printing" }).at(-1) as HTMLElement);
    await waitFor(async () => expect(await entriesOf("busy")).toHaveLength(2));
    // Each entry of a batch is kept by itself.
    await waitFor(async () => expect((await entriesOf("counter"))[0]?.body).toMatchObject({ value: 48_000 }));
  });
});

describe("a round in force", () => {
  test("leads a person from place to place: their stretches in order, with where and how long", async () => {
    const view = await roundView(db, ottoline(), { on: null, what: "opening", safe: false });
    const { plan, sent } = asRound(view);
    await acceptRound(db, ottoline(), sent);
    const expected = plan.tasks
      .flatMap(({ id, stretches }) => stretches.filter(({ person }) => person === "bram").map(({ start, end }) => ({ id, start, end })))
      .sort((a, b) => a.start - b.start);
    expect(expected.length).toBeGreaterThan(1);
    await floorAt("#/");
    const round = await region("My work");
    const shown = () =>
      [...within(round).getAllByRole("article", { name: "Next" }), ...within(round).queryAllByRole("listitem")].map(
        ({ textContent }) => textContent ?? "",
      );
    await waitFor(() => expect(shown().length).toBeGreaterThanOrEqual(expected.length));
    const lines = shown().slice(0, expected.length);
    for (const [index, line] of lines.entries()) {
      const { id, start, end } = expected[index] ?? { id: "", start: 0, end: 0 };
      expect(line).toContain(view.tasks[id]?.machineName ?? "?");
      if (index > 0) expect(line).toContain(`${end - start} min`);
      // What is under way already says so in place of its time.
      expect(line).toMatch(new RegExp(`now|under way|${clock(view.zero, start)}`));
    }
  });
});

/** The time of a round's minute in the house, which keeps Greenwich time in November. */
const clock = (zero: string, minute: number) => new Date(new Date(zero).getTime() + minute * 60_000).toISOString().slice(11, 16);
