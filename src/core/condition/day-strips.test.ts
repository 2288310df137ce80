import { expect, test } from "vitest";
import { dayStrips } from "./day-strips.ts";

const none = { checks: [], cleans: [], done: [], missed: [], changed: [], air: [] };

test("each day once, empty where nothing happened", () => {
  const strips = dayStrips(none, 10, 12);
  expect(strips.map(({ day }) => day)).toEqual([10, 11, 12]);
  expect(strips[0]).toEqual({ day: 10, missing: null, outside: false, cleans: 0, done: [], missed: [], changed: [], air: null });
});

test("the worst check, all cleans, the mean of the air; days outside are left out", () => {
  const [strip] = dayStrips(
    {
      checks: [
        { day: 10, missing: 5, outside: true },
        { day: 10, missing: 0, outside: false },
        { day: 9, missing: 80, outside: true },
      ],
      cleans: [{ day: 10 }, { day: 10 }],
      done: [{ day: 10, name: "Deep clean" }],
      missed: [{ day: 10, name: "Strip" }],
      changed: [{ day: 10, part: "cap" }],
      air: [
        { day: 10, humidity: 40 },
        { day: 10, humidity: 50 },
      ],
    },
    10,
    10,
  );
  expect(strip).toEqual({
    day: 10,
    missing: 5,
    outside: true,
    cleans: 2,
    done: ["Deep clean"],
    missed: ["Strip"],
    changed: ["cap"],
    air: 45,
  });
});

test("no days at all where the end lies before the beginning", () => expect(dayStrips(none, 3, 1)).toEqual([]));
