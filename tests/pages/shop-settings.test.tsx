import { beforeEach, describe, expect, test } from "vitest";
import { versionsOfSetting } from "../../src/ledger/settings.ts";
import { loadShop } from "../../src/work/shop/shop.ts";
import { db } from "../ledger/database.ts";
import { freshHouse, site } from "../ledger/house.ts";
import { choose, entriesOf, fireEvent, said, screen, signedInAs, visit, waitFor, within } from "./shop.tsx";

/** The Shop's tabs: what a supervisor sets up is a new version on record, and what can't be is refused in words. */

beforeEach(async () => {
  await freshHouse();
  await signedInAs("ottoline");
});
const shop = () => loadShop(db, site);

describe("people", () => {
  const open = async (name: string) => {
    const user = await visit("/shop?tab=people");
    await user.click(screen.getByRole("button", { name: `${name}: edit` }));
    return { user, form: await screen.findByRole("form", { name }) };
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
    await waitFor(() => expect(said.at(-1)).toBe("Mirko Salt archived. Entries keep the name."));
    await waitFor(() => expect(screen.queryByRole("button", { name: "Mirko Salt: edit" })).toBeNull());
  });
  test("nobody archives themselves", async () => {
    const { form } = await open("Ottoline Marsh");
    expect(within(form).queryByRole("button", { name: "Archive" })).toBeNull();
  });
});

describe("days and beats", () => {
  test("a closure is added; one that ends before it begins is refused with its place", async () => {
    const user = await visit("/shop?tab=calendar");
    await user.click(screen.getByRole("button", { name: /^Closures: / }));
    const panel = () => within(screen.getByRole("dialog"));
    const set = async (label: string, month: string, day: string) => {
      await user.click(panel().getByLabelText(label));
      while (screen.queryByRole("grid", { name: month }) === null)
        await user.click(await screen.findByRole("button", { name: /next month/i }));
      await user.click(
        within(screen.getByRole("grid", { name: month })).getByRole("button", {
          name: new RegExp(`${day} ${month}`),
        }),
      );
    };
    await user.type(panel().getByLabelText("Name"), "Stocktaking");
    await set("From", "January 2027", "14");
    await set("To", "January 2027", "11");
    await user.click(panel().getByRole("button", { name: "Save" }));
    await waitFor(() => expect(said.at(-1)).toMatch(/ends before/));
    await set("To", "January 2027", "15");
    await user.click(panel().getByRole("button", { name: "Save" }));
    await waitFor(() => expect(said.at(-1)).toBe("Saved."));
    expect((await shop()).calendar.closures).toContainEqual({ from: "2027-01-14", to: "2027-01-15", name: "Stocktaking" });
  });
  test("the hour at which a day begins is the site's", async () => {
    const user = await visit("/shop?tab=calendar");
    await user.click(screen.getByRole("button", { name: "Shop: Edit" }));
    await choose(user, screen.getByRole("combobox", { name: "The day starts at" }), "06:00");
    await user.click(screen.getByRole("button", { name: "Save" }));
    await waitFor(async () => expect((await shop()).site.dayStartsAtHour).toBe(6));
  });
});

describe("judgement", () => {
  test("a class's tolerance is changed and every machine of it follows", async () => {
    const user = await visit("/shop?tab=judgement");
    await user.click(within(screen.getByRole("table", { name: "Nozzles" })).getByRole("button", { name: "Class DTF" }));
    const form = within(await screen.findByRole("form", { name: "Class DTF" }));
    expect(form.getByRole<HTMLButtonElement>("button", { name: "Save" }).disabled).toBe(true);
    const field = form.getByLabelText<HTMLInputElement>("Out in a channel");
    fireEvent.change(field, { target: { value: String(Number(field.value) + 1) } });
    await user.click(form.getByRole("button", { name: "Save" }));
    await waitFor(() => expect(said.at(-1)).toBe("Class DTF: saved."));
    expect((await entriesOf("settings"))[0]?.body).toMatchObject({ subject: "readiness" });
  });
});

describe("tablets", () => {
  test("a code is given for a new one, and it waits in the list until it is used", async () => {
    const user = await visit("/shop?tab=tablets");
    await user.click(screen.getByRole("button", { name: "Set up tablet" }));
    const panel = within(screen.getByRole("dialog"));
    await user.type(panel.getByLabelText("Name of the tablet"), "Hall tablet");
    await user.click(panel.getByRole("button", { name: "Get a code" }));
    await panel.findByText(/^[A-HJ-NP-Z2-9]{8}$/);
    await waitFor(() =>
      expect(within(screen.getByRole("region", { name: "Shared tablets", hidden: true })).getByText("Hall tablet")).toBeTruthy(),
    );
  });
  test("a PIN of one digit only is refused", async () => {
    const user = await visit("/shop?tab=tablets");
    await user.click(screen.getByRole("button", { name: "Bram Teasel: new PIN" }));
    const form = within(await screen.findByRole("form", { name: "New PIN" }));
    await user.type(form.getByLabelText("New PIN"), "1111");
    await user.click(form.getByRole("button", { name: "Save" }));
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
