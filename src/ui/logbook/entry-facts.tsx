"use client";
import { PencilIcon } from "lucide-react";
import Link from "next/link";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { EntryPage, EntryView } from "../../work/record/ledger.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Table } from "../kit/table.tsx";
import { Correct, isChannels } from "./correct.tsx";

/** An entry: what happened, what it changed, how it was corrected, and the way to correct it. */
export function EntryFacts({ page }: { page: EntryPage }) {
  const t = useTranslations("logbook");
  const { entry, amendments, mayAmend, channels, moved } = page;
  const [correcting, setCorrecting] = useState(false);
  const latest = amendments.at(-1);
  return (
    <div className="grid gap-4">
      <Facts entry={entry} undone={entry.amended === "struck"} />
      <Channels body={entry.body} />
      {moved.length > 0 && (
        <section aria-label={t("entry.changed")}>
          <h3 className="font-bold">{t("entry.changed")}</h3>
          <ul className="text-sm">
            {moved.map(({ item, name, words }, index) => (
              <li key={`${item}${index}`} className="flex justify-between gap-3 border-line border-b py-0.5">
                <Link href={`/stores/items/${item}`} prefetch={false}>
                  {name}
                </Link>
                <span className="figure">{words}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <section aria-label={t("entry.history")}>
        <h3 className="font-bold">{t("entry.history")}</h3>
        {amendments.length === 0 && <p className="text-ink2 text-sm">{t("entry.noHistory")}</p>}
        <ol className="text-sm">
          {amendments.map((amendment) => (
            <li key={amendment.id} className="border-line border-b py-1">
              {t(amendment.body.struck ? "entry.undoneBy" : "entry.correctedBy", {
                person: amendment.person,
                when: amendment.recordedWords,
                why: String(amendment.body.why),
              })}
              {amendment.body.replace !== undefined && <Channels body={amendment.body.replace as Record<string, unknown>} />}
            </li>
          ))}
        </ol>
      </section>
      {mayAmend &&
        (correcting ? (
          <Correct
            key={latest?.id ?? "first"}
            entry={entry}
            channels={channels}
            body={(latest?.body.replace as Record<string, unknown> | undefined) ?? entry.body}
            done={() => setCorrecting(false)}
          />
        ) : (
          <Button className="justify-self-start" onClick={() => setCorrecting(true)}>
            <PencilIcon aria-hidden="true" />
            {t("correct.open")}
          </Button>
        ))}
    </div>
  );
}

function Facts({ entry, undone }: { entry: EntryView; undone: boolean }) {
  const t = useTranslations("logbook");
  const fact = (name: string, value: React.ReactNode) => (
    <>
      <dt className="text-ink2">{name}</dt>
      <dd className="min-w-0">{value}</dd>
    </>
  );
  return (
    <>
      <p className={`font-bold text-xl leading-tight ${undone ? "line-through" : ""}`}>{entry.routineName ?? entry.kindWords}</p>
      <dl className="grid grid-cols-[7rem_1fr] gap-y-1 text-sm">
        {fact(t("entry.happened"), <span className={undone ? "line-through" : ""}>{entry.says}</span>)}
        {entry.machine &&
          fact(
            t("entry.machine"),
            <Link href={`/machines/${entry.machine}`} prefetch={false}>
              {entry.machineName}
            </Link>,
          )}
        {fact(
          t("entry.who"),
          <>
            {entry.person}
            {entry.unproven && <strong className="text-hold">, {t("unproven")}</strong>}
            {entry.typed && `, ${t("typed", { late: entry.typed.late, by: entry.typed.by })}`}
          </>,
        )}
        {fact(
          t("entry.when"),
          entry.wallDay
            ? `${entry.wallDay}, ${entry.time} (${t("entry.countsFor", { day: entry.dayWords })})`
            : `${entry.dayWords}, ${entry.time}`,
        )}
        {fact(t("entry.recorded"), entry.recordedWords)}
        {entry.amends && fact(t("entry.corrects"), <Link href={`/logbook/${entry.amends}`}>{t("entry.theEntry")}</Link>)}
        {fact(t("entry.id"), <span className="figure break-all text-xs">{entry.id}</span>)}
      </dl>
    </>
  );
}

function Channels({ body }: { body: Record<string, unknown> }) {
  const t = useTranslations("logbook.entry");
  if (!isChannels(body.channels)) return null;
  return (
    <Table
      label={t("channel")}
      dense
      rows={body.channels}
      keyOf={({ id }) => id}
      columns={[
        { id: "channel", name: t("channel"), cell: ({ id }) => <span className="figure font-semibold">{id}</span> },
        { id: "missing", name: t("missing"), right: true, by: ({ missing }) => missing, cell: ({ missing }) => missing },
        { id: "weak", name: t("weak"), right: true, cell: ({ weak }) => weak },
        { id: "deflected", name: t("deflected"), right: true, cell: ({ deflected }) => deflected },
        {
          id: "also",
          name: t("also"),
          cell: (channel) =>
            [channel.neighbours && t("neighbours"), channel.gone && t("allOut"), channel.unread && t("unread")].filter(Boolean).join(", "),
        },
      ]}
    />
  );
}

/** An entry on a page of its own. */
export function EntryDesk({ page }: { page: EntryPage }) {
  const t = useTranslations("logbook");
  return (
    <main className="mx-auto max-w-3xl px-4 py-4">
      <Link href="/logbook" className={buttonLook("quiet", "small")}>
        {t("entry.back")}
      </Link>
      <h1 className="my-2">{t("entry.title", { seq: page.entry.seq })}</h1>
      <EntryFacts page={page} />
    </main>
  );
}
