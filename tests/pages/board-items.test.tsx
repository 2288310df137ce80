import { beforeEach, describe, expect, test } from "vitest";
import { entry, freshHouse } from "../ledger/house.ts";
import { there } from "../ledger/store-house.ts";
import { choose, entriesOf, fireEvent, said, screen, sentBy, signedInAs, visit, waitFor, within } from "./shop.tsx";

/** Work entered from the Board, parts changed on a machine's page, work moved and skipped on the day's page. */

beforeEach(async () => {
  await freshHouse({ stores: true });
  await signedInAs("ottoline");
});
/** Opens a piece of work of a machine on the Board. */
async function openItem(name: RegExp) {
  const user = await visit("/");
  await user.click(screen.getAllByRole("button", { name })[0] as HTMLElement);
  const card = await screen.findByRole("dialog");
  // What it says is loaded when it is first opened.
  await within(card).findByRole("list");
  return { user, card: within(card) };
}

describe("a piece of work on the Board", () => {
  test("says why it is due, and is done now", async () => {
    const { user, card } = await openItem(/^Sprat: Waste look/);
    expect(card.getByText(/each print day/)).toBeTruthy();
    await user.click(card.getByRole("button", { name: "Done now" }));
    await waitFor(async () =>
      expect((await entriesOf("routine"))[0]).toMatchObject({ machine: "sprat", routine: "R08", body: { outcome: "done" } }),
    );
  });
  test("is done at a time that is given", async () => {
    const { user, card } = await openItem(/^Sprat: Waste look/);
    fireEvent.change(card.getByLabelText("or at"), { target: { value: "08:15" } });
    await user.click(card.getByRole("button", { name: "Done at 08:15" }));
    await waitFor(async () => expect((await entriesOf("routine"))[0]?.happenedAt.toISOString()).toMatch(/T0[78]:15/));
  });
  test("is skipped with a reason only", async () => {
    const { user, card } = await openItem(/^Sprat: Waste look/);
    expect(card.getByRole<HTMLButtonElement>("button", { name: "Skip" }).disabled).toBe(true);
    await user.type(card.getByLabelText("Reason"), "no bottle here");
    await user.click(card.getByRole("button", { name: "Skip" }));
    await waitFor(async () =>
      expect((await entriesOf("routine"))[0]?.body).toMatchObject({ outcome: "skipped", reason: "no bottle here" }),
    );
  });
  test("takes from the shelf what its list says, as it is shown before", async () => {
    await sentBy("ottoline", entry("stock", { event: "received", lines: [{ item: "distilled-water", amount: 5000, unit: "mL" }] }));
    const { user, card } = await openItem(/^Sprat: Water cap/);
    await waitFor(() => expect(card.queryByText(/shelf/i)).not.toBeNull());
    await user.click(card.getByRole("button", { name: "Done now" }));
    await waitFor(async () => expect((await there("distilled-water"))[0]?.[1]).toBeLessThan(5000));
  });
  test("a check is entered on its own page", async () => {
    const { card } = await openItem(/^Teal: Opening nozzle check/);
    expect(card.getByRole("link", { name: "Enter the check" }).getAttribute("href")).toMatch(/^\/check\?machines=teal/);
    expect(card.queryByRole("button", { name: "Done now" })).toBeNull();
  });
});

describe("a machine on hold", () => {
  const allow = async (user: Awaited<ReturnType<typeof visit>>) => {
    await user.click(screen.getByRole("button", { name: "More" }));
    return screen.queryByRole("menuitem", { name: "Allow printing" });
  };
  test("is allowed to print by a supervisor with a reason and an end; the word says with care", async () => {
    await sentBy(
      "bram",
      entry(
        "check",
        { channels: [{ id: "H1/K", missing: 9, weak: 0, deflected: 0, neighbours: false }] },
        { machine: "teal", routine: "R01" },
      ),
    );
    const user = await visit("/machines/teal");
    await user.click((await allow(user)) as HTMLElement);
    await user.type(await screen.findByLabelText("Why may it print"), "only black is asked for");
    await user.click(screen.getByRole("button", { name: "Allow with care" }));
    await waitFor(async () => expect((await entriesOf("release"))[0]?.body).toMatchObject({ reason: "only black is asked for" }));
    await visit("/machines/teal");
    expect(screen.getByRole("region", { name: "State" }).textContent).toMatch(/care/i);
  });
  test("an operator does not allow it", async () => {
    await signedInAs("bram");
    const user = await visit("/machines/teal");
    expect(await allow(user)).toBeNull();
  });
});

