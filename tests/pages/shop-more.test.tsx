import { beforeEach, describe, expect, test } from "vitest";
import { DEFAULT_LADDER } from "../../src/core/nozzles/ladder/settings.ts";
import { whatNow } from "../../src/core/nozzles/ladder/what-now.ts";
import { nozzleDesk } from "../../src/work/facts/nozzles.ts";
import { loadShop } from "../../src/work/shop/shop.ts";
import { db } from "../ledger/database.ts";
import { at, entry, freshHouse, ottoline, site } from "../ledger/house.ts";
import { asked, choose, entriesOf, fireEvent, said, screen, sentBy, signedInAs, signedOut, visit, waitFor, within } from "./shop.tsx";

/** More of the Shop: who may sign in, the cleaning ladder, data sheets, packs of routines. */

beforeEach(async () => {
  await freshHouse();
  await signedInAs("ottoline");
});
const shop = () => loadShop(db, site);
const json = (path: string, body: unknown) =>
  asked(path, { method: "POST", headers: { "content-type": "application/json" }, body: JSON.stringify(body) });

describe("a new person", () => {
  const added = async (password: string) => {
    const user = await visit("/shop?tab=people");
    await user.click(screen.getByRole("button", { name: "Person" }));
    const form = within(screen.getByRole("form", { name: "New person" }));
    await user.type(form.getByLabelText("Name"), "Étienne Öry");
    await user.click(form.getByRole("button", { name: "dtg" }));
    if (password) await user.type(form.getByLabelText(/^Password/), password);
    await user.click(form.getByRole("button", { name: "Save" }));
    return user;
  };
  test("gets an id that any system takes, and signs in with the password they were given", async () => {
    await added("rivers and stones");
    await waitFor(() => expect(said.at(-1)).toBe("Étienne Öry saved."));
    const person = (await shop()).people.find(({ name }) => name === "Étienne Öry");
    expect(person).toMatchObject({ role: "operator", skills: ["dtg"] });
    expect(person?.id).toMatch(/^[a-z0-9-]+$/);
    signedOut();
    expect((await json("/api/sign-in", { name: "Étienne Öry", password: "rivers and mud" })).status).toBe(401);
    expect((await json("/api/sign-in", { name: "Étienne Öry", password: "rivers and stones" })).status).toBe(200);
    expect((await asked("/api/floor")).status).toBe(200);
  });
  test("without a password is given work, and can't sign in", async () => {
    await added("");
    await waitFor(() => expect(said.at(-1)).toBe("Étienne Öry saved."));
    const row = (await screen.findByRole("button", { name: "Étienne Öry: edit" })).closest("tr");
    expect(row?.textContent).toContain("no");
  });
  test("wrong passwords one after another are slowed down, with a word about it", async () => {
    signedOut();
    const answers = [];
    for (let attempt = 0; attempt < 12; attempt++)
      answers.push((await json("/api/sign-in", { name: `ottoline of ${site}`, password: `guess ${attempt}` })).status);
    expect(answers[0]).toBe(401);
    expect(answers.at(-1)).toBe(429);
  });
});

describe("the cleaning ladder", () => {
  const failing = () =>
    sentBy(
      "bram",
      entry(
        "check",
        { channels: [{ id: "H1/K", missing: 9, weak: 0, deflected: 0, neighbours: false }] },
        { machine: "teal", routine: "R01", happenedAt: at("08:00") },
      ),
    );
  const advised = async () => {
    const desk = await nozzleDesk(db, ottoline(), "teal");
    return desk ? (whatNow(desk, desk.madeAt)?.words ?? "") : "";
  };
  const ladder = () => screen.getByRole("region", { name: "Cleaning steps" });

  test("a rung renamed for one machine is what that machine is told at once; others keep their class's", async () => {
    await failing();
    expect(await advised()).toContain(DEFAULT_LADDER.rungs.at(0)?.name ?? "?");
    const user = await visit("/shop?tab=judgement");
    await choose(user, within(ladder()).getByLabelText("For"), /^Teal/);
    const save = () => within(ladder()).getByRole<HTMLButtonElement>("button", { name: "Save for Teal" });
    expect(save().disabled).toBe(true);
    fireEvent.change(within(ladder()).getByLabelText("Strength 1: Name"), { target: { value: "Gentle" } });
    fireEvent.change(within(ladder()).getByLabelText("Strength 1: Ink, all heads"), { target: { value: "2.5" } });
    await user.click(save());
    await waitFor(() => expect(said.at(-1)).toMatch(/Cleaning steps of Teal saved/));
    expect(await advised()).toContain("Gentle");
    expect([...(await shop()).ladder.keys()]).toEqual(["teal"]);
  });

  test("rungs are added above and taken away, never the last one; nonsense is refused in words", async () => {
    const user = await visit("/shop?tab=judgement");
    const part = () => within(ladder());
    const rungs = () => part().getAllByLabelText(/^Strength \d+: Name/).length;
    const before = rungs();
    await user.click(part().getByRole("button", { name: "Add a stronger one" }));
    expect(rungs()).toBe(before + 1);
    while (rungs() > 1)
      await user.click(
        part()
          .getAllByRole("button", { name: /: Remove$/ })
          .at(-1) as HTMLElement,
      );
    expect(part().getByRole<HTMLButtonElement>("button", { name: /: Remove$/ }).disabled).toBe(true);
    fireEvent.change(part().getByLabelText("Strength 1: Name"), { target: { value: "" } });
    await user.click(part().getByRole("button", { name: /^Save for/ }));
    await waitFor(() => expect(said.at(-1)).toMatch(/name/));
    expect([...(await shop()).ladder.keys()]).toEqual([]);
  });
});

