/** Whether two missing nozzles stand next to each other in print order. */
export const hasNeighbours = (missing: readonly number[]): boolean => {
  const all = new Set(missing);
  return missing.some((k) => all.has(k + 1));
};
