/** A fault that a person can do something about: said without a stack trace. */
export class Fault extends Error {}

export const say = (text: string) => process.stderr.write(`${text}\n`);

/** Runs a command's main; a fault is said plainly and ends it with exit 1. */
export async function run(main: () => Promise<void>): Promise<void> {
  try {
    await main();
  } catch (error) {
    say(error instanceof Fault ? error.message : error instanceof Error ? (error.stack ?? error.message) : String(error));
    process.exitCode = 1;
  }
}
