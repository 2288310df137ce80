import { headers } from "next/headers";
import QRCode from "qrcode";
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
  const tags = await Promise.all(
    shop.machines.map(async ({ id, name, class: kind }) => {
      const tag = tagOf(shop, id);
      return {
        id,
        name,
        kind,
        tag,
        picture: await QRCode.toDataURL(`${address}/t/${tag}`, { margin: 1, width: 240, errorCorrectionLevel: "M" }),
      };
    }),
  );
  return (
    <main className="mx-auto max-w-5xl bg-white px-4 py-6 text-black print:p-0">
      <h1 className="print:hidden">Machine tags</h1>
      <p className="mb-4 print:hidden">Print this page, cut along the lines, stick one on each machine. They lead to {address}.</p>
      <ul className="grid grid-cols-2 gap-0 sm:grid-cols-3">
        {tags.map(({ id, name, kind, tag, picture }) => (
          <li key={id} className="flex break-inside-avoid items-center gap-3 border border-neutral-400 border-dashed p-3">
            <img src={picture} alt={`Code of ${name}`} width={112} height={112} />
            <div>
              <p className="font-bold text-2xl">{name}</p>
              <p>{kind.toUpperCase()}</p>
              <p className="figure !text-xl">{tag}</p>
            </div>
          </li>
        ))}
      </ul>
    </main>
  );
}
