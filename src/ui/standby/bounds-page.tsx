"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { StandbySettingsRow, StandbySettingsView } from "../../work/standby/settings-view.ts";
import { Field } from "../field.tsx";
import { say, trying } from "../say.ts";
import { ask } from "../send.ts";
import { RowHead, TableHead } from "../table.tsx";
import { WhichOne } from "../which-one.tsx";
import { StandbyFrame } from "./standby-frame.tsx";

type Numbers =
  | "unknownHours"
  | "capLookDays"
  | "aliveCleans"
  | "aliveDesignMl"
  | "residual"
  | "whiteFactor"
  | "extraSeconds"
  | "freshVolumes"
  | "fluidCleans"
  | "headFluidMl"
  | "headStorageMl"
  | "chargeFactor"
  | "holdWeight"
  | "planWeeks"
  | "whiteFailsHours"
  | "moistPercent"
  | "flushResidual"
  | "washVolumes"
  | "checkMl";
const NUMBERS: [Numbers, string][] = [
  ["unknownHours", "a gap of unknown end is planned as, h"],
  ["capLookDays", "a look at a cap with solution every, days"],
  ["aliveCleans", "cleans on a day kept alive"],
  ["aliveDesignMl", "test print and design, mL"],
  ["residual", "share of old ink left after a flush"],
  ["whiteFactor", "white takes so many times as long, first guess"],
  ["extraSeconds", "pumped on after clear, s"],
  ["freshVolumes", "fresh fluid through all lines, volumes"],
  ["fluidCleans", "head cleans in fluid after a bottle flush"],
  ["headFluidMl", "fluid through a head of six positions, mL"],
  ["headStorageMl", "storage liquid after it, mL"],
  ["chargeFactor", "ink to fill what is empty, × its volume"],
  ["holdWeight", "the first guess of a risk weighs, spells"],
  ["whiteFailsHours", "left powered, white is expected to fail after, h"],
  ["moistPercent", "room air that helps a capped head, above, %"],
  ["flushResidual", "share of ink left by an automatic flush"],
  ["washVolumes", "volumes drawn to wash by cartridges"],
  ["checkMl", "ink of a printed check, mL"],
  ["planWeeks", "a closure is planned from, weeks ahead"],
];
const MOVES = [
  ["white", "white ink"],
  ["dryAir", "low humidity"],
  ["badCheck", "a bad last check"],
  ["circulation", "full circulation"],
] as const;

/** Every bound and number that the advice rests on. */
export function BoundsPage({ view }: { view: StandbySettingsView }) {
  const [id, setId] = useState(view.rows[0]?.id ?? "");
  const row = view.rows.find((each) => each.id === id);
  return (
    <StandbyFrame title="Bounds of standing idle">
      <p className="mb-2 max-w-prose text-ink2">
        Starting values of a house, not facts: no account agrees on them. A machine's own stand before its class's; each step of an advice
        names the bound it used.
      </p>
      <WhichOne rows={view.rows} id={id} choose={setId} />
      {row && <Bounds key={`${row.id}${JSON.stringify(row.settings)}`} row={row} regimes={view.regimes} />}
    </StandbyFrame>
  );
}

