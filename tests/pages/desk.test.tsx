import { beforeEach, describe, expect, test } from "vitest";
import { entry, freshHouse } from "../ledger/house.ts";
import { entriesOf, fireEvent, said, screen, sentBy, signedInAs, visit, waitFor, within } from "./shop.tsx";

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
    const bar = screen.getByRole("region", { name: "Chosen machines" });
    expect(bar.textContent).toMatch(/2/);
    expect(within(bar).getAllByRole("button").length).toBeGreaterThan(1);
  });
  test("shows one area only, and says when there is none of a kind", async () => {
    const user = await visit("/");
    const all = screen.getAllByRole("checkbox", { name: /^Choose / }).length;
    await user.selectOptions(screen.getByLabelText("Area"), "Film hall");
    expect(screen.getAllByRole("checkbox", { name: /^Choose / }).length).toBeLessThan(all);
  });
});

describe("a machine's page", () => {
  test("a counter is read", async () => {
    const user = await visit("/machines/sprat");
    await user.click(screen.getByRole("tab", { name: "Counters and ink" }));
    const [reading] = screen.getAllByLabelText("Reading now");
    const section = reading?.closest("section") as HTMLElement;
    await user.type(within(section).getByLabelText("Reading now"), "999999");
    await user.click(within(section).getAllByRole("button")[0] as HTMLElement);
    await waitFor(async () => expect((await entriesOf("counter"))[0]?.body).toMatchObject({ value: 999_999 }));
  });
  test("what is seen on it is a sign, and what it asks for a prompt", async () => {
    const user = await visit("/machines/teal");
    await user.click(screen.getByRole("tab", { name: "Say what happened" }));
    const signs = screen.getByLabelText<HTMLSelectElement>("Seen on it");
    await user.selectOptions(signs, signs.options[1]?.value ?? "");
    const form = signs.closest("div") as HTMLElement;
    await user.click(within(form).getByRole("button"));
    await waitFor(async () => expect(await entriesOf("sign")).toHaveLength(1));
  });
  test("out of order it says so and why, until it is back", async () => {
    const user = await visit("/machines/teal");
    await user.click(screen.getByRole("tab", { name: "Say what happened" }));
    const section = screen.getByRole("region", { name: "Out of order" });
    await user.click(within(section).getByRole("button"));
    const [symptom] = within(section).getAllByRole("textbox");
    await user.type(symptom as HTMLElement, "head strike");
    await user.click(within(section).getByRole("button", { name: "It is out of order" }));
    await waitFor(async () => expect((await entriesOf("repair"))[0]?.body).toMatchObject({ event: "open", symptom: "head strike" }));
    await visit("/machines/teal");
    expect(screen.getByRole("region", { name: "State" }).textContent).toMatch(/head strike/i);
  });
  test("basics are changed, and a class that can't be is not offered", async () => {
    const user = await visit("/machines/teal");
    await user.click(screen.getByRole("tab", { name: "Basics and routines" }));
    const name = screen.getByLabelText<HTMLInputElement>("Name");
    await user.clear(name);
    await user.type(name, "Teal the second");
    await user.click(screen.getByRole("button", { name: "Save" }));
    await waitFor(() => expect(said.at(-1)).toBe("Teal the second saved."));
  });
});

