"use client";
import Link from "next/link";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { spokenDay, toDay } from "../../core/calendar/day.ts";
import { countSaid } from "../../core/calendar/said.ts";
import { capital } from "../../core/capital.ts";
import { words } from "../../core/due/sentence.ts";
import type { MachineView } from "../../work/machine/machine.ts";
import { enter } from "../enter.ts";
import { Button } from "../kit/button.tsx";
import { Empty } from "../kit/card.tsx";
import { Checkbox, Field, TextInput } from "../kit/field.tsx";
import { Table } from "../kit/table.tsx";

/** Counters with their readings, and a new reading. */
export function Counters({ view, mayRecord }: { view: MachineView; mayRecord: boolean }) {
  const t = useTranslations("parts.counters");
  return (
    <section aria-label={t("title")}>
      <h2 className="font-bold">{t("title")}</h2>
      {view.counters.length === 0 && <Empty title={t("none")} />}
      <div className="grid gap-6 md:grid-cols-2">
        {view.counters.map(({ name, readings }) => (
          <section key={name} aria-label={words(name)}>
            <h3 className="mt-2 font-semibold">{capital(words(name))}</h3>
            {mayRecord && <NewReading machine={view.row} counter={name} last={readings[0]?.value} />}
            {readings.length === 0 ? (
              <p className="text-ink2 text-sm">{t("noReading")}</p>
            ) : (
              <Table
                label={words(name)}
                rows={readings.slice(0, 8)}
                keyOf={({ day }) => day}
                dense
                columns={[
                  {
                    id: "day",
                    name: t("day"),
                    by: ({ day }) => day,
                    cell: ({ day, entry }) => (
                      <Link href={`/logbook/${entry}`} prefetch={false}>
                        {spokenDay(toDay(day))}
                      </Link>
                    ),
                  },
                  {
                    id: "value",
                    name: t("value"),
                    right: true,
                    by: ({ value }) => value,
                    cell: ({ value, reset }) => `${reset ? "↺ " : ""}${countSaid(value)}`,
                  },
                ]}
              />
            )}
          </section>
        ))}
      </div>
    </section>
  );
}

function NewReading({ machine, counter, last }: { machine: { id: string; name: string }; counter: string; last: number | undefined }) {
  const t = useTranslations("parts.counters");
  const [value, setValue] = useState("");
  const [reset, setReset] = useState(false);
  const falls = value !== "" && last !== undefined && Number(value) < last && !reset;
  const send = async () => {
    const body = { counter, value: Number(value), ...(reset ? { reset } : {}) };
    if (await enter({ kind: "counter", machine: machine.id, body }, t("saved", { machine: machine.name, counter: words(counter), value })))
      setValue("");
  };
  return (
    <div className="grid gap-1">
      <div className="flex items-end gap-2">
        <Field label={t("now")} className="grow" error={falls ? t("less", { last: last === undefined ? "" : countSaid(last) }) : undefined}>
          <TextInput
            value={value}
            inputMode="decimal"
            className="figure"
            onChange={(event) => setValue(event.target.value.replace(/[^\d.]/g, ""))}
          />
        </Field>
        <Button look="primary" disabled={value === "" || falls || !Number.isFinite(Number(value))} onClick={() => void send()}>
          {t("save")}
        </Button>
      </div>
      <Checkbox label={t("reset")} checked={reset} onChange={(event) => setReset(event.target.checked)} />
    </div>
  );
}
