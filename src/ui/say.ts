import { Said } from "./send.ts";

/** Says something in passing. The part that shows it is fetched when it is first needed. */
export async function say(text: string, options?: { duration?: number }): Promise<void> {
  const { toast } = await import("sonner");
  toast(text, options);
}

/** Says what was refused, with the first places. */
export async function sayFault(error: unknown): Promise<void> {
  const { toast } = await import("sonner");
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
    void sayFault(error);
    return false;
  }
}
