"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { words } from "../../core/due/sentence.ts";
import type { MachineView, PartOfMachine } from "../../work/machine/machine.ts";
import { enter } from "../enter.ts";
import { Button } from "../kit/button.tsx";
import { Empty } from "../kit/card.tsx";
import { Checkbox, Field, TextInput } from "../kit/field.tsx";
import { Meter } from "../kit/meter.tsx";
import { Panel } from "../kit/panel.tsx";
import { Table } from "../kit/table.tsx";
import { Segmented } from "../kit/tabs.tsx";

/** Each part with its age by days and counts, what of its time it has used, and what is due on it; changed in a panel. */
export function PartsTable({ view, mayRecord, first }: { view: MachineView; mayRecord: boolean; first: string | null }) {
  const t = useTranslations("parts");
  const [open, setOpen] = useState<string | null>(mayRecord ? first : null);
  const part = view.parts.find(({ id }) => id === open);
  const days = (count: number) => t("days", { count });
  if (view.parts.length === 0)
    return (
      <Empty title={t("none")}>
        <p className="text-ink2 text-sm">{t("noneHow")}</p>
      </Empty>
    );
  return (
    <>
      <Table
        label={t("part")}
        rows={view.parts}
        keyOf={({ id }) => id}
        onOpen={(row) => mayRecord && setOpen(row.id)}
        columns={[
          {
            id: "part",
            name: t("part"),
            by: ({ name }) => name,
            cell: ({ name, serial }) => (
              <b>
                {name}
                {serial && <span className="figure block font-normal text-ink2">{serial}</span>}
              </b>
            ),
          },
          {
            id: "age",
            name: t("age"),
            right: true,
            by: ({ ageDays }) => ageDays,
            cell: ({ gone, ageDays, counts }) => (
              <span title={counts?.sinceFitted == null ? undefined : `${counts.sinceFitted} ${words(counts.counter)}`}>
                {gone ? t("takenOff") : ageDays === null ? t("unknown") : days(ageDays)}
              </span>
            ),
          },
          {
            id: "tended",
            name: t("tended"),
            by: ({ tended }) => tended?.days ?? null,
            cell: ({ tended, counts }) =>
              tended && (
                <span title={counts?.sinceTended == null ? undefined : `${counts.sinceTended} ${words(counts.counter)}`}>
                  <span className="figure">{days(tended.days)}</span> <span className="text-ink2">{tended.routine}</span>
                </span>
              ),
          },
          {
            id: "used",
            name: t("used"),
            by: ({ wear }) => wear?.share ?? null,
            cell: ({ wear }) =>
              wear && (
                <span className="flex items-center gap-2">
                  <Meter share={wear.share} label={`${Math.round(wear.share * 100)} %`} className="w-16" />
                  <span className="figure">{Math.round(wear.share * 100)} %</span>
                </span>
              ),
          },
          { id: "due", name: t("due"), by: ({ wear }) => wear?.due ?? null, cell: ({ due }) => due[0] ?? "" },
          ...(mayRecord
            ? [
                {
                  id: "change",
                  name: t("change"),
                  hidden: true,
                  right: true,
                  cell: (row: PartOfMachine) => (
                    <Button size="small" onClick={() => setOpen(row.id)}>
                      {t("change")}
                    </Button>
                  ),
                },
              ]
            : []),
        ]}
      />
      <Panel title={part ? t("changeOf", { part: part.name }) : ""} open={part !== undefined} onOpenChange={(on) => on || setOpen(null)}>
        {part && <ChangePart key={part.id} part={part} machine={view.row} done={() => setOpen(null)} />}
      </Panel>
    </>
  );
}

type Event = "replaced" | "taken" | "fitted";

function ChangePart({ part, machine, done }: { part: PartOfMachine; machine: MachineView["row"]; done: () => void }) {
  const router = useRouter();
  const t = useTranslations("parts");
  const [event, setEvent] = useState<Event>(part.gone ? "fitted" : "replaced");
  const [serial, setSerial] = useState("");
  const [reason, setReason] = useState("");
  const [scrapped, setScrapped] = useState(false);
  const { shelf } = part;
  const [fromShelf, setFromShelf] = useState((shelf?.there ?? 0) >= 1);
  const send = async () => {
    const life = part.counts?.sinceFitted;
    const body = {
      part: part.id,
      event,
      ...(event !== "taken" && serial.trim() ? { serial: serial.trim() } : {}),
      ...(event !== "fitted" && part.serial ? { oldSerial: part.serial } : {}),
      ...(reason.trim() ? { reason: reason.trim() } : {}),
      ...(event !== "fitted" && scrapped ? { scrapped } : {}),
      ...(event !== "fitted" && part.ageDays !== null ? { lifeDays: part.ageDays } : {}),
      ...(event !== "fitted" && part.counts && life !== null && life !== undefined && life >= 0
        ? { lifeCount: { counter: part.counts.counter, value: life } }
        : {}),
    };
    const said = t("saved", { machine: machine.name, part: part.name, event: t(`events.${event}`).toLowerCase() });
    if (await enter({ kind: "part", machine: machine.id, body }, said)) {
      if (event !== "taken" && fromShelf && shelf) {
        const line = { item: shelf.item, amount: 1, unit: "pieces", ...(shelf.lot ? { lot: shelf.lot } : {}) };
        await enter(
          { kind: "stock", machine: machine.id, body: { event: "used", lines: [line] } },
          t("tookOne", { item: shelf.name, left: Math.max(0, shelf.there - 1) }),
        );
      }
      done();
      router.refresh();
    }
  };
  return (
    <div className="grid gap-3">
      <Segmented
        label={t("event")}
        value={event}
        onChange={setEvent}
        options={(["replaced", "taken", "fitted"] as const).map((value) => ({ value, name: t(`events.${value}`) }))}
      />
      {event !== "taken" && (
        <Field label={t("serial")}>
          <TextInput value={serial} maxLength={60} onChange={(change) => setSerial(change.target.value)} />
        </Field>
      )}
      {event !== "taken" &&
        (shelf ? (
          <Checkbox
            label={t("fromShelf", { item: shelf.name, there: shelf.there })}
            checked={fromShelf}
            onChange={(change) => setFromShelf(change.target.checked)}
          />
        ) : (
          <p className="text-ink2 text-sm">{t("notOnShelf")}</p>
        ))}
      <Field label={t("why")}>
        <TextInput value={reason} maxLength={500} onChange={(change) => setReason(change.target.value)} />
      </Field>
      {event !== "fitted" && (
        <>
          <Checkbox label={t("scrapped")} checked={scrapped} onChange={(change) => setScrapped(change.target.checked)} />
          <p className="text-ink2 text-sm">
            {t("life", { life: part.ageDays === null ? t("unknown") : t("days", { count: part.ageDays }) })}
          </p>
        </>
      )}
      <Button look="primary" disabled={event !== "fitted" && !reason.trim()} onClick={() => void send()}>
        {t("save")}
      </Button>
    </div>
  );
}
