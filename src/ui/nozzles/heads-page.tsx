"use client";
import Link from "next/link";
import { useTranslations } from "use-intl";
import type { things } from "../../work/board/condition.ts";
import { buttonLook } from "../kit/button.tsx";
import { Empty } from "../kit/card.tsx";
import { Room } from "../kit/room.tsx";
import { Table } from "../kit/table.tsx";

/** Parts that have a number of their own, each with its way from machine to shelf to machine. */
export function HeadsPage({ list }: { list: Awaited<ReturnType<typeof things>> }) {
  const t = useTranslations("practice.heads");
  const all = useTranslations("practice");
  return (
    <Room
      number={list.length || null}
      title={list.length ? t("answer", { count: list.length }) : t("title")}
      actions={
        <Link href="/machines" className={buttonLook()}>
          {all("machines")}
        </Link>
      }
    >
      {list.length === 0 ? (
        <Empty title={t("none")}>
          <p className="text-ink2">{t("noneHow")}</p>
        </Empty>
      ) : (
        <Table
          label={t("title")}
          rows={list}
          keyOf={({ serial }) => serial}
          columns={[
            { id: "serial", name: t("serial"), by: ({ serial }) => serial, cell: ({ serial }) => <b className="figure">{serial}</b> },
            { id: "what", name: t("what"), by: ({ kind }) => kind, cell: ({ kind }) => kind.replaceAll("-", " ") },
            { id: "where", name: t("where"), by: ({ at }) => at, cell: ({ at }) => at },
            { id: "days", name: t("days"), right: true, by: ({ days }) => days, cell: ({ days }) => days },
            {
              id: "way",
              name: t("way"),
              cell: ({ stays }) =>
                stays.map(({ words, reason }) => (
                  <span key={words} className="block">
                    {words}
                    {reason && <span className="text-ink2">: {reason}</span>}
                  </span>
                )),
            },
          ]}
        />
      )}
    </Room>
  );
}
