import { headers } from "next/headers";
import QRCode from "qrcode";
import { PrintPage } from "../../ui/print/print-page.tsx";
import { printsWords as t } from "../../words/prints.ts";
import { breathe } from "../../work/breathe.ts";
import { database } from "../../work/database.ts";
import { loadShop } from "../../work/shop/shop.ts";
import { tagOf } from "../../work/shop/tags.ts";
import { pageActor } from "../page-actor.ts";

export const metadata = { title: "Machine tags" };

/** Labels to print, cut out and stick on: a code for the camera, the same in letters for the hand. */
export default async function TagsPage() {
  const actor = await pageActor();
  const shop = await loadShop(database(), actor.site);
  const asked = await headers();
  const address = new URL(process.env.ZESTY_URL || `http://${asked.get("host")}`).origin;
  const tags = [];
  for (const { id, name, class: kind } of shop.machines) {
    await breathe();
    const tag = tagOf(shop, id);
    const picture = await QRCode.toDataURL(`${address}/t/${tag}`, { margin: 1, width: 240, errorCorrectionLevel: "M" });
    tags.push({ id, name, kind, tag, picture });
  }
  return (
    <PrintPage tools={<span>{t("tags.how", { address })}</span>}>
      <h1 className="print:hidden">{t("tags.title")}</h1>
      <ul className="grid grid-cols-2 gap-0 sm:grid-cols-3">
        {tags.map(({ id, name, kind, tag, picture }) => (
          <li key={id} className="flex break-inside-avoid items-center gap-3 border border-neutral-400 border-dashed p-3">
            <img src={picture} alt={t("tag.code", { machine: name })} width={96} height={96} />
            <div className="min-w-0">
              <p className="font-bold text-2xl">{name}</p>
              <p>{kind.toUpperCase()}</p>
              <p className="figure !text-xl">{tag}</p>
            </div>
          </li>
        ))}
      </ul>
    </PrintPage>
  );
}
