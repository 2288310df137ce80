"use client";
import { CopyIcon, MailIcon, PackageOpenIcon, PrinterIcon } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { OpenOrder, OrdersView } from "../../work/stores/orders.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Empty } from "../kit/card.tsx";
import { Chip } from "../kit/chip.tsx";
import { Meter } from "../kit/meter.tsx";
import { Panel } from "../kit/panel.tsx";
import { Stepper } from "../kit/stepper.tsx";
import { Table } from "../kit/table.tsx";
import { Reasons, Why } from "../kit/why.tsx";
import { say, trying } from "../say.ts";
import { sendEntries } from "../send.ts";
import { toast } from "../toast.ts";
import { useLive } from "../use-live.ts";
import { useMoney } from "../use-money.ts";
import { orderEntry } from "./place-orders.tsx";
import { ReceiveForm } from "./receive-form.tsx";
import { StoresRoom } from "./stores-room.tsx";

/** What is on its way, each order received in its panel; what is to order from whom; what came before. */
export function OrdersPage({ view, mayOrder, mayReceive }: { view: OrdersView; mayOrder: boolean; mayReceive: boolean }) {
  const t = useTranslations("stores.orders");
  const all = useTranslations("stores");
  const router = useRouter();
  const [open, setOpen] = useState<string | null>(null);
  useLive((seq) => {
    if (seq === "resync" || seq > view.seq) router.refresh();
  });
  const shown = view.open.find(({ id }) => id === open);
  const late = view.open.filter((order) => order.late).length;
  return (
    <StoresRoom
      here="/stores/orders"
      number={view.open.length || null}
      title={t("onTheWay", { count: view.open.length })}
      more={view.open.length > 0 && t("late", { count: late })}
      actions={
        <a href="/api/stores/orders" className={buttonLook()}>
          {t("exportAll")}
        </a>
      }
    >
      <div className="grid gap-x-8 gap-y-6 xl:grid-cols-[minmax(0,1fr)_minmax(0,1.3fr)]">
        <section aria-label={t("way")}>
          <h2 className="!text-base font-bold">{t("way")}</h2>
          {view.open.length === 0 && <p className="text-ink2">{t("none")}</p>}
          <ul className="grid gap-2">
            {view.open.map((order) => (
              <li key={order.id}>
                <OnTheWay order={order} open={() => setOpen(order.id)} mayReceive={mayReceive || mayOrder} />
              </li>
            ))}
          </ul>
          {view.past.length > 0 && (
            <>
              <h2 className="!text-base mt-5 font-bold">{t("past")}</h2>
              <ul className="text-sm">
                {view.past.map(({ id, dayWords, supplierName, lines, closed }) => (
                  <li key={id} className="border-line border-b py-1">
                    <b>{supplierName}</b>, {dayWords}: {lines.map(({ name, orderedWords }) => `${name} ${orderedWords}`).join(", ")}{" "}
                    <span className="text-ink2">({closed})</span>
                  </li>
                ))}
              </ul>
            </>
          )}
        </section>
        <section aria-label={t("toOrder")}>
          <h2 className="!text-base font-bold">{t("toOrder")}</h2>
          {view.suppliers.length === 0 && <Empty title={t("noneToOrder")} />}
          {view.suppliers.map((supplier) => (
            <SupplierList key={supplier.id} supplier={supplier} mayOrder={mayOrder && supplier.id !== ""} done={() => router.refresh()} />
          ))}
        </section>
      </div>
      <Panel
        title={shown ? t("receive.title", { supplier: shown.supplierName }) : all("tabs.orders")}
        open={shown !== undefined}
        onOpenChange={(on) => !on && setOpen(null)}
      >
        {shown && (
          <ReceiveForm
            order={shown}
            mayReceive={mayReceive}
            mayClose={mayOrder}
            done={() => {
              setOpen(null);
              router.refresh();
            }}
          />
        )}
      </Panel>
    </StoresRoom>
  );
}

function OnTheWay({ order, open, mayReceive }: { order: OpenOrder; open: () => void; mayReceive: boolean }) {
  const t = useTranslations("stores.orders");
  const ordered = order.lines.reduce((sum, line) => sum + line.ordered, 0);
  const came = order.lines.reduce((sum, line) => sum + Math.min(line.received, line.ordered), 0);
  return (
    <article aria-label={order.supplierName} className="grid gap-1 rounded-[6px] border border-line bg-card p-3 text-sm">
      <p className="flex flex-wrap items-baseline justify-between gap-2">
        <b className="text-base">{order.supplierName}</b>
        <Chip tone={order.late ? "bad" : "plain"}>{t(order.late ? "was" : "expected", { day: order.expected })}</Chip>
      </p>
      <p>
        {order.lines
          .filter(({ rest }) => rest > 0)
          .map(({ name, restWords }) => `${name} ${restWords}`)
          .join(", ")}
      </p>
      {came > 0 && <Meter share={came / ordered} bad={false} label={`${Math.round((came / ordered) * 100)} %`} />}
      <p className="flex items-center justify-between gap-2">
        <span className="text-ink2">{t("ordered", { day: order.dayWords, person: order.person })}</span>
        {mayReceive && (
          <Button size="small" onClick={open}>
            <PackageOpenIcon aria-hidden="true" />
            {t("received")}
          </Button>
        )}
      </p>
    </article>
  );
}

