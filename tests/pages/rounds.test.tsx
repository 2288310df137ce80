import "./worker.ts";
import { beforeEach, describe, expect, test } from "vitest";
import type { Body } from "../../src/core/record/entries.ts";
import { loadShop } from "../../src/work/shop/shop.ts";
import { db } from "../ledger/database.ts";
import { freshHouse, site } from "../ledger/house.ts";
import { asked, entriesOf, fireEvent, said, screen, signedInAs, visit, waitFor, within } from "./shop.tsx";

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
/** Plans from nothing, and waits until the search is over. */
async function planned() {
  const user = await visit("/rounds");
  await user.click(await named("Plan the round"));
  await named("Put in force");
  return user;
}

test("one press plans what is due; kept, each person is told what the chart showed", async () => {
  const user = await planned();
  expect(document.body.textContent).toMatch(/No plan (is better|can cost less than \d+ %)/);
  const shown = bars();
  expect(shown.length).toBeGreaterThan(5);
  await user.click(await named("Put in force"));
  await waitFor(() => expect(said.at(-1)).toMatch(/pieces of work given to people/));
  const [round] = await rounds();
  expect(round?.tasks).toHaveLength(shown.length);
  // Nobody has two pieces of work in hand at one time.
  const hands = round?.tasks.flatMap(({ stretches }) => stretches.filter(({ person }) => person)) ?? [];
  for (const one of hands)
    for (const other of hands)
      if (one !== other && one.person === other.person) expect(one.end <= other.start || other.end <= one.start).toBe(true);
  await visit("/rounds");
  expect(bars().toSorted()).toEqual(shown.toSorted());
});

test("a draft that is thrown away leaves nothing behind", async () => {
  const user = await planned();
  await user.click(await named("Throw away"));
  expect(bars()).toEqual([]);
  expect(await rounds()).toEqual([]);
});

