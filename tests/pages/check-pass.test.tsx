import { beforeEach, expect, test } from "vitest";
import { at, entry, freshHouse } from "../ledger/house.ts";
import { entriesOf, floorAt, offered, said, screen, sentBy, signedInAs, visit, waitFor, within } from "./shop.tsx";

/** The opening checks of several machines in one pass: each by an act of its own, each settling its own work. */

beforeEach(async () => {
  await freshHouse();
  await signedInAs("ngozi");
});

const MACHINES = ["longshore", "fathom", "compass", "dory"];
const named = (id: string) => id[0]?.toUpperCase() + id.slice(1);

test("one press a machine, the next comes by itself, and four checks settle four jobs", async () => {
  const user = await floorAt(`#/check?machines=${MACHINES.join(",")}`);
  for (const id of MACHINES) {
    const region = within(await screen.findByRole("region", { name: named(id) }));
    await user.click(region.getByRole("button", { name: `${named(id)}: All fired` }));
  }
  await screen.findByText("All 4 machines are checked.");
  await waitFor(async () => expect(await entriesOf("check")).toHaveLength(4));
  const entries = await entriesOf("check");
  expect(entries.map(({ machine }) => machine).sort()).toEqual([...MACHINES].sort());
  // Each names the routine that was due at its machine.
  expect(entries.every(({ routine }) => routine === "R01")).toBe(true);
  await floorAt("#/");
  await screen.findByRole("heading", { name: "Free to take" });
  const open = screen.queryAllByRole("link", { name: /^(Longshore|Fathom|Compass|Dory) Opening nozzle check/ });
  expect(open).toEqual([]);
});

test("nothing is entered by leaving a machine: what is not pressed stays open", async () => {
  const user = await floorAt("#/check?machines=longshore,fathom");
  await user.click(await screen.findByRole("button", { name: "Longshore: All fired" }));
  await screen.findByRole("region", { name: "Fathom" });
  await floorAt("#/");
  await waitFor(async () => expect((await entriesOf("check")).map(({ machine }) => machine)).toEqual(["longshore"]));
});

test("an entry made by mistake is undone, and what was counted stands in the form again", async () => {
  const user = await floorAt("#/check?machines=longshore,fathom");
  const region = within(await screen.findByRole("region", { name: "Longshore" }));
  await user.click(region.getByRole("button", { name: /^H1\/K, / }));
  await user.click(region.getByRole("button", { name: /one more out$/ }));
  await user.click(region.getByRole("button", { name: /^Longshore: Other \d fired$/ }));
  await screen.findByRole("region", { name: "Fathom" });
  await waitFor(() => expect(said.at(-1)).toBe("Longshore: checked"));
  expect(offered.at(-1)?.label).toBe("Undo");
  offered.at(-1)?.onClick();
  expect(await screen.findByRole("button", { name: "H1/K, black: 1 out" })).toBeTruthy();
  await waitFor(async () => expect((await entriesOf("amendment"))[0]?.body).toMatchObject({ struck: true }));
});

test("a machine whose heads rest is not checked before it is over, unless somebody says so", async () => {
  const poor = { channels: [{ id: "H1/K", missing: 40, weak: 0, deflected: 0, neighbours: true }] };
  await sentBy(
    "bram",
    entry("check", poor, { machine: "fathom", routine: "R01", happenedAt: at("08:30") }),
    entry("care", { what: "clean", strength: "light" }, { machine: "fathom", happenedAt: at("08:35") }),
    entry("check", poor, { machine: "fathom", happenedAt: at("08:40") }),
    entry("care", { what: "rest" }, { machine: "fathom", happenedAt: at("08:45") }),
  );
  const user = await floorAt("#/check?machines=fathom");
  const asked = await screen.findByText(/^Fathom rests until \d\d:\d\d\./);
  expect(asked.textContent).toContain("20:45");
  expect(screen.queryByRole("button", { name: /^Fathom: / })).toBeNull();
  await user.click(screen.getByRole("button", { name: "Check all the same" }));
  await screen.findByRole("button", { name: /^Fathom: / });
  // At the desk it is asked in the same words.
  await signedInAs("ottoline");
  const desk = await visit("/check?machines=fathom");
  expect((await screen.findByText(/^Fathom rests until \d\d:\d\d\./)).textContent).toBe(asked.textContent);
  expect(screen.queryByRole("button", { name: /^Fathom: / })).toBeNull();
  await desk.click(screen.getByRole("button", { name: "Check all the same" }));
  await screen.findByRole("button", { name: /^Fathom: / });
});
