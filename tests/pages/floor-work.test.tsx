import { beforeAll, beforeEach, describe, expect, test } from "vitest";
import { wasteMarks } from "../../src/ledger/waste.ts";
import { putPin } from "../../src/work/access/pin.ts";
import { db } from "../ledger/database.ts";
import { freshHouse, site } from "../ledger/house.ts";
import { entriesOf, fireEvent, floorAt, screen, signedInAs, waitFor, within } from "./shop.tsx";

/** Work taken, handed on, done short or by several machines at once, and who is at a tablet; with the server, without a browser. */

beforeAll(() => freshHouse({ stores: true }));
beforeEach(() => signedInAs("bram"));

/** Reads the level and answers what is asked besides, each by its first answer. */
async function fill(machine: string, ml: string) {
  const form = within(await screen.findByRole("region", { name: machine }));
  fireEvent.change(form.getByLabelText(/mL$/), { target: { value: ml } });
  for (const group of form.queryAllByRole("group")) fireEvent.click(within(group).getAllByRole("button")[0] as HTMLElement);
}
const runsOf = async (machine: string) => (await entriesOf("run")).filter((each) => each.machine === machine).toReversed();

describe("several machines in one pass", () => {
  test("only what must be read is asked; one tap a machine; each is its own run with its vessel's level", async () => {
    const user = await floorAt("#/several/R08");
    await screen.findByRole("heading", { name: "Waste look, short" });
    await fill("Sprat", "420");
    await user.click(screen.getByRole("button", { name: "Sprat done" }));
    await waitFor(async () =>
      expect((await runsOf("sprat")).map(({ body }) => body.event)).toEqual([
        "start",
        ...(await runsOf("sprat")).slice(1, -1).map(() => "step"),
        "end",
      ]),
    );
    expect(await wasteMarks(db, site, ["sprat"])).toMatchObject([{ event: "level", ml: 420 }]);
    await fill("Smelt", "510");
    await user.click(screen.getByRole("button", { name: "Smelt done" }));
    await waitFor(async () => expect((await runsOf("smelt")).at(-1)?.body).toMatchObject({ event: "end" }));
    expect(screen.queryByRole("button", { name: "Sprat done" })).toBeNull();
  });
  test("what is not read is asked for, and nothing is entered", async () => {
    const user = await floorAt("#/several/R08");
    await user.click(await screen.findByRole("button", { name: "Shanny done" }));
    const alerts = screen.getAllByRole("alert").map(({ textContent }) => textContent ?? "");
    expect(alerts.some((text) => text.length > 5)).toBe(true);
    expect(await runsOf("shanny")).toHaveLength(0);
  });
  test("a time that is given is the time of all of it", async () => {
    const user = await floorAt("#/several/R08");
    const goby = await screen.findByRole("region", { name: "Goby" });
    await fill("Goby", "300");
    await user.click(within(goby).getByRole("button", { name: "Done earlier?" }));
    fireEvent.change(within(goby).getByLabelText("Done at (empty: now)"), { target: { value: "08:05" } });
    await user.click(within(goby).getByRole("button", { name: "Goby done" }));
    await waitFor(async () => expect((await runsOf("goby")).at(-1)?.body).toMatchObject({ event: "end" }));
    for (const { happenedAt } of await runsOf("goby")) expect(happenedAt.toISOString()).toContain(":05:00");
  });
});

describe("a piece of work", () => {
  const open = async (machine: string, routine: string) => {
    const user = await floorAt(`#/machine/${machine}`);
    const due = await screen.findByRole("region", { name: "Due here" });
    const link = within(due)
      .getAllByRole<HTMLAnchorElement>("link")
      .find(({ textContent }) => textContent?.startsWith(routine));
    if (!link) throw new Error(`${routine} is not due at ${machine}: ${due.textContent}`);
    location.hash = link.getAttribute("href") ?? "";
    dispatchEvent(new Event("hashchange"));
    await screen.findByRole("button", { name: "Why now" });
    return user;
  };
  test("is taken, and handed on to somebody with the skill", async () => {
    const user = await open("teal", "Waste look");
    await user.click(await screen.findByRole("button", { name: "Take it" }));
    await waitFor(async () => expect((await entriesOf("task"))[0]?.body).toMatchObject({ person: "bram" }));
  });
  test("short leads to one page, step by step to a run", async () => {
    const user = await open("dory", "Waste look");
    expect((await screen.findByRole("link", { name: /^Short: one page/ })).getAttribute("href")).toBe("#/several/R08");
    await user.click(screen.getByRole("button", { name: "Step by step" }));
    await waitFor(async () => expect((await runsOf("dory"))[0]?.body).toMatchObject({ event: "start", form: "guided" }));
    await waitFor(() => expect(location.hash).toMatch(/^#\/run\//));
  });
});

describe("who is at a tablet", () => {
  test("is asked at shared tablets only", async () => {
    await putPin(site, "bram", "2468");
    await floorAt("#/who");
    await screen.findByRole("heading", { name: "This is not a shared tablet" });
  });
});

describe("a machine's page on the floor", () => {
  test("a sign is reported and then explained; both are on record", async () => {
    const user = await floorAt("#/machine/wigeon");
    await user.click(await screen.findByText(/Report a sign/));
    const [sign] = await screen.findAllByRole("button", { name: /rails|mist|drip|band/i });
    await user.click(sign as HTMLElement);
    await waitFor(async () => expect((await entriesOf("sign")).some(({ machine }) => machine === "wigeon")).toBe(true));
  });
  test("out of order is said with what is wrong", async () => {
    const user = await floorAt("#/machine/plover");
    await screen.findByRole("heading", { level: 1 });
    await user.click(screen.getByRole("button", { name: "It is out of order" }));
    const what = await screen.findByLabelText("What is wrong");
    await user.type(what, "lamp is dark");
    const form = what.closest("form") ?? what.closest("div");
    await user.click(
      within(form as HTMLElement)
        .getAllByRole("button")
        .at(-1) as HTMLElement,
    );
    await waitFor(async () =>
      expect((await entriesOf("repair"))[0]).toMatchObject({ machine: "plover", body: { symptom: "lamp is dark" } }),
    );
  });
});
