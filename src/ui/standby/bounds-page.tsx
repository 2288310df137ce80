"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { StandbySettingsRow, StandbySettingsView } from "../../work/standby/settings-view.ts";
import { Button } from "../kit/button.tsx";
import { Field, NumberInput } from "../kit/field.tsx";
import { Switch } from "../kit/switch.tsx";
import { Table } from "../kit/table.tsx";
import { Segmented } from "../kit/tabs.tsx";
import { TimeInput } from "../kit/time-input.tsx";
import { say, trying } from "../say.ts";
import { ask } from "../send.ts";
import { WhichOne } from "../which-one.tsx";
import { StandbyRoom } from "./standby-room.tsx";

/** Single numbers, each with its unit, in groups of what they are about. */
const VALUES = [
  ["unknownHours", "hours"],
  ["planWeeks", "weeks"],
  ["capLookDays", "days"],
  ["aliveCleans", "cleans"],
  ["aliveDesignMl", "ml"],
  ["checkMl", "ml"],
  ["residual", "share"],
  ["whiteFactor", "times"],
  ["extraSeconds", "seconds"],
  ["freshVolumes", "volumes"],
  ["fluidCleans", "cleans"],
  ["headFluidMl", "ml"],
  ["headStorageMl", "ml"],
  ["chargeFactor", "volumes"],
  ["flushResidual", "share"],
  ["washVolumes", "volumes"],
  ["holdWeight", "spells"],
  ["whiteFailsHours", "hours"],
  ["moistPercent", "percent"],
] as const;
const MOVES = ["white", "dryAir", "badCheck", "record", "circulation"] as const;
const SPARE = ["base", "aWeek", "most"] as const;

/** Every number that the advice for idle machines rests on: for a class, or for one machine. */
export function BoundsPage({ view }: { view: StandbySettingsView }) {
  const t = useTranslations("standby.limits");
  const [id, setId] = useState(view.rows[0]?.id ?? "");
  const row = view.rows.find((each) => each.id === id);
  return (
    <StandbyRoom here="/standby/settings" title={t("answer")} more={t("about")}>
      <WhichOne label={t("for")} own={t("own")} rows={view.rows} id={id} choose={setId} />
      {row && <Limits key={`${row.id}${JSON.stringify(row.settings)}`} row={row} regimes={view.regimes} />}
    </StandbyRoom>
  );
}

