import { expect, test } from "vitest";
import { logMarginal, weightOfGroup } from "./beta-binomial.ts";

// Closed form: with a whole-number alpha and beta the chance of one ordered row of yes and no is a product of rising factorials
// (Johnson, Kemp, Kotz: Univariate Discrete Distributions, beta-binomial; from memory).
const rising = (from: number, times: number) =>
  Array.from({ length: times }, (_, index) => from + index).reduce((all, each) => all * each, 1);
const chance = (held: number, of: number, alpha: number, beta: number) =>
  (rising(alpha, held) * rising(beta, of - held)) / rising(alpha + beta, of);

test("the marginal likelihood is the product of the members' closed forms", () => {
  const members = [
    { held: 2, of: 5 },
    { held: 0, of: 3 },
    { held: 7, of: 7 },
  ];
  const expected = members.reduce((all, { held, of }) => all * chance(held, of, 3, 5), 1);
  expect(logMarginal(members, 3 / 8, 8)).toBeCloseTo(Math.log(expected), 9);
});

test("members that are alike weigh their group high, members that differ low; two are too few to tell", () => {
  const share = (held: number) => ({ held, of: 20 });
  expect(weightOfGroup([share(4), share(4), share(4), share(4)], 0.2)).toBe(64);
  expect(weightOfGroup([share(0), share(20), share(0), share(0), share(20)], 0.4)).toBe(1);
  const middle = weightOfGroup([share(1), share(9), share(4), share(12)], 0.325) ?? 0;
  expect(middle).toBeGreaterThan(1);
  expect(middle).toBeLessThan(64);
  expect(weightOfGroup([share(1), share(9), { held: 0, of: 0 }], 0.25)).toBeUndefined();
});
