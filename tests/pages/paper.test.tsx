import { uuidv7 } from "uuidv7";
import { beforeEach, describe, expect, test } from "vitest";
import { acceptRound } from "../../src/work/rounds/accept-round.ts";
import { roundView } from "../../src/work/rounds/rounds.ts";
import { db } from "../ledger/database.ts";
import { freshHouse, ottoline } from "../ledger/house.ts";
import { asRound } from "../ledger/round-of.ts";
import { asked, choose, entriesOf, fireEvent, screen, signedInAs, visit, waitFor, within } from "./shop.tsx";

/** A sheet that comes back from the floor, typed in line by line with the times that stand on it. */

beforeEach(async () => {
  await freshHouse({ stores: true });
  await signedInAs("ottoline");
});

/** Puts one routine of a machine, or a person's shift, on a sheet and opens the form for it. */
async function sheet(body: Record<string, unknown>) {
  const made = await asked("/api/paper", {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ id: uuidv7(), ...body }),
  });
  expect(made.status).toBe(200);
  const [entry] = await entriesOf("sheet");
  const user = await visit(`/paper/${entry?.id}`);
  return { user, id: entry?.id ?? "" };
}
const runs = async () => (await entriesOf("run")).toReversed();
const time = (label: string | RegExp, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });
const enter = () => screen.getByRole("button", { name: /^Enter sheet/ });
const fault = () => screen.getAllByRole("alert").at(-1)?.textContent ?? "";

describe("a routine's sheet", () => {
  const waste = () => sheet({ machine: "teal", routine: "R08", day: "2026-11-25" });

  test("asks for what only the sheet can tell: the time it ended", async () => {
    const { user } = await waste();
    await user.click(enter());
    expect(fault()).toMatch(/Nothing is filled in yet/);
    time(/: Started$/, "07:40");
    await user.click(enter());
    expect(fault()).toMatch(/when was it done\? Its time is on the sheet/);
    expect(await runs()).toEqual([]);
  });

  test("becomes a run of whoever did it, with the times and readings of the sheet, marked as typed in", async () => {
    const { user } = await waste();
    await choose(user, screen.getByLabelText("Who did it"), "Bram Teasel");
    time(/: Started$/, "07:40");
    time(/: Ended$/, "07:46");
    await user.click(screen.getByLabelText("Gear on, warnings read"));
    await user.click(screen.getByRole("button", { name: "All boxes are ticked" }));
    const [level] = screen.getAllByRole("textbox").filter((box) => box.getAttribute("inputmode") === "decimal");
    fireEvent.change(level as HTMLElement, { target: { value: "640,5" } });
    for (const group of screen.queryAllByRole("group", { name: /, line \d+$/ }))
      await user.click(within(group).getAllByRole("button")[0] as HTMLElement);
    await user.click(enter());
    await screen.findByRole("heading", { name: /is in the logbook$/ });
    const kept = await runs();
    expect(kept.map(({ body }) => body.event)).toEqual(["start", ...kept.slice(1, -1).map(({ body }) => body.event), "end"]);
    expect(kept.every(({ person, machine, routine }) => person === "bram" && machine === "teal" && routine === "R08")).toBe(true);
    expect(kept[0]?.happenedAt.toISOString()).toBe("2026-11-25T07:40:00.000Z");
    expect(kept.at(-1)?.happenedAt.toISOString()).toBe("2026-11-25T07:46:00.000Z");
    expect(kept.some(({ body }) => JSON.stringify(body).includes("640.5"))).toBe(true);
    expect(document.body.textContent).toMatch(/Bram.*with the sheet’s times. Typed in by Ottoline/);
  });

  test("not finished asks why, and the run says so", async () => {
    const { user } = await waste();
    await user.click(screen.getByRole("button", { name: /Not finished/ }));
    time(/: Ended$/, "07:46");
    await user.click(enter());
    expect(fault()).toMatch(/why was it not finished\?/);
    await user.type(screen.getByLabelText("Reason"), "bottle was locked");
    await user.click(enter());
    await screen.findByRole("heading", { name: /is in the logbook$/ });
    expect((await runs()).at(-1)?.body).toMatchObject({ event: "abandon", reason: "bottle was locked" });
  });

  test("as far as it is typed it outlives the page; typed in twice it warns", async () => {
    const { id } = await waste();
    time(/: Ended$/, "07:46");
    const user = await visit(`/paper/${id}`);
    await waitFor(() => expect(screen.getByLabelText<HTMLInputElement>(/: Ended$/).value).toBe("07:46"));
    await user.click(screen.getByRole("button", { name: /Not finished/ }));
    await user.type(screen.getByLabelText("Reason"), "called away");
    await user.click(enter());
    await screen.findByRole("heading", { name: /is in the logbook$/ });
    await visit(`/paper/${id}`);
    expect(document.body.textContent).toMatch(/Typed in already: .* by Ottoline/);
    expect(screen.getByLabelText<HTMLInputElement>(/: Ended$/).value).toBe("");
  });

  test("a time that has not come yet is refused in words, and what was typed stays", async () => {
    const { user } = await waste();
    await user.click(screen.getByRole("button", { name: /Not finished/ }));
    await user.type(screen.getByLabelText("Reason"), "called away");
    time(/: Ended$/, "23:50");
    await user.click(enter());
    await waitFor(() => expect(fault().length).toBeGreaterThan(10));
    expect(await runs()).toEqual([]);
    expect(screen.getByLabelText<HTMLInputElement>(/: Ended$/).value).toBe("23:50");
  });
});

