import { beforeEach, describe, expect, test } from "vitest";
import { entry, freshHouse } from "../ledger/house.ts";
import { choose, entriesOf, fireEvent, said, screen, sentBy, signedInAs, visit, waitFor, within } from "./shop.tsx";

/** Machines, the Board and the ledger at the desk. */

const check = (missing: number, machine = "teal") =>
  entry("check", { channels: [{ id: "H1/K", missing, weak: 0, deflected: 0, neighbours: false }] }, { machine, routine: "R01" });

beforeEach(async () => {
  await freshHouse();
  await signedInAs("ottoline");
});

describe("the Board", () => {
  test("says of each machine how it is, and follows a check", async () => {
    await visit("/");
    const row = () => screen.getByRole("checkbox", { name: "Choose Teal" }).closest("tr") as HTMLElement;
    expect(row().textContent).toContain("Unchecked");
    await sentBy("bram", check(9));
    await visit("/");
    expect(row().textContent).toContain("Hold");
    expect(row().textContent).toContain("9 missing");
  });
  test("chosen machines are entered together", async () => {
    const user = await visit("/");
    for (const name of ["Teal", "Sprat"]) await user.click(screen.getByRole("checkbox", { name: `Choose ${name}` }));
    const bar = await screen.findByRole("region", { name: "Chosen machines" });
    expect(bar.textContent).toMatch(/2/);
    expect(within(bar).getAllByRole("button").length).toBeGreaterThan(1);
  });
  test("shows one area only, and says when there is none of a kind", async () => {
    const user = await visit("/");
    const all = screen.getAllByRole("checkbox", { name: /^Choose / }).length;
    await user.click(screen.getByRole("button", { name: "Filter" }));
    await choose(user, await screen.findByRole("combobox", { name: "Area" }), "Film hall");
    expect(screen.getAllByRole("checkbox", { name: /^Choose / }).length).toBeLessThan(all);
  });
});

describe("a machine's page", () => {
  test("a counter is read", async () => {
    const user = await visit("/machines/sprat/parts");
    const [reading] = screen.getAllByLabelText("Reading now");
    const section = reading?.closest("section") as HTMLElement;
    await user.type(within(section).getByLabelText("Reading now"), "999999");
    await user.click(within(section).getByRole("button", { name: "Save" }));
    await waitFor(async () => expect((await entriesOf("counter"))[0]?.body).toMatchObject({ value: 999_999 }));
  });
  test("what is seen on it is a sign, and what it asks for a prompt", async () => {
    const user = await visit("/machines/teal");
    await user.click(screen.getByRole("button", { name: "Report a problem" }));
    await choose(user, await screen.findByRole("combobox", { name: "What was seen" }), /^Lines across/);
    await user.click(screen.getByRole("button", { name: "Save" }));
    await waitFor(async () => expect((await entriesOf("sign"))[0]?.body).toMatchObject({ sign: "banding" }));
    await user.click(screen.getByRole("button", { name: "Report a problem" }));
    await user.click(await screen.findByRole("button", { name: "Done" }));
    await choose(user, screen.getByRole("combobox", { name: "The machine asks for" }), /^Waste look/);
    await user.click(screen.getByRole("button", { name: "Save" }));
    await waitFor(async () => expect((await entriesOf("prompt"))[0]).toMatchObject({ machine: "teal", routine: "R08" }));
  });
  test("out of order it says so and why, until it is back", async () => {
    const user = await visit("/machines/teal");
    await user.click(screen.getByRole("button", { name: "Report a problem" }));
    await user.click(await screen.findByRole("button", { name: "Out of order" }));
    await user.click(screen.getByRole("button", { name: "Set out of order" }));
    await screen.findByText("Say what is wrong.");
    expect(await entriesOf("repair")).toEqual([]);
    await user.type(screen.getByLabelText("What is wrong"), "head strike");
    await user.type(screen.getByLabelText("Cost so far"), "a lot");
    await user.click(screen.getByRole("button", { name: "Set out of order" }));
    await screen.findByText(/Write the cost as a number/);
    await user.clear(screen.getByLabelText("Cost so far"));
    await user.type(screen.getByLabelText("Cost so far"), "120,50");
    await user.click(screen.getByRole("button", { name: "Set out of order" }));
    await waitFor(async () =>
      expect((await entriesOf("repair"))[0]?.body).toMatchObject({ event: "open", symptom: "head strike", costCents: 12_050 }),
    );
    await visit("/machines/teal");
    expect(screen.getByRole("region", { name: "State" }).textContent).toMatch(/head strike/i);
  });
  test("its head end is drawn from its configuration, and a pressed part says its age and what is due on it", async () => {
    const user = await visit("/machines/sprat");
    const drawing = within(screen.getByRole("group", { name: /^Head end of Sprat: 2 heads/ }));
    for (const part of ["H1", "H2"]) expect(drawing.getByRole("button", { name: new RegExp(`^${part}`) })).toBeTruthy();
    await user.click(drawing.getByRole("button", { name: /^Encoder strip/ }));
    const card = screen.getByRole("region", { name: "Encoder strip" });
    expect(card.textContent).toMatch(/Fitted \d+ days? ago/);
    expect(within(card).getByRole("link", { name: "Record a change" }).getAttribute("href")).toBe(
      "/machines/sprat/parts?part=encoder-strip",
    );
    fireEvent.keyDown(drawing.getByRole("button", { name: /^Encoder strip/ }), { key: "Enter" });
    expect(screen.queryByRole("region", { name: "Encoder strip" })).toBeNull();
  });
  test("a coder's head end is another: along the jet", async () => {
    await visit("/machines/tally");
    const drawing = screen.getByRole("group", { name: /^Head end of Tally/ });
    expect(drawing.textContent).toMatch(/high voltage when on/);
    expect(drawing.textContent).not.toMatch(/Nozzle plate/);
  });
  test("basics are changed, and a class that can't be is not offered", async () => {
    const user = await visit("/machines/teal/set-up");
    const name = screen.getByLabelText<HTMLInputElement>("Name");
    await user.clear(name);
    await user.type(name, "Teal the second");
    await user.click(screen.getByRole("button", { name: "Save" }));
    await waitFor(() => expect(said.at(-1)).toBe("Teal the second saved."));
  });
});

