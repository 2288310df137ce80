"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { SetAsideView } from "../../work/record/set-aside.ts";
import { Field } from "../field.tsx";
import { say, trying } from "../say.ts";
import { ask } from "../send.ts";

/** Entries that could not be kept: a supervisor keeps each as a note, or discards it with a reason. */
export function SetAsidePage({ waiting }: { waiting: SetAsideView[] }) {
  return (
    <main className="max-w-4xl px-4 pb-8">
      <h1 className="py-2">Could not be kept</h1>
      <p className="text-ink2">
        A device sent these, and they could not become entries. Everything else it sent was kept. Look at what each says, then keep it as a
        note or discard it.
      </p>
      {waiting.length === 0 ? (
        <p className="py-6">Nothing waits here.</p>
      ) : (
        <ul className="mt-3 grid gap-4">
          {waiting.map((each) => (
            <Waiting key={each.id} {...each} />
          ))}
        </ul>
      )}
      <p className="mt-4">
        <Link href="/logbook">Back to the logbook</Link>
      </p>
    </main>
  );
}

function Waiting({ id, when, by, what, sent, reason }: SetAsideView) {
  const router = useRouter();
  const [why, setWhy] = useState("");
  const [busy, setBusy] = useState(false);
  const settle = async (how: "noted" | "discarded") => {
    setBusy(true);
    await trying(async () => {
      await ask("/api/set-aside", { body: { id, how, ...(how === "discarded" ? { why: why.trim() } : {}) } });
      void say(how === "noted" ? "Kept as a note." : "Discarded.");
      router.refresh();
    });
    setBusy(false);
  };
  return (
    <li className="grid gap-2 border-line border-t pt-3">
      <p>
        <strong>{what}</strong>, sent {when} by {by}
      </p>
      <p className="text-hold">{reason}</p>
      <pre className="overflow-x-auto whitespace-pre-wrap break-all border border-line p-2 text-sm">{sent.slice(0, 2000)}</pre>
      <div className="flex flex-wrap items-end gap-2">
        <button type="button" className="press press-main" disabled={busy} onClick={() => void settle("noted")}>
          Keep as a note
        </button>
        <Field label="Why discard it">
          <input value={why} onChange={({ target }) => setWhy(target.value)} maxLength={500} className="field w-64" />
        </Field>
        <button type="button" className="press" disabled={busy || !why.trim()} onClick={() => void settle("discarded")}>
          Discard
        </button>
      </div>
    </li>
  );
}
