import { Said } from "./send.ts";
import { toast } from "./toast.ts";

/** Says something in passing. */
export const say = (text: string, options?: { duration?: number }): void => toast(text, options);

/** A place in what was sent as the label that stands on the screen; undefined: as it is. */
export type NameOf = (path: string) => string | undefined;

/** Says what was refused, with the first places. */
export function sayFault(error: unknown, nameOf: NameOf = () => undefined): void {
  if (!(error instanceof Said)) {
    toast.error(String(error));
    return;
  }
  toast.error(error.message, {
    description:
      error.problems
        .slice(0, 4)
        .map(({ path, message }) => `${nameOf(path) ?? path}: ${message}`)
        .join("\n") || undefined,
  });
}

/** Does what a button asks for; what is refused is said. @returns whether it was done */
export async function trying(work: () => Promise<unknown>, nameOf?: NameOf): Promise<boolean> {
  try {
    await work();
    return true;
  } catch (error) {
    sayFault(error, nameOf);
    return false;
  }
}
