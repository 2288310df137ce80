import "./worker.ts";
import { beforeEach, describe, expect, test } from "vitest";
import type { Body } from "../../src/core/record/entries.ts";
import { loadShop } from "../../src/work/shop/shop.ts";
import { db } from "../ledger/database.ts";
import { freshHouse, site } from "../ledger/house.ts";
import { asked, choose, entriesOf, fireEvent, said, screen, signedInAs, visit, waitFor, within } from "./shop.tsx";

/** A round as a supervisor plans it, changes it by hand and gives it out: the planner's own worker, the server and the ledger behind it. */

beforeEach(async () => {
  await freshHouse();
  await signedInAs("ottoline");
});

const named = (name: string | RegExp) => screen.findByRole("button", { name });
const rounds = async () => (await entriesOf("round")).map(({ body }) => body as Body<"round">);
/** What each bar of the chart says of itself: work, who, from when to when. */
const bars = () =>
  [...document.querySelectorAll<HTMLElement>("[data-track] button[aria-pressed]")].map((bar) => bar.getAttribute("aria-label") ?? "");
const bar = (label: string) => screen.getByRole("button", { name: label });
/** Opens the plan, and waits until the search is over that begins by itself. */
async function planned(what = "opening") {
  const user = await visit(`/plan?what=${encodeURIComponent(what)}`);
  await named("Publish");
  return user;
}
/** Opens one of the forms behind “Something changed”. */
async function changed(what: string) {
  const user = await planned();
  await user.click(screen.getByRole("button", { name: "Something changed" }));
  await user.click(await screen.findByRole("menuitem", { name: what }));
  return { user, panel: within(await screen.findByRole("dialog", { name: what })) };
}
/** Types a start for the job that is chosen. */
function start(time: string) {
  fireEvent.change(screen.getByLabelText("Start"), { target: { value: time } });
  fireEvent.blur(screen.getByLabelText("Start"));
}

test("a plan is there when the page opens; published by one press, each person is told what the chart showed", async () => {
  const user = await planned();
  expect(document.body.textContent).toMatch(/No plan (is better|can cost less than \d+ %)/);
  const shown = bars();
  expect(shown.length).toBeGreaterThan(5);
  await user.click(await named("Publish"));
  await waitFor(() => expect(said.at(-1)).toMatch(/^Published: \d+ jobs given/));
  const [round] = await rounds();
  expect(round?.tasks).toHaveLength(shown.length);
  // Nobody has two pieces of work in hand at one time.
  const hands = round?.tasks.flatMap(({ stretches }) => stretches.filter(({ person }) => person)) ?? [];
  for (const one of hands)
    for (const other of hands)
      if (one !== other && one.person === other.person) expect(one.end <= other.start || other.end <= one.start).toBe(true);
  await visit("/plan?what=opening");
  expect(bars().toSorted()).toEqual(shown.toSorted());
});

test("a draft that is discarded leaves nothing behind, and is not made again by itself", async () => {
  const user = await planned();
  await user.click(await named("Discard"));
  await new Promise((done) => setTimeout(done, 300));
  expect(bars()).toEqual([]);
  expect(await rounds()).toEqual([]);
});

