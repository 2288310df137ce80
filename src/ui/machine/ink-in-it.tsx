"use client";
import Link from "next/link";
import { useTranslations } from "use-intl";
import type { MachineView } from "../../work/machine/machine.ts";
import { Table } from "../kit/table.tsx";

/** The ink in each channel: how much when last read, and which lot since when. */
export function InkInIt({ ink }: { ink: MachineView["ink"] }) {
  const t = useTranslations("parts.ink");
  if (ink.length === 0) return null;
  return (
    <section aria-label={t("title")}>
      <h2 className="font-bold">{t("title")}</h2>
      <Table
        label={t("title")}
        rows={ink}
        keyOf={({ channel }) => channel}
        dense
        columns={[
          {
            id: "place",
            name: t("place"),
            right: true,
            by: ({ place }) => place,
            cell: ({ place }) => place,
          },
          {
            id: "channel",
            name: t("channel"),
            by: ({ channel }) => channel,
            cell: ({ channel }) => <span className="figure">{channel}</span>,
          },
          {
            id: "level",
            name: t("level"),
            right: true,
            by: ({ percent }) => percent,
            cell: ({ percent, read }) => (
              <span title={read ? t("read", { day: read }) : undefined}>{percent === null ? t("notRead") : `${percent} %`}</span>
            ),
          },
          {
            id: "lot",
            name: t("lot"),
            cell: ({ lot, item, since }) =>
              lot && item ? (
                <Link href={`/stores/trace?${new URLSearchParams({ item, lot })}`} prefetch={false}>
                  {t("since", { lot, day: since ?? "" })}
                </Link>
              ) : (
                <span className="text-ink3">{t("noLot")}</span>
              ),
          },
        ]}
      />
    </section>
  );
}
