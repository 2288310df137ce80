import { beforeEach, expect, test } from "vitest";
import { areaOf, listenAt } from "../../src/devices/air/listen.ts";
import { ROOMS, simulatedAir, startBroker, startSensors } from "../../src/devices/air/stand-in.ts";
import { Lead } from "../../src/ledger/lead.ts";
import { roomReadings, sensorRows } from "../../src/ledger/room.ts";
import { board } from "../../src/work/board/board.ts";
import { record } from "../../src/work/record/record.ts";
import { airView } from "../../src/work/stores/air.ts";
import { takeAirFile } from "../../src/work/stores/air-file.ts";
import { saveStoreSetting } from "../../src/work/stores/settings.ts";
import { AirIntake } from "../../src/work/stores/take-air.ts";
import { db } from "./database.ts";
import { freshHouse, ottoline, site } from "./house.ts";

/** The rooms' air over a real database and a real broker, at 09:10 on Wednesday 25 November 2026. */

const bytes = (text: string) => new TextEncoder().encode(text);
const all = async () =>
  (
    await Promise.all(
      ROOMS.map(({ area }) => roomReadings(db, site, new Date("2026-11-01T00:00:00Z"), new Date("2026-11-30T00:00:00Z"), area)),
    )
  ).flat();
beforeEach(async () => {
  await freshHouse({ stores: true });
});

test("the topic says which area", () => {
  expect(areaOf("eddering/+/air", "eddering/film/air")).toBe("film");
  expect(areaOf("eddering/+/air", "eddering/film/x/air")).toBeUndefined();
  expect(areaOf("eddering/+/air", "elsewhere/film/air")).toBeUndefined();
  expect(areaOf("+", "film")).toBe("film");
});

test("sensors heard over a real broker move the Board", async () => {
  const broker = await startBroker(0);
  const intake = new AirIntake(db, site);
  const client = listenAt(`mqtt://127.0.0.1:${broker.port}`, "eddering/+/air", intake);
  await new Promise((done) => client.once("connect", done));
  const sensors = startSensors(`mqtt://127.0.0.1:${broker.port}`, "eddering/+/air", 50);
  for (let tries = 0; tries < 100 && (await sensorRows(db, site)).length < ROOMS.length; tries++) {
    await new Promise((done) => setTimeout(done, 50));
    await intake.keep();
  }
  sensors.end();
  client.end(true);
  await broker.close();
  expect((await sensorRows(db, site)).map(({ sensor }) => sensor)).toEqual([
    "film-wall",
    "flatbed-wall",
    "garment-wall",
    "packing-wall",
    "roll-wall",
  ]);
  const areas = (await board(db, ottoline())).areas;
  expect(areas.find(({ id }) => id === "film")?.air).toMatchObject({ word: "right" });
});

test("the simulated garment room falls below its floor and comes back within half an hour", () => {
  const garment = ROOMS.find(({ area }) => area === "garment");
  const minutes = Array.from({ length: 30 }, (_, minute) => (garment ? simulatedAir(garment, minute * 60_000).humidity : 0));
  expect(Math.min(...minutes)).toBeLessThan(42);
  expect(Math.max(...minutes)).toBeGreaterThan(48);
});

test("a sensor that floods is kept one reading a minute; garbage is counted with its reason; nothing else is lost", async () => {
  const network = { broker: "", topic: "zesty/+/air", sensors: ["film/mad", "film/film", "garment/garment"] };
  await saveStoreSetting(db, ottoline(), { subject: "network", id: "air", body: network });
  const intake = new AirIntake(db, site);
  for (let message = 0; message < 5000; message++)
    intake.offer("film", JSON.stringify({ celsius: 20, humidity: 50 + (message % 10) / 10, sensor: "mad" }));
  for (const garbage of [
    "not json",
    "{}",
    JSON.stringify({ celsius: "warm", humidity: 50 }),
    "x".repeat(5000),
    JSON.stringify({ celsius: 20, humidity: 0 }),
    new Uint8Array([255, 254, 0]) as unknown as string,
  ])
    intake.offer("film", garbage);
  intake.offer("nowhere", JSON.stringify({ celsius: 20, humidity: 50 }));
  intake.offer("garment", JSON.stringify({ celsius: 21, humidity: 35, at: "2020-01-01T00:00:00Z" }));
  for (let sensor = 0; sensor < 1000; sensor++) intake.offer("roll", JSON.stringify({ celsius: 20, humidity: 50, sensor: `s${sensor}` }));
  await intake.keep();
  const rows = await all();
  expect(rows.filter(({ area }) => area === "film")).toHaveLength(1);
  expect(rows.filter(({ area }) => area === "garment")).toMatchObject([{ humidity: 35, at: new Date("2026-11-25T09:10:00Z") }]);
  const sensors = await sensorRows(db, site);
  expect(sensors.find(({ sensor }) => sensor === "mad")).toMatchObject({ messages: 5000, kept: 1, refused: 0 });
  expect(sensors.find(({ area, sensor }) => area === "film" && sensor === "film")).toMatchObject({ refused: 6 });
  expect(sensors.find(({ area }) => area === "nowhere")).toMatchObject({
    refused: 1,
    refusedWhy: "there is no area “nowhere” in this shop",
  });
  expect(sensors.find(({ sensor }) => sensor === "s0")).toMatchObject({ kept: 0, refusedWhy: "nobody has taken this sensor up yet" });
  // 3,000 invented names: no reading of theirs is kept, and only some are offered to the supervisor.
  expect(rows.filter(({ area }) => area === "roll")).toEqual([]);
  for (let sensor = 0; sensor < 3000; sensor++) {
    intake.offer("roll", JSON.stringify({ celsius: 20, humidity: 50, sensor: `more${sensor}` }));
    if (sensor % 100 === 99) await intake.keep();
  }
  expect((await sensorRows(db, site)).length).toBeLessThanOrEqual(3 + 50);
  expect((await all()).filter(({ area }) => area === "roll")).toEqual([]);
});