describe("by hand", () => {
  test("without a plan one is made job by job: pressed, put there, undone", async () => {
    const user = await planned();
    await user.click(await named("Discard"));
    const nobody = screen.getByRole("region", { name: "Nobody yet" });
    const job = within(nobody).getAllByRole("button", { name: /White/ })[0] as HTMLElement;
    expect(job.getAttribute("draggable")).toBe("true");
    await user.click(job);
    expect(document.body.textContent).toContain("Not in the plan yet.");
    expect(document.body.textContent).toContain("It fits there.");
    await user.click(screen.getByRole("button", { name: "Put it there" }));
    await waitFor(() => expect(bars()).toHaveLength(1));
    expect(document.body.textContent).toContain("is in the plan now.");
    expect(within(nobody).getAllByRole("button", { name: /White/ })[0]?.getAttribute("draggable")).toBe("false");
    await user.click(screen.getByRole("button", { name: "Undo" }));
    expect(bars()).toEqual([]);
  });

  test("what is chosen says what it waits for and how long it takes; locked, it is not moved", async () => {
    const user = await planned();
    const [first = ""] = bars();
    await user.click(bar(first));
    expect(bar(first).getAttribute("aria-pressed")).toBe("true");
    expect(document.body.textContent).toMatch(/Not earlier: |It could start earlier/);
    expect(document.body.textContent).toMatch(/Time: /);
    await user.click(screen.getByRole("button", { name: "Lock" }));
    const locked = bar(`${first}, locked`);
    fireEvent.keyDown(locked, { key: "ArrowRight" });
    fireEvent.keyDown(locked, { key: "Enter" });
    expect(bars()).toContain(`${first}, locked`);
    expect(screen.queryByLabelText("Start")).toBeNull();
    await user.click(screen.getByRole("button", { name: "Unlock" }));
    expect(bars()).toContain(first);
  });

  test("arrow keys carry work, its cost is said, Enter lays it there, Undo takes it back", async () => {
    const user = await planned();
    const before = bars();
    // The last one has room after it.
    const last = before.toSorted((a, b) => endOf(a).localeCompare(endOf(b))).at(-1) ?? "";
    fireEvent.keyDown(bar(last), { key: "ArrowRight" });
    expect(document.body.textContent).toMatch(/: it (costs|saves)/);
    fireEvent.keyDown(bar(last), { key: "Enter" });
    const after = bars();
    expect(after).not.toContain(last);
    expect(after.filter((label) => !before.includes(label))).toHaveLength(1);
    expect(minutes(endOf(after.find((label) => !before.includes(label)) ?? "")) - minutes(endOf(last))).toBe(5);
    await user.click(await named("Undo"));
    expect(bars()).toEqual(before);
  });

  test("Escape drops nothing", async () => {
    await planned();
    const before = bars();
    fireEvent.keyDown(bar(before[0] ?? ""), { key: "ArrowRight" });
    fireEvent.keyDown(bar(before[0] ?? ""), { key: "Escape" });
    expect(bars()).toEqual(before);
    expect(document.body.textContent).not.toMatch(/: it (costs|saves)/);
  });

  test("a place that breaks a rule is refused with the rule; room is made where the rest can go round it, and nowhere else", async () => {
    const user = await planned();
    const before = bars();
    const later = (label: string, than: string) => startOf(label) > startOf(than) && whoOf(label) === whoOf(than);
    const sameHands = before.flatMap((one) => before.filter((other) => later(other, one)).map((other) => [one, other] as const));
    const outcomes = new Set<string>();
    for (const [one, other] of sameHands) {
      if (outcomes.size === 2) break;
      await user.click(bar(other));
      start(startOf(one));
      expect(document.body.textContent).toMatch(/That breaks a rule: /);
      await user.click(screen.getByRole("button", { name: "Move it there" }));
      expect(said.at(-1)).toMatch(/stays where it was: /);
      expect(bars()).toEqual(before);
      said.length = 0;
      await user.click(screen.getByRole("button", { name: "Make room there" }));
      await waitFor(() => expect(said.at(-1) ?? document.body.textContent).toMatch(/Room made for|There is no room for .*: /));
      if (said.length) {
        outcomes.add("no room");
        expect(bars()).toEqual(before);
        continue;
      }
      outcomes.add("room");
      const now = bars().find((label) => workOf(label) === workOf(other)) ?? "";
      expect([startOf(now), whoOf(now)]).toEqual([startOf(one), whoOf(one)]);
      expect(now).toMatch(/locked$/);
      expect(bars()).toHaveLength(before.length);
      await user.click(await named("Discard"));
      await user.click(await named("Plan again"));
      await named("Publish");
      break;
    }
    expect(outcomes.has("room")).toBe(true);
  });

  test("two pieces of work change hands", async () => {
    const user = await planned();
    const before = bars();
    let swapped = false;
    for (const label of before) {
      await user.click(bar(label));
      const others = before.filter((other) => whoOf(other) !== whoOf(label)).map((other) => workOf(other) ?? "");
      for (const other of others.slice(0, 3)) {
        await choose(user, screen.getByRole("combobox", { name: "Swap people with" }), new RegExp(`^${other}`));
        swapped = document.body.textContent?.includes("swapped:") ?? false;
        if (swapped) break;
        expect(said.at(-1)).toMatch(/They stay as they were: /);
      }
      if (swapped) break;
    }
    if (swapped) expect(bars()).not.toEqual(before);
    else expect(bars()).toEqual(before);
  });
});

