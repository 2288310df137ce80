"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { moneySaid } from "../../core/calendar/said.ts";
import { amountWords } from "../../core/stores/amount-words.ts";
import { STATEMENTS } from "../../core/stores/fluids.ts";
import type { Supplier } from "../../core/stores/item.ts";
import type { ItemView } from "../../work/stores/shelf.ts";
import { figures, TableHead } from "../table.tsx";
import { useLive } from "../use-live.ts";
import { ItemForm } from "./item-form.tsx";
import { MovementForm } from "./movement-form.tsx";
import { Because, StoresFrame } from "./stores-frame.tsx";

type Props = { view: ItemView; mayRecord: boolean; maySetUp: boolean; machines: { id: string; name: string }[]; suppliers: Supplier[] };

/** One item: lots, why it is ordered when, what moved. */
export function ItemPage({ view, mayRecord, maySetUp, machines, suppliers }: Props) {
  const router = useRouter();
  const { item } = view;
  useLive((seq) => {
    if (seq === "resync" || seq > view.seq) router.refresh();
  });
  const fluid = item.fluid;
  return (
    <StoresFrame
      here="/stores"
      title={item.name}
      aside={
        <span className="text-ink2">
          <strong className="text-ink">{item.keeping === "two-boxes" ? "two boxes" : view.amount}</strong>
          {view.supplier && `, from ${view.supplier}`}, {item.place}; a pack is {amountWords(item.pack, item.unit)} for{" "}
          {moneySaid(item.priceCents)}
        </span>
      }
    >
      <div className="grid gap-x-10 gap-y-5 lg:grid-cols-2">
        <section aria-label="Lots">
          <h2>{item.keeping === "lot" ? "Lots, the first to leave first" : "There"}</h2>
          {view.lots.length === 0 ? (
            <p className="text-ink2">Nothing is there.</p>
          ) : (
            <table className="mt-1 w-full">
              <TableHead columns={["Lot", figures("There"), "Use by", "Place", "Label and trace"]} />
              <tbody>
                {view.lots.map((lot) => (
                  <tr key={`${lot.lot}/${lot.place}`} className="border-line border-b align-baseline">
                    <td className="figure py-1 pr-4">{lot.lot || "–"}</td>
                    <td className="figure pr-4 text-right">{lot.words}</td>
                    <td className={`pr-4 ${lot.expired ? "font-semibold text-hold" : ""}`} title={lot.why}>
                      {lot.useBy ?? "–"}
                      {lot.expired && ", past its day"}
                    </td>
                    <td className="pr-4 text-ink2">{lot.place || item.place}</td>
                    <td className="text-sm">
                      <a href={`/labels/${item.id}?lot=${encodeURIComponent(lot.lot)}`}>label</a>
                      {item.group === "ink" && lot.lot && (
                        <>
                          {" · "}
                          <Link href={`/stores/trace?item=${item.id}&lot=${encodeURIComponent(lot.lot)}`} prefetch={false}>
                            trace
                          </Link>
                        </>
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          {view.why.length > 0 && (
            <div className="mt-3">
              <h2>When to order</h2>
              <ul className="max-w-prose list-disc pl-5">
                {view.why.map((each) => (
                  <li key={each}>{each}</li>
                ))}
              </ul>
            </div>
          )}
          {view.planned.length > 0 && (
            <div className="mt-2">
              <Because
                label="Which work uses it"
                why={view.planned.map(({ routine, machine, times, words }) => `${routine} at ${machine}, ${times} times: ${words}`)}
              />
            </div>
          )}
          {fluid && (
            <p className="mt-3 border-care border-l-4 pl-3">
              {fluid.statements?.length
                ? fluid.statements.map((id) => `${id} ${STATEMENTS[id]}`).join(". ")
                : "No hazard statement is kept for it"}
              . {item.sheet ? <a href={item.sheet}>The supplier's data sheet</a> : "The supplier's data sheet"} and local rules decide
              {fluid.source && `; these values: ${fluid.source}`}.
            </p>
          )}
        </section>
        <section aria-label="Movements">
          {mayRecord && item.keeping !== "listed" && (
            <>
              <h2 className="mb-1">Enter a movement</h2>
              <MovementForm item={item} lots={view.lots} machines={machines} done={() => router.refresh()} />
            </>
          )}
          <h2 className="mt-5">What moved</h2>
          {view.moves.length === 0 && <p className="text-ink2">Nothing yet.</p>}
          <table className="mt-1 w-full text-sm">
            <tbody>
              {view.moves.map((move) => (
                <tr key={`${move.id}/${move.line}`} className="border-line border-b align-baseline">
                  <td className="figure whitespace-nowrap py-1 pr-3">
                    <Link href={`/logbook/${move.id}`} prefetch={false}>
                      {move.when}
                    </Link>
                  </td>
                  <td className="pr-3">{move.event}</td>
                  <td className="figure whitespace-nowrap pr-3 text-right">{move.words}</td>
                  <td className="figure pr-3">{move.lot}</td>
                  <td className="pr-3">{move.machine}</td>
                  <td className="text-ink2">{move.person}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {view.more && (
            <Link href={`/stores/items/${item.id}?before=${encodeURIComponent(view.more)}`} className="press mt-2" prefetch={false}>
              Older
            </Link>
          )}
        </section>
      </div>
      {maySetUp && (
        <details className="mt-6 border-line border-t pt-2">
          <summary className="cursor-pointer py-1">How it is kept and bought</summary>
          <ItemForm item={item} suppliers={suppliers} />
        </details>
      )}
    </StoresFrame>
  );
}
