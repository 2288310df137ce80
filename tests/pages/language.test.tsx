import { beforeEach, expect, test } from "vitest";
import { languagesOf, saveLanguage } from "../../src/work/access/language.ts";
import { floor } from "../../src/work/floor/floor.ts";
import { loadShop } from "../../src/work/shop/shop.ts";
import { db } from "../ledger/database.ts";
import { at, bram, entry, freshHouse, ottoline, site } from "../ledger/house.ts";
import { choose, entriesOf, floorAt, screen, sentBy, signedInAs, visit, waitFor } from "./shop.tsx";

/** Who reads which language: chosen on the floor by themselves, kept with them, set for others by a supervisor alone. */

beforeEach(async () => {
  await freshHouse();
  await signedInAs("bram");
});
const languageOf = async (person: string) => languagesOf(await loadShop(db, site)).get(person);

test("chosen on the floor, the screens change at once, and it is kept with the person", async () => {
  const user = await floorAt("#/");
  await screen.findByRole("heading", { name: "Free to take" });
  await user.click(await screen.findByRole("button", { name: "Español" }));
  await screen.findByRole("heading", { name: "Libres para tomar" });
  expect(document.documentElement.lang).toBe("es");
  await waitFor(async () => expect(await languageOf("bram")).toBe("es"));
  await waitFor(() => expect(localStorage.getItem("zesty-language/bram")).toBeNull());
  expect(screen.getByRole("heading", { name: "Libres para tomar" })).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "English" }));
  await screen.findByRole("heading", { name: "Free to take" });
  await waitFor(async () => expect(await languageOf("bram")).toBe("en"));
});

test("chosen without a network, it is sent with the next news", async () => {
  localStorage.setItem("zesty-language/bram", "es");
  await floorAt("#/");
  await screen.findByRole("heading", { name: "Libres para tomar" });
  await waitFor(async () => expect(await languageOf("bram")).toBe("es"));
  await waitFor(() => expect(localStorage.getItem("zesty-language/bram")).toBeNull());
});

test("one's own is anybody's who works here, another's a supervisor's; what is no language is refused", async () => {
  await saveLanguage(db, bram(), { person: "bram", language: "es" });
  await expect(saveLanguage(db, bram(), { person: "ilse", language: "es" })).rejects.toThrow(/people/);
  await saveLanguage(db, ottoline(), { person: "ilse", language: "es" });
  expect(await languageOf("ilse")).toBe("es");
  await expect(saveLanguage(db, bram(), { person: "bram", language: "eo" })).rejects.toThrow(/can't be saved/);
  await expect(saveLanguage(db, ottoline(), { person: "nobody", language: "es" })).rejects.toThrow(/no such person/);
});

test("a supervisor sets it at the person", async () => {
  await signedInAs("ottoline");
  const user = await visit("/shop?tab=people");
  await user.click(screen.getByRole("button", { name: "Ilse Quarrie: edit" }));
  await choose(user, await screen.findByRole("combobox", { name: "Language on the floor" }), "Español");
  await user.click(screen.getByRole("button", { name: "Save" }));
  await waitFor(async () => expect(await languageOf("ilse")).toBe("es"));
});

test("what a Spanish reader answers goes on record as it is kept, and calls for the same work", async () => {
  await saveLanguage(db, bram(), { person: "bram", language: "es" });
  const { routines } = await floor(db, { site, actor: bram() });
  const run = crypto.randomUUID();
  const of = (body: Record<string, unknown>) => entry("run", body, { machine: "sprat", routine: "R36", run, happenedAt: at("09:05") });
  await sentBy(
    "bram",
    of({ event: "start", form: "guided", version: routines.R36?.version, gear: true }),
    of({ event: "step", step: "waste", result: { choice: "room" } }),
    of({ event: "step", step: "lip", result: { choice: "clean" } }),
    of({ event: "clear", step: "load" }),
    of({ event: "step", step: "load", early: "it laboured" }),
    of({ event: "step", step: "aside" }),
  );
  const user = await floorAt(`#/run/${run}`);
  await screen.findByRole("heading", { name: "Mira desde arriba: ¿rebosa tinta la almohadilla?" });
  await user.click(screen.getByRole("button", { name: "Seca: pierde, o un tubo está tapado" }));
  await screen.findByRole("heading", { name: "Foto de la almohadilla, desde arriba." });
  await waitFor(async () =>
    expect((await entriesOf("one-off"))[0]?.body).toMatchObject({
      title: "Cap service",
      routine: "R37",
      note: "Dry: it leaks, or a tube is blocked",
    }),
  );
  await waitFor(async () =>
    expect((await entriesOf("sign"))[0]?.body).toMatchObject({ sign: "all-poor-after-load", note: "seen in Cap seal test" }),
  );
});