describe("when the day goes otherwise", () => {
  test("somebody gone is gone from the round, which is planned again by itself and says what changed", async () => {
    const user = await planned();
    await user.click(await named("Publish"));
    await waitFor(async () => expect(await rounds()).toHaveLength(1));
    const round = (await rounds())[0];
    const busy = round?.tasks.flatMap(({ stretches }) => stretches.flatMap(({ person }) => person ?? [])) ?? [];
    const gone = busy[0] ?? "";
    const whole = (await loadShop(db, site)).people.find(({ id }) => id === gone)?.name ?? "";
    await user.click(screen.getByRole("button", { name: "Something changed" }));
    await user.click(await screen.findByRole("menuitem", { name: "Someone is away" }));
    const panel = within(await screen.findByRole("dialog", { name: "Someone is away" }));
    await choose(user, panel.getByRole("combobox", { name: "Who" }), whole);
    await user.click(panel.getByRole("button", { name: "Away for the rest of the day" }));
    await waitFor(async () => expect((await entriesOf("roster"))[0]?.body).toMatchObject({ person: gone, shifts: [] }));
    await visit("/plan?what=opening");
    await named("Publish");
    const name = whole.split(" ")[0] ?? "";
    expect(bars().filter((label) => label.includes(`, ${name},`) && !label.includes("under way"))).toEqual([]);
    expect(screen.getByRole("region", { name: "What changed" }).textContent).toMatch(/→/);
  });

  test("a machine out of order is on record with its symptom", async () => {
    const { user, panel } = await changed("A machine is out of order");
    await choose(user, panel.getByRole("combobox", { name: "Machine" }), "Goby");
    await user.type(panel.getByLabelText("What is wrong"), "belt slips");
    await user.click(panel.getByRole("button", { name: "Set out of order" }));
    await waitFor(async () =>
      expect((await entriesOf("repair"))[0]).toMatchObject({ machine: "goby", body: { event: "open", symptom: "belt slips" } }),
    );
  });

  test("something urgent is put in and planned with the rest", async () => {
    const { user, panel } = await changed("Urgent job");
    await user.type(panel.getByLabelText("What"), "move the film rolls");
    fireEvent.change(panel.getByLabelText("Hands"), { target: { value: "15" } });
    await user.click(panel.getByRole("button", { name: "Add job" }));
    await waitFor(async () => expect((await entriesOf("one-off"))[0]?.body).toMatchObject({ title: "move the film rolls", minutes: 15 }));
    await planned("shift:early");
    const label = bars().find((each) => each.includes("move the film rolls")) ?? "";
    expect(minutes(endOf(label)) - minutes(startOf(label))).toBe(15);
  });

  test("with few people only what must be done is kept, and what is put off names its risk", async () => {
    const { user, panel } = await changed("Few people");
    const people = panel.getAllByRole("checkbox");
    for (const person of people.slice(0, -2)) await user.click(person);
    fireEvent.change(panel.getByLabelText(/^Minutes each/), { target: { value: "20" } });
    await user.click(panel.getByRole("button", { name: "Must-do only" }));
    const off = await screen.findByRole("region", { name: "Put off" });
    expect(within(off).getAllByRole("listitem").length).toBeGreaterThan(3);
    await user.click(await named("Publish"));
    await waitFor(async () => expect(await rounds()).toHaveLength(1));
    const [round] = await rounds();
    expect(round?.shortHanded?.there).toHaveLength(2);
    expect(round?.shortHanded?.deferred.every(({ risk }) => risk.length > 10)).toBe(true);
    const worked = new Map<string, number>();
    for (const { person, start: from, end } of round?.tasks.flatMap(({ stretches }) => stretches) ?? [])
      if (person) worked.set(person, (worked.get(person) ?? 0) + end - from);
    for (const minutesOfOne of worked.values()) expect(minutesOfOne).toBeLessThanOrEqual(20);
  });
});