describe("the list of machines", () => {
  const names = () =>
    screen
      .getAllByRole("row")
      .slice(1)
      .map((row) => within(row).getAllByRole("link")[0]?.textContent);
  test("is sorted by a press on a column's name, and found by typing", async () => {
    const user = await visit("/machines");
    const walking = names();
    expect(walking[0]).toBe("Sprat");
    await user.click(screen.getByRole("button", { name: "Machine" }));
    expect(names()).toEqual(walking.toSorted((a, b) => String(a).localeCompare(String(b))));
    await user.type(screen.getByLabelText("Find a machine"), "goby");
    expect(names()).toEqual(["Goby"]);
    await user.clear(screen.getByLabelText("Find a machine"));
    await user.type(screen.getByLabelText("Find a machine"), "no such thing");
    expect(screen.getByText("No machine fits that.")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Clear filters" }));
    expect(names()).toHaveLength(walking.length);
  });
  test("what is asked for in the address is shown alone", async () => {
    await visit("/machines?class=uv");
    expect(names().toSorted()).toEqual(["Gannet", "Lamprey", "Plover"]);
  });
});

describe("a check at the desk", () => {
  test("is counted channel by channel and judged as it is counted", async () => {
    const user = await visit("/check?machines=fathom");
    const region = screen.getByRole("region", { name: "Fathom" });
    await user.click(within(region).getByRole("button", { name: /^H1\/C, / }));
    const [more] = within(region).getAllByRole("button", { name: /one more out$/ });
    for (let press = 0; press < 3; press++) await user.click(more as HTMLElement);
    await user.click(within(region).getByRole("button", { name: /^Fathom: Other \d fired$/ }));
    await waitFor(async () => {
      const [kept] = await entriesOf("check");
      expect(JSON.stringify(kept?.body)).toContain('"missing":3');
    });
  });
});

describe("the ledger", () => {
  test("an entry is amended with a reason, and both stand", async () => {
    await sentBy("bram", check(3));
    const [kept] = await entriesOf("check");
    const user = await visit(`/logbook/${kept?.id}`);
    await user.click(screen.getByRole("button", { name: "Correct" }));
    const amend = await screen.findByRole("region", { name: "Correct this entry" });
    const [missing] = within(amend).getAllByRole("button", { name: /one less out$/ });
    await user.click(missing as HTMLElement);
    await user.type(within(amend).getByLabelText("Reason"), "counted one twice");
    await user.click(within(amend).getByRole("button", { name: "Save correction" }));
    await waitFor(async () => expect((await entriesOf("amendment"))[0]?.body).toMatchObject({ why: "counted one twice" }));
    await visit(`/logbook/${kept?.id}`);
    expect(document.body.textContent).toContain("counted one twice");
  });
  test("filters by machine, kind and words, and says what it can't read", async () => {
    await sentBy("bram", check(0), entry("note", { text: "belt squeaks" }, { machine: "sprat" }));
    await visit("/logbook?machine=sprat&kind=note");
    expect(screen.getAllByRole("link", { name: /^Entry \d+/ })).toHaveLength(1);
    await visit("/logbook?text=squeaks");
    expect(screen.getByRole("link", { name: /^Entry \d+/ }).closest("li")?.textContent).toContain("belt squeaks");
    await visit("/logbook?from=yesterday");
    expect(screen.getByRole("alert").textContent).toMatch(/from|day|date/i);
  });
  test("what could not be kept waits for a supervisor, who discards it with a reason", async () => {
    await fetch("/api/sync", {
      method: "POST",
      body: JSON.stringify({
        entries: [{ ...entry("note", { text: "lost" }), id: "urn:uuid:01a2267f-9bd8-7c3e-b4a2-4c1f0f6f2a11", machine: "sprat" }],
      }),
    });
    const user = await visit("/logbook/set-aside");
    expect(document.body.textContent).toContain("lost");
    const discard = () => screen.getByRole<HTMLButtonElement>("button", { name: "Discard" });
    expect(discard().disabled).toBe(true);
    await user.type(screen.getByLabelText("Reason to discard"), "sent twice");
    await user.click(discard());
    await waitFor(() => expect(screen.getByText("Nothing waits here.")).toBeTruthy());
  });
});

describe("the day's work", () => {
  test("is given to somebody who may, by the menu; whoever may not is named with the reason", async () => {
    const user = await visit("/plan/list");
    const [menu] = screen.getAllByRole("button", { name: /^Assign: / });
    await user.click(menu as HTMLElement);
    const dialog = await screen.findByRole("dialog");
    const may = within(dialog)
      .getAllByRole<HTMLButtonElement>("button")
      .find((button) => !button.disabled && button.textContent);
    await user.click(may as HTMLElement);
    await waitFor(async () => expect((await entriesOf("task"))[0]?.body).toMatchObject({ person: expect.any(String) }));
  });
  /** Opens one of the forms behind “Something changed”. */
  async function changed(what: string) {
    const user = await visit("/plan/list");
    await user.click(screen.getByRole("button", { name: "Something changed" }));
    await user.click(await screen.findByRole("menuitem", { name: what }));
    return { user, panel: within(await screen.findByRole("dialog", { name: what })) };
  }
  test("something once is planned, with its machine and minutes", async () => {
    const { user, panel } = await changed("Urgent job");
    await user.type(panel.getByLabelText("What"), "Fit the new damper");
    fireEvent.change(panel.getByLabelText("Hands"), { target: { value: "35" } });
    await choose(user, panel.getByRole("combobox", { name: "Machine" }), "Goby");
    await user.click(panel.getByRole("button", { name: "Add job" }));
    await waitFor(async () =>
      expect((await entriesOf("one-off"))[0]).toMatchObject({ machine: "goby", body: { title: "Fit the new damper", minutes: 35 } }),
    );
  });
  test("who is away is on record, and can be taken back", async () => {
    const { user, panel } = await changed("Another shift or a swap");
    await choose(user, panel.getByRole("combobox", { name: "Who" }), "Bram Teasel");
    await user.type(panel.getByLabelText("Why"), "dentist");
    await user.click(panel.getByRole("button", { name: "Save" }));
    await waitFor(async () => expect((await entriesOf("roster"))[0]?.body).toMatchObject({ person: "bram", why: "dentist" }));
    const again = await changed("Another shift or a swap");
    await again.user.click(await again.panel.findByRole("button", { name: "Take back" }));
    await waitFor(async () => expect(await entriesOf("amendment")).toHaveLength(1));
  });
});

describe("the Board's other ways", () => {
  test("compact has each machine once, area by area, with its state and its day", async () => {
    await visit("/?view=compact");
    const film = await screen.findByRole("region", { name: "Film hall" });
    const links = screen.getAllByRole("link").filter((link) => /^\/machines\//.test(link.getAttribute("href") ?? ""));
    const names = links.map((link) => link.getAttribute("aria-label")?.split(",")[0]).filter(Boolean);
    expect(new Set(names).size).toBe(names.length);
    expect(within(film).getByRole("link", { name: /^Goby, Unchecked, opening (late|due|done)/ })).toBeTruthy();
  });
  test("the map has a room an area, and a filter holds there too", async () => {
    const user = await visit("/?view=map");
    const rooms = await screen.findAllByRole("region", { name: /hall|room|bay|floor|line/i });
    expect(rooms.length).toBeGreaterThan(1);
    await user.click(screen.getByRole("button", { name: "Filter" }));
    await choose(user, await screen.findByRole("combobox", { name: "Class" }), "DTG");
    await waitFor(() => expect(screen.queryByRole("link", { name: /^Goby,/ })).toBeNull());
    expect(screen.getByRole("link", { name: /^Teal,/ })).toBeTruthy();
    await user.keyboard("{Escape}");
    await user.click(screen.getByRole("button", { name: "Clear filters" }));
    expect(screen.getByRole("link", { name: /^Goby,/ })).toBeTruthy();
  });
  test("a press on a job gives it to somebody who may, and says how much they have", async () => {
    const user = await visit("/");
    const [job] = screen.getAllByRole("button", { name: /^Sprat: .*, (due|late)$/ });
    await user.click(job as HTMLElement);
    const [first] = await screen.findAllByRole("button", { name: /min so far$/ });
    await user.click(first as HTMLElement);
    await waitFor(async () =>
      expect((await entriesOf("task"))[0]).toMatchObject({ machine: "sprat", body: { person: expect.any(String) } }),
    );
    expect(said.at(-1)).toMatch(/: given to /);
  });
});
