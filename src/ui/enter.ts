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
