"use client";
import { PlusIcon, Trash2Icon } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { LadderSettings, Rung } from "../../core/nozzles/ladder/settings.ts";
import type { LadderRow } from "../../work/shop/ladder-settings.ts";
import { Button } from "../kit/button.tsx";
import { Field, NumberInput, TextInput } from "../kit/field.tsx";
import { IconButton } from "../kit/icon-button.tsx";
import { Table } from "../kit/table.tsx";
import { say, trying } from "../say.ts";
import { ask } from "../send.ts";
import { WhichOne } from "../which-one.tsx";

const NUMBERS = [
  ["limit", 1],
  ["cleansARung", 1],
  ["withoutProgress", 1],
  ["restHours", 0.5],
  ["rests", 1],
  ["apartMinutes", 5],
  ["fixedCleans", 1],
  ["loadMl", 0.5],
  ["loadSecondsFrom", 1],
  ["loadSecondsTo", 1],
  ["flagPercent", 1],
  ["worthMl", 0.5],
] as const satisfies readonly (readonly [Exclude<keyof LadderSettings, "rungs">, number])[];
const MOST_RUNGS = 8;

/** The cleaning steps by class, then by machine: strengths with their ink and time, and every number of the table. */
export function LadderForm({ rows }: { rows: LadderRow[] }) {
  const t = useTranslations("shop.limits");
  const [id, setId] = useState(rows[0]?.id ?? "");
  const row = rows.find((each) => each.id === id);
  return (
    <section aria-label={t("ladder")} className="mt-8">
      <h2 className="!text-base font-bold">{t("ladder")}</h2>
      <p className="mb-2 text-ink2 text-sm">{t("ladderNote")}</p>
      <WhichOne label={t("for")} own={t("own")} rows={rows} id={id} choose={setId} />
      {row && <OneLadder key={`${row.id}${JSON.stringify(row.settings)}`} row={row} />}
    </section>
  );
}

function OneLadder({ row }: { row: LadderRow }) {
  const t = useTranslations("shop.limits");
  const all = useTranslations("shop");
  const router = useRouter();
  const [draft, setDraft] = useState(row.settings);
  const rung = (index: number, change: Partial<Rung>) =>
    setDraft({ ...draft, rungs: draft.rungs.map((each, place) => (place === index ? { ...each, ...change } : each)) });
  const save = () =>
    trying(async () => {
      await ask("/api/ladder", { body: { id: row.id, settings: draft } });
      say(t("ladderSaved", { name: row.name }));
      router.refresh();
    });
  const add = () => {
    const last = draft.rungs.at(-1);
    const id = `rung-${Math.max(0, ...draft.rungs.map((each) => Number(each.id.replace(/\D/g, "")) || 0)) + 1}`;
    setDraft({ ...draft, rungs: [...draft.rungs, { id, name: "stronger", ml: last?.ml ?? 1, minutes: last?.minutes ?? 1 }] });
  };
  const named = (index: number, field: string) => `${t("step", { number: index + 1 })}: ${field}`;
  return (
    <div className="mt-3 grid gap-3">
      <div className="max-w-2xl">
        <Table
          label={t("steps")}
          dense
          rows={draft.rungs.map((each, index) => ({ ...each, index }))}
          keyOf={({ id }) => id}
          columns={[
            {
              id: "name",
              name: t("stepName"),
              cell: ({ index, name }) => (
                <TextInput
                  aria-label={named(index, t("stepName"))}
                  value={name}
                  onChange={(event) => rung(index, { name: event.target.value })}
                />
              ),
            },
            {
              id: "ml",
              name: t("stepMl"),
              className: "w-32",
              cell: ({ index, ml }) => (
                <NumberInput
                  step={0.5}
                  min={0}
                  unit="mL"
                  aria-label={named(index, t("stepMl"))}
                  value={ml}
                  onChange={(event) => rung(index, { ml: Number(event.target.value) })}
                  className="w-14"
                />
              ),
            },
            {
              id: "minutes",
              name: t("stepMinutes"),
              className: "w-32",
              cell: ({ index, minutes }) => (
                <NumberInput
                  step={0.5}
                  min={0}
                  unit="min"
                  aria-label={named(index, t("stepMinutes"))}
                  value={minutes}
                  onChange={(event) => rung(index, { minutes: Number(event.target.value) })}
                  className="w-14"
                />
              ),
            },
            {
              id: "remove",
              name: all("remove"),
              hidden: true,
              cell: ({ index }) => (
                <IconButton
                  name={named(index, all("remove"))}
                  disabled={draft.rungs.length === 1}
                  onClick={() => setDraft({ ...draft, rungs: draft.rungs.filter((_, place) => place !== index) })}
                  className="disabled:opacity-40"
                >
                  <Trash2Icon aria-hidden="true" />
                </IconButton>
              ),
            },
          ]}
        />
        <Button size="small" className="mt-2" disabled={draft.rungs.length >= MOST_RUNGS} onClick={add}>
          <PlusIcon aria-hidden="true" />
          {t("addStep")}
        </Button>
      </div>
      <div className="grid max-w-4xl grid-cols-2 gap-3 md:grid-cols-4">
        {NUMBERS.map(([key, step]) => (
          <Field key={key} label={t(`value.${key}`)}>
            <NumberInput
              step={step}
              min={0}
              value={draft[key]}
              onChange={(event) => setDraft({ ...draft, [key]: Number(event.target.value) })}
            />
          </Field>
        ))}
      </div>
      <p>
        <Button look="primary" disabled={JSON.stringify(draft) === JSON.stringify(row.settings)} onClick={() => void save()}>
          {t("saveFor", { name: row.name })}
        </Button>
      </p>
    </div>
  );
}
