import { beforeEach, describe, expect, test } from "vitest";
import { policiesOf } from "../../src/core/fleet/rule.ts";
import { board } from "../../src/work/board/board.ts";
import { floor } from "../../src/work/floor/floor.ts";
import { policiesView, previewPolicy, savePolicy } from "../../src/work/routines/policies.ts";
import { exportFleet } from "../../src/work/shop/fleet.ts";
import { saveDataSheets } from "../../src/work/shop/safety.ts";
import { saveMachine } from "../../src/work/shop/set-up.ts";
import { loadShop } from "../../src/work/shop/shop.ts";
import { db } from "./database.ts";
import { actor, freshHouse, ottoline, site } from "./house.ts";

/** The schools of practice over a real database, on Wednesday 25 November 2026. */

beforeEach(async () => {
  await freshHouse({ now: "2026-11-25T06:10:00Z" });
});
const closing = async (machine: string) =>
  (await board(db, ottoline())).machines
    .find(({ id }) => id === machine)
    ?.beats.closing.map(({ routine }) => routine)
    .sort();
const inForce = async (machine: string) => {
  const found = (await loadShop(db, site)).machines.find(({ id }) => id === machine);
  return found && policiesOf(found);
};

describe("a choice between schools", () => {
  test("from wet to dry cap: shown first with its work, hands, materials and what speaks against it; changes nothing until it is put in force", async () => {
    expect(await closing("sprat")).toContain("R10");
    const change = { level: "dtf", policy: "cap", value: "dry" };
    const preview = await previewPolicy(db, ottoline(), change);
    const sprat = preview.machines.find(({ name }) => name === "Sprat");
    expect(sprat?.inForce).toBe("wet → dry");
    const cap = sprat?.routines.find(({ name }) => name === "Water cap");
    expect(cap).toMatchObject({ after: 0 });
    expect(cap?.before).toBeGreaterThan(5);
    expect(cap?.minutes).toBe(-4 * (cap?.before ?? 0));
    expect(preview.minutes).toBeLessThan(0);
    expect(preview.until).toBe("2026-12-08");
    expect(await closing("sprat")).toContain("R10");
    await savePolicy(db, ottoline(), change);
    expect(await closing("sprat")).not.toContain("R10");
    expect((await inForce("sprat"))?.cap).toBe("dry");
    await savePolicy(db, ottoline(), { ...change, value: null });
    expect(await closing("sprat")).toContain("R10");
  });

  test("a machine's own stands before its class's, that before the shop's, and that before its abilities", async () => {
    expect((await inForce("sprat"))?.cap).toBe("wet");
    await savePolicy(db, ottoline(), { level: "site", policy: "cap", value: "dry" });
    expect((await inForce("sprat"))?.cap).toBe("dry");
    await savePolicy(db, ottoline(), { level: "dtf", policy: "cap", value: "wet" });
    expect([(await inForce("sprat"))?.cap, (await inForce("teal"))?.cap]).toEqual(["wet", "dry"]);
    await savePolicy(db, ottoline(), { level: "sprat", policy: "cap", value: "dry" });
    expect([(await inForce("sprat"))?.cap, (await inForce("smelt"))?.cap]).toEqual(["dry", "wet"]);
    const { levels } = await policiesView(db, ottoline());
    expect(levels.find(({ id }) => id === "sprat")).toMatchObject({ own: { cap: "dry" }, inForce: { cap: "dry" } });
    expect(levels.find(({ id }) => id === "smelt")?.own).not.toHaveProperty("cap");
  });

  test("a fleet file carries a machine's own choices, not those of its class", async () => {
    const before = await exportFleet(db, site);
    await savePolicy(db, ottoline(), { level: "dtf", policy: "cap", value: "dry" });
    expect(await exportFleet(db, site)).toEqual(before);
  });

  test("a list of routines that followed the rule follows it still; what was added by hand stays", async () => {
    const shop = await loadShop(db, site);
    const smelt = shop.ownMachines.find(({ id }) => id === "smelt");
    if (!smelt) throw new Error("no smelt");
    const { printDayChanges: _, ...machine } = smelt;
    await saveMachine(db, ottoline(), { machine: { ...machine, routines: ["R01", "R07", "R10", "R46"] } });
    await savePolicy(db, ottoline(), { level: "dtf", policy: "cap", value: "dry" });
    expect((await loadShop(db, site)).ownMachines.find(({ id }) => id === "smelt")?.routines).toEqual(["R01", "R07", "R46"]);
    await savePolicy(db, ottoline(), { level: "dtf", policy: "cap", value: "wet" });
    expect((await loadShop(db, site)).ownMachines.find(({ id }) => id === "smelt")?.routines).toEqual(["R01", "R07", "R46", "R10"]);
  });

  test("one that fights a machine's abilities is warned of, with the reason", async () => {
    const shop = await loadShop(db, site);
    const circulating = shop.machines.find(({ abilities }) =>
      abilities?.some((each) => each === "white-circulation" || each === "full-circulation"),
    );
    if (!circulating) throw new Error("the demo has no circulating machine");
    const { warnings } = await previewPolicy(db, ottoline(), { level: circulating.id, policy: "power", value: "off" });
    expect(warnings.map(({ words }) => words).join()).toMatch(/circulation works only while it is plugged in.*never cut its mains/);
  });

  test("steps that depend on it are named", async () => {
    const { machines } = await previewPolicy(db, ottoline(), { level: "uv", policy: "plate", value: "wipe" });
    expect(machines.map(({ steps }) => steps)).toEqual(machines.map(() => ["UV opening"]));
  });

  test.each([
    [{ level: "dtf", policy: "cap", value: "damp" }, 400],
    [{ level: "dtf", policy: "colour", value: "red" }, 400],
    [{ level: "nobody", policy: "cap", value: "dry" }, 404],
    [{ level: "dtf" }, 400],
  ])("%j is refused", async (change, status) => {
    await expect(savePolicy(db, ottoline(), change)).rejects.toMatchObject({ status });
  });
  test("by a supervisor only", async () =>
    expect(savePolicy(db, actor("ottoline", "operator"), { level: "dtf", policy: "cap", value: "dry" })).rejects.toMatchObject({
      status: 403,
    }));
});

describe("data sheets", () => {
  const solvent = { name: "Solvent cleaner", url: "https://sheets.marlstone.example/cleaner.pdf", hazards: ["flammable"] };
  test("are linked by a supervisor and shown before each routine that has their hazard, and no other", async () => {
    await saveDataSheets(db, ottoline(), { sheets: [solvent] });
    const { routines } = await floor(db, { site, actor: ottoline() });
    expect(routines.R24?.sheets).toEqual([{ name: solvent.name, url: solvent.url }]);
    expect(routines.R08?.sheets).toEqual([]);
  });
  test.each<[string, unknown]>([
    ["an address that is a script", { sheets: [{ ...solvent, url: "javascript:alert(1)" }] }],
    ["no hazard", { sheets: [{ ...solvent, hazards: [] }] }],
    ["a hazard that is none", { sheets: [{ ...solvent, hazards: ["wolves"] }] }],
  ])("with %s are refused", async (_, value) => {
    await expect(saveDataSheets(db, ottoline(), value)).rejects.toThrow("can't be saved");
  });
});