test("of two copies one listens, so that each message is counted once; when it ends the other takes over", async () => {
  const [first, second] = [new Lead(process.env.DATABASE_URL ?? "", 991), new Lead(process.env.DATABASE_URL ?? "", 991)];
  expect([await first.isMine(), await second.isMine(), await first.isMine()]).toEqual([true, false, true]);
  await first.end();
  expect(await second.isMine()).toBe(true);
  await second.end();
});

test("dry air by hand: on the Board where it matters, a check holds for less, care comes sooner", async () => {
  const air = (humidityPercent: number, clock: string) => ({
    id: crypto.randomUUID(),
    kind: "air",
    happenedAt: `2026-11-25T${clock}:00.000Z`,
    body: { area: "garment", celsius: 21, humidityPercent },
  });
  const check = {
    id: crypto.randomUUID(),
    kind: "check",
    machine: "teal",
    routine: "R01",
    happenedAt: "2026-11-25T05:00:00.000Z",
    body: { channels: [{ id: "H1/K", missing: 0, weak: 0, deflected: 0, neighbours: false }] },
  };
  const send = (...entries: unknown[]) => record(db, { site, actor: ottoline() }, { entries });
  await send(check);
  const teal = async () => (await board(db, ottoline())).machines.find(({ id }) => id === "teal");
  process.env.ZESTY_NOW = "2026-11-25T13:10:00Z";
  expect((await teal())?.word).toBe("Ready");
  await send(air(35, "05:30"), air(35, "07:30"), air(36, "09:30"), air(36, "11:30"), air(38, "13:00"));
  const view = await board(db, ottoline());
  expect(view.areas.find(({ id }) => id === "garment")?.air?.words).toContain("38 %, below the floor of 42 %: a humidifier must give");
  // Twelve hours, halved by the house's share: after eight idle hours the check holds no more.
  expect((await teal())?.word).toBe("Unchecked");
  expect((await teal())?.why).toContain("a check holds 6 h in dry air (Garment room was below 42 %");
  const care = view.machines
    .find(({ id }) => id === "wigeon")
    ?.also.find(({ why }) => why.some((reason) => reason.includes("brought forward")));
  expect(care?.why.join()).toContain("Garment room was below 42 %");
  expect(await send(air(120, "13:05"))).toMatchObject([{ result: "refused" }]);
  expect(await send({ ...air(40, "13:05"), body: { area: "attic", celsius: 20, humidityPercent: 40 } })).toMatchObject([
    { result: "refused", message: expect.stringContaining("no area") },
  ]);
});

test("a logger's file: the site's times, commas for points, all of it or nothing", async () => {
  const good =
    "time;area;celsius;humidity\n2026-11-24 08:00;Film hall;20,5;41,2\n2026-11-24T09:00:00Z;film;20.6;42\n2026-11-24 10:00;film;20.7;42.5\n";
  expect(await takeAirFile(db, ottoline(), bytes(good))).toEqual({ read: 3, added: 3, from: "2026-11-24", to: "2026-11-24" });
  expect(await takeAirFile(db, ottoline(), bytes(good))).toMatchObject({ added: 0 });
  await expect(
    takeAirFile(
      db,
      ottoline(),
      bytes(
        "time,area,celsius,humidity\n2026-11-24 11:00,film,20,43\n2026-13-40 11:00,film,20,43\n2026-11-24 12:00,attic,20,43\n2026-11-24 13:00,film,warm,43\n2027-01-01 10:00,film,20,43\n",
      ),
    ),
  ).rejects.toMatchObject({
    problems: [{ path: "line 3" }, { path: "line 4" }, { path: "line 5" }, { path: "line 6" }],
  });
  await expect(takeAirFile(db, ottoline(), bytes("a,b\n1,2\n"))).rejects.toThrow("expected columns");
  // A night's reading stands on its own date, whatever day of the shop it belongs to.
  await takeAirFile(db, ottoline(), bytes("time,area,celsius,humidity\n2026-11-24 02:30,film,20,43\n"));
  expect((await all()).map(({ at }) => at.toISOString().slice(0, 16))).toEqual([
    "2026-11-24T02:30",
    "2026-11-24T08:00",
    "2026-11-24T09:00",
    "2026-11-24T10:00",
  ]);
  const view = await airView(db, ottoline(), { area: "film", days: 2, to: "2026-11-25" });
  expect(view.points).toHaveLength(3);
  expect(view.faults.map(({ kind }) => kind)).toEqual(["gap"]);
});
