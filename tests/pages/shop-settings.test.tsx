import { beforeEach, describe, expect, test } from "vitest";
import { versionsOfSetting } from "../../src/ledger/settings.ts";
import { loadShop } from "../../src/work/shop/shop.ts";
import { db } from "../ledger/database.ts";
import { freshHouse, site } from "../ledger/house.ts";
import { entriesOf, fireEvent, said, screen, signedInAs, visit, waitFor, within } from "./shop.tsx";

/** The Shop's tabs: what a supervisor sets up is a new version on record, and what can't be is refused in words. */

beforeEach(async () => {
  await freshHouse();
  await signedInAs("ottoline");
});
const shop = () => loadShop(db, site);

describe("people", () => {
  const open = async (name: string) => {
    const user = await visit("/shop?tab=people");
    const row = screen.getByRole("rowheader", { name }).closest("tr") as HTMLElement;
    await user.click(within(row).getByRole("button"));
    return { user, form: screen.getByRole("form", { name }) };
  };
  test("a skill is added, and the ledger says who changed it", async () => {
    const { user, form } = await open("Bram Teasel");
    await user.click(within(form).getByRole("button", { name: "cij" }));
    await user.click(within(form).getByRole("button", { name: "Save" }));
    await waitFor(async () => expect((await shop()).people.find(({ id }) => id === "bram")?.skills).toContain("cij"));
    const [version] = await versionsOfSetting(db, site, "person", "bram");
    expect(version).toMatchObject({ version: 2, person: "ottoline" });
  });
  test("somebody archived is gone from the list and their entries keep the name", async () => {
    const { user, form } = await open("Mirko Salt");
    await user.click(within(form).getByRole("button", { name: "Archive" }));
    await waitFor(() => expect(said.at(-1)).toBe("Mirko Salt archived; entries keep the name."));
    await waitFor(() => expect(screen.queryByRole("rowheader", { name: "Mirko Salt" })).toBeNull());
  });
  test("nobody archives themselves", async () => {
    const { form } = await open("Ottoline Marsh");
    expect(within(form).queryByRole("button", { name: "Archive" })).toBeNull();
  });
});

describe("days and beats", () => {
  test("a closure is added; one that ends before it begins is refused with its place", async () => {
    const user = await visit("/shop?tab=calendar");
    await user.click(screen.getByRole("button", { name: /closure/i }));
    const [last] = screen.getAllByLabelText(/^Closure \d+ from$/).slice(-1);
    const number = /\d+/.exec(last?.getAttribute("aria-label") ?? "")?.[0];
    const set = (label: string, value: string) =>
      fireEvent.change(screen.getByLabelText(`Closure ${number} ${label}`), { target: { value } });
    set("from", "2027-05-10");
    set("to", "2027-05-01");
    await user.click(screen.getByRole("button", { name: "Save" }));
    await waitFor(() => expect(said.at(-1)).toMatch(/ends before/));
    set("to", "2027-05-14");
    set("name", "Stocktaking");
    await user.click(screen.getByRole("button", { name: "Save" }));
    await waitFor(() => expect(said.at(-1)).toBe("Saved; what is due follows at once."));
    expect((await shop()).calendar.closures).toContainEqual({ from: "2027-05-10", to: "2027-05-14", name: "Stocktaking" });
  });
  test("the hour at which a day begins is the site's", async () => {
    const user = await visit("/shop?tab=calendar");
    fireEvent.change(screen.getByLabelText(/day begins/i), { target: { value: "6" } });
    await user.click(screen.getByRole("button", { name: "Save" }));
    await waitFor(async () => expect((await shop()).site.dayStartsAtHour).toBe(6));
  });
});

describe("judgement", () => {
  test("a class's tolerance is changed and every machine of it follows", async () => {
    const user = await visit("/shop?tab=judgement");
    const [field] = screen.getAllByRole<HTMLInputElement>("spinbutton");
    if (!field) throw new Error("no number to judge by");
    const row = field.closest("tr") as HTMLElement;
    expect(within(row).getByRole<HTMLButtonElement>("button", { name: "Save" }).disabled).toBe(true);
    fireEvent.change(field, { target: { value: String(Number(field.value) + 1) } });
    await user.click(within(row).getByRole("button", { name: "Save" }));
    await waitFor(() => expect(said.at(-1)).toMatch(/saved; states follow at once/));
    expect((await entriesOf("settings"))[0]?.body).toMatchObject({ subject: "readiness" });
  });
});

describe("tablets", () => {
  test("a code is given for a new one, and it waits in the list until it is used", async () => {
    const user = await visit("/shop?tab=tablets");
    const section = screen.getByRole("region", { name: "Shared tablets" });
    await user.type(within(section).getByLabelText("Name of a new one"), "Hall tablet");
    await user.click(within(section).getByRole("button", { name: "Enrol" }));
    await waitFor(() => expect(within(section).getByText(/Hall tablet/)).toBeTruthy());
    expect(section.textContent).toMatch(/[A-HJ-NP-Z2-9]{4}/);
  });
  test("a PIN of one digit only is refused", async () => {
    const user = await visit("/shop?tab=tablets");
    await user.type(screen.getByLabelText("New PIN"), "1111");
    await user.click(screen.getByRole("button", { name: "Set" }));
    await waitFor(() => expect(said.at(-1)).toMatch(/guessed at once/));
  });
});

describe("the fleet file", () => {
  test("goes out as it is, and comes in as the same", async () => {
    const { text } = await out();
    const user = await visit("/shop?tab=bring-in");
    await user.upload(
      screen.getByLabelText("Fleet file", { selector: "input" }),
      new File([text], "fleet.json", { type: "application/json" }),
    );
    await screen.findByText(/0 new, 0 changed/);
  });
  test("what is no JSON is said, and nothing changes", async () => {
    const user = await visit("/shop?tab=bring-in");
    await user.upload(
      screen.getByLabelText("Fleet file", { selector: "input" }),
      new File(["{ nothing"], "fleet.json", { type: "application/json" }),
    );
    expect((await screen.findAllByText(/not JSON/)).length).toBeGreaterThan(0);
    expect((await entriesOf("settings")).some(({ person }) => person === "ottoline")).toBe(false);
  });
  const out = async () => ({ text: await (await fetch("/api/fleet")).text() });
});

test("an operator sees the shop and is given nothing to change", async () => {
  await signedInAs("bram");
  await expect(visit("/shop?tab=calendar").then(() => screen.queryByRole("button", { name: "Save" }))).resolves.toBeNull();
});
