"use client";
import Link from "next/link";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { MachineRow } from "../../work/board/board.ts";
import { clockNow } from "../clock.ts";
import { instantAt } from "../instant-at.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { TimeInput } from "../kit/time-input.tsx";
import { entryOf, Said, sendEntries } from "../send.ts";
import { toast } from "../toast.ts";

/** What can be said of several machines at once. */
export function Bulk({ rows, today, clear }: { rows: MachineRow[]; today: string; clear: () => void }) {
  const t = useTranslations("board.bulk");
  const [until, setUntil] = useState("");
  const names = rows.length === 1 ? (rows[0]?.name ?? "") : t("machines", { count: rows.length });
  const send = async (make: (row: MachineRow) => Parameters<typeof entryOf>[0], said: string) => {
    try {
      await sendEntries(rows.map((row) => entryOf(make(row))));
      toast(said);
      clear();
    } catch (error) {
      toast.error(error instanceof Said ? error.message : String(error));
    }
  };
  const prints = (does: boolean) =>
    void send(
      (row) => ({ kind: "print-day", machine: row.id, body: { date: today, prints: does } }),
      does ? t("willPrint", { names }) : t("willNot", { names }),
    );
  const busy = () => {
    const at = new Date(instantAt(until));
    if (at.getTime() < clockNow()) at.setDate(at.getDate() + 1);
    void send((row) => ({ kind: "busy", machine: row.id, body: { until: at.toISOString() } }), t("busySaid", { names, time: until }));
  };
  return (
    <section aria-label={t("chosen")} className="flex flex-wrap items-center gap-2 border-line border-y bg-well px-5 py-1.5">
      <strong>{names}</strong>
      <Button onClick={() => prints(true)}>{t("prints")}</Button>
      <Button onClick={() => prints(false)}>{t("not")}</Button>
      <span className="flex items-center gap-1.5 text-sm">
        {t("busy")}
        <span className="w-20">
          <TimeInput label={t("busy")} value={until} onChange={setUntil} />
        </span>
        <Button disabled={!until} onClick={busy}>
          {t("set")}
        </Button>
      </span>
      <Link href={`/check?machines=${rows.map(({ id }) => id).join(",")}`} className={buttonLook("primary")}>
        {t("enter")}
      </Link>
      <Button look="quiet" className="ml-auto" onClick={clear}>
        {t("none")}
      </Button>
    </section>
  );
}
