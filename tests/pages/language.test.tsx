import { beforeEach, expect, test } from "vitest";
import { languagesOf, saveLanguage } from "../../src/work/access/language.ts";
import { loadShop } from "../../src/work/shop/shop.ts";
import { db } from "../ledger/database.ts";
import { bram, freshHouse, ottoline, site } from "../ledger/house.ts";
import { choose, entriesOf, floorAt, screen, signedInAs, visit, waitFor } from "./shop.tsx";

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
  const user = await floorAt("#/machine/sprat");
  /** Presses what is offered once the step before it is over. */
  const press = async (name: string | RegExp, next: string) => {
    await user.click(await screen.findByRole("button", { name }));
    await screen.findByRole("heading", { name: next });
  };
  await user.click(await screen.findByText(/Otra rutina ahora/));
  await user.click(await screen.findByRole("button", { name: /^Prueba del sello de la tapa/ }));
  await press(/he leído los avisos/, "Equipo puesto. ¿Hay sitio en el residuo?");
  await press("Hay sitio", "¿Está el labio de la tapa limpio y entero?");
  await press("Limpio y entero", "Carga tinta unos 10 segundos; escucha.");
  await user.click(screen.getByRole("button", { name: "La carga está en marcha" }));
  await user.click(await screen.findByRole("button", { name: "Acabó antes" }));
  await press("Ya está hecho", "Aparta el cabezal enseguida. Espera.");
  await press("Hecho", "Mira desde arriba: ¿rebosa tinta la almohadilla?");
  await user.click(screen.getByRole("button", { name: "Seca: pierde, o un tubo está tapado" }));
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
