"use client";
import Link from "next/link";
import { useTranslations } from "use-intl";
import type { EntryView } from "../../work/record/ledger.ts";
import { Empty } from "../kit/card.tsx";
import { Initials } from "../kit/initials.tsx";
import { Table } from "../kit/table.tsx";

/** A machine's newest entries. */
export function LogPage({ machine, entries }: { machine: { id: string; name: string }; entries: EntryView[] }) {
  const t = useTranslations("machine.log");
  return (
    <section aria-label={t("title")} className="pt-4">
      <div className="flex items-baseline justify-between">
        <h2 className="font-bold">{t("title")}</h2>
        <Link href={`/logbook?machine=${machine.id}`} prefetch={false} className="text-sm">
          {t("all", { name: machine.name })}
        </Link>
      </div>
      {entries.length === 0 ? (
        <Empty title={t("none")} />
      ) : (
        <Table
          label={t("title")}
          rows={entries}
          keyOf={({ id }) => id}
          dense
          columns={[
            {
              id: "when",
              name: t("when"),
              className: "whitespace-nowrap",
              by: ({ seq }) => seq,
              cell: ({ id, day, time }) => (
                <Link href={`/logbook/${id}`} prefetch={false}>
                  {day} {time}
                </Link>
              ),
            },
            {
              id: "what",
              name: t("what"),
              by: ({ routineName, kindWords }) => routineName ?? kindWords,
              cell: ({ routineName, kindWords }) => <b>{routineName ?? kindWords}</b>,
            },
            {
              id: "says",
              name: t("happened"),
              cell: ({ says, amended }) => <span className={amended === "struck" ? "line-through" : ""}>{says}</span>,
            },
            { id: "who", name: t("who"), by: ({ person }) => person, cell: ({ person }) => (person ? <Initials name={person} /> : "") },
          ]}
        />
      )}
    </section>
  );
}
