"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import type { SignCount } from "../../work/routines/signs.ts";
import { trying } from "../say.ts";
import { entryOf, sendEntries } from "../send.ts";
import { RowHead, TableHead } from "../table.tsx";

/** What signs were found to come from here, the order that follows, and setting a count back. */
export function SignCounts({ counts }: { counts: SignCount[] }) {
  return (
    <section aria-label="Signs and what they were" className="mt-8">
      <h2>Signs and what they were</h2>
      <p className="mb-2 max-w-2xl text-ink2">
        Causes are offered in this order: the trade's order counts as many as there are causes for the first down to one for the last, and
        each time the house found one it counts one more. None is left out.
      </p>
      <table className="w-full text-sm">
        <TableHead columns={["Sign", "Causes as offered (trade + here)", "Set back"]} />
        <tbody>
          {counts.map((count) => (
            <tr key={count.sign} className="border-line border-b align-baseline">
              <RowHead className="font-normal">{count.words}</RowHead>
              <td className="pr-3">
                {count.causes.map(({ id, words, prior, found }) => (
                  <span key={id} className="mr-4 inline-block">
                    {words}{" "}
                    <span className="figure text-ink2">
                      {prior}+{found}
                    </span>
                  </span>
                ))}
                {count.other > 0 && <span className="text-ink2">something else {count.other} times</span>}
              </td>
              <td>{count.found > 0 && <Reset count={count} />}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Reset({ count }: { count: SignCount }) {
  const router = useRouter();
  const [why, setWhy] = useState("");
  const reset = async () => {
    await trying(async () => {
      await sendEntries([entryOf({ kind: "sign-reset", body: { sign: count.sign, why: why.trim() } })]);
      toast(`${count.words}: the count is set back. What was found stays in the logbook.`);
      router.refresh();
    });
  };
  return (
    <details>
      <summary className="cursor-pointer">set back</summary>
      <div className="flex items-end gap-2">
        <label className="grid">
          Because
          <input value={why} maxLength={500} onChange={(event) => setWhy(event.target.value)} className="field" />
        </label>
        <button type="button" disabled={!why.trim()} className="press" onClick={() => void reset()}>
          Set back
        </button>
      </div>
    </details>
  );
}
