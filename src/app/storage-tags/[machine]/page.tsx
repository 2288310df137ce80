import { headers } from "next/headers";
import { notFound } from "next/navigation";
import QRCode from "qrcode";
import { Refusal } from "../../../core/shop/refusal.ts";
import { PrintPage } from "../../../ui/print/print-page.tsx";
import { printsWords as t } from "../../../words/prints.ts";
import { database } from "../../../work/database.ts";
import { storageTag } from "../../../work/standby/tag.ts";
import { decoded } from "../../decoded.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "Storage tag" };

/** What hangs on a sleeping machine, and the label of each head's box. */
export default async function StorageTag({ params }: { params: Promise<{ machine: string }> }) {
  const actor = await pageActor();
  const { machine } = await params;
  const view = await storageTag(database(), actor, decoded(machine)).catch((error) => {
    if (error instanceof Refusal) notFound();
    throw error;
  });
  const address = new URL(process.env.ZESTY_URL || `http://${(await headers()).get("host")}`).origin;
  const code = await QRCode.toDataURL(`${address}/t/${view.tag}`, { margin: 1, width: 320, errorCorrectionLevel: "M" });
  return (
    <PrintPage tools={!view.asleep && <span>{t("tag.notAsleep", { machine: view.name })}</span>}>
      <h1 className="sr-only">{t("tag.title")}</h1>
      <article className="w-[140mm] break-inside-avoid border-2 border-black">
        <header className="flex items-start justify-between gap-3 border-black border-b-2 px-3 py-2">
          <div>
            <p className="font-bold text-3xl leading-tight">{view.name}</p>
            <p className="font-bold text-xl">{t("tag.warning")}</p>
          </div>
          <img src={code} alt={t("tag.code", { machine: view.name })} width={104} height={104} />
        </header>
        <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1 px-3 py-2 text-lg">
          {view.lines.map(({ name, words }) => (
            <div key={name} className="contents">
              <dt>{name}</dt>
              <dd className="min-h-7 border-neutral-400 border-b font-semibold">{words}</dd>
            </div>
          ))}
        </dl>
        <p className="border-black border-t px-3 py-2 text-sm">{t("tag.wake")}</p>
      </article>
      {view.heads.map((head) => (
        <article key={head.id} className="mt-6 w-[100mm] break-inside-avoid border-2 border-black px-3 py-2">
          <p className="font-bold text-xl">{t("tag.head", { head: head.id, machine: view.name })}</p>
          <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
            {head.lines.map(({ name, words }) => (
              <div key={name} className="contents">
                <dt>{name}</dt>
                <dd className="min-h-6 border-neutral-400 border-b font-semibold">{words}</dd>
              </div>
            ))}
          </dl>
          <p className="mt-1 text-sm">{t("tag.box")}</p>
        </article>
      ))}
    </PrintPage>
  );
}
