import { Said } from "./send.ts";
import { toast } from "./toast.ts";

/** Says something in passing. */
export const say = (text: string, options?: { duration?: number }): void => toast(text, options);

/** Says what was refused, with the first places. */
export function sayFault(error: unknown): void {
  if (!(error instanceof Said)) {
    toast.error(String(error));
    return;
  }
  toast.error(error.message, {
    description:
      error.problems
        .slice(0, 4)
        .map(({ path, message }) => `${path}: ${message}`)
        .join("\n") || undefined,
  });
}

/** Does what a button asks for; what is refused is said. @returns whether it was done */
export async function trying(work: () => Promise<unknown>): Promise<boolean> {
  try {
    await work();
    return true;
  } catch (error) {
    sayFault(error);
    return false;
  }
}
