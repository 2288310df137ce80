import kit from "../words/en/kit.json";
import { sayFault } from "./say.ts";
import { entryOf, sendEntries } from "./send.ts";
import { toast } from "./toast.ts";

type Entries = ReturnType<typeof entryOf>[];
const SHOWN_MS = 12_000;

/**
 * Sends entries, shows what was done, and offers to undo it: each is amended as a mistake, the last one first, and the ledger keeps both.
 * @throws Said where the server refuses one
 */
export async function sendWithUndo(
  entries: Entries,
  {
    said,
    why,
    undo = kit.undo,
    undone = kit.undone,
    after,
  }: {
    said: string;
    /** Why they are undone, if they are. */
    why: string;
    undo?: string;
    undone?: string;
    after: () => Promise<unknown>;
  },
): Promise<void> {
  await sendEntries(entries);
  await after();
  toast(said, {
    duration: SHOWN_MS,
    action: {
      label: undo,
      onClick: () =>
        void sendEntries([...entries].reverse().map(({ id }) => entryOf({ kind: "amendment", amends: id, body: { why, struck: true } })))
          .then(after)
          .then(() => toast(undone), sayFault),
    },
  });
}
