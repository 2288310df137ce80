import { beforeEach, describe, expect, test } from "vitest";
import type { Body } from "../../src/core/record/entries.ts";
import type { DayView } from "../../src/work/day/day-view.ts";
import { longJobsView } from "../../src/work/rounds/long-jobs.ts";
import { weekView } from "../../src/work/rounds/week.ts";
import { db } from "../ledger/database.ts";
import { freshHouse, ottoline } from "../ledger/house.ts";
import { asked, choose, entriesOf, offered, said, screen, signedInAs, visit, waitFor, within } from "./shop.tsx";

/** The days ahead: levelled in the week, given out for the day, hung up for the month. */

beforeEach(async () => {
  await freshHouse();
  await signedInAs("ottoline");
});
const moves = async () => (await entriesOf("move")).map(({ machine, routine, body }) => ({ machine, routine, ...(body as Body<"move">) }));

describe("the week", () => {
  test("shows each day's minutes as it stands, levelled, and as people can give; levelling makes no day worse than the worst", async () => {
    const week = await weekView(db, ottoline());
    await visit("/plan/week");
    const days = within(screen.getByRole("region", { name: "Hands by day" })).getAllByRole("listitem");
    expect(days).toHaveLength(week.days.length);
    for (const [index, day] of days.entries())
      expect(day.textContent).toContain(`${week.days[index]?.before} → ${week.days[index]?.after}`);
    const people = within(screen.getByRole("region", { name: "By person" }))
      .getAllByRole("row")
      .slice(1);
    expect(people).toHaveLength(week.people.length);
    const most = (of: "before" | "after") => Math.max(...week.days.map((day) => day[of]));
    expect(most("after")).toBeLessThanOrEqual(most("before"));
    // Work is moved, not lost: the week has as many minutes after as before.
    const sum = (of: "before" | "after") => week.days.reduce((all, day) => all + day[of], 0);
    expect(sum("after")).toBe(sum("before"));
  });

  test("what is not wanted stays; the rest is moved, each with its reason", async () => {
    await freshHouse({ history: true });
    await signedInAs("ottoline");
    const [week, before] = [await weekView(db, ottoline()), (await moves()).length];
    expect(week.moves.length).toBeGreaterThan(1);
    const user = await visit("/plan/week");
    const boxes = screen.getAllByRole<HTMLInputElement>("checkbox");
    expect(boxes).toHaveLength(week.moves.length);
    await user.click(boxes[0] as HTMLElement);
    await user.click(screen.getByRole("button", { name: `Move ${week.moves.length - 1} jobs` }));
    await waitFor(() => expect(said.at(-1)).toBe(`${week.moves.length - 1} moved.`));
    const made = (await moves()).slice(0, week.moves.length - 1);
    expect(await moves()).toHaveLength(before + made.length);
    for (const { due, to, reason } of made) {
      expect(due).not.toBe(to);
      expect(String(reason).length).toBeGreaterThan(5);
    }
    const [left] = week.moves;
    expect(made).not.toContainEqual(expect.objectContaining({ machine: left?.machine, routine: left?.routine, due: left?.from }));
  });

  test("an operator looks at it and takes nothing", async () => {
    await signedInAs("bram");
    await visit("/plan/week");
    for (const box of screen.queryAllByRole<HTMLInputElement>("checkbox")) expect(box.disabled).toBe(true);
    expect(screen.queryByRole("button", { name: /^Take|^Move/ })).toBeNull();
  });
});

describe("the month, hung up", () => {
  test("has a row a machine and a row a person, a column a day; days off are grey", async () => {
    await visit("/rounds-month");
    const [machines, people] = screen.getAllByRole("table");
    expect(
      within(people as HTMLElement)
        .getAllByRole("rowheader")
        .map(({ textContent }) => textContent),
    ).toContain("Bram Teasel");
    expect(
      within(machines as HTMLElement)
        .getAllByRole("rowheader")
        .map(({ textContent }) => textContent),
    ).toContain("Goby");
    const days = within(machines as HTMLElement)
      .getAllByRole("columnheader")
      .slice(1);
    expect(days.length).toBeGreaterThanOrEqual(28);
    const grey = days.filter(({ className }) => className.includes("bg-neutral-200")).map(({ textContent }) => textContent?.slice(0, 2));
    const weekends = days.filter(({ textContent }) => /^S[au]/.test(textContent ?? ""));
    expect(weekends.every(({ className }) => className.includes("bg-neutral-200"))).toBe(true);
    expect(grey.length).toBeLessThan(days.length / 2);
  });
});

