import { beforeAll, beforeEach, expect, test } from "vitest";
import { floor } from "../../src/work/floor/floor.ts";
import { db } from "../ledger/database.ts";
import { actor, at, entry, freshHouse, site } from "../ledger/house.ts";
import { entriesOf, fireEvent, floorAt, screen, sentBy, signedInAs, waitFor } from "./shop.tsx";

/** The check before the caps and spit box are cleaned (R19): full, or recovered first, as the routine itself says. */

beforeAll(() => freshHouse());
beforeEach(() => signedInAs("ilse"));

async function atCheck() {
  const { routines } = await floor(db, { site, actor: actor("ilse") });
  const run = crypto.randomUUID();
  const of = (body: Record<string, unknown>) => entry("run", body, { machine: "pochard", routine: "R19", run, happenedAt: at("09:05") });
  await sentBy(
    "ilse",
    of({ event: "start", form: "guided", version: routines?.R19?.version, gear: true }),
    of({ event: "step", step: "jug" }),
    of({ event: "step", step: "water" }),
    of({ event: "step", step: "shake" }),
  );
  const user = await floorAt(`#/run/${run}`);
  fireEvent.click(await screen.findByRole("link", { name: "Enter the readings" }));
  const last = async () => (await entriesOf("run")).filter((each) => each.run === run)[0]?.body;
  const checks = async () => (await entriesOf("check")).filter((each) => each.run === run);
  return { user, last, checks };
}
async function enterPoor(user: Awaited<ReturnType<typeof atCheck>>["user"]) {
  await user.click(await screen.findByRole("button", { name: /^H1\/K, / }));
  for (let out = 0; out < 4; out++) await user.click(screen.getByRole("button", { name: /one more out$/ }));
  await user.click(screen.getByRole("button", { name: /^Pochard: Other \d fired$/ }));
  await screen.findByText("Pochard is not good enough to go on");
  expect(screen.getByRole("alert").textContent).toContain("H1/K: 4 out, more than 2");
}

test("a good check goes on by itself", async () => {
  const { user, last } = await atCheck();
  await user.click(await screen.findByRole("button", { name: "Pochard: All fired" }));
  await waitFor(async () => expect(await last()).toMatchObject({ event: "step", step: "check" }));
});

test("one that is not good is judged: recovered first, the run waits", async () => {
  const { user, last, checks } = await atCheck();
  await enterPoor(user);
  await waitFor(async () => expect(await checks()).toHaveLength(1));
  expect(await last()).toMatchObject({ step: "shake" });
  await user.click(screen.getByRole("button", { name: "Recover it first" }));
  await waitFor(async () => expect(await last()).toMatchObject({ event: "stop", reason: "The check was not good" }));
});

test("or it goes on with a reason that stays on record", async () => {
  const { user, last, checks } = await atCheck();
  await enterPoor(user);
  await user.click(screen.getByRole("button", { name: "Go on all the same" }));
  await user.click(await screen.findByRole("button", { name: "It was like this before" }));
  await waitFor(async () => expect(await last()).toMatchObject({ event: "step", step: "check", note: "It was like this before" }));
  expect(await checks()).toHaveLength(1);
});
