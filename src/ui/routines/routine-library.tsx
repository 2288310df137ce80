"use client";
import { DownloadIcon, PlusIcon } from "lucide-react";
import Link from "next/link";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { NeededRow, RoutineRow } from "../../work/routines/routines.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Chip } from "../kit/chip.tsx";
import { TextInput } from "../kit/field.tsx";
import { flipped } from "../kit/marks.tsx";
import { Menu, MenuEntry } from "../kit/menu.tsx";
import { Table } from "../kit/table.tsx";
import { Why } from "../kit/why.tsx";
import { ShopRoom } from "../shop/shop-room.tsx";
import { NotTranslated } from "./not-translated.tsx";
import { PackIn } from "./pack-in.tsx";

const MANY = 5;

/** All routines of the shop: what they are, when they fall due, where; packs out and in. */
export function RoutineLibrary({ rows, needed }: { rows: RoutineRow[]; needed: NeededRow[] }) {
  const t = useTranslations("shop.routines");
  const [ticked, setTicked] = useState<string[]>([]);
  const [wanted, setWanted] = useState("");
  const shown = rows.filter(({ id, name }) => `${id} ${name}`.toLowerCase().includes(wanted.toLowerCase()));
  const ids = ticked.join(",");
  return (
    <ShopRoom
      here="routines"
      number={rows.length}
      title={t("answer")}
      more={t("more", {
        own: rows.filter(({ from }) => from === "own").length,
        changed: rows.filter(({ from }) => from === "changed").length,
      })}
      actions={
        <>
          <TextInput
            type="search"
            aria-label={t("find")}
            placeholder={t("find")}
            value={wanted}
            onChange={(event) => setWanted(event.target.value)}
            className="!w-44"
          />
          <Menu
            button={
              <Button disabled={ticked.length === 0} title={ticked.length === 0 ? t("choose") : undefined}>
                <DownloadIcon aria-hidden="true" />
                {t("pack")}
              </Button>
            }
          >
            <MenuEntry href={`/api/routines/pack?ids=${ids}`}>{t("packYaml", { count: ticked.length })}</MenuEntry>
            <MenuEntry href={`/api/routines/pack?ids=${ids}&as=json`}>{t("packJson", { count: ticked.length })}</MenuEntry>
          </Menu>
          <PackIn />
          <Link href="/shop/routines/new" className={buttonLook("primary")}>
            <PlusIcon aria-hidden="true" />
            {t("new")}
          </Link>
        </>
      }
    >
      <NotTranslated rows={rows} />
      {needed.length > 0 && (
        <section aria-label={t("needed")} className="mb-4 rounded-[6px] bg-care-wash p-3 text-sm">
          <h2 className="!text-base font-bold text-care">{t("needed")}</h2>
          <ul>
            {needed.map(({ routine, name, machine, verdict, why }) => (
              <li key={`${routine}/${machine}`} className="flex flex-wrap items-center gap-x-2">
                <Link href={`/shop/routines/${routine}`} prefetch={false}>
                  {t("neededLine", { routine: name, machine })}
                </Link>
                <b className={verdict === "must shrink" ? "text-hold" : ""}>{t(`verdicts.${verdict}`)}</b>
                <Why label={`${name}, ${machine}`} align="start">
                  <p>{why}.</p>
                </Why>
              </li>
            ))}
          </ul>
        </section>
      )}
      {shown.length === 0 ? (
        <p className="text-ink2">{t("none")}</p>
      ) : (
        <Table
          label={t("name")}
          dense
          rows={shown}
          keyOf={({ id }) => id}
          nameOf={({ name }) => name}
          chosen={new Set(ticked)}
          onChoose={(id) => setTicked(flipped(ticked, id))}
          columns={[
            {
              id: "name",
              name: t("name"),
              by: ({ name }) => name,
              cell: ({ id, name, from, steps }) => (
                <span className="flex flex-wrap items-center gap-x-2">
                  <Link href={`/shop/routines/${id}`} prefetch={false} className="font-bold">
                    {name}
                  </Link>
                  <span className="figure text-ink3 text-xs">{id}</span>
                  {from !== "built in" && <Chip tone="line">{t(from === "own" ? "own" : "changedHere")}</Chip>}
                  {steps === 0 && <span className="text-ink2">{t("noSteps")}</span>}
                </span>
              ),
            },
            { id: "due", name: t("due"), by: ({ when }) => when, cell: ({ when }) => when },
            {
              id: "hands",
              name: t("hands"),
              right: true,
              by: ({ handsMinutes }) => handsMinutes,
              cell: ({ handsMinutes }) => handsMinutes,
            },
            { id: "wait", name: t("wait"), right: true, by: ({ waitMinutes }) => waitMinutes, cell: ({ waitMinutes }) => waitMinutes },
            {
              id: "at",
              name: t("at"),
              by: ({ machines }) => machines.length,
              cell: ({ machines }) => (
                <span className="text-ink2" title={machines.join(", ")}>
                  {machines.length > MANY ? t("many", { count: machines.length }) : machines.join(", ")}
                </span>
              ),
            },
          ]}
        />
      )}
    </ShopRoom>
  );
}