describe("the day, given out", () => {
  const given = async () => (await entriesOf("task")).map(({ machine, body }) => ({ machine, ...(body as Body<"task">) }));
  const people = () => within(screen.getByRole("region", { name: "People" }));

  test("the rest is filled by one press: nobody gets what they may not do", async () => {
    const user = await visit("/plan/list");
    const open = /^(\d+) of \d+ jobs have nobody/.exec(screen.getByRole("heading", { level: 1 }).textContent ?? "")?.[1];
    await user.click(screen.getByRole("button", { name: "Assign all" }));
    await waitFor(() => expect(said.at(-1)).toMatch(/^\d+ assigned: longest first/));
    const made = await given();
    expect(made.length).toBe(Number(/^\d+/.exec(said.at(-1) ?? "")?.[0]));
    expect(made.length).toBeLessThanOrEqual(Number(open));
    const day: DayView = await (await asked("/api/day?on=2026-11-25")).json();
    const tasks = day.tasks.filter(({ person }) => person !== null);
    expect(tasks.length).toBeGreaterThanOrEqual(made.length);
    for (const { person, skill } of tasks) if (skill) expect(day.people.find(({ id }) => id === person)?.skills).toContain(skill);
    expect(people().getAllByText(/min/).length).toBeGreaterThan(3);
  });

  test("the usual team gets its own machines; asked twice there is nothing left to assign", async () => {
    const team = async () => {
      const user = await visit("/plan/list");
      await user.click(screen.getByRole("button", { name: "Usual team" }));
      return { user, panel: within(await screen.findByRole("dialog", { name: "Usual team" })) };
    };
    const { user, panel } = await team();
    await choose(user, panel.getByRole("combobox", { name: "Sprat" }), "Ilse Quarrie");
    await user.click(panel.getByRole("button", { name: "Save the usual team" }));
    await waitFor(() => expect(said.at(-1)).toBe("The usual team is saved."));
    const first = await team();
    await first.user.click(first.panel.getByRole("button", { name: "Assign all" }));
    await waitFor(() => expect(said.at(-1)).toMatch(/assigned to the usual team/));
    const atSprat = (await given()).filter(({ machine }) => machine === "sprat");
    expect(atSprat.length).toBeGreaterThan(0);
    for (const { person } of atSprat) expect(person).toBe("ilse");
    const second = await team();
    await second.user.click(second.panel.getByRole("button", { name: "Assign all" }));
    await waitFor(() => expect(said.at(-1)).toMatch(/nothing to assign/));
  });

  test("two people swap their shifts: both are on record, each with the other's", async () => {
    const user = await visit("/plan/list");
    await user.click(screen.getByRole("button", { name: "Something changed" }));
    await user.click(await screen.findByRole("menuitem", { name: "Another shift or a swap" }));
    const form = within(await screen.findByRole("dialog"));
    await choose(user, form.getByRole("combobox", { name: "Who" }), "Bram Teasel");
    await choose(user, form.getByRole("combobox", { name: "Swaps with" }), "Tadeo Lund");
    await user.type(form.getByLabelText("Why"), "dentist");
    await user.click(form.getByRole("button", { name: "Save" }));
    await waitFor(() => expect(said.at(-1)).toMatch(/and Tadeo Lund swap\.$/));
    const swaps = (await entriesOf("roster")).map(({ body }) => [body.person, body.shifts]);
    expect(swaps).toContainEqual(["bram", ["late"]]);
    expect(swaps).toContainEqual(["tadeo", ["early"]]);
  });

  test("another day is looked at without leaving the page", async () => {
    const user = await visit("/plan/list");
    await user.click(screen.getByRole("button", { name: "The next day" }));
    await waitFor(() => expect(screen.getByRole("button", { name: /^Day: Thu 26 Nov/ })).toBeTruthy());
    expect(screen.getByRole("heading", { level: 1 }).textContent).toMatch(/\d+ of \d+ jobs have nobody/);
  });
});

describe("the month and the closures", () => {
  test("seldom jobs stand in the row of their machine with the day they are due", async () => {
    const view = await longJobsView(db, ottoline());
    const jobs = view.machines.flatMap(({ jobs: mine }) => mine);
    await visit("/plan/month");
    expect(document.body.textContent).toContain(`${jobs.length} long jobs in the next 45 days.`);
    expect(screen.getAllByRole("img").length).toBe(jobs.length);
    for (const { at, opens, last } of jobs) expect([opens <= at || at === 0, last >= at || at === 0]).toEqual([true, true]);
  });
  test("what would wait for the end of a closure is pulled before it by one press, onto its last working days, and undone by one", async () => {
    const waiting = async () =>
      (await longJobsView(db, ottoline())).machines.flatMap(({ jobs }) => jobs.filter(({ inClosure }) => inClosure));
    const before = await waiting();
    expect(before.length).toBeGreaterThan(1);
    const user = await visit("/plan/month");
    expect(screen.getByRole("heading", { level: 1 }).textContent).toBe(`${before.length} long jobs would wait for the end of a closure`);
    await user.click(screen.getByRole("button", { name: `Pull ${before.length} ahead` }));
    await waitFor(() => expect(said.at(-1)).toBe(`${before.length} jobs pulled ahead.`));
    const pulled = await moves();
    expect(pulled).toHaveLength(before.length);
    // Onto the last five working days before the closure, each with its reason: it is earlier than the windows say.
    const { days, closures } = await longJobsView(db, ottoline());
    const last = days
      .slice(0, closures[0]?.from)
      .filter(({ works }) => works)
      .slice(-5)
      .map(({ day }) => day);
    expect(last).toHaveLength(5);
    for (const { to, reason } of pulled) expect([last.includes(to), reason]).toEqual([true, "Before the closure"]);
    expect(new Set(pulled.map(({ to }) => to)).size).toBeGreaterThan(1);
    // What comes again within the closure waits for its end all the same.
    expect((await waiting()).length).toBeLessThan(before.length / 2);
    offered.at(-1)?.onClick();
    await waitFor(async () => expect(await waiting()).toHaveLength(before.length));
  });
  test("closures ahead lead to their plans", async () => {
    await visit("/plan/closures");
    const [row] = screen.getAllByRole("row").slice(1);
    const link = within(row as HTMLElement).getByRole("link", { name: "See its plan" });
    expect(link.getAttribute("href")).toMatch(/^\/standby\/closures\/\d{4}-\d\d-\d\d$/);
  });
});
