"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import { moneySaid } from "../../core/calendar/said.ts";
import type { OpenOrder, OrdersView } from "../../work/stores/orders.ts";
import { enter } from "../enter.ts";
import { Field, Submit } from "../field.tsx";
import { sayFault } from "../say.ts";
import { entryOf, Said, sendEntries } from "../send.ts";
import { figures, TableHead } from "../table.tsx";
import { useLive } from "../use-live.ts";
import { Because, StoresFrame } from "./stores-frame.tsx";

/** What to order from whom and why; what is on its way; what came. */
export function OrdersPage({ view, mayOrder, mayReceive }: { view: OrdersView; mayOrder: boolean; mayReceive: boolean }) {
  const router = useRouter();
  useLive((seq) => {
    if (seq === "resync" || seq > view.seq) router.refresh();
  });
  return (
    <StoresFrame here="/stores/orders" title="Orders" aside={<a href="/api/stores/orders">All as CSV</a>}>
      <div className="grid gap-x-10 gap-y-6 xl:grid-cols-[3fr_2fr]">
        <section aria-label="To order">
          {view.suppliers.length === 0 && <p>Nothing is to be ordered in the next 14 days.</p>}
          {view.suppliers.map((supplier) => (
            <SupplierList key={supplier.id} supplier={supplier} mayOrder={mayOrder && supplier.id !== ""} done={() => router.refresh()} />
          ))}
        </section>
        <section aria-label="On their way">
          <h2>On their way</h2>
          {view.open.length === 0 && <p className="text-ink2">Nothing is on order.</p>}
          {view.open.map((order) => (
            <Open key={order.id} order={order} mayReceive={mayReceive} mayClose={mayOrder} done={() => router.refresh()} />
          ))}
          <details className="mt-4">
            <summary className="cursor-pointer py-1">What came before ({view.past.length})</summary>
            <ul className="text-sm">
              {view.past.map(({ id, dayWords, supplierName, lines, closed }) => (
                <li key={id} className="border-line border-b py-1">
                  {dayWords}, {supplierName}: {lines.map(({ name, orderedWords }) => `${name} ${orderedWords}`).join(", ")} ({closed})
                </li>
              ))}
            </ul>
          </details>
        </section>
      </div>
    </StoresFrame>
  );
}

