"use client";
import Link from "next/link";
import { useTranslations } from "use-intl";
import type { Role } from "../../core/fleet/vocabulary.ts";
import { mayDo } from "../../core/safety/who-may.ts";
import type { ClosuresView } from "../../work/rounds/closures.ts";
import { buttonLook } from "../kit/button.tsx";
import { Empty } from "../kit/card.tsx";
import { Table } from "../kit/table.tsx";
import { PlanFrame } from "./plan-frame.tsx";

/** The closures ahead, each with the way to its own plan. */
export function ClosuresPage({ view, role }: { view: ClosuresView; role: Role }) {
  const t = useTranslations("plan.closures");
  const { closures } = view;
  const next = closures[0];
  return (
    <PlanFrame
      way="closures"
      number={closures.length || null}
      title={t("answer", { count: closures.length })}
      more={next && t("next", { name: next.name, when: next.startsWords })}
    >
      {closures.length === 0 ? (
        <Empty title={t("none")}>
          {mayDo(role, "set-up") && (
            <Link href="/shop?tab=calendar" className={buttonLook("primary")}>
              {t("add")}
            </Link>
          )}
        </Empty>
      ) : (
        <Table
          label={t("name")}
          rows={closures}
          keyOf={({ from }) => from}
          columns={[
            { id: "name", name: t("name"), by: ({ name }) => name, cell: ({ name }) => <b>{name}</b> },
            { id: "from", name: t("from"), by: ({ from }) => from, cell: ({ fromWords }) => fromWords },
            { id: "to", name: t("to"), cell: ({ toWords }) => toWords },
            { id: "days", name: t("length"), right: true, cell: ({ days }) => t("days", { count: days }) },
            { id: "starts", name: t("starts"), by: ({ startsInDays }) => startsInDays, cell: ({ startsWords }) => startsWords },
            {
              id: "open",
              name: t("open"),
              hidden: true,
              right: true,
              cell: ({ from }) => (
                <Link href={`/standby/closures/${from}`} prefetch={false} className={buttonLook("secondary", "small")}>
                  {t("open")}
                </Link>
              ),
            },
          ]}
        />
      )}
    </PlanFrame>
  );
}
