"use client";
import { useState } from "react";
import { say } from "../say.ts";
import { put } from "./outbox.ts";
import { go, to } from "./route.ts";
import type { Floor } from "./use-floor.ts";

/** What one shift leaves to the next: read and acknowledged, or written. */
export function Handover({ floor }: { floor: Floor }) {
  const { view } = floor;
  const [free, setFree] = useState("");
  const [left, setLeft] = useState<string[]>([]);
  const items = view.leaves.items.filter(({ words }) => !left.includes(words));
  const write = async () => {
    await put([
      { kind: "handover", body: { day: view.leaves.day, shift: view.leaves.shift, items, ...(free.trim() ? { free: free.trim() } : {}) } },
    ]);
    void say("Handed over. The next shift finds it on their first screen.");
    go(to.shift);
  };
  return (
    <main className="mx-auto max-w-3xl px-3 py-4">
      {view.handover && (
        <section aria-label="To be read">
          <h1>Handed over to you</h1>
          <p className="text-ink2">
            {view.handover.by}, {view.handover.words}
          </p>
          {view.handover.free && <p className="mt-3 text-xl">{view.handover.free}</p>}
          <Items items={view.handover.items} />
          <button
            type="button"
            className="press press-main hand mt-3 w-full !text-xl"
            onClick={() => void put([{ kind: "handover-seen", body: { of: view.handover?.id ?? "" } }])}
          >
            I have read it
          </button>
        </section>
      )}
      <section aria-label="To be written" className={view.handover ? "mt-8" : ""}>
        <h2 className="!text-xl">Hand over to the next shift</h2>
        <p className="text-ink2">
          From {view.leaves.shift}, {view.todayWords}: what is on hold, waiting, late or undone just now.
        </p>
        <Items items={items} leaveOut={(words) => setLeft([...left, words])} />
        <label className="mt-3 grid">
          Anything else
          <textarea value={free} rows={3} maxLength={2000} onChange={(event) => setFree(event.target.value)} className="field" />
        </label>
        <button type="button" className="press press-main hand mt-3 w-full !text-xl" onClick={() => void write()}>
          Hand over
        </button>
      </section>
      <a href={to.shift} className="press hand mt-6">
        Back to the shift
      </a>
    </main>
  );
}

function Items({ items, leaveOut }: { items: { kind: string; words: string }[]; leaveOut?: (words: string) => void }) {
  if (items.length === 0) return <p className="mt-2">Nothing is left over.</p>;
  return (
    <ul className="mt-2 divide-y divide-line">
      {items.map(({ kind, words }) => (
        <li key={words} className="flex items-center gap-2 py-1.5">
          <span
            className={`w-24 shrink-0 text-sm ${kind === "late" || kind === "hold" || kind === "owed" || kind === "out of order" ? "text-hold" : "text-ink2"}`}
          >
            {kind}
          </span>
          <span className="grow">{words}</span>
          {leaveOut && (
            <button type="button" className="press hand" aria-label={`Leave out: ${words}`} onClick={() => leaveOut(words)}>
              ×
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}
