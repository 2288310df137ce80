"use client";
import { ArrowLeftRightIcon, PencilIcon } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { amountWords } from "../../core/stores/amount-words.ts";
import { STATEMENTS } from "../../core/stores/fluids.ts";
import type { Supplier } from "../../core/stores/item.ts";
import type { ItemView } from "../../work/stores/shelf.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Empty } from "../kit/card.tsx";
import { Chip } from "../kit/chip.tsx";
import { Panel } from "../kit/panel.tsx";
import { Table } from "../kit/table.tsx";
import { Reasons, Why } from "../kit/why.tsx";
import { useLive } from "../use-live.ts";
import { useMoney } from "../use-money.ts";
import { ItemForm } from "./item-form.tsx";
import { MovementForm } from "./movement-form.tsx";
import { StockCurve } from "./stock-curve.tsx";
import { StoresRoom } from "./stores-room.tsx";

type Props = { view: ItemView; mayRecord: boolean; maySetUp: boolean; machines: { id: string; name: string }[]; suppliers: Supplier[] };

/** One item: how much there is and how long it lasts, its stock over time, lots, movements. */
export function ItemPage({ view, mayRecord, maySetUp, machines, suppliers }: Props) {
  const money = useMoney();
  const t = useTranslations("stores.item");
  const router = useRouter();
  const [open, setOpen] = useState<"move" | "edit" | null>(null);
  const { item } = view;
  useLive((seq) => {
    if (seq === "resync" || seq > view.seq) router.refresh();
  });
  const isCounted = item.keeping === "lot" || item.keeping === "counted";
  return (
    <StoresRoom
      here="/stores"
      title={item.name}
      more={
        <>
          {t("facts", { place: item.place, pack: amountWords(item.pack, item.unit), price: money(item.priceCents) })}{" "}
          {view.supplier && t("from", { supplier: view.supplier })}
        </>
      }
      actions={
        <>
          {mayRecord && item.keeping !== "listed" && (
            <Button look="primary" onClick={() => setOpen("move")}>
              <ArrowLeftRightIcon aria-hidden="true" />
              {t("enter")}
            </Button>
          )}
          {maySetUp && (
            <Button onClick={() => setOpen("edit")}>
              <PencilIcon aria-hidden="true" />
              {t("edit")}
            </Button>
          )}
        </>
      }
    >
      <div className="grid gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,26rem)_minmax(0,1fr)]">
        <div className="grid content-start gap-5">
          <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
            <p>
              <span className="figure font-bold text-4xl">{item.keeping === "two-boxes" ? t("kept.two-boxes") : view.amount}</span>
              <span className="block font-semibold text-ink2 text-xs">{t("inStock")}</span>
            </p>
            <p className="grid justify-items-start gap-1 text-sm">
              {view.packs > 0 ? (
                <Chip tone="bad">{t("orderNow", { packs: view.packs, pack: view.packWords })}</Chip>
              ) : (
                view.orderWords && (
                  <Chip tone={(view.orderInDays ?? 99) < 21 ? "care" : "plain"}>{t("orderBy", { day: view.orderWords })}</Chip>
                )
              )}
              {isCounted && (
                <span className="flex items-center gap-1">
                  {view.coverDays === null ? t("daysMany", { days: view.ahead.length }) : t("days", { days: view.coverDays })}
                  {view.why.length > 0 && (
                    <Why label={t("whyTitle")} align="start">
                      <Reasons of={view.why} />
                    </Why>
                  )}
                </span>
              )}
            </p>
          </div>
          {isCounted && (
            <section aria-label={t("curve")}>
              <StockCurve view={view} />
            </section>
          )}
          {view.planned.length > 0 && (
            <section aria-label={t("usedBy")}>
              <h2 className="!text-base font-bold">{t("usedBy")}</h2>
              <ul className="text-sm">
                {view.planned.map(({ routine, machine, times, words }) => (
                  <li key={`${routine}${machine}`} className="border-line border-b py-0.5">
                    {t("usedLine", { routine, machine, times, words })}
                  </li>
                ))}
              </ul>
            </section>
          )}
          {item.fluid && <Hazards item={item} />}
        </div>
        <div className="grid content-start gap-5">
          <Lots view={view} />
          <Moves view={view} />
        </div>
      </div>
      <Panel title={t("enter")} open={open === "move"} onOpenChange={(on) => setOpen(on ? "move" : null)}>
        <MovementForm
          item={item}
          lots={view.lots}
          machines={machines}
          done={() => {
            setOpen(null);
            router.refresh();
          }}
        />
      </Panel>
      <Panel wide title={t("edit")} open={open === "edit"} onOpenChange={(on) => setOpen(on ? "edit" : null)}>
        <ItemForm item={item} suppliers={suppliers} saved={() => setOpen(null)} />
      </Panel>
    </StoresRoom>
  );
}

