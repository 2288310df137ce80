import { expect, test } from "vitest";
import { oneAtATime } from "./one-at-a-time.ts";

test("asked for three times while it runs, it runs once more, never beside itself", async () => {
  let runs = 0;
  let beside = 0;
  const ask = oneAtATime(async () => {
    beside++;
    expect(beside).toBe(1);
    runs++;
    await new Promise((done) => setTimeout(done, 5));
    beside--;
  });
  await Promise.all([ask(), ask(), ask(), ask()]);
  expect(runs).toBe(2);
  await ask();
  expect(runs).toBe(3);
});
