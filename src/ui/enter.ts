import { toast } from "sonner";
import { entryOf, Said, sendEntries } from "./send.ts";

/** Sends one entry, says so, and offers to take it back. */
export async function enter(sent: Parameters<typeof entryOf>[0], said: string): Promise<boolean> {
  const entry = entryOf(sent);
  try {
    await sendEntries([entry]);
    toast(said, {
      action: {
        label: "Undo",
        onClick: () =>
          void sendEntries([entryOf({ kind: "amendment", amends: entry.id, body: { why: "Entered by mistake", struck: true } })]).then(
            () => toast("Struck out; both stay in the ledger."),
            (error) => toast.error(error instanceof Said ? error.message : String(error)),
          ),
      },
    });
    return true;
  } catch (error) {
    toast.error(error instanceof Said ? error.message : String(error));
    return false;
  }
}

/** The instant of a wall-clock time today as this device's clock has it; later than now means yesterday. */
export function instantAt(time: string): string {
  const [hours, minutes] = time.split(":").map(Number);
  const at = new Date();
  at.setHours(hours ?? 0, minutes ?? 0, 0, 0);
  if (at.getTime() > Date.now() + 60_000) at.setDate(at.getDate() - 1);
  return at.toISOString();
}
