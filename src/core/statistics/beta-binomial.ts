import jstat from "jstat";

/** So many of so many times. */
export type Share = { held: number; of: number };

/** Weights that are tried: how many times a group's mean counts for one of its members. */
const WEIGHTS = [1, 2, 4, 8, 16, 32, 64] as const;

/**
 * How alike the members of a group are: the number of times that the group's mean weighs for a member, by the greatest marginal likelihood of
 * a beta-binomial (members much alike weigh it high). Members without a time are left out; `undefined` below three members.
 *
 * @param mean the group's share, above 0 and below 1
 * @returns one of 1, 2, 4, … 64; the largest of equals
 * @example weightOfGroup([{ held: 0, of: 9 }, { held: 9, of: 9 }, { held: 0, of: 9 }], 1 / 3) // 1
 */
export function weightOfGroup(members: readonly Share[], mean: number): number | undefined {
  const told = members.filter(({ of }) => of > 0);
  if (told.length < 3) return undefined;
  const likelihoods = WEIGHTS.map((weight) => [weight, logMarginal(told, mean, weight)] as const);
  return likelihoods.reduce((best, each) => (each[1] >= best[1] ? each : best))[0];
}

/**
 * Logarithm of the chance of what the members show, where each has its own share from a beta distribution of that mean and weight.
 * @example logMarginal([{ held: 1, of: 1 }], 0.5, 2) // Math.log(0.5)
 */
export const logMarginal = (members: readonly Share[], mean: number, weight: number): number =>
  members.reduce(
    (sum, { held, of }) =>
      sum + jstat.betaln(held + mean * weight, of - held + (1 - mean) * weight) - jstat.betaln(mean * weight, (1 - mean) * weight),
    0,
  );