describe("a machine's parts", () => {
  const changing = async () => {
    const user = await visit("/machines/sprat/parts?part=wiper");
    return { user, panel: within(await screen.findByRole("dialog", { name: /^Wiper/ })) };
  };
  test("a part is replaced with its serial number and the reason, and its life begins again", async () => {
    const { user, panel } = await changing();
    await user.type(panel.getByLabelText("Serial number of what is there now"), "W-200");
    await user.type(panel.getByLabelText("Why"), "worn through");
    await user.click(panel.getByRole("button", { name: "Save" }));
    await waitFor(async () =>
      expect((await entriesOf("part"))[0]?.body).toMatchObject({
        part: "wiper",
        event: "replaced",
        serial: "W-200",
        reason: "worn through",
      }),
    );
    await visit("/machines/sprat/parts");
    const row = screen.getByRole("row", { name: /^Wiper/ });
    expect(row.textContent).toContain("W-200");
    expect(row.textContent).toContain("0 days");
  });
  test("nothing is replaced without a reason", async () => {
    const { panel } = await changing();
    expect(panel.getByRole<HTMLButtonElement>("button", { name: "Save" }).disabled).toBe(true);
  });
  test("a measured fill of its cap is kept, and tells how well it draws", async () => {
    const user = await visit("/machines/sprat/parts");
    await user.click(screen.getByRole("button", { name: "Test the cap" }));
    fireEvent.change(await screen.findByLabelText("Filled"), { target: { value: "5" } });
    await user.type(screen.getByLabelText("Drained in"), "20");
    await user.click(screen.getByRole("button", { name: "Save" }));
    await waitFor(async () => expect((await entriesOf("cap-drain"))[0]?.body).toMatchObject({ ml: 5, seconds: 20 }));
  });
});

describe("the day's work", () => {
  test("is moved inside its window without a reason, beyond it with one", async () => {
    const user = await visit("/plan/list");
    for (const give of screen.getAllByRole("button", { name: /^Assign: / })) {
      await user.click(give);
      const card = within(await screen.findByRole("dialog"));
      const date = card.queryByLabelText<HTMLButtonElement>("Move to");
      if (!date) {
        await user.keyboard("{Escape}");
        continue;
      }
      await user.click(date);
      const calendar = within((await screen.findByRole("grid")).closest("[role=dialog]") as HTMLElement);
      // Four months on: beyond any window.
      for (let month = 0; month < 4; month++) await user.click(calendar.getByRole("button", { name: /next month/i }));
      await user.click(calendar.getByRole("button", { name: /, 1 March 2027/ }));
      expect(card.getByRole<HTMLButtonElement>("button", { name: "Move" }).disabled).toBe(true);
      await user.type(card.getByLabelText("Reason"), "the hall is closed");
      await user.click(card.getByRole("button", { name: "Move" }));
      await waitFor(async () =>
        expect((await entriesOf("move"))[0]?.body).toMatchObject({ to: "2027-03-01", reason: "the hall is closed" }),
      );
      return;
    }
    throw new Error("nothing of the day may be moved");
  });
  test("the usual team is kept, and given the day's work at one press", async () => {
    const user = await visit("/plan/list");
    await user.click(screen.getByRole("button", { name: "Usual team" }));
    const panel = within(await screen.findByRole("dialog", { name: "Usual team" }));
    await choose(user, panel.getByRole("combobox", { name: "Film hall" }), "Bram Teasel");
    await user.click(panel.getByRole("button", { name: "Save the usual team" }));
    await waitFor(() => expect(said.at(-1)).toBe("The usual team is saved."));
    expect((await entriesOf("settings"))[0]).toMatchObject({ person: "ottoline" });
    await user.click(panel.getByRole("button", { name: "Assign all" }));
    await waitFor(async () => expect((await entriesOf("task")).length).toBeGreaterThan(0));
    expect((await entriesOf("task")).every(({ body }) => body.person === "bram")).toBe(true);
  });
});