describe("a check at the desk", () => {
  test("is counted channel by channel and judged as it is counted", async () => {
    const user = await visit("/check?machines=fathom");
    const region = screen.getByRole("region", { name: "Fathom" });
    const [more] = within(region).getAllByRole("button", { name: /one missing more$/ });
    for (let press = 0; press < 3; press++) await user.click(more as HTMLElement);
    await user.click(within(region).getByRole("button", { name: /Enter/ }));
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
    const user = await visit(`/ledger/${kept?.id}`);
    const amend = screen.getByRole("region", { name: "Amend" });
    const [missing] = within(amend).getAllByRole("button", { name: /one missing less$/ });
    await user.click(missing as HTMLElement);
    const why = within(amend).getByLabelText(/Why|Because/);
    await user.type(why, "counted one twice");
    await user.click(
      within(amend)
        .getAllByRole("button", { name: /Change|Amend|Save|Enter/ })
        .at(-1) as HTMLElement,
    );
    await waitFor(async () => expect((await entriesOf("amendment"))[0]?.body).toMatchObject({ why: "counted one twice" }));
    await visit(`/ledger/${kept?.id}`);
    expect(document.body.textContent).toContain("counted one twice");
  });
  test("filters by machine, kind and words, and says what it can't read", async () => {
    await sentBy("bram", check(0), entry("note", { text: "belt squeaks" }, { machine: "sprat" }));
    await visit("/ledger?machine=sprat&kind=note");
    expect(screen.getAllByRole("link", { name: /^Entry \d+/ })).toHaveLength(1);
    await visit("/ledger?text=squeaks");
    expect(document.querySelector("tbody")?.textContent).toContain("belt squeaks");
    await visit("/ledger?from=yesterday");
    expect(screen.getByRole("alert").textContent).toMatch(/from|day|date/i);
  });
  test("what could not be kept waits for a supervisor, who discards it with a reason", async () => {
    await fetch("/api/sync", {
      method: "POST",
      body: JSON.stringify({
        entries: [{ ...entry("note", { text: "lost" }), id: "urn:uuid:01a2267f-9bd8-7c3e-b4a2-4c1f0f6f2a11", machine: "sprat" }],
      }),
    });
    const user = await visit("/ledger/set-aside");
    expect(document.body.textContent).toContain("lost");
    const discard = () => screen.getByRole<HTMLButtonElement>("button", { name: "Discard" });
    expect(discard().disabled).toBe(true);
    await user.type(screen.getByLabelText("Why discard it"), "sent twice");
    await user.click(discard());
    await waitFor(() => expect(screen.getByText("Nothing waits here.")).toBeTruthy());
  });
});

describe("the day's work", () => {
  test("is given to somebody who may, by the menu; whoever may not is named with the reason", async () => {
    const user = await visit("/day");
    const [menu] = screen.getAllByRole("button", { name: /: give$/ });
    await user.click(menu as HTMLElement);
    const dialog = await screen.findByRole("dialog");
    const may = within(dialog)
      .getAllByRole<HTMLButtonElement>("button")
      .find((button) => !button.disabled && button.textContent);
    await user.click(may as HTMLElement);
    await waitFor(async () => expect((await entriesOf("task"))[0]?.body).toMatchObject({ person: expect.any(String) }));
  });
  test("something once is planned, with its machine and minutes", async () => {
    const user = await visit("/day");
    const title = screen.getAllByLabelText(/What|Title/)[0] as HTMLElement;
    await user.type(title, "Fit the new damper");
    fireEvent.change(screen.getByLabelText("Hands-on minutes"), { target: { value: "35" } });
    await user.click(screen.getByRole("button", { name: "Plan it" }));
    await waitFor(async () => expect((await entriesOf("one-off"))[0]?.body).toMatchObject({ title: "Fit the new damper", minutes: 35 }));
  });
  test("who is away is on record, and can be taken back", async () => {
    const user = await visit("/day");
    await user.selectOptions(screen.getByLabelText("Who"), "bram");
    await user.type(screen.getByLabelText("Why"), "dentist");
    const form = screen.getByLabelText("Why").closest("form") as HTMLElement;
    await user.click(within(form).getByRole("button", { name: "Save" }));
    await waitFor(async () => expect((await entriesOf("roster"))[0]?.body).toMatchObject({ person: "bram", why: "dentist" }));
    await user.click(await screen.findByRole("button", { name: "take back" }));
    await waitFor(async () => expect(await entriesOf("amendment")).toHaveLength(1));
  });
});
