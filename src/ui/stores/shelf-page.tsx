"use client";
import { ClipboardListIcon, PlusIcon, ShoppingCartIcon } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { capital } from "../../core/capital.ts";
import type { ShelfRow, ShelfState, ShelfView } from "../../work/stores/shelf.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Empty } from "../kit/card.tsx";
import { Badge, Chip } from "../kit/chip.tsx";
import { TextInput } from "../kit/field.tsx";
import { Dialog } from "../kit/panel.tsx";
import { Select } from "../kit/select.tsx";
import { Mark } from "../kit/state-mark.tsx";
import { Stepper } from "../kit/stepper.tsx";
import { Table } from "../kit/table.tsx";
import { Reasons, Why } from "../kit/why.tsx";
import { useLive } from "../use-live.ts";
import { useMoney } from "../use-money.ts";
import { InkMark } from "./ink-mark.tsx";
import { type Chosen, PlaceOrders } from "./place-orders.tsx";
import { REACH_DAYS, Reach, ReachAxis } from "./reach.tsx";
import { StoresRoom } from "./stores-room.tsx";

const STATES: readonly ShelfState[] = ["order", "low", "fine"];
const MARKS = { order: "Hold", low: "With care", fine: "Ready" } as const;
const TEXT = { order: "text-hold", low: "text-care", fine: "text-ink" } as const;

/** The shelf by what it asks: to order now, low, fine; each item to the day it runs out. What is short is ordered from here. */
export function ShelfPage({ view, maySetUp, mayOrder }: { view: ShelfView; maySetUp: boolean; mayOrder: boolean }) {
  const money = useMoney();
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
              <span className="figure font-bold text-2xl">{money(sum)}</span>
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
              ...view.groups.map((group) => ({ value: group, name: capital(group) })),
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
        <Shelf
          view={view}
          takes={takes}
          packsOf={(row) => packs[row.id] ?? row.packs}
          take={(row) => mayOrder && row.supplier !== null && row.packs > 0}
          setTaken={(id, on) => setLeft({ ...left, [id]: !on })}
          setPacks={(id, count) => setPacks({ ...packs, [id]: count })}
        />
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

type ShelfProps = {
  view: ShelfView;
  takes: (row: ShelfRow) => boolean;
  packsOf: (row: ShelfRow) => number;
  /** Whether it can be taken into an order from here. */
  take: (row: ShelfRow) => boolean;
  setTaken: (id: string, on: boolean) => void;
  setPacks: (id: string, count: number) => void;
};
const isCounted = ({ keeping }: ShelfRow) => keeping === "lot" || keeping === "counted";
const isAsked = ({ state, packs }: ShelfRow) => state !== "fine" && packs > 0;

function Shelf({ view, takes, packsOf, take, setTaken, setPacks }: ShelfProps) {
  const money = useMoney();
  const t = useTranslations("stores.shelf");
  return (
    <Table
      label={t("item")}
      dense
      minWidth="62rem"
      rows={view.rows}
      keyOf={({ id }) => id}
      groups={{
        of: ({ state }) => state,
        head: (group) => {
          const state = STATES.find((each) => each === group) ?? "fine";
          return (
            <span className="flex items-center gap-2 text-base">
              <Mark word={MARKS[state]} size={15} />
              {t(`states.${state}`)}
              <Badge bad={state === "order"}>
                {view.find || view.group ? view.rows.filter((row) => row.state === state).length : view.counts[state]}
              </Badge>
            </span>
          );
        },
      }}
      columns={[
        {
          id: "take",
          name: t("groupOrder"),
          hidden: true,
          className: "w-8",
          cell: (row) =>
            take(row) && (
              <input
                type="checkbox"
                aria-label={t("take", { name: row.name })}
                checked={takes(row)}
                onChange={(event) => setTaken(row.id, event.target.checked)}
                className="size-4 accent-[var(--accent)]"
              />
            ),
        },
        { id: "item", name: t("item"), by: ({ name }) => name, cell: (row) => <ItemCell row={row} /> },
        { id: "stock", name: t("stock"), right: true, className: "whitespace-nowrap", cell: ({ words }) => words },
        {
          id: "reach",
          name: t("reachHead"),
          head: <ReachAxis view={view} />,
          className: "w-[34%]",
          cell: (row) => <Reach row={row} closures={view.closures} />,
        },
        {
          id: "days",
          name: t("daysLeft"),
          right: true,
          by: (row) => (isCounted(row) ? (row.coverDays ?? 9999) : null),
          cell: (row) => (
            <span className={`whitespace-nowrap font-bold text-lg ${TEXT[row.state]}`}>
              {isCounted(row)
                ? row.coverDays === null || row.coverDays > REACH_DAYS
                  ? t("more", { days: REACH_DAYS })
                  : row.coverDays
                : ""}
            </span>
          ),
        },
        {
          id: "by",
          name: t("orderBy"),
          by: ({ orderInDays }) => orderInDays,
          cell: (row) => (
            <span className={`whitespace-nowrap font-semibold ${TEXT[row.state]}`}>
              {row.state === "order" && (row.orderInDays ?? 0) <= 0 ? t("now") : row.state === "fine" ? "" : row.orderWords}
              {row.onOrder > 0 && <span className="block font-normal text-ink2 text-xs">{t("onOrder")}</span>}
            </span>
          ),
        },
        {
          id: "packs",
          name: t("packs"),
          className: "whitespace-nowrap",
          cell: (row) =>
            isAsked(row) && (
              <span className="flex items-center gap-1.5">
                {take(row) ? (
                  <Stepper
                    label={t("packsOf", { name: row.name })}
                    value={packsOf(row)}
                    min={row.minPacks}
                    onChange={(count) => setPacks(row.id, count)}
                  />
                ) : (
                  <span className="figure">{row.packs}</span>
                )}
                <span className="text-ink3 text-xs">× {row.packWords}</span>
              </span>
            ),
        },
        {
          id: "price",
          name: t("price"),
          right: true,
          by: (row) => (isAsked(row) ? packsOf(row) * row.priceCents : null),
          cell: (row) => (isAsked(row) ? money(packsOf(row) * row.priceCents) : ""),
        },
        {
          id: "why",
          name: t("reachHead"),
          hidden: true,
          cell: (row) =>
            row.why.length > 0 && (
              <Why label={row.name}>
                <Reasons of={[...row.why, ...row.flags.map(({ words }) => words)]} />
              </Why>
            ),
        },
      ]}
    />
  );
}

function ItemCell({ row }: { row: ShelfRow }) {
  const t = useTranslations("stores.shelf");
  return (
    <span className="flex items-center gap-2">
      <InkMark colour={row.colour} />
      <span>
        <Link href={`/stores/items/${row.id}`} prefetch={false} className="font-bold text-ink">
          {row.name}
        </Link>{" "}
        <span className="text-ink3 text-xs max-lg:hidden">{row.place}</span>
        {row.flags
          .filter(({ kind }) => kind !== "order")
          .map(({ kind, words }) => (
            <span key={kind} className="ml-1.5" title={words}>
              <Chip tone={kind === "expired" || kind === "below" ? "bad" : "care"}>{t(`flags.${kind}`)}</Chip>
            </span>
          ))}
      </span>
    </span>
  );
}