describe("a shift's sheet", () => {
  const shift = async () => {
    const { sent } = asRound(await roundView(db, ottoline(), { on: null, what: "opening", safe: false }));
    await acceptRound(db, ottoline(), sent);
    return sheet({ person: "bram", day: "2026-11-25" });
  };

  test("nothing written is nothing entered", async () => {
    const { user } = await shift();
    await user.click(enter());
    expect(fault()).toMatch(/Nothing is filled in yet/);
  });

  test("done and skipped work is kept piece by piece: with its time, its reason, and a note of the shift", async () => {
    const { user } = await shift();
    const work = screen.getAllByRole("region").filter((region) => within(region).queryByRole("button", { name: /Skipped/ }));
    expect(work.length).toBeGreaterThan(2);
    const [first, second] = work as [HTMLElement, HTMLElement];
    await user.click(within(first).getByRole("button", { name: /Skipped/ }));
    fireEvent.change(within(first).getByLabelText(/: At$/), { target: { value: "08:10" } });
    await user.type(within(first).getByLabelText("Reason"), "machine was printing");
    await user.click(within(second).getByRole("button", { name: /Skipped/ }));
    fireEvent.change(within(second).getByLabelText(/: At$/), { target: { value: "08:20" } });
    await user.click(enter());
    expect(fault()).toMatch(/why was it skipped\?/);
    await user.type(within(second).getByLabelText("Reason"), "no swabs");
    await user.type(screen.getByLabelText("What else was seen"), "hall was cold");
    await user.click(enter());
    await screen.findByRole("heading", { name: /is in the logbook$/ });
    const skipped = (await entriesOf("routine")).map(({ body, person, happenedAt }) => [person, body.reason, happenedAt.toISOString()]);
    expect(skipped).toContainEqual(["bram", "machine was printing", "2026-11-25T08:10:00.000Z"]);
    expect(skipped).toContainEqual(["bram", "no swabs", "2026-11-25T08:20:00.000Z"]);
    expect((await entriesOf("note"))[0]).toMatchObject({ person: "bram", body: { text: "hall was cold" } });
  });

  test("an operator types in their own sheet, not another's", async () => {
    const { id } = await shift();
    await signedInAs("ilse");
    await visit(`/paper/${id}`);
    expect(document.body.textContent).toMatch(/They type it in, or a supervisor does/);
    expect((enter() as HTMLButtonElement).disabled).toBe(true);
    await signedInAs("bram");
    await visit(`/paper/${id}`);
    expect((enter() as HTMLButtonElement).disabled).toBe(false);
  });
});
