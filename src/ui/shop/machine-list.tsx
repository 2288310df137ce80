"use client";
import Link from "next/link";
import { useTranslations } from "use-intl";
import { buttonLook } from "../kit/button.tsx";
import { Empty } from "../kit/card.tsx";
import { Table } from "../kit/table.tsx";
import { ShopRoom } from "./shop-room.tsx";

export type ShopMachine = { id: string; name: string; class: string; area: string | null };

/** The machines in walking order, each with the way to its set-up. */
export function MachineList({ machines }: { machines: ShopMachine[] }) {
  const t = useTranslations("shop.machines");
  const bring = (
    <Link href="/shop?tab=bring-in" className={buttonLook("primary")}>
      {t("bringIn")}
    </Link>
  );
  return (
    <ShopRoom
      here="machines"
      number={machines.length || null}
      title={t("answer", { count: machines.length })}
      more={t("more")}
      actions={bring}
    >
      {machines.length === 0 ? (
        <Empty title={t("none")}>{bring}</Empty>
      ) : (
        <Table
          label={t("name")}
          dense
          rows={machines}
          keyOf={({ id }) => id}
          columns={[
            {
              id: "name",
              name: t("name"),
              by: ({ name }) => name,
              cell: ({ id, name }) => (
                <Link href={`/machines/${id}`} prefetch={false} className="font-bold">
                  {name}
                </Link>
              ),
            },
            { id: "class", name: t("class"), by: (machine) => machine.class, cell: (machine) => machine.class.toUpperCase() },
            { id: "area", name: t("area"), by: ({ area }) => area, cell: ({ area }) => area },
            {
              id: "setUp",
              name: t("setUp"),
              hidden: true,
              right: true,
              cell: ({ id }) => (
                <Link href={`/machines/${id}/set-up`} prefetch={false} className={buttonLook("secondary", "small")}>
                  {t("setUp")}
                </Link>
              ),
            },
          ]}
        />
      )}
    </ShopRoom>
  );
}
