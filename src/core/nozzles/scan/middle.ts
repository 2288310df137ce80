/**
 * The upper of the two middle values: one that was measured, so that a lattice never lands between two of its places, and found in place,
 * since a picture asks for it some hundred thousand times. Sorts `values`; 0 of none.
 * @example middle([3, 1, 2, 9]) // 3
 */
export const middle = (values: number[]): number => values.sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;
