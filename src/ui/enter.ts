import kit from "../words/en/kit.json";
import { entryOf, Said, sendEntries } from "./send.ts";
import { toast } from "./toast.ts";

export type Sent = Parameters<typeof entryOf>[0];

/** Sends one entry, says so, and offers to take it back. */
export const enter = (sent: Sent, said: string): Promise<boolean> => enterAll([sent], said);

/** Sends entries that belong together, says so once, and offers to take all of them back. */
export async function enterAll(sent: readonly Sent[], said: string): Promise<boolean> {
  const entries = sent.map(entryOf);
  const fault = (error: unknown) => toast.error(error instanceof Said ? error.message : String(error));
  const back = entries.map(({ id }) => entryOf({ kind: "amendment", amends: id, body: { why: "Entered by mistake", struck: true } }));
  try {
    await sendEntries(entries);
    toast(said, {
      action: {
        label: kit.undo,
        onClick: () => void sendEntries(back).then(() => toast(kit.undone), fault),
      },
    });
    return true;
  } catch (error) {
    fault(error);
    return false;
  }
}
