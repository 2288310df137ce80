/**
 * Lets whoever else waits have their turn: awaited between the pieces of a long computation, so that one page never stops the others.
 * @example for (const machine of machines) { await breathe(); plan(machine); }
 */
export const breathe = (): Promise<void> => new Promise((done) => setImmediate(done));
