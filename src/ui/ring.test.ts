import { expect, test, vi } from "vitest";
import { ring } from "./ring.ts";

const vibrate = vi.fn();
const hands = { hasBeenActive: false };
vi.stubGlobal("navigator", { vibrate, userActivation: hands });

test("a timer rings once, however often it is looked at; another one rings by itself", () => {
  expect([ring("a"), ring("a"), ring("b"), ring("a")]).toEqual([true, false, true, false]);
});

test("a device shakes only after somebody has touched it, as browsers ask", () => {
  ring("before");
  expect(vibrate).not.toHaveBeenCalled();
  hands.hasBeenActive = true;
  ring("after");
  ring("after");
  expect(vibrate).toHaveBeenCalledTimes(1);
});
