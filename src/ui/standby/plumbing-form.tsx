"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { StandbyView } from "../../work/standby/machine.ts";
import { say, trying } from "../say.ts";
import { ask } from "../send.ts";

const FIELDS = [
  ["boreMm", "Bore of a line, mm"],
  ["lengthM", "Length of a line, m"],
  ["damperMl", "A channel's damper, mL"],
  ["headMl", "A channel in the head, mL"],
  ["pumpMlAMinute", "Pump, mL a minute"],
  ["ownCleansADay", "Its own cleans a day while it stands"],
] as const;

/** What is known of a machine's lines, dampers and pump; what is left empty is its class's. */
export function PlumbingForm({ view }: { view: StandbyView }) {
  const router = useRouter();
  const [draft, setDraft] = useState<Record<string, string>>(
    Object.fromEntries(Object.entries(view.plumbingOwn).map(([key, value]) => [key, String(value)])),
  );
  const save = async () => {
    const body = Object.fromEntries(Object.entries(draft).flatMap(([key, value]) => (value.trim() === "" ? [] : [[key, Number(value)]])));
    await trying(async () => {
      await ask("/api/standby", { body: { subject: "plumbing", id: view.id, body } });
      void say(`Lines and pump of ${view.name} saved; every plan follows.`);
      router.refresh();
    });
  };
  return (
    <section aria-label="Lines and pump" className="mt-8">
      <h2>Lines, dampers and pump of {view.name}</h2>
      <p className="max-w-prose text-ink2">
        Measured, or from its manual. What is left empty is taken from its class, and plans say that they are rough.
      </p>
      <div className="mt-2 flex flex-wrap gap-3">
        {FIELDS.map(([key, name]) => (
          <label key={key} className="grid text-sm">
            {name}
            <input
              type="number"
              step="any"
              value={draft[key] ?? ""}
              placeholder={String(view.plumbing[key])}
              onChange={(event) => setDraft({ ...draft, [key]: event.target.value })}
              className="field figure w-40"
            />
          </label>
        ))}
      </div>
      <p className="mt-2">
        <button type="button" className="press press-main" onClick={() => void save()}>
          Save
        </button>
      </p>
    </section>
  );
}