function Hazards({ item }: { item: ItemView["item"] }) {
  const t = useTranslations("stores.item");
  const { fluid } = item;
  return (
    <p className="border-care border-l-4 pl-3 text-sm">
      {fluid?.statements?.length ? fluid.statements.map((id) => `${id} ${STATEMENTS[id]}`).join(". ") : t("noStatement")}{" "}
      {item.sheet && <a href={item.sheet}>{t("sheet")}</a>} {t("sheetRules")} {fluid?.source && t("source", { source: fluid.source })}
    </p>
  );
}

function Lots({ view }: { view: ItemView }) {
  const t = useTranslations("stores.item");
  const { item, lots } = view;
  const title = t(item.keeping === "lot" ? "lots" : "stock");
  return (
    <section aria-label={title}>
      <h2 className="!text-base font-bold">{title}</h2>
      {lots.length === 0 ? (
        <Empty title={t("nothing")} />
      ) : (
        <Table
          label={title}
          dense
          rows={lots}
          keyOf={({ lot, place }) => `${lot}/${place}`}
          columns={[
            { id: "lot", name: t("lot"), cell: ({ lot }) => <span className="figure">{lot || "–"}</span> },
            { id: "stock", name: t("stock"), right: true, by: ({ amount }) => amount, cell: ({ words }) => words },
            {
              id: "use",
              name: t("useBy"),
              by: ({ useBy }) => useBy,
              cell: ({ useByWords, expired, why }) => (
                <span className={expired ? "font-semibold text-hold" : ""} title={why}>
                  {useByWords ?? "–"} {expired && t("expired")}
                </span>
              ),
            },
            { id: "place", name: t("place"), cell: ({ place }) => <span className="text-ink2">{place || item.place}</span> },
            {
              id: "label",
              name: t("label"),
              hidden: true,
              cell: ({ lot }) => (
                <span className="flex gap-3">
                  <a href={`/labels/${item.id}?lot=${encodeURIComponent(lot)}`}>{t("label")}</a>
                  {item.group === "ink" && lot && (
                    <Link href={`/stores/trace?item=${item.id}&lot=${encodeURIComponent(lot)}`} prefetch={false}>
                      {t("track")}
                    </Link>
                  )}
                </span>
              ),
            },
          ]}
        />
      )}
    </section>
  );
}

function Moves({ view }: { view: ItemView }) {
  const t = useTranslations("stores.item");
  return (
    <section aria-label={t("history")}>
      <h2 className="!text-base font-bold">{t("history")}</h2>
      {view.moves.length === 0 ? (
        <p className="text-ink2">{t("none")}</p>
      ) : (
        <Table
          label={t("history")}
          dense
          rows={view.moves}
          keyOf={({ id, line }) => `${id}/${line}`}
          columns={[
            {
              id: "when",
              name: t("when"),
              className: "whitespace-nowrap",
              cell: ({ id, when }) => (
                <Link href={`/logbook/${id}`} prefetch={false}>
                  {when}
                </Link>
              ),
            },
            { id: "what", name: t("what"), cell: ({ event }) => (event in EVENTS ? t(`events.${event as keyof typeof EVENTS}`) : event) },
            { id: "amount", name: t("amount"), right: true, className: "whitespace-nowrap", cell: ({ words }) => words },
            { id: "lot", name: t("lot"), cell: ({ lot }) => <span className="figure">{lot}</span> },
            { id: "machine", name: t("machine"), cell: ({ machine }) => machine },
            { id: "who", name: t("who"), cell: ({ person }) => <span className="text-ink2">{person}</span> },
          ]}
        />
      )}
      {view.more && (
        <Link
          href={`/stores/items/${view.item.id}?before=${encodeURIComponent(view.more)}`}
          className={buttonLook("secondary", "small")}
          prefetch={false}
        >
          {t("older")}
        </Link>
      )}
    </section>
  );
}

/** Events with words of their own; those of mixing are said as they are. */
const EVENTS = {
  received: 1,
  used: 1,
  opened: 1,
  discarded: 1,
  moved: 1,
  counted: 1,
  "last-box": 1,
  "kit-opened": 1,
} as const;
