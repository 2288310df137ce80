/** Who waits for their turn; a process has one queue, whatever it computes. */
const held = globalThis as { zestyTurns?: (() => void)[] };
const waiting = () => {
  held.zestyTurns ??= [];
  return held.zestyTurns;
};

/** One piece of work a turn of the event loop: what comes in between is answered in between. */
function next(): void {
  waiting().shift()?.();
  if (waiting().length) setImmediate(next);
}

/**
 * Lets whoever else waits have their turn: awaited between the pieces of a long computation, so that one page never stops the others.
 * @example for (const machine of machines) { await breathe(); plan(machine); }
 */
export const breathe = (): Promise<void> =>
  new Promise((done) => {
    if (waiting().push(done) === 1) setImmediate(next);
  });
