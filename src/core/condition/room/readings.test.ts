import fc from "fast-check";
import { expect, test } from "vitest";
import { type AirReading, checkReadings, hoursBelow, SENSOR } from "./readings.ts";
import { ROOM_SETTINGS, roomNow } from "./room.ts";

const HOUR = 3_600_000;
const every = (minutes: number, humidities: number[], celsius = 20): AirReading[] =>
  humidities.map((humidity, index) => ({ at: index * minutes * 60_000, celsius: celsius + (index % 3) * 0.1, humidity }));

test("a reading that no room has is out of range and reckoned with nowhere", () => {
  const { good, faults } = checkReadings(every(30, [45, 0, 45.2, 120, 44.8]), 2 * HOUR);
  expect(good.map(({ humidity }) => humidity)).toEqual([45, 45.2, 44.8]);
  expect(faults.map(({ kind }) => kind)).toEqual(["range", "range"]);
});

test("a silence is a gap, also the one that lasts until now", () => {
  const readings = [...every(60, [45, 46]), { at: 9 * HOUR, celsius: 20, humidity: 44 }];
  expect(checkReadings(readings, 20 * HOUR).faults.map(({ kind, from, to }) => [kind, from / HOUR, to / HOUR])).toEqual([
    ["gap", 1, 9],
    ["gap", 9, 20],
  ]);
});

test("the very same figures for half a day: frozen; a quiet night with a tenth of change is not", () => {
  const same = Array.from({ length: 15 }, (_, index) => ({ at: index * HOUR, celsius: 20.3, humidity: 44.6 }));
  expect(checkReadings(same, 14 * HOUR).faults.map(({ kind }) => kind)).toEqual(["frozen"]);
  expect(
    checkReadings(
      same.map((each, index) => ({ ...each, humidity: 44.6 + (index % 2) / 10 })),
      14 * HOUR,
    ).faults,
  ).toEqual([]);
});

test("a lone spike is a jump and left out; where the air stays there, the room did change", () => {
  const spike = checkReadings(every(10, [45, 45, 82, 45, 45]), 40 * 60_000);
  expect(spike.faults.map(({ kind }) => kind)).toEqual(["jump"]);
  expect(spike.good.some(({ humidity }) => humidity === 82)).toBe(false);
  const window = checkReadings(every(10, [45, 45, 72, 72, 71]), 40 * 60_000);
  expect(window.good.map(({ humidity }) => humidity)).toEqual([45, 45, 72, 72, 71]);
});

test("hours below a floor: each reading stands until the next, and never longer than a gap", () => {
  const readings = every(60, [45, 38, 39, 45]);
  expect(hoursBelow(readings, 40, 0, 4 * HOUR)).toEqual({ below: 2, known: 4 });
  expect(hoursBelow([{ at: 0, celsius: 20, humidity: 30 }], 40, 0, 24 * HOUR)).toEqual({
    below: SENSOR.gapMinutes / 60,
    known: SENSOR.gapMinutes / 60,
  });
});

test("never more hours below than are known, nor more known than there are", () => {
  const reading = fc.record({
    at: fc.integer({ min: 0, max: 48 * HOUR }),
    celsius: fc.constant(20),
    humidity: fc.integer({ min: 2, max: 99 }),
  });
  fc.assert(
    fc.property(fc.array(reading, { maxLength: 60 }), fc.integer({ min: 5, max: 95 }), (readings, floor) => {
      const { below, known } = hoursBelow(
        readings.sort((a, b) => a.at - b.at),
        floor,
        12 * HOUR,
        36 * HOUR,
      );
      expect(below).toBeLessThanOrEqual(known + 1e-9);
      expect(known).toBeLessThanOrEqual(24 + 1e-9);
    }),
  );
});

test("a room is dry, right, damp, silent or unknown, and says what a humidifier must give", () => {
  const now = 24 * HOUR;
  const word = (humidity: number, at = now) => roomNow([{ at, celsius: 20, humidity }], ROOM_SETTINGS, now);
  expect(word(36).words).toContain("a humidifier must give 0.31 L an hour for 45 %");
  expect([word(36).word, word(46).word, word(70).word, word(46, now - 5 * HOUR).word]).toEqual(["dry", "right", "damp", "silent"]);
  expect(roomNow([], ROOM_SETTINGS, now).word).toBe("unknown");
});

test("a dry day is one with hours enough below the floor, whatever the air is now", () => {
  const night = Array.from({ length: 24 }, (_, hour) => ({ at: hour * HOUR, celsius: 20, humidity: hour < 5 ? 34 : 46 }));
  expect(roomNow(night, ROOM_SETTINGS, 23 * HOUR)).toMatchObject({ word: "right", isDryDay: true, belowHours: 5 });
});
