"use client";
import { ClipboardListIcon, PlusIcon, ShoppingCartIcon } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { moneySaid } from "../../core/calendar/said.ts";
import type { ShelfRow, ShelfState, ShelfView } from "../../work/stores/shelf.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Empty } from "../kit/card.tsx";
import { Badge, Chip } from "../kit/chip.tsx";
import { TextInput } from "../kit/field.tsx";
import { Dialog } from "../kit/panel.tsx";
import { Select } from "../kit/select.tsx";
import { Mark } from "../kit/state-mark.tsx";
import { Stepper } from "../kit/stepper.tsx";
import { Reasons, Why } from "../kit/why.tsx";
import { useLive } from "../use-live.ts";
import { InkMark } from "./ink-mark.tsx";
import { type Chosen, PlaceOrders } from "./place-orders.tsx";
import { REACH_DAYS, Reach, ReachAxis } from "./reach.tsx";
import { StoresRoom } from "./stores-room.tsx";

const STATES: readonly ShelfState[] = ["order", "low", "fine"];
const MARKS = { order: "Hold", low: "With care", fine: "Ready" } as const;
const TEXT = { order: "text-hold", low: "text-care", fine: "text-ink" } as const;

/** The shelf by what it asks: to order now, low, fine; each item to the day it runs out. What is short is ordered from here. */
export function ShelfPage({ view, maySetUp, mayOrder }: { view: ShelfView; maySetUp: boolean; mayOrder: boolean }) {
  const t = useTranslations("stores.shelf");
  const router = useRouter();
  const [left, setLeft] = useState<Record<string, boolean>>({});
  const [packs, setPacks] = useState<Record<string, number>>({});
  const [placing, setPlacing] = useState(false);
  useLive((seq) => {
    if (seq === "resync" || seq > view.seq) router.refresh();
  });
  const takes = (row: ShelfRow) => row.supplier !== null && row.packs > 0 && !(left[row.id] ?? row.state !== "order");
  const chosen = view.rows.filter(takes).map(
    (row): Chosen => ({
      item: row.id,
      name: row.name,
      supplier: row.supplier,
      packs: packs[row.id] ?? row.packs,
      pack: row.pack,
      packWords: row.packWords,
      priceCents: row.priceCents,
    }),
  );
  const sum = chosen.reduce((all, line) => all + line.packs * line.priceCents, 0);
  const { order, expired, soon } = view.counts;
  const asked = (more: Partial<{ find: string; group: string; page: number }>) =>
    `/stores?${new URLSearchParams({ find: more.find ?? view.find, group: more.group ?? view.group, page: String(more.page ?? 1) })}`;
  return (
    <StoresRoom
      here="/stores"
      number={order || null}
      title={order ? t("toOrder", { count: order }) : t("nothing")}
      more={
        (expired > 0 || soon > 0) && (
          <span className="flex flex-wrap gap-x-3">
            {expired > 0 && <Link href={asked({ group: "expired" })}>{t("expired", { count: expired })}</Link>}
            {soon > 0 && <Link href={asked({ group: "soon" })}>{t("soon", { count: soon })}</Link>}
          </span>
        )
      }
      actions={
        mayOrder && (
          <>
            <span className="text-right leading-tight">
              <span className="block font-semibold text-ink3 text-xs">{t("this")}</span>
              <span className="figure font-bold text-2xl">{moneySaid(sum)}</span>
            </span>
            <Button look="primary" disabled={chosen.length === 0} onClick={() => setPlacing(true)}>
              <ShoppingCartIcon aria-hidden="true" />
              {t("order", { count: chosen.length })}
            </Button>
          </>
        )
      }
      tools={
        <>
          <form
            role="search"
            onSubmit={(event) => {
              event.preventDefault();
              router.push(asked({ find: String(new FormData(event.currentTarget).get("find") ?? "") }));
            }}
          >
            <TextInput
              name="find"
              type="search"
              aria-label={t("find")}
              placeholder={t("find")}
              defaultValue={view.find}
              maxLength={100}
              className="!w-48"
            />
          </form>
          <Select
            label={t("which")}
            value={view.group}
            none={t("all")}
            onChange={(group) => router.push(asked({ group }))}
            className="!w-40"
            options={[
              { value: "order", name: t("groupOrder") },
              { value: "expired", name: t("groupExpired") },
              { value: "soon", name: t("groupSoon") },
              ...view.groups.map((group) => ({ value: group, name: group.charAt(0).toUpperCase() + group.slice(1) })),
            ]}
          />
          <Link href="/stores/count" className={buttonLook()}>
            <ClipboardListIcon aria-hidden="true" />
            {t("count")}
          </Link>
          {maySetUp && (
            <Link href="/stores/items/new" className={buttonLook()}>
              <PlusIcon aria-hidden="true" />
              {t("newItem")}
            </Link>
          )}
        </>
      }
    >
      {view.rows.length === 0 ? (
        view.find || view.group ? (
          <Empty title={t("nothingFits")}>
            <Link href="/stores" className={buttonLook()}>
              {t("clear")}
            </Link>
          </Empty>
        ) : (
          <Empty title={t("empty")}>
            <p className="text-ink2">{t("emptyHow")}</p>
            {maySetUp && (
              <Link href="/stores/items/new" className={buttonLook("primary")}>
                {t("addItem")}
              </Link>
            )}
          </Empty>
        )
      ) : (
        <div className="overflow-x-auto">
          <table className="w-full min-w-[60rem] text-sm">
            <thead className="sticky top-0 z-10 bg-sheet text-ink3 text-xs">
              <tr className="border-ink border-b-[1.5px] text-left [&>th]:px-2 [&>th]:py-1 [&>th]:font-semibold">
                <th scope="col" className="w-8">
                  <span className="sr-only">{t("groupOrder")}</span>
                </th>
                <th scope="col">{t("item")}</th>
                <th scope="col" className="text-right">
                  {t("stock")}
                </th>
                <th scope="col" className="w-[34%]">
                  <ReachAxis view={view} />
                </th>
                <th scope="col" className="text-right">
                  {t("daysLeft")}
                </th>
                <th scope="col">{t("orderBy")}</th>
                <th scope="col">{t("packs")}</th>
                <th scope="col" className="text-right">
                  {t("price")}
                </th>
                <th scope="col" className="w-8">
                  <span className="sr-only">{t("states.low")}</span>
                </th>
              </tr>
            </thead>
            {STATES.map((state) => {
              const rows = view.rows.filter((row) => row.state === state);
              return rows.length === 0 ? null : (
                <tbody key={state}>
                  <tr className="border-ink border-b">
                    <th scope="rowgroup" colSpan={9} className="px-1 pt-3 pb-1 text-left">
                      <span className="flex items-center gap-2 text-base">
                        <Mark word={MARKS[state]} size={15} />
                        {t(`states.${state}`)}
                        <Badge bad={state === "order"}>{view.find || view.group ? rows.length : view.counts[state]}</Badge>
                      </span>
                    </th>
                  </tr>
                  {rows.map((row) => (
                    <Row
                      key={row.id}
                      row={row}
                      closures={view.closures}
                      taken={takes(row)}
                      packs={packs[row.id] ?? row.packs}
                      take={mayOrder && row.supplier !== null && row.packs > 0 ? (on) => setLeft({ ...left, [row.id]: !on }) : undefined}
                      setPacks={(count) => setPacks({ ...packs, [row.id]: count })}
                    />
                  ))}
                </tbody>
              );
            })}
          </table>
        </div>
      )}
      {view.pages > 1 && (
        <p className="flex items-center gap-3 py-3 text-sm">
          {view.page > 1 && (
            <Link href={asked({ page: view.page - 1 })} className={buttonLook("secondary", "small")}>
              {t("before")}
            </Link>
          )}
          {t("page", { page: view.page, pages: view.pages, all: view.all })}
          {view.page < view.pages && (
            <Link href={asked({ page: view.page + 1 })} className={buttonLook("secondary", "small")}>
              {t("next")}
            </Link>
          )}
        </p>
      )}
      <Orders placing={placing} setPlacing={setPlacing} chosen={chosen} suppliers={view.suppliers} />
    </StoresRoom>
  );
}