function SupplierList({ supplier, mayOrder, done }: { supplier: OrdersView["suppliers"][number]; mayOrder: boolean; done: () => void }) {
  const [packs, setPacks] = useState<Record<string, string>>({});
  const [left, setLeft] = useState<Record<string, boolean>>({});
  const takes = (line: (typeof supplier.lines)[number]) => !(left[line.item] ?? !line.now);
  const many = (line: (typeof supplier.lines)[number]) => Number(packs[line.item] ?? line.packs);
  const chosen = supplier.lines.filter(takes);
  const sum = chosen.reduce((all, line) => all + many(line) * line.priceCents, 0);
  const place = async () => {
    const body = {
      event: "placed",
      supplier: supplier.id,
      lines: chosen.map((line) => ({
        item: line.item,
        packs: many(line),
        amount: many(line) * line.pack,
        priceCents: many(line) * line.priceCents,
      })),
    };
    if (await enter({ kind: "order", body }, `Order to ${supplier.name} is on record; send it by mail or telephone.`)) done();
  };
  return (
    <form
      className="mb-6"
      aria-label={supplier.name}
      onSubmit={(event) => {
        event.preventDefault();
        void place();
      }}
    >
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h2>{supplier.name}</h2>
        <span className="text-ink2 text-sm">takes {supplier.leadDays} days</span>
        {supplier.id && (
          <span className="flex gap-3 text-sm">
            <a href={`/api/stores/orders?supplier=${supplier.id}`}>CSV</a>
            <a href={`/order-lists/${supplier.id}`}>print</a>
            {supplier.mailText && (
              <a
                href={`mailto:${supplier.mail ?? ""}?subject=${encodeURIComponent("Order")}&body=${encodeURIComponent(supplier.mailText)}`}
              >
                mail
              </a>
            )}
            {supplier.mailText && (
              <button
                type="button"
                className="text-accent underline"
                onClick={() =>
                  void navigator.clipboard.writeText(supplier.mailText).then(
                    () => toast("The text is copied."),
                    () => toast.error("This browser gives no clipboard here; use the mail link."),
                  )
                }
              >
                copy the text
              </button>
            )}
          </span>
        )}
      </div>
      <table className="mt-1 w-full">
        <TableHead columns={[mayOrder ? "Take" : "", "Item", figures("Packs"), "of", figures("Price"), "Order"]} />
        <tbody>
          {supplier.lines.map((line) => (
            <tr key={line.item} className="border-line border-b align-baseline">
              <td className="py-1 pr-3">
                {mayOrder && (
                  <input
                    type="checkbox"
                    aria-label={`Take ${line.name} into the order`}
                    checked={takes(line)}
                    onChange={({ target }) => setLeft({ ...left, [line.item]: !target.checked })}
                    className="size-5"
                  />
                )}
              </td>
              <td className="pr-4">
                {line.name}
                <Because why={line.why} />
              </td>
              <td className="pr-2 text-right">
                {mayOrder ? (
                  <input
                    type="number"
                    aria-label={`Packs of ${line.name}`}
                    min={line.minPacks}
                    max={9999}
                    value={packs[line.item] ?? line.packs}
                    onChange={({ target }) => setPacks({ ...packs, [line.item]: target.value })}
                    className="field figure w-20 text-right"
                  />
                ) : (
                  <span className="figure">{line.packs}</span>
                )}
              </td>
              <td className="figure whitespace-nowrap pr-4">{line.packWords}</td>
              <td className="figure pr-4 text-right">{moneySaid(many(line) * line.priceCents)}</td>
              <td className={`whitespace-nowrap ${line.now ? "font-semibold" : "text-ink2"}`}>{line.dayWords}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {mayOrder && (
        <p className="flex items-center gap-4 py-2">
          <button type="submit" className="press press-main" disabled={chosen.length === 0}>
            Put {chosen.length} on order
          </button>
          <span className="figure">{moneySaid(sum)}</span>
        </p>
      )}
    </form>
  );
}

type Came = { amount: string; lot: string; expiry: string };

/** An order under way: what came is entered line by line, in part or whole. */
function Open({ order, mayReceive, mayClose, done }: { order: OpenOrder; mayReceive: boolean; mayClose: boolean; done: () => void }) {
  const [came, setCame] = useState<Record<string, Came>>({});
  const [delivery, setDelivery] = useState("");
  const [again, setAgain] = useState("");
  const [why, setWhy] = useState("");
  const of = (item: string): Came => came[item] ?? { amount: "", lot: "", expiry: "" };
  const set = (item: string, part: Partial<Came>) => setCame({ ...came, [item]: { ...of(item), ...part } });
  const lines = order.lines.filter(({ item }) => Number(of(item).amount) > 0);
  const receive = async (twice: boolean) => {
    try {
      const [answer] = await sendEntries([
        entryOf({
          kind: "stock",
          body: {
            event: "received",
            order: order.id,
            supplier: order.supplier,
            ...(delivery.trim() ? { delivery: delivery.trim() } : {}),
            ...(twice ? { again: true } : {}),
            lines: lines.map(({ item, unit }) => ({
              item,
              amount: Number(of(item).amount),
              unit,
              ...(of(item).lot.trim() ? { lot: of(item).lot.trim() } : {}),
              ...(of(item).expiry ? { expiry: of(item).expiry } : {}),
            })),
          },
        }),
      ]);
      toast(answer?.message ?? "It is on the shelf.", { duration: answer?.message ? 9000 : 4000 });
      setCame({});
      setDelivery("");
      setAgain("");
      done();
    } catch (error) {
      if (error instanceof Said && error.message.includes("second parcel")) setAgain(error.message);
      else sayFault(error);
    }
  };
  return (
    <details className="border-line border-b py-2">
      <summary className="cursor-pointer">
        <strong>{order.supplierName}</strong>, ordered {order.dayWords} by {order.person};{" "}
        <span className={order.late ? "font-semibold text-hold" : "text-ink2"}>
          {order.late ? "was expected " : "expected "}
          {order.expected}
        </span>
        :{" "}
        {order.lines
          .filter(({ rest }) => rest > 0)
          .map(({ name, restWords }) => `${name} ${restWords}`)
          .join(", ")}
      </summary>
      {mayReceive && (
        <form
          aria-label={`What came of the order to ${order.supplierName}`}
          className="mt-2 grid gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            void receive(false);
          }}
        >
          {order.lines.map((line) => (
            <fieldset key={line.item} className="flex flex-wrap items-end gap-2">
              <legend className="text-sm">
                {line.name}: {line.received > 0 ? `${line.restWords} of ${line.orderedWords} to come` : line.orderedWords}
              </legend>
              <Field label={<>came, {line.unit}</>}>
                <input
                  type="number"
                  min={0}
                  step="any"
                  value={of(line.item).amount}
                  placeholder={String(line.rest)}
                  onChange={({ target }) => set(line.item, { amount: target.value })}
                  className="field hand figure w-28"
                />
              </Field>
              {line.keeping === "lot" && (
                <>
                  <Field label="lot">
                    <input
                      value={of(line.item).lot}
                      maxLength={60}
                      required={Number(of(line.item).amount) > 0}
                      onChange={({ target }) => set(line.item, { lot: target.value })}
                      className="field hand w-32"
                    />
                  </Field>
                  <Field label="use by">
                    <input
                      type="date"
                      value={of(line.item).expiry}
                      onChange={({ target }) => set(line.item, { expiry: target.value })}
                      className="field hand"
                    />
                  </Field>
                </>
              )}
            </fieldset>
          ))}
          <label className="grid max-w-60 text-sm">
            Number of the delivery
            <input value={delivery} maxLength={100} onChange={({ target }) => setDelivery(target.value)} className="field hand" />
          </label>
          {again && (
            <div role="alert" className="grid gap-2 border-hold border-l-4 pl-3">
              <p>{again}</p>
              <button type="button" className="press hand justify-self-start" onClick={() => void receive(true)}>
                It is a second parcel
              </button>
            </div>
          )}
          <p className="flex flex-wrap gap-2">
            <button
              type="button"
              className="press hand"
              onClick={() =>
                setCame(Object.fromEntries(order.lines.map(({ item, rest }) => [item, { ...of(item), amount: rest ? String(rest) : "" }])))
              }
            >
              All of it came
            </button>
            <button type="submit" className="press press-main hand" disabled={lines.length === 0}>
              Put on the shelf
            </button>
          </p>
        </form>
      )}
      {mayClose && (
        <form
          className="mt-2 flex items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            void enter({ kind: "order", body: { event: "closed", of: order.id, reason: why.trim() } }, "No more is expected of it.").then(
              (sent) => sent && done(),
            );
          }}
        >
          <Field label="No more will come, because" className="grow text-sm">
            <input value={why} required maxLength={500} onChange={({ target }) => setWhy(target.value)} className="field" />
          </Field>
          <Submit>Close it</Submit>
        </form>
      )}
    </details>
  );
}
