import { beforeAll, beforeEach, describe, expect, test } from "vitest";
import { freshHouse } from "../ledger/house.ts";
import { entriesOf, floorAt, screen, signedInAs, waitFor, within } from "./shop.tsx";

/** The floor as an operator works it, with its server and the device's own memory (fake-indexeddb), without a browser. */

beforeAll(() => freshHouse({ stores: true }));
beforeEach(() => signedInAs("bram"));

const run = async () => (await entriesOf("run")).toReversed();

test("my shift comes with the day's work", async () => {
  await floorAt("#/");
  await screen.findByRole("heading", { name: /Bram/ });
  expect(screen.getAllByRole("link").length).toBeGreaterThan(3);
});

describe("a machine's page", () => {
  test("a note is entered and sent", async () => {
    const user = await floorAt("#/machine/teal");
    const seen = await screen.findByRole("region", { name: "Seen on it" });
    await user.type(within(seen).getByRole("textbox", { name: "Note" }), "belt squeaks");
    await user.click(within(seen).getByRole("button", { name: "Enter" }));
    await waitFor(async () => expect((await entriesOf("note"))[0]?.body).toMatchObject({ text: "belt squeaks" }));
    expect((await entriesOf("note"))[0]).toMatchObject({ machine: "teal", person: "bram" });
  });
  test("without a network it is kept on the device, and sent when the network is back", async () => {
    const user = await floorAt("#/machine/dory");
    const seen = await screen.findByRole("region", { name: "Seen on it" });
    const server = globalThis.fetch;
    globalThis.fetch = () => Promise.reject(new TypeError("no network"));
    await user.type(within(seen).getByRole("textbox", { name: "Note" }), "written offline");
    await user.click(within(seen).getByRole("button", { name: "Enter" }));
    await new Promise((done) => setTimeout(done, 100));
    expect(await entriesOf("note")).toHaveLength(1);
    globalThis.fetch = server;
    dispatchEvent(new Event("online"));
    await waitFor(async () => expect((await entriesOf("note"))[0]?.body).toMatchObject({ text: "written offline" }));
  });
});

describe("a run", () => {
  test("gear first, then step by step: what is measured is on record as it is entered; stopped, it says why", async () => {
    const user = await floorAt("#/machine/sprat");
    await user.click(await screen.findByText(/Another routine now/));
    await user.click(await screen.findByRole("button", { name: "Empty the waste bottle now" }));
    await user.click(await screen.findByRole("button", { name: "I wear this and have read the warnings" }));
    await user.click(await screen.findByRole("button", { name: "All still" }));
    await user.type(await screen.findByLabelText(/waste level before/), "900");
    await user.click(screen.getByRole("button", { name: "Enter" }));
    await screen.findByRole("heading", { name: /labelled container/ });
    await waitFor(async () => expect((await run()).map(({ body }) => body.event)).toEqual(["start", "gear", "step", "step"]));
    expect((await run())[3]?.body).toMatchObject({ step: "before", result: { value: 900 } });
    await user.click(screen.getByRole("button", { name: "More" }));
    await user.click(await screen.findByRole("button", { name: "Stop this run" }));
    await user.click(await screen.findByRole("button", { name: "Urgent job" }));
    await screen.findByText("Stopped: Urgent job");
    await waitFor(async () => expect((await run()).at(-1)?.body).toMatchObject({ event: "stop", reason: "Urgent job" }));
  });
  test("a value that no bottle holds is not taken", async () => {
    const user = await floorAt("#/machine/smelt");
    await user.click(await screen.findByText(/Another routine now/));
    await user.click(await screen.findByRole("button", { name: "Empty the waste bottle now" }));
    await user.click(await screen.findByRole("button", { name: "I wear this and have read the warnings" }));
    await user.click(await screen.findByRole("button", { name: "All still" }));
    const before = (await run()).length;
    await user.type(await screen.findByLabelText(/waste level before/), "900000");
    await user.click(screen.getByRole("button", { name: "Enter" }));
    await new Promise((done) => setTimeout(done, 150));
    expect((await run()).length).toBeLessThanOrEqual(before + 3);
    expect(screen.queryByRole("heading", { name: /labelled container/ })).toBeNull();
  });
});

describe("a check on the floor", () => {
  test("is counted and judged at once, and the machine's word follows", async () => {
    const user = await floorAt("#/check?machines=fathom");
    const region = await screen.findByRole("region", { name: "Fathom" });
    await user.click(within(region).getByRole("button", { name: /^H1\/C, / }));
    const [more] = within(region).getAllByRole("button", { name: /one more out$/ });
    await user.click(more as HTMLElement);
    await user.click(within(region).getByRole("button", { name: /^Fathom: Other \d fired$/ }));
    await waitFor(async () => expect((await entriesOf("check"))[0]).toMatchObject({ machine: "fathom", person: "bram" }));
  });
});

describe("the end of a shift", () => {
  test("a handover is written with what is left", async () => {
    const user = await floorAt("#/handover");
    await waitFor(() => expect(document.querySelector("textarea")).not.toBeNull());
    await user.type(document.querySelector("textarea") as HTMLElement, "film is short");
    await user.click(screen.getByRole("button", { name: /Hand over/ }));
    await waitFor(async () => expect((await entriesOf("handover"))[0]?.body).toMatchObject({ free: "film is short" }));
  });
});

test("what is not there is said, not shown empty", async () => {
  await floorAt("#/machine/nothing");
  await screen.findByText(/no such|not here|no machine/i);
  await floorAt("#/unsent");
  await screen.findByRole("heading", { name: /sent/i });
});
