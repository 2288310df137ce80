import { beforeEach, describe, expect, test } from "vitest";
import { loadShop } from "../../src/work/shop/shop.ts";
import { db } from "../ledger/database.ts";
import { freshHouse, site } from "../ledger/house.ts";
import { asked, entriesOf, fireEvent, said, screen, sentTo, signedInAs, visit, waitFor, within } from "./shop.tsx";

/** The routine editor, packs, and what an operator may see of them. */

const OURS = `id: house-lid
name: Look under the lid
trigger: { every: { weeks: 1 } }
handsMinutes: 2
steps:
  - { kind: do, id: open, text: Open the lid. }
  - { kind: found, id: found, part: cap, text: How is it? }
`;

beforeEach(async () => {
  await freshHouse();
  await signedInAs("ottoline");
});
const area = () => screen.getByRole<HTMLTextAreaElement>("textbox", { name: "The routine as YAML or JSON" });
const write = (text: string) => fireEvent.change(area(), { target: { value: text } });
const bookOf = async () => (await loadShop(db, site)).rules.book;

describe("the editor", () => {
  test("names what is wrong by its line while it is typed; right again, the list goes", async () => {
    await visit("/shop/routines/new");
    write(OURS.replace("part: cap", "part: bonnet"));
    const wrong = await screen.findByRole("list", { name: "What is wrong" });
    expect(wrong.textContent).toMatch(/line \d+/);
    write(OURS);
    await waitFor(() => expect(screen.queryByRole("list", { name: "What is wrong" })).toBeNull());
    await screen.findByRole("heading", { level: 1, name: "Look under the lid" });
  });
  test("what is written is in force with its version, and its draft is kept until then", async () => {
    await visit("/shop/routines/new");
    write(OURS);
    expect(localStorage.length).toBe(1);
    await visit("/shop/routines/new");
    await waitFor(() => expect(area().value).toContain("house-lid"));
    const press = await screen.findByRole<HTMLButtonElement>("button", { name: "Publish" });
    await waitFor(() => expect(press.disabled).toBe(false));
    fireEvent.click(press);
    await waitFor(() => expect(sentTo.at(-1)).toBe("/shop/routines/house-lid"));
    expect((await bookOf()).get("house-lid")).toMatchObject({ name: "Look under the lid", handsMinutes: 2 });
    await waitFor(() => expect(localStorage.length).toBe(0));
    expect((await entriesOf("settings"))[0]).toMatchObject({ person: "ottoline" });
  });
  test("a built-in routine is changed for the house, and given back", async () => {
    await visit("/shop/routines/R24");
    const built = area().value;
    write(built.replace(/^name: .*$/m, "name: Rails, our way"));
    const press = await screen.findByRole<HTMLButtonElement>("button", { name: "Publish" });
    await waitFor(() => expect(press.disabled).toBe(false));
    fireEvent.click(press);
    await waitFor(async () => expect((await bookOf()).get("R24")?.name).toBe("Rails, our way"));
    await visit("/shop/routines/R24");
    const back = screen.getAllByRole("button").find(({ textContent }) => /built-in|Give/i.test(textContent ?? ""));
    fireEvent.click(back as HTMLElement);
    await waitFor(() => expect(said.at(-1)).toBe("Back to the built-in routine."));
    await waitFor(async () => expect((await bookOf()).get("R24")?.name).not.toBe("Rails, our way"));
  });
});

test("a pack goes out with what it names; what is no pack is refused with its place", async () => {
  const text = await (await asked("/api/routines/pack?ids=R24")).text();
  expect(text).toContain("R24");
  const answer = await asked("/api/routines/pack", { method: "POST", body: "routines: 7" });
  expect(answer.status).toBe(400);
});

test("an operator reads a routine and changes nothing", async () => {
  await signedInAs("bram");
  await visit("/shop/routines/R24");
  expect(screen.queryByRole("button", { name: /Publish/ })).toBeNull();
  const answer = await asked("/api/routines", { method: "POST", body: JSON.stringify({ text: OURS }) });
  expect(answer.status).toBe(403);
  expect(within(document.body).getAllByRole("heading").length).toBeGreaterThan(0);
});