type Line = OrdersView["suppliers"][number]["lines"][number];

function SupplierList({ supplier, mayOrder, done }: { supplier: OrdersView["suppliers"][number]; mayOrder: boolean; done: () => void }) {
  const money = useMoney();
  const t = useTranslations("stores.orders");
  const all = useTranslations("stores");
  const [packs, setPacks] = useState<Record<string, number>>({});
  const [left, setLeft] = useState<Record<string, boolean>>({});
  const takes = (line: Line) => !(left[line.item] ?? !line.now);
  const many = (line: Line) => packs[line.item] ?? line.packs;
  const chosen = supplier.lines.filter(takes);
  const name = supplier.id ? supplier.name : t("noSupplier");
  const place = async () => {
    await trying(async () => {
      await sendEntries([
        orderEntry(
          supplier.id,
          chosen.map((line) => ({ ...line, supplier: supplier.id, packs: many(line) })),
        ),
      ]);
      say(t("placed", { supplier: supplier.name }));
      done();
    });
  };
  const copy = () =>
    void navigator.clipboard.writeText(supplier.mailText).then(
      () => toast(t("copied")),
      () => toast.error(t("noClipboard")),
    );
  return (
    <section aria-label={name} className="mb-6">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <h3 className="font-bold">{name}</h3>
        <span className="text-ink2 text-sm">{t("takes", { days: supplier.leadDays })}</span>
        {supplier.id && (
          <span className="ml-auto flex flex-wrap gap-1">
            {supplier.mailText && (
              <a
                className={buttonLook("quiet", "small")}
                href={`mailto:${supplier.mail ?? ""}?subject=${encodeURIComponent(t("subject"))}&body=${encodeURIComponent(supplier.mailText)}`}
              >
                <MailIcon aria-hidden="true" />
                {t("mail")}
              </a>
            )}
            {supplier.mailText && (
              <Button look="quiet" size="small" onClick={copy}>
                <CopyIcon aria-hidden="true" />
                {t("copy")}
              </Button>
            )}
            <a className={buttonLook("quiet", "small")} href={`/order-lists/${supplier.id}`}>
              <PrinterIcon aria-hidden="true" />
              {all("print")}
            </a>
            <a className={buttonLook("quiet", "small")} href={`/api/stores/orders?supplier=${supplier.id}`}>
              {all("export")}
            </a>
          </span>
        )}
      </div>
      <Table
        label={name}
        dense
        rows={supplier.lines}
        keyOf={({ item }) => item}
        nameOf={(line) => line.name}
        {...(mayOrder
          ? {
              chosen: new Set(chosen.map(({ item }) => item)),
              onChoose: (item: string, on: boolean) => setLeft({ ...left, [item]: !on }),
            }
          : {})}
        columns={[
          { id: "item", name: t("item"), by: (line) => line.name, cell: (line) => <b>{line.name}</b> },
          {
            id: "packs",
            name: t("packs"),
            cell: (line) =>
              mayOrder ? (
                <Stepper
                  label={t("packsOf", { name: line.name })}
                  value={many(line)}
                  min={line.minPacks}
                  onChange={(count) => setPacks({ ...packs, [line.item]: count })}
                />
              ) : (
                <span className="figure">{line.packs}</span>
              ),
          },
          { id: "of", name: t("of"), className: "whitespace-nowrap", cell: (line) => line.packWords },
          {
            id: "price",
            name: t("price"),
            right: true,
            by: (line) => many(line) * line.priceCents,
            cell: (line) => money(many(line) * line.priceCents),
          },
          {
            id: "when",
            name: t("when"),
            by: (line) => line.orderOn,
            cell: (line) => <span className={line.now ? "font-semibold text-hold" : "text-ink2"}>{line.dayWords}</span>,
          },
          {
            id: "why",
            name: all("why"),
            hidden: true,
            cell: (line) => (
              <Why label={line.name}>
                <Reasons of={line.why} />
              </Why>
            ),
          },
        ]}
      />
      {mayOrder && (
        <p className="flex items-center gap-4 py-2">
          <Button look="primary" disabled={chosen.length === 0} onClick={() => void place()}>
            {t("place", { count: chosen.length })}
          </Button>
          <span className="figure font-bold">{money(chosen.reduce((sum, line) => sum + many(line) * line.priceCents, 0))}</span>
        </p>
      )}
    </section>
  );
}
