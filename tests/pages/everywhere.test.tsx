import { beforeAll, beforeEach, describe, expect, test, vi } from "vitest";
import { runPlan } from "../../src/core/runs/plan.ts";
import { Search } from "../../src/ui/search.tsx";
import { board } from "../../src/work/board/board.ts";
import { wallsOf } from "../../src/work/board/wall.ts";
import { floor } from "../../src/work/floor/floor.ts";
import { db } from "../ledger/database.ts";
import { at, entry, freshHouse, ottoline, site } from "../ledger/house.ts";
import { asked, fireEvent, said, screen, sentBy, sentTo, shown, signedInAs, signedOut, visit, waitFor, within } from "./shop.tsx";

/** What stands on every page: search by its key, timers that run, the door out. */

beforeAll(() => freshHouse());
beforeEach(() => signedInAs("ottoline"));

const SEARCH = (
  <Search
    button={(open) => (
      <button type="button" onClick={open}>
        Search
      </button>
    )}
  />
);

describe("search", () => {
  const opened = async () => {
    const user = shown(SEARCH);
    fireEvent.keyDown(document.body, { key: "/" });
    return { user, field: await screen.findByRole("combobox") };
  };
  const hits = () => screen.queryAllByRole("option").map(({ textContent }) => textContent ?? "");

  test("opens by its key and finds a machine, a person and a routine by how they begin", async () => {
    const { user, field } = await opened();
    for (const [text, found] of [
      ["gob", /machineGoby/],
      ["ilse", /personIlse Quarrie/],
      ["agitate", /routineAgitate white/],
    ] as const) {
      await user.clear(field);
      await user.type(field, text);
      await waitFor(() => expect(hits().some((hit) => found.test(hit))).toBe(true));
    }
  });

  test("arrows choose among what is found, Enter opens it", async () => {
    const { user, field } = await opened();
    await user.type(field, "s");
    await waitFor(() => expect(hits().length).toBeGreaterThan(2));
    const selected = () => screen.getAllByRole("option").findIndex((option) => option.getAttribute("aria-selected") === "true");
    expect(selected()).toBe(0);
    await user.keyboard("{ArrowDown}{ArrowDown}{ArrowUp}");
    expect(selected()).toBe(1);
    await user.keyboard("{Enter}");
    expect(sentTo).toHaveLength(1);
    expect(sentTo[0]).toMatch(/^\//);
    expect(screen.queryByRole("combobox")).toBeNull();
  });

  test("finds words of a note, and says when nothing begins like what was typed", async () => {
    await sentBy("bram", entry("note", { text: "squeaky pulley on the left" }, { machine: "teal", happenedAt: at("08:30") }));
    const { user, field } = await opened();
    await user.type(field, "pulley");
    await waitFor(() => expect(hits().some((hit) => hit.includes("squeaky pulley"))).toBe(true));
    await user.clear(field);
    await user.type(field, "zzzz");
    expect(await screen.findByText("Nothing found.")).toBeTruthy();
    await user.keyboard("{Enter}");
    expect(sentTo).toEqual([]);
  });

  test("what was typed is still wanted when it is opened again, and Escape closes it", async () => {
    const { user, field } = await opened();
    await user.type(field, "gob");
    await waitFor(() => expect(hits().length).toBeGreaterThan(0));
    await user.keyboard("{Escape}");
    await waitFor(() => expect(screen.queryByRole("combobox")).toBeNull());
    await user.click(screen.getByRole("button", { name: "Search" }));
    expect((await screen.findByRole<HTMLInputElement>("combobox")).value).toBe("gob");
  });

  test("its key is a letter like any other where somebody types", async () => {
    shown(
      <>
        {SEARCH}
        <input aria-label="A note" />
      </>,
    );
    fireEvent.keyDown(screen.getByLabelText("A note"), { key: "/" });
    expect(screen.queryByRole("combobox")).toBeNull();
  });
});

describe("the Wall", () => {
  const json = (body: unknown, method = "POST") => ({
    method,
    headers: { "content-type": "application/json" },
    body: JSON.stringify(body),
  });
  const word = (machine: string) =>
    within(screen.getByRole("region", { name: "Machines" }))
      .getByText(machine)
      .closest("li")?.textContent ?? "";

  test("hangs at an address that needs no sign-in, shows every machine's word, and follows what happens", async () => {
    const { path } = await (await asked("/api/wall", json({ name: "Film hall" }))).json();
    signedOut();
    await visit(path);
    expect(screen.getAllByRole("listitem").length).toBe((await board(db, ottoline())).machines.length);
    expect(word("Dory")).not.toMatch(/Out of order|out of order/);
    await sentBy("ottoline", entry("repair", { event: "open", symptom: "cutter jams" }, { machine: "dory", happenedAt: at("09:05") }));
    await waitFor(() => expect(word("Dory")).toMatch(/cutter jams/));
    // It looks, and can't be pressed: nobody is signed in there.
    expect(screen.queryAllByRole("button")).toEqual([]);
  });

  test("taken down, its address shows nothing any more", async () => {
    const { path } = await (await asked("/api/wall", json({ name: "Roll floor" }))).json();
    const id = (await wallsOf(ottoline())).find(({ name }) => name === "Roll floor")?.id;
    await visit(path);
    expect((await asked(`/api/wall?id=${id}`, json({}, "DELETE"))).status).toBe(200);
    await waitFor(() => expect(screen.getByRole("alert").textContent).toBe("This Wall’s address is no longer good."));
    expect(screen.queryAllByRole("listitem")).toEqual([]);
    await expect(visit(path)).rejects.toMatchObject({ digest: expect.stringContaining("404") });
  });
});

describe("running timers", () => {
  test("show the machine, the time left and who is working on it; over, it is said once", async () => {
    const { routines, machines } = await floor(db, { site, actor: ottoline() });
    const cleans = routines?.R04;
    const sprat = machines.find(({ id }) => id === "sprat");
    if (!cleans || !sprat) throw new Error("Sprat has no opening cleans");
    const plan = runPlan(cleans.steps, sprat.machine);
    // What comes before its first wait, after a night in which the caps were filled with water.
    const before = plan
      .slice(
        0,
        plan.findIndex(({ kind }) => kind === "wait"),
      )
      .filter(({ kind, id }) => kind !== "measure" && id !== "medium");
    const answers: Record<string, string> = { night: "water", waste: "room", ink: "enough", program: "print" };
    expect(before.map(({ at: step }) => step)).toEqual(["night", "waste", "ink", "program", "two"]);
    const run = crypto.randomUUID();
    const of = (body: Record<string, unknown>, clock: string) =>
      entry("run", body, { machine: "sprat", routine: "R04", run, happenedAt: at(clock) });
    await sentBy(
      "bram",
      of({ event: "start", form: "guided", version: cleans.version, gear: true }, "09:00"),
      ...before.map(({ at: step }) =>
        of({ event: "step", step, ...(answers[step] ? { result: { choice: answers[step] } } : {}) }, "09:10"),
      ),
    );
    const { Timers } = await import("../../src/ui/timers.tsx");
    shown(<Timers />);
    const bar = await screen.findByRole("region", { name: "Running timers" });
    expect(bar.textContent).toMatch(/^\d+:\d\d Sprat, .* Bram/);
    expect(within(bar).getByRole("link").getAttribute("href")).toBe(`/floor#/run/${run}`);
    vi.setSystemTime(new Date(Date.now() + 3_600_000));
    await waitFor(() => expect(bar.textContent).toMatch(/^over/));
    await waitFor(() => expect(said).toEqual([expect.stringMatching(/^Sprat: time is up \(Bram/)]));
  });
});
