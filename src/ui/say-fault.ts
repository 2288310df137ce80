import { toast } from "sonner";
import { Said } from "./send.ts";

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
