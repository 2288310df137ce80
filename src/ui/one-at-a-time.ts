/** Runs work once at a time: asked for while it runs, it runs once more after, however often it was asked. */
export function oneAtATime(work: () => Promise<void>): () => Promise<void> {
  let running: Promise<void> | undefined;
  let again = false;
  const run = async () => {
    do {
      again = false;
      await work();
    } while (again);
  };
  return () => {
    if (running) again = true;
    else
      running = run().finally(() => {
        running = undefined;
      });
    return running;
  };
}
