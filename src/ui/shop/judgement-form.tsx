"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import type { ReadinessRow } from "../../work/shop/readiness.ts";
import { trying } from "../say.ts";
import { ask } from "../send.ts";
import { RowHead, TableHead } from "../table.tsx";

const FIELDS = [
  ["toleranceAChannel", "a channel", 0.5],
  ["toleranceAHead", "a head", 0.5],
  ["idleHours", "idle hours", 0.5],
] as const;

/** How many missing nozzles are printed with care, and how long a check holds on an idle machine; by class, then by machine. */
export function JudgementForm({ rows }: { rows: ReadinessRow[] }) {
  return (
    <div>
      <p className="mb-3 max-w-2xl text-ink2">
        Up to so many missing nozzles (weak and deflected ones count half) a machine prints with care; more, or any side by side, is a hold.
        For a long run or a big job set both to 0. A machine's own numbers stand before its class's.
      </p>
      <table className="text-sm">
        <TableHead columns={["For", ...FIELDS.map(([, name]) => name), "Save"]} />
        <tbody>
          {rows.map((row) => (
            <OneRow key={`${row.id}${JSON.stringify(row.settings)}`} row={row} />
          ))}
        </tbody>
      </table>
    </div>
  );
}

function OneRow({ row }: { row: ReadinessRow }) {
  const router = useRouter();
  const [draft, setDraft] = useState(row.settings);
  const changed = FIELDS.some(([key]) => draft[key] !== row.settings[key]);
  const save = async () => {
    const { toleranceAChannel, toleranceAHead, idleHours } = draft;
    await trying(async () => {
      await ask("/api/readiness", { body: { id: row.id, toleranceAChannel, toleranceAHead, idleHours } });
      toast(`${row.name}: saved; states follow at once.`);
      router.refresh();
    });
  };
  return (
    <tr className="border-line border-b">
      <RowHead className="pr-4">
        {row.name}
        {row.own && <span className="font-normal text-ink2"> (own)</span>}
      </RowHead>
      {FIELDS.map(([key, name, step]) => (
        <td key={key} className="pr-4">
          <input
            type="number"
            min={0}
            step={step}
            aria-label={`${row.name}: ${name}`}
            value={draft[key]}
            onChange={(event) => setDraft({ ...draft, [key]: Number(event.target.value) })}
            className="field figure w-24 text-right"
          />
        </td>
      ))}
      <td>
        <button type="button" disabled={!changed} onClick={save} className="press">
          Save
        </button>
      </td>
    </tr>
  );
}
