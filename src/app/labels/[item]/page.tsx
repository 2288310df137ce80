import { headers } from "next/headers";
import { notFound } from "next/navigation";
import QRCode from "qrcode";
import { Refusal } from "../../../core/shop/refusal.ts";
import { PrintPage } from "../../../ui/print/print-page.tsx";
import { printsWords as t } from "../../../words/prints.ts";
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
  const date = view.date ?? t("label.noDate");
  return (
    <PrintPage tools={<a href={`/stores/items/${item}`}>{t("back")}</a>}>
      <h1 className="sr-only">{t("label.title")}</h1>
      <article className="w-[120mm] break-inside-avoid border-2 border-black">
        <header className="flex items-start justify-between gap-3 border-black border-b-2 px-3 py-2">
          <div>
            <p className="font-bold text-2xl leading-tight">{view.name}</p>
            <p className="figure !text-base">{view.lot ? t("label.lot", { lot: view.lot }) : t("label.noLot")}</p>
          </div>
          <img
            src={code}
            alt={view.lot ? t("label.code", { name: view.name, lot: view.lot }) : t("label.codePlain", { name: view.name })}
            width={96}
            height={96}
          />
        </header>
        <dl className="grid grid-cols-[auto_1fr] gap-x-3 px-3 py-2">
          {view.content && (
            <>
              <dt>{t("label.content")}</dt>
              <dd className="font-semibold">{view.content}</dd>
            </>
          )}
          <dt>{t(view.mixed ? "label.mixed" : "label.came")}</dt>
          <dd className="figure">{view.by ? t("label.by", { day: date, person: view.by }) : date}</dd>
          <dt className="font-semibold">{t("label.useBy")}</dt>
          <dd className="figure font-bold !text-lg">{view.useBy ?? t("label.noUseBy")}</dd>
        </dl>
        <div className="border-black border-t px-3 py-2">
          {view.hazards.length ? (
            <ul>
              {view.hazards.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          ) : (
            <p>{t("label.noHazard")}</p>
          )}
          <p className="mt-1 text-sm">{t("label.safety")}</p>
        </div>
      </article>
    </PrintPage>
  );
}