describe("data sheets", () => {
  test("are shown before the first step of what they are about; an address that is none is not sent", async () => {
    const user = await visit("/safety");
    await user.click(screen.getByRole("button", { name: "New data sheet" }));
    const sheet = within(await screen.findByRole("form", { name: "New data sheet" }));
    await user.type(sheet.getByLabelText("What it is of"), "Solvent cleaner");
    await user.type(sheet.getByLabelText(/^Address/), "not an address");
    await user.click(sheet.getByRole("button", { name: "Flammable liquid and vapour" }));
    await user.click(sheet.getByRole("button", { name: "Save" }));
    expect(said).toEqual([]);
    fireEvent.change(sheet.getByLabelText(/^Address/), { target: { value: "https://sheets.example/solvent" } });
    await user.click(sheet.getByRole("button", { name: "Save" }));
    await waitFor(() => expect(said.at(-1)).toMatch(/^Data sheets saved/));
    const view = await (await asked("/api/floor")).json();
    expect(JSON.stringify(view)).toContain("https://sheets.example/solvent");
  });
});

describe("packs of routines", () => {
  const library = () => visit("/shop?tab=routines");

  test("what is ticked goes out as one file, and comes in as the same", async () => {
    const user = await library();
    await user.click(screen.getByRole("checkbox", { name: /Agitate white/ }));
    await user.click(screen.getByRole("button", { name: "Pack" }));
    const link = await screen.findByRole<HTMLAnchorElement>("menuitem", { name: "Export 1 routine (YAML)" });
    const pack = await (await asked(link.getAttribute("href") ?? "")).text();
    expect(pack).toContain("Agitate white");
    await user.keyboard("{Escape}");
    await user.upload(screen.getByLabelText("A pack of routines"), new File([pack], "pack.yaml"));
    const item = (await screen.findByRole("button", { name: "Bring them in" })).parentElement as HTMLElement;
    expect(
      within(item)
        .getAllByRole("listitem")
        .map(({ textContent }) => textContent),
    ).toEqual([expect.stringMatching(/^Agitate white R\d+ the same$/)]);
  });

  test("a routine of another house comes in, stands in the library as the house's own, and is on record", async () => {
    const user = await library();
    const pack = await (await asked("/api/routines/pack?ids=R08&as=json")).json();
    pack.routines[0] = { ...pack.routines[0], id: "house-lens", name: "Wipe the lens" };
    await user.upload(screen.getByLabelText("A pack of routines"), new File([JSON.stringify(pack)], "pack.json"));
    await user.click(await screen.findByRole("button", { name: "Bring them in" }));
    await waitFor(() => expect(said.at(-1)).toBe("1 of 1 routines brought in."));
    const links = await screen.findAllByRole("link", { name: "Wipe the lens" });
    expect(links.flatMap((link) => link.closest("tr")?.textContent ?? []).join()).toContain("your own");
    // Its name is the shop's own: the floor has it in English until it is written in the routine.
    const missing = await screen.findByRole("region", { name: "Not in Español yet" });
    expect(missing.textContent).toContain("Wipe the lens");
    expect((await entriesOf("settings"))[0]).toMatchObject({ person: "ottoline" });
  });

  test.each<[string, string]>([
    ["no YAML", "{ a: [ }"],
    ["no pack", "hello: there"],
    [
      "a routine with a step of no known kind",
      "format: zesty-anvil/routines\nversion: 1\nroutines:\n  - id: x\n    name: X\n    steps: [{ id: a, kind: dance, text: Go }]\n",
    ],
  ])("%s is refused with where it is wrong, and nothing comes in", async (_, text) => {
    const user = await library();
    await user.upload(screen.getByLabelText("A pack of routines"), new File([text], "pack.yaml"));
    expect((await screen.findByRole("alert")).textContent?.length).toBeGreaterThan(15);
    expect(screen.queryByRole("button", { name: "Bring them in" })).toBeNull();
  });
});