function Limits({ row, regimes }: { row: StandbySettingsRow; regimes: StandbySettingsView["regimes"] }) {
  const t = useTranslations("standby.limits");
  const router = useRouter();
  const [draft, setDraft] = useState(row.settings);
  const changed = JSON.stringify(draft) !== JSON.stringify(row.settings);
  const save = async () => {
    // Only what differs is this level's own: the rest goes on following the levels before it.
    const body = Object.fromEntries(
      Object.entries(draft).filter(([key, value]) => JSON.stringify(value) !== JSON.stringify(row.settings[key as keyof typeof draft])),
    );
    await trying(async () => {
      await ask("/api/standby", { body: { subject: "standby", id: row.id, body } });
      say(t("saved", { name: row.name }));
      router.refresh();
    }, labelOf);
  };
  /** `$.bounds.powered.from` as it stands in the table. */
  const labelOf = (path: string) => {
    const [, id, end] = /^\$\.bounds\.([\w-]+)\.(from|to)$/.exec(path) ?? [];
    const method = regimes.find((each) => each.id === id)?.name;
    return method && `${method}, ${t(end === "from" ? "fromHours" : "toHours")}`;
  };
  const number = (
    name: string,
    value: number | null,
    set: (value: number | null) => void,
    unit?: string,
    step: string | number = "any",
  ) => (
    <NumberInput
      aria-label={name}
      step={step}
      {...(unit ? { unit } : {})}
      value={value ?? ""}
      placeholder={t("noEnd")}
      onChange={(event) => set(event.target.value === "" ? null : Number(event.target.value))}
      className="w-14 text-right"
    />
  );
  return (
    <div className="mt-4 grid gap-6">
      <section aria-label={t("methods")} className="max-w-4xl">
        <h2 className="!text-base font-bold">{t("methods")}</h2>
        <Table
          label={t("methods")}
          dense
          rows={regimes}
          keyOf={({ id }) => id}
          columns={[
            { id: "method", name: t("method"), cell: ({ name }) => <b>{name}</b> },
            {
              id: "from",
              name: t("fromHours"),
              className: "w-32",
              cell: ({ id, name }) =>
                number(
                  `${name}: ${t("fromHours")}`,
                  draft.bounds[id].from,
                  (from) => setDraft({ ...draft, bounds: { ...draft.bounds, [id]: { ...draft.bounds[id], from: from ?? 0 } } }),
                  t("units.hours"),
                ),
            },
            {
              id: "to",
              name: t("toHours"),
              className: "w-32",
              cell: ({ id, name }) =>
                number(
                  `${name}: ${t("toHours")}`,
                  draft.bounds[id].to,
                  (to) => setDraft({ ...draft, bounds: { ...draft.bounds, [id]: { ...draft.bounds[id], to } } }),
                  t("units.hours"),
                ),
            },
            {
              id: "cleans",
              name: t("cleans"),
              className: "w-28",
              cell: ({ id, name }) =>
                number(
                  `${name}: ${t("cleans")}`,
                  draft.cleansAfter[id],
                  (value) => setDraft({ ...draft, cleansAfter: { ...draft.cleansAfter, [id]: value ?? 0 } }),
                  undefined,
                  1,
                ),
            },
            {
              id: "hold",
              name: t("holdShare"),
              className: "w-40",
              cell: ({ id, name }) =>
                number(
                  `${name}: ${t("holdShare")}`,
                  Math.round(draft.holdShare[id] * 1000) / 10,
                  (value) => setDraft({ ...draft, holdShare: { ...draft.holdShare, [id]: (value ?? 10) / 100 } }),
                  "%",
                ),
            },
          ]}
        />
      </section>
      <section aria-label={t("moves")}>
        <h2 className="!text-base font-bold">{t("moves")}</h2>
        <p className="text-ink2 text-sm">{t("movesNote")}</p>
        <div className="mt-1 flex flex-wrap items-end gap-3">
          {MOVES.map((key) => (
            <Field key={key} label={t(key)} className="w-44">
              <NumberInput
                step={1}
                value={draft.moves[key]}
                onChange={(event) => setDraft({ ...draft, moves: { ...draft.moves, [key]: Number(event.target.value) } })}
              />
            </Field>
          ))}
          <Switch label={t("nights")} checked={draft.nightsStay} onChange={(nightsStay) => setDraft({ ...draft, nightsStay })} />
        </div>
        <div className="mt-3 grid justify-items-start gap-1">
          <span className="font-semibold text-[13px]">{t("lines")}</span>
          <Segmented
            label={t("lines")}
            value={draft.lines}
            onChange={(lines) => setDraft({ ...draft, lines })}
            options={[
              { value: "full", name: t("full") },
              { value: "drained", name: t("drained") },
            ]}
          />
        </div>
      </section>
      <section aria-label={t("spare")}>
        <h2 className="!text-base font-bold">{t("spare")}</h2>
        <div className="mt-1 flex flex-wrap gap-3">
          {SPARE.map((key) => (
            <Field key={key} label={t(key)} className="w-44">
              <NumberInput
                step="any"
                unit={t("units.hours")}
                value={draft.spareHours[key]}
                onChange={(event) => setDraft({ ...draft, spareHours: { ...draft.spareHours, [key]: Number(event.target.value) } })}
              />
            </Field>
          ))}
        </div>
      </section>
      <section aria-label={t("numbers")}>
        <h2 className="!text-base font-bold">{t("numbers")}</h2>
        <div className="mt-1 grid gap-3 sm:grid-cols-2 lg:grid-cols-4">
          <Field label={t("stopsAt")}>
            <TimeInput value={draft.stopsAt} onChange={(stopsAt) => setDraft({ ...draft, stopsAt })} />
          </Field>
          {VALUES.map(([key, unit]) => (
            <Field key={key} label={t(`values.${key}`)}>
              <NumberInput
                step="any"
                unit={t(`units.${unit}`)}
                value={draft[key]}
                onChange={(event) => setDraft({ ...draft, [key]: Number(event.target.value) })}
              />
            </Field>
          ))}
        </div>
      </section>
      <p className="sticky bottom-0 border-line border-t bg-sheet py-3">
        <Button look="primary" disabled={!changed} onClick={() => void save()}>
          {t("save", { name: row.name })}
        </Button>
      </p>
    </div>
  );
}