function Orders({
  placing,
  setPlacing,
  chosen,
  suppliers,
}: {
  placing: boolean;
  setPlacing: (on: boolean) => void;
  chosen: Chosen[];
  suppliers: ShelfView["suppliers"];
}) {
  const t = useTranslations("stores.orders");
  const router = useRouter();
  return (
    <Dialog title={t("dialog")} open={placing} onOpenChange={setPlacing}>
      <PlaceOrders
        chosen={chosen}
        suppliers={suppliers}
        done={() => {
          setPlacing(false);
          router.push("/stores/orders");
        }}
      />
    </Dialog>
  );
}

function Row({
  row,
  closures,
  taken,
  packs,
  take,
  setPacks,
}: {
  row: ShelfRow;
  closures: ShelfView["closures"];
  taken: boolean;
  packs: number;
  take: ((on: boolean) => void) | undefined;
  setPacks: (count: number) => void;
}) {
  const t = useTranslations("stores.shelf");
  const counted = row.keeping === "lot" || row.keeping === "counted";
  const long = row.coverDays === null || row.coverDays > REACH_DAYS;
  const orders = row.state !== "fine" && row.packs > 0;
  return (
    <tr className="border-line border-b hover:bg-card [&>td]:px-2 [&>td]:py-0.5">
      <td>
        {take && (
          <input
            type="checkbox"
            aria-label={t("take", { name: row.name })}
            checked={taken}
            onChange={(event) => take(event.target.checked)}
            className="size-4 accent-[var(--accent)]"
          />
        )}
      </td>
      <td>
        <span className="flex items-center gap-2">
          <InkMark colour={row.colour} />
          <span>
            <Link href={`/stores/items/${row.id}`} prefetch={false} className="font-bold text-ink">
              {row.name}
            </Link>{" "}
            <span className="text-ink3 text-xs">{row.place}</span>
            {row.flags
              .filter(({ kind }) => kind !== "order")
              .map(({ kind, words }) => (
                <span key={kind} className="ml-1.5" title={words}>
                  <Chip tone={kind === "expired" || kind === "below" ? "bad" : "care"}>{t(`flags.${kind}`)}</Chip>
                </span>
              ))}
          </span>
        </span>
      </td>
      <td className="figure whitespace-nowrap text-right">{row.words}</td>
      <td>
        <Reach row={row} closures={closures} />
      </td>
      <td className={`figure whitespace-nowrap text-right font-bold text-lg ${TEXT[row.state]}`}>
        {counted ? (long ? t("more", { days: REACH_DAYS }) : row.coverDays) : ""}
      </td>
      <td className={`whitespace-nowrap font-semibold ${TEXT[row.state]}`}>
        {row.state === "order" && (row.orderInDays ?? 0) <= 0 ? t("now") : row.state === "fine" ? "" : row.orderWords}
        {row.onOrder > 0 && <span className="block font-normal text-ink2 text-xs">{t("onOrder")}</span>}
      </td>
      <td className="whitespace-nowrap">
        {orders && take ? (
          <span className="flex items-center gap-1.5">
            <Stepper label={t("packsOf", { name: row.name })} value={packs} min={row.minPacks} onChange={setPacks} />
            <span className="text-ink3 text-xs">× {row.packWords}</span>
          </span>
        ) : (
          orders && (
            <span className="figure">
              {row.packs} × {row.packWords}
            </span>
          )
        )}
      </td>
      <td className="figure text-right">{orders ? moneySaid(packs * row.priceCents) : ""}</td>
      <td>
        {row.why.length > 0 && (
          <Why label={row.name}>
            <Reasons of={row.why} />
            {row.flags.length > 0 && <Reasons of={row.flags.map(({ words }) => words)} />}
          </Why>
        )}
      </td>
    </tr>
  );
}