function Bounds({ row, regimes }: { row: StandbySettingsRow; regimes: StandbySettingsView["regimes"] }) {
  const router = useRouter();
  const [draft, setDraft] = useState(row.settings);
  const save = async () => {
    // Only what differs is this level's own: the rest goes on following the levels before it.
    const body = Object.fromEntries(
      Object.entries(draft).filter(([key, value]) => JSON.stringify(value) !== JSON.stringify(row.settings[key as keyof typeof draft])),
    );
    await trying(async () => {
      await ask("/api/standby", { body: { subject: "standby", id: row.id, body } });
      void say(`Bounds of ${row.name} saved; every advice follows.`);
      router.refresh();
    });
  };
  return (
    <div className="mt-3 grid gap-5">
      <div className="overflow-x-auto">
        <table className="min-w-[44rem]">
          <TableHead columns={["Regime", "from, h", "to, h", "cleans after", "on hold, first guess"]} />
          <tbody>
            {regimes.map(({ id, name }) => (
              <tr key={id} className="border-line border-b">
                <RowHead className="pr-4 font-normal">{name}</RowHead>
                <td className="pr-4 text-right">
                  <Figure
                    name={`${name}, from, h`}
                    value={draft.bounds[id].from}
                    set={(from) => setDraft({ ...draft, bounds: { ...draft.bounds, [id]: { ...draft.bounds[id], from: from ?? 0 } } })}
                  />
                </td>
                <td className="pr-4 text-right">
                  <Figure
                    name={`${name}, to, h`}
                    value={draft.bounds[id].to}
                    set={(to) => setDraft({ ...draft, bounds: { ...draft.bounds, [id]: { ...draft.bounds[id], to } } })}
                  />
                </td>
                <td className="pr-4 text-right">
                  <Figure
                    name={`${name}, cleans after`}
                    value={draft.cleansAfter[id]}
                    set={(value) => setDraft({ ...draft, cleansAfter: { ...draft.cleansAfter, [id]: value ?? 0 } })}
                    step="1"
                  />
                </td>
                <td className="pr-4 text-right">
                  <Figure
                    name={`${name}, on hold, first guess`}
                    value={draft.holdShare[id]}
                    set={(value) => setDraft({ ...draft, holdShare: { ...draft.holdShare, [id]: value ?? 0.1 } })}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <fieldset className="flex flex-wrap items-end gap-4">
        <legend className="font-semibold">Regimes up (or down, below nothing) for</legend>
        {MOVES.map(([key, name]) => (
          <div key={key} className="grid text-sm">
            <span aria-hidden="true">{name}</span>
            <Figure
              name={name}
              value={draft.moves[key]}
              set={(value) => setDraft({ ...draft, moves: { ...draft.moves, [key]: value ?? 0 } })}
              step="1"
            />
          </div>
        ))}
        <label className="flex min-h-9 items-center gap-2">
          <input
            type="checkbox"
            checked={draft.nightsStay}
            onChange={(event) => setDraft({ ...draft, nightsStay: event.target.checked })}
          />{" "}
          a night is never moved
        </label>
        <Field label="lines over a long gap">
          <select
            value={draft.lines}
            onChange={(event) => setDraft({ ...draft, lines: event.target.value as "full" | "drained" })}
            className="field"
          >
            <option value="full">left full of fluid, clips shut</option>
            <option value="drained">washed and drained</option>
          </select>
        </Field>
      </fieldset>
      <fieldset className="flex flex-wrap gap-4">
        <legend className="font-semibold">Spare hours on the way back</legend>
        {(
          [
            ["base", "for any sleep"],
            ["aWeek", "for each week of it"],
            ["most", "at most"],
          ] as const
        ).map(([key, name]) => (
          <div key={key} className="grid text-sm">
            <span aria-hidden="true">{name}</span>
            <Figure
              name={`spare hours ${name}`}
              value={draft.spareHours[key]}
              set={(value) => setDraft({ ...draft, spareHours: { ...draft.spareHours, [key]: value ?? 0 } })}
            />
          </div>
        ))}
      </fieldset>
      <fieldset className="flex flex-wrap gap-4">
        <legend className="font-semibold">Numbers</legend>
        <Field label="machines stop on their last print day at">
          <input
            type="time"
            required
            value={draft.stopsAt}
            onChange={(event) => setDraft({ ...draft, stopsAt: event.target.value })}
            className="field figure"
          />
        </Field>
        {NUMBERS.map(([key, name]) => (
          <div key={key} className="grid text-sm">
            <span aria-hidden="true">{name}</span>
            <Figure name={name} value={draft[key]} set={(value) => setDraft({ ...draft, [key]: value ?? 0 })} />
          </div>
        ))}
      </fieldset>
      <p>
        <button
          type="button"
          className="press press-main"
          disabled={JSON.stringify(draft) === JSON.stringify(row.settings)}
          onClick={() => void save()}
        >
          Save for {row.name}
        </button>
      </p>
    </div>
  );
}

function Figure({
  name,
  value,
  set,
  step = "any",
}: {
  name: string;
  value: number | null;
  set: (value: number | null) => void;
  step?: string;
}) {
  return (
    <input
      type="number"
      step={step}
      aria-label={name}
      value={value ?? ""}
      placeholder="no end"
      onChange={(event) => set(event.target.value === "" ? null : Number(event.target.value))}
      className="field figure w-28 text-right"
    />
  );
}
