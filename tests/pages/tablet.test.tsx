import { beforeAll, beforeEach, describe, expect, test } from "vitest";
import { deviceOf } from "../../src/work/access/devices.ts";
import { putPin } from "../../src/work/access/pin.ts";
import { freshHouse, site } from "../ledger/house.ts";
import { asked, entriesOf, fireEvent, floorAt, screen, signedInAs, signedOut, visit, waitFor, within } from "./shop.tsx";

/** A shared tablet: enrolled by a code, changed hands by PIN with a network and without, taken out again. */

const at = (hash: string) => expect(location.hash).toBe(hash);
beforeAll(async () => {
  await freshHouse();
  for (const [person, pin] of [
    ["bram", "2468"],
    ["ilse", "1357"],
  ] as const) {
    await signedInAs(person);
    await putPin(site, person, pin);
  }
});
/** The supervisor makes a code in the Shop, it is typed on the tablet, where nobody is signed in. */
async function enrolled(name: string) {
  await signedInAs("ottoline");
  const desk = await visit("/shop?tab=tablets");
  await desk.click(screen.getByRole("button", { name: "Set up tablet" }));
  const panel = within(screen.getByRole("dialog"));
  await desk.type(panel.getByLabelText("Name of the tablet"), name);
  await desk.click(panel.getByRole("button", { name: "Get a code" }));
  const code = /[A-Z0-9]{8}/.exec((await panel.findByRole("img", { name: "Opens the set-up page" })).parentElement?.textContent ?? "")?.[0];
  signedOut();
  const tablet = await visit("/enrol");
  await tablet.type(screen.getByLabelText("Code"), code ?? "");
  await tablet.click(screen.getByRole("button", { name: "Set up" }));
  await waitFor(() => expect(screen.queryByRole("alert")?.textContent ?? "").toBe(""));
  await waitFor(async () => expect((await asked("/api/floor")).status).toBe(200));
  return code ?? "";
}
async function typed(user: Awaited<ReturnType<typeof floorAt>>, name: RegExp, pin: string) {
  await user.click(await screen.findByRole("button", { name }));
  for (const digit of pin) await user.click(screen.getByRole("button", { name: digit }));
  await user.click(screen.getByRole("button", { name: "OK" }));
}
/** A note is written on the tablet by whoever is there. */
async function noted(text: string) {
  const user = await floorAt("#/machine/dory");
  const seen = await screen.findByRole("region", { name: "Seen on it" });
  fireEvent.change(within(seen).getByRole("textbox", { name: "Note" }), { target: { value: text } });
  await user.click(within(seen).getByRole("button", { name: "Enter" }));
}

describe("a tablet", () => {
  test("is enrolled by a code that counts once; a wrong one is refused", async () => {
    const code = await enrolled("Film hall");
    const again = await asked("/api/devices/enrol", {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ code }),
    });
    expect(again.status).toBe(401);
    signedOut();
    expect(await deviceOf(new Headers())).toBeUndefined();
    expect((await asked("/api/floor")).status).toBe(401);
  });

  test("that is taken out is a tablet no more", async () => {
    await enrolled("Roll floor");
    const tablet = (await (await asked("/api/floor")).json()).device;
    expect(tablet).toMatchObject({ name: "Roll floor" });
    await signedInAs("ottoline");
    const user = await visit("/shop?tab=tablets");
    const line = screen.getByText(/^Roll floor/).closest("li") as HTMLElement;
    await user.click(within(line).getByRole("button", { name: "Remove" }));
    await waitFor(() => expect(screen.queryByText(/^Roll floor/)).toBeNull());
  });
});

describe("who is working on it", () => {
  beforeEach(() => enrolled("Garment room"));

  test("is said by a name and four digits; who has no PIN can't be chosen; what they enter is theirs", async () => {
    const user = await floorAt("#/who");
    await screen.findByRole("heading", { name: "Who is at this tablet?" });
    expect(screen.getByRole<HTMLButtonElement>("button", { name: /^Ngozi/ }).disabled).toBe(true);
    await user.click(screen.getByRole("button", { name: /^Bram/ }));
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "OK" }).disabled).toBe(true);
    await typed(user, /^Bram/, "2468");
    await waitFor(() => at("#/"));
    await noted("as Bram");
    await waitFor(async () => expect((await entriesOf("note"))[0]).toMatchObject({ person: "bram", body: { text: "as Bram" } }));
  });

  test("a wrong PIN is refused and the digits are gone; a digit too many is taken back", async () => {
    const user = await floorAt("#/who");
    await typed(user, /^Bram/, "1111");
    await waitFor(() => expect(screen.getByRole("alert").textContent).not.toBe(""));
    expect(screen.getByRole("status", { name: "0 digits" })).toBeTruthy();
    for (const digit of "24681") await user.click(screen.getByRole("button", { name: digit }));
    await user.click(screen.getByRole("button", { name: "Take the last one back" }));
    await user.click(screen.getByRole("button", { name: "OK" }));
    await waitFor(() => at("#/"));
  });

  test("without a network a PIN is a claim: kept sealed, checked when it is sent, and the entry is the claimed person's", async () => {
    const user = await floorAt("#/who");
    await screen.findByRole("heading", { name: "Who is at this tablet?" });
    const server = globalThis.fetch;
    globalThis.fetch = () => Promise.reject(new TypeError("no network"));
    await typed(user, /^Ilse/, "1357");
    await waitFor(() => at("#/"));
    await noted("offline, as Ilse");
    await new Promise((done) => setTimeout(done, 50));
    expect((await entriesOf("note")).some(({ person }) => person === "ilse")).toBe(false);
    globalThis.fetch = server;
    dispatchEvent(new Event("online"));
    await waitFor(async () => expect((await entriesOf("note"))[0]).toMatchObject({ person: "ilse", body: { text: "offline, as Ilse" } }));
  });

  test("without a network a wrong PIN is found out when it is sent: what was entered under it does not count as proven", async () => {
    const user = await floorAt("#/who");
    await screen.findByRole("heading", { name: "Who is at this tablet?" });
    const server = globalThis.fetch;
    globalThis.fetch = () => Promise.reject(new TypeError("no network"));
    await typed(user, /^Ilse/, "9999");
    await waitFor(() => at("#/"));
    await noted("by somebody who is not Ilse");
    globalThis.fetch = server;
    dispatchEvent(new Event("online"));
    await waitFor(async () => expect((await entriesOf("note"))[0]?.body).toMatchObject({ text: "by somebody who is not Ilse" }));
    const [note] = await entriesOf("note");
    await signedInAs("ottoline");
    await visit(`/logbook/${note?.id}`);
    expect(screen.getByText(/not proven: the PIN was wrong/).closest("dd")?.textContent).toMatch(/^Ilse Quarrie/);
    await visit("/logbook?kind=note");
    const line = screen.getByText(/by somebody who is not Ilse/).closest("li") as HTMLElement;
    expect(line.textContent).toContain("not proven");
    expect(screen.getByText(/offline, as Ilse/).closest("li")?.textContent).not.toContain("not proven");
  });
});