describe("by hand", () => {
  test("what is chosen says what it waits for and how long it takes; locked, it is not moved", async () => {
    const user = await planned();
    const [first = ""] = bars();
    await user.click(bar(first));
    expect(bar(first).getAttribute("aria-pressed")).toBe("true");
    expect(document.body.textContent).toMatch(/A minute earlier won't do: |It might be earlier; /);
    expect(document.body.textContent).toMatch(/How long: /);
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
      fireEvent.change(screen.getByLabelText("Start"), { target: { value: startOf(one) } });
      expect(document.body.textContent).toMatch(/There it breaks a rule: /);
      await user.click(screen.getByRole("button", { name: "Lay it there" }));
      expect(said.at(-1)).toMatch(/stays where it was: /);
      expect(bars()).toEqual(before);
      said.length = 0;
      await user.click(screen.getByRole("button", { name: "Make room for it there" }));
      await waitFor(() => expect(said.at(-1) ?? document.body.textContent).toMatch(/Room made for|There is no room there for .*: /));
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
      await user.click(await named("Throw away"));
      await user.click(await named("Plan the round"));
      await named("Put in force");
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
      const chooser = screen.getByLabelText<HTMLSelectElement>("Exchange people with");
      for (const { value } of [...chooser.options].filter((option) => option.value)) {
        fireEvent.change(chooser, { target: { value } });
        swapped = document.body.textContent?.includes("exchanged:") ?? false;
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
    await user.click(await named("Put in force"));
    await waitFor(async () => expect(await rounds()).toHaveLength(1));
    const round = (await rounds())[0];
    const busy = round?.tasks.flatMap(({ stretches }) => stretches.flatMap(({ person }) => person ?? [])) ?? [];
    const gone = busy[0] ?? "";
    const form = screen.getByRole("heading", { name: "Somebody is gone" }).closest("form") as HTMLFormElement;
    await user.selectOptions(within(form).getByLabelText("Who"), gone);
    await user.click(within(form).getByRole("button", { name: "Away for the rest of the day" }));
    await waitFor(async () => expect((await entriesOf("roster"))[0]?.body).toMatchObject({ person: gone, shifts: [] }));
    await visit("/rounds");
    await named("Put in force");
    const name = (await loadShop(db, site)).people.find(({ id }) => id === gone)?.name.split(" ")[0] ?? "";
    expect(bars().filter((label) => label.includes(`, ${name},`) && !label.includes("under way"))).toEqual([]);
    expect(screen.getByRole("region", { name: "What changed" }).textContent).toMatch(/→|not any more/);
  });

  test("a machine out of order is on record with its symptom", async () => {
    const user = await visit("/rounds");
    const form = screen.getByRole("heading", { name: "A machine is out of order" }).closest("form") as HTMLFormElement;
    await user.selectOptions(within(form).getByLabelText("Machine"), "goby");
    await user.type(within(form).getByLabelText("What is wrong"), "belt slips");
    await user.click(within(form).getByRole("button", { name: "Out of order" }));
    await waitFor(async () =>
      expect((await entriesOf("repair"))[0]).toMatchObject({ machine: "goby", body: { event: "open", symptom: "belt slips" } }),
    );
  });

  test("something urgent is put in and planned with the rest", async () => {
    const user = await visit("/rounds");
    const form = screen.getByRole("heading", { name: "Something urgent" }).closest("form") as HTMLFormElement;
    await user.type(within(form).getByLabelText("What"), "move the film rolls");
    fireEvent.change(within(form).getByLabelText("Minutes"), { target: { value: "15" } });
    await user.click(within(form).getByRole("button", { name: "Put it in" }));
    await waitFor(async () => expect((await entriesOf("one-off"))[0]?.body).toMatchObject({ title: "move the film rolls", minutes: 15 }));
    await user.click(await named(/^early shift/));
    await waitFor(() => expect(screen.getByRole("button", { name: /^early shift/, pressed: true })).toBeTruthy());
    await user.click(await named("Plan the round"));
    await named("Put in force");
    const label = bars().find((each) => each.includes("move the film rolls")) ?? "";
    expect(minutes(endOf(label)) - minutes(startOf(label))).toBe(15);
  });

  test("with few hands the least that can be defended is kept, and what is put off names its risk", async () => {
    const user = await visit("/rounds");
    const form = screen.getByRole("heading", { name: "Short-handed" }).closest("form") as HTMLFormElement;
    const people = within(form).getAllByRole("checkbox");
    for (const person of people.slice(0, -2)) await user.click(person);
    fireEvent.change(within(form).getByLabelText(/Minutes that each/), { target: { value: "20" } });
    await user.click(within(form).getByRole("button", { name: "Keep the least" }));
    const off = await screen.findByRole("region", { name: "Put off" });
    expect(within(off).getAllByRole("listitem").length).toBeGreaterThan(3);
    await user.click(await named("Put in force"));
    await waitFor(async () => expect(await rounds()).toHaveLength(1));
    const [round] = await rounds();
    expect(round?.shortHanded?.there).toHaveLength(2);
    expect(round?.shortHanded?.deferred.every(({ risk }) => risk.length > 10)).toBe(true);
    const worked = new Map<string, number>();
    for (const { person, start, end } of round?.tasks.flatMap(({ stretches }) => stretches) ?? [])
      if (person) worked.set(person, (worked.get(person) ?? 0) + end - start);
    for (const minutesOfOne of worked.values()) expect(minutesOfOne).toBeLessThanOrEqual(20);
  });
});

describe("round the round", () => {
  test("what it is planned by is saved: a walk between two areas takes another time", async () => {
    await visit("/rounds");
    const form = screen.getByRole("form", { name: "What rounds are planned by", hidden: true });
    const [walk] = [...form.querySelectorAll<HTMLInputElement>("input[name^='walk/']")];
    fireEvent.change(walk as HTMLInputElement, { target: { value: "9" } });
    fireEvent.submit(form);
    await waitFor(() => expect(said.at(-1)).toMatch(/Saved/));
    await visit("/rounds");
    const again = screen.getByRole("form", { name: "What rounds are planned by", hidden: true });
    expect(again.querySelector<HTMLInputElement>(`input[name='${walk?.name}']`)?.value).toBe("9");
  });

  test("a calendar's address is shown once, tells the round to whoever has it, and nothing after it is taken back", async () => {
    const user = await planned();
    await user.click(await named("Put in force"));
    await waitFor(async () => expect(await rounds()).toHaveLength(1));
    const details = screen.getByText("Calendars of people, machines and the shop").closest("details") as HTMLDetailsElement;
    details.open = true;
    fireEvent(details, new Event("toggle"));
    const region = await screen.findByRole("region", { name: "Calendars" });
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
    await waitFor(() => expect(said.at(-1)).toMatch(/tells nothing any more/));
    expect(await calendar()).not.toContain("VEVENT");
  });

  test("its sheets give each person the stretches that the round gave them", async () => {
    const user = await planned();
    await user.click(await named("Put in force"));
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
