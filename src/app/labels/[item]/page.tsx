import { headers } from "next/headers";
import { notFound } from "next/navigation";
import QRCode from "qrcode";
import { Refusal } from "../../../core/shop/refusal.ts";
import { PrintNow } from "../../../ui/paper/print-now.tsx";
import { database } from "../../../work/database.ts";
import { labelView } from "../../../work/stores/label.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "Label" };

type Asked = { params: Promise<{ item: string }>; searchParams: Promise<{ lot?: string | string[] }> };

/** A label for a bottle or a box: what is in it, since when, until when, what it can do to somebody, and its code. */
export default async function Label({ params, searchParams }: Asked) {
  const actor = await pageActor();
  const { item } = await params;
  const { lot } = await searchParams;
  const view = await labelView(database(), actor, item, typeof lot === "string" ? lot : "").catch((error) => {
    if (error instanceof Refusal) notFound();
    throw error;
  });
  const address = new URL(process.env.ZESTY_URL || `http://${(await headers()).get("host")}`).origin;
  const code = await QRCode.toDataURL(`${address}/stores/items/${item}?lot=${encodeURIComponent(view.lot)}`, {
    margin: 1,
    width: 320,
    errorCorrectionLevel: "M",
  });
  return (
    <main className="mx-auto max-w-3xl bg-white px-4 py-6 text-black print:p-0">
      <div className="mb-4 flex items-center gap-4 print:hidden">
        <h1>Label</h1>
        <PrintNow />
      </div>
      <article className="w-[120mm] break-inside-avoid border-2 border-black">
        <header className="flex items-start justify-between gap-3 border-black border-b-2 px-3 py-2">
          <div>
            <p className="font-bold text-2xl leading-tight">{view.name}</p>
            <p className="figure !text-base">{view.lot ? `Lot ${view.lot}` : "kept without lots"}</p>
          </div>
          <img src={code} alt={`Code of ${view.name}${view.lot ? `, lot ${view.lot}` : ""}`} width={96} height={96} />
        </header>
        <dl className="grid grid-cols-[auto_1fr] gap-x-3 px-3 py-2">
          {view.content && (
            <>
              <dt>Content</dt>
              <dd className="font-semibold">{view.content}</dd>
            </>
          )}
          <dt>{view.mixed ? "Mixed" : "Came"}</dt>
          <dd className="figure">
            {view.date ?? "not on record"}
            {view.by && `, by ${view.by}`}
          </dd>
          <dt className="font-semibold">Use by</dt>
          <dd className="figure font-bold !text-lg">{view.useBy ?? "no date"}</dd>
        </dl>
        <div className="border-black border-t px-3 py-2">
          {view.hazards.length ? (
            <ul>
              {view.hazards.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          ) : (
            <p>No hazard statement is kept for what is in it.</p>
          )}
          <p className="mt-1 text-sm">
            The supplier's data sheet rules. Not to be mixed with fluids of other families. Waste by local rules, never down the drain
            unless they allow it.
          </p>
        </div>
      </article>
    </main>
  );
}