/** Opens one of the panels behind “More”. */
async function about(user: Awaited<ReturnType<typeof visit>>, what: string): Promise<HTMLElement> {
  await user.click(screen.getByRole("button", { name: "More" }));
  await user.click(await screen.findByRole("menuitem", { name: what }));
  return screen.findByRole("dialog", { name: what });
}

describe("round the plan", () => {
  test("what it is made by is saved: a walk between two areas takes another time", async () => {
    const user = await planned();
    const form = within(await about(user, "What plans are made by")).getByRole("form");
    const [walk] = [...form.querySelectorAll<HTMLInputElement>("input[name^='walk/']")];
    fireEvent.change(walk as HTMLInputElement, { target: { value: "9" } });
    fireEvent.submit(form);
    await waitFor(() => expect(said.at(-1)).toMatch(/Saved/));
    const again = within(await about(await planned(), "What plans are made by")).getByRole("form");
    expect(again.querySelector<HTMLInputElement>(`input[name='${walk?.name}']`)?.value).toBe("9");
  });

  test("a calendar's address is shown once, tells the plan to whoever has it, and nothing after it is taken back", async () => {
    const user = await planned();
    await user.click(await named("Publish"));
    await waitFor(async () => expect(await rounds()).toHaveLength(1));
    const region = await about(user, "Calendars");
    await user.click(within(region).getByRole("button", { name: "Make an address" }));
    const address = (await within(region).findByText(/^http/)).textContent ?? "";
    const calendar = async () => (await asked(new URL(address).pathname + new URL(address).search)).text();
    const lines = (await calendar()).split("\r\n");
    // RFC 5545, 3.4 and 3.6.1: a calendar of events, each with its own id and start.
    expect([lines[0], lines.filter(Boolean).at(-1)]).toEqual(["BEGIN:VCALENDAR", "END:VCALENDAR"]);
    const events = lines.filter((line) => line === "BEGIN:VEVENT").length;
    expect(events).toBeGreaterThan(5);
    expect(new Set(lines.filter((line) => line.startsWith("UID"))).size).toBe(events);
    await user.click(await within(region).findByRole("button", { name: "Take back" }));
    await waitFor(() => expect(said.at(-1)).toMatch(/is closed/));
    expect(await calendar()).not.toContain("VEVENT");
  });

  test("its sheets give each person the stretches that the round gave them", async () => {
    const user = await planned();
    await user.click(await named("Publish"));
    await waitFor(async () => expect(await rounds()).toHaveLength(1));
    const [round] = await rounds();
    await visit("/round-sheets/2026-11-25");
    const sheets = screen.getAllByRole("article");
    const people = new Set(round?.tasks.flatMap(({ stretches }) => stretches.flatMap(({ person }) => person ?? [])));
    expect(sheets).toHaveLength(people.size);
    const hands = round?.tasks.flatMap(({ stretches }) => stretches.filter(({ person }) => person)).length ?? 0;
    expect(sheets.reduce((sum, sheet) => sum + sheet.querySelectorAll("tbody tr").length, 0)).toBe(hands);
  });
});

const workOf = (label: string) => /^(.*), [^,]+, \d\d:\d\d to /.exec(label)?.[1];
const whoOf = (label: string) => /, ([^,]+), \d\d:\d\d to /.exec(label)?.[1];
const startOf = (label: string) => /(\d\d:\d\d) to /.exec(label)?.[1] ?? "";
const endOf = (label: string) => / to (\d\d:\d\d)/.exec(label)?.[1] ?? "";
const minutes = (clock: string) => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3));
