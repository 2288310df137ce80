import { uuidv7 } from "uuidv7";
import { beforeEach, describe, expect, test } from "vitest";
import { compareSite } from "../../src/ledger/compare.ts";
import { board } from "../../src/work/board/board.ts";
import { dayWork } from "../../src/work/day/day.ts";
import { floor } from "../../src/work/floor/floor.ts";
import { record } from "../../src/work/record/record.ts";
import { signCounts } from "../../src/work/routines/signs.ts";
import { loadShop } from "../../src/work/shop/shop.ts";
import { db } from "./database.ts";
import { bram, freshHouse, ottoline, site } from "./house.ts";

/** Signs over a real database, at 09:10 on Wednesday 25 November 2026. */

beforeEach(async () => {
  await freshHouse();
});

let minute = 0;
const send = async (kind: string, body: object, rest: object = {}, who = bram()) => {
  const happenedAt = new Date(Date.parse("2026-11-25T08:00:00Z") + 30_000 * minute++).toISOString();
  const id = uuidv7();
  const [answer] = await record(db, { site, actor: who }, { entries: [{ id, kind, machine: "teal", happenedAt, body, ...rest }] });
  return { ...answer, id };
};
const teal = async () => (await board(db, ottoline())).machines.find(({ id }) => id === "teal");
const good = { channels: [{ id: "H1/K", missing: 0, weak: 0, deflected: 0, neighbours: false }] };

describe("a sign", () => {
  test("that spoils work holds the machine until it is explained, whatever a check says", async () => {
    await send("check", good, { routine: "R01" });
    expect((await teal())?.word).toBe("Ready");
    const sign = await send("sign", { sign: "colour-absent", note: "cyan" });
    expect(await teal()).toMatchObject({
      word: "Hold",
      why: expect.stringContaining("“A colour is gone” seen at 08:"),
      signs: [{ note: "cyan" }],
    });
    await send("check", good);
    expect((await teal())?.word).toBe("Hold");
    expect(await send("sign-over", { of: sign.id, cause: "ink" })).toMatchObject({ result: "added" });
    expect(await teal()).toMatchObject({ word: "Ready", signs: [] });
    expect(await compareSite(db, site)).toEqual([]);
  });
  test("that asks for care only is shown, and holds nothing", async () => {
    await send("check", good, { routine: "R01" });
    await send("sign", { sign: "mist-on-rails" });
    expect(await teal()).toMatchObject({ word: "Ready", signs: [{ words: "Mist on rails, rollers or shaft" }] });
  });
  test("is held no longer where a supervisor releases the machine; a sign seen after that holds again", async () => {
    await send("check", good, { routine: "R01" });
    await send("sign", { sign: "stains" });
    await send("release", { until: "2026-11-25T18:00:00.000Z", reason: "marks are outside the cut" }, {}, ottoline());
    expect((await teal())?.word).toBe("With care");
    await send("sign", { sign: "colour-absent" });
    expect((await teal())?.word).toBe("Hold");
  });
  test("seen a fortnight ago and never explained says nothing of today", async () => {
    await send("sign", { sign: "stains" });
    process.env.ZESTY_NOW = "2026-12-11T09:10:00Z";
    expect((await teal())?.signs).toEqual([]);
  });
  test("makes work for today, by an operator too, with the routine that it is done by", async () => {
    const sign = await send("sign", { sign: "weak-white" });
    const work = await send("one-off", { title: "Agitate white", on: "2026-11-25", minutes: 2, sign: sign.id, routine: "R02" });
    expect(work).toMatchObject({ result: "added" });
    const { tasks } = await dayWork(db, await loadShop(db, site));
    expect(tasks.find(({ oneOff }) => oneOff === work.id)).toMatchObject({ routine: "R02", hasSteps: true, machine: "teal" });
  });
});

describe("what is not taken", () => {
  test.each<[string, (sign: string) => [string, object, object?]]>([
    ["a cause that this sign has not", (of) => ["sign-over", { of, cause: "cap" }]],
    ["another cause without words", (of) => ["sign-over", { of, cause: "other" }]],
    ["a sign of another machine", (of) => ["sign-over", { of, cause: "ink" }, { machine: "wigeon" }]],
    ["a sign that was never reported", () => ["sign-over", { of: uuidv7(), cause: "ink" }]],
    [
      "work for a sign of another machine",
      (sign) => ["one-off", { title: "Look", on: "2026-11-25", minutes: 2, sign }, { machine: "wigeon" }],
    ],
    ["work by a routine that is not there", (sign) => ["one-off", { title: "Look", on: "2026-11-25", minutes: 2, sign, routine: "R99" }]],
    ["work of an operator's own, without a sign", () => ["one-off", { title: "Look", on: "2026-11-25", minutes: 2 }]],
    ["a count set back by an operator", () => ["sign-reset", { sign: "colour-absent", why: "new cap" }, { machine: undefined }]],
  ])("%s", async (_, make) => {
    const sign = await send("sign", { sign: "colour-absent" });
    const [kind, body, rest] = make(sign.id);
    expect(await send(kind, body, rest)).toMatchObject({ result: "refused" });
  });
  test("something else is taken with words", async () => {
    const sign = await send("sign", { sign: "colour-absent" });
    expect(await send("sign-over", { of: sign.id, cause: "other", note: "a mouse in the line" })).toMatchObject({ result: "added" });
  });
});

describe("what the house finds", () => {
  const explain = async (cause: string, times: number) => {
    for (let time = 0; time < times; time++) {
      const sign = await send("sign", { sign: "banding" });
      await send("sign-over", { of: sign.id, cause });
    }
  };
  const offered = async () =>
    (await floor(db, { site, actor: bram() })).signGuide
      ?.find(({ sign }) => sign === "banding")
      ?.causes.map(({ id, found }) => `${id} ${found}`);

  test("moves the order of causes, hides none, and is set back by a supervisor's word", async () => {
    expect(await offered()).toEqual(["nozzles 0", "surround 0", "strip 0", "dry-room 0"]);
    await explain("dry-room", 4);
    await explain("strip", 1);
    expect(await offered()).toEqual(["dry-room 4", "nozzles 0", "surround 0", "strip 1"]);
    expect((await signCounts(db, ottoline())).find(({ sign }) => sign === "banding")).toMatchObject({ found: 5, other: 0 });
    expect(
      await send("sign-reset", { sign: "banding", why: "a humidifier stands there now" }, { machine: undefined }, ottoline()),
    ).toMatchObject({ result: "added" });
    expect(await offered()).toEqual(["nozzles 0", "surround 0", "strip 0", "dry-room 0"]);
    await explain("strip", 1);
    expect(await offered()).toEqual(["nozzles 0", "surround 0", "strip 1", "dry-room 0"]);
  });
  test("a word said again counts once, the last one", async () => {
    const sign = await send("sign", { sign: "banding" });
    await send("sign-over", { of: sign.id, cause: "strip" });
    expect(await send("sign-over", { of: sign.id, cause: "nozzles" })).toMatchObject({
      result: "added",
      message: expect.stringContaining("explained already"),
    });
    expect((await offered())?.slice(0, 1)).toEqual(["nozzles 1"]);
    expect(await compareSite(db, site)).toEqual([]);
  });
});
