"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { LadderSettings, Rung } from "../../core/nozzles/ladder/settings.ts";
import type { LadderRow } from "../../work/shop/ladder-settings.ts";
import { say, trying } from "../say.ts";
import { ask } from "../send.ts";
import { TableHead, unseen } from "../table.tsx";
import { WhichOne } from "../which-one.tsx";

type Numbers = Exclude<keyof LadderSettings, "rungs">;
const NUMBERS: [Numbers, string, number][] = [
  ["limit", "cleans before a rest", 1],
  ["cleansARung", "on a rung while they help", 1],
  ["withoutProgress", "on a rung without progress", 1],
  ["restHours", "rest, h", 0.5],
  ["rests", "rests before a technician", 1],
  ["apartMinutes", "one recovery up to, min", 5],
  ["fixedCleans", "fixed school: at opening", 1],
  ["loadMl", "a load, mL", 0.5],
  ["loadSecondsFrom", "load from, s", 1],
  ["loadSecondsTo", "load to, s", 1],
  ["flagPercent", "colour flag from, %", 1],
  ["worthMl", "a nozzle back is worth, mL", 0.5],
];

/** The cleaning ladder by class, then by machine: rungs with their ink and time, and every number of the table. */
export function LadderForm({ rows }: { rows: LadderRow[] }) {
  const [id, setId] = useState(rows[0]?.id ?? "");
  const row = rows.find((each) => each.id === id);
  return (
    <section aria-label="Cleaning ladder" className="mt-8">
      <h2>Cleaning ladder</h2>
      <p className="mb-2 max-w-2xl text-ink2">
        The strengths of a head clean with what each draws, the weakest first, and when to go on, climb, rest or call. A machine's own stand
        before its class's. The school (ladder, fixed number, load and clean) is chosen under Schools.
      </p>
      <WhichOne label="For" own="its own" rows={rows} id={id} choose={setId} />
      {row && <OneLadder key={`${row.id}${JSON.stringify(row.settings)}`} row={row} />}
    </section>
  );
}

function OneLadder({ row }: { row: LadderRow }) {
  const router = useRouter();
  const [draft, setDraft] = useState(row.settings);
  const rung = (index: number, change: Partial<Rung>) =>
    setDraft({ ...draft, rungs: draft.rungs.map((each, place) => (place === index ? { ...each, ...change } : each)) });
  const save = async () => {
    await trying(async () => {
      await ask("/api/ladder", { body: { id: row.id, settings: draft } });
      void say(`Ladder of ${row.name} saved; what is next follows at once.`);
      router.refresh();
    });
  };
  return (
    <div className="mt-3 grid gap-3">
      <table className="max-w-xl text-sm">
        <TableHead columns={["Rung", "mL, all heads", "minutes", unseen("Take away")]} />
        <tbody>
          {draft.rungs.map((each, index) => (
            <tr key={each.id}>
              <td className="pr-2">
                <input
                  aria-label={`Name of rung ${index + 1}`}
                  value={each.name}
                  onChange={(event) => rung(index, { name: event.target.value })}
                  className="field"
                />
              </td>
              <td className="pr-2">
                <input
                  type="number"
                  step={0.5}
                  min={0}
                  aria-label={`Ink of rung ${index + 1}, mL`}
                  value={each.ml}
                  onChange={(event) => rung(index, { ml: Number(event.target.value) })}
                  className="field figure w-24"
                />
              </td>
              <td className="pr-2">
                <input
                  type="number"
                  step={0.5}
                  min={0}
                  aria-label={`Minutes of rung ${index + 1}`}
                  value={each.minutes}
                  onChange={(event) => rung(index, { minutes: Number(event.target.value) })}
                  className="field figure w-24"
                />
              </td>
              <td>
                <button
                  type="button"
                  className="press"
                  disabled={draft.rungs.length === 1}
                  onClick={() => setDraft({ ...draft, rungs: draft.rungs.filter((_, place) => place !== index) })}
                >
                  Take away
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p>
        <button
          type="button"
          className="press"
          disabled={draft.rungs.length >= 8}
          onClick={() => {
            const last = draft.rungs.at(-1);
            const id = `rung-${Math.max(0, ...draft.rungs.map((each) => Number(each.id.replace(/\D/g, "")) || 0)) + 1}`;
            setDraft({ ...draft, rungs: [...draft.rungs, { id, name: "stronger", ml: last?.ml ?? 1, minutes: last?.minutes ?? 1 }] });
          }}
        >
          A rung above
        </button>
      </p>
      <div className="flex flex-wrap gap-x-4 gap-y-2">
        {NUMBERS.map(([key, name, step]) => (
          <label key={key} className="grid text-sm">
            {name}
            <input
              type="number"
              step={step}
              min={0}
              value={draft[key]}
              onChange={(event) => setDraft({ ...draft, [key]: Number(event.target.value) })}
              className="field figure w-28"
            />
          </label>
        ))}
      </div>
      <p>
        <button
          type="button"
          className="press press-main"
          disabled={JSON.stringify(draft) === JSON.stringify(row.settings)}
          onClick={() => void save()}
        >
          Save the ladder of {row.name}
        </button>
      </p>
    </div>
  );
}
