import { notFound } from "next/navigation";
import { sheetSvg } from "../../../core/nozzles/draw-sheet.ts";
import { PrintPage } from "../../../ui/print/print-page.tsx";
import { printsWords as t } from "../../../words/prints.ts";
import { database } from "../../../work/database.ts";
import { patternOf } from "../../../work/shop/patterns.ts";
import { loadShop } from "../../../work/shop/shop.ts";
import { decoded } from "../../decoded.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "Check sheet" };

/** A machine's check sheet to lay beside a printed one: to scale, black on white where the ink is light. */
export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const actor = await pageActor();
  const shop = await loadShop(database(), actor.site);
  const id = decoded((await params).id);
  const pattern = patternOf(shop, id);
  const machine = shop.machines.find((each) => each.id === id);
  if (!pattern || !machine) notFound();
  const { width, height } = pattern.sheet;
  const onPaper = {
    ...pattern,
    channels: pattern.channels.map((channel) => ({ ...channel, colour: channel.colour === null ? null : "#000000" })),
  };
  const image = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(sheetSvg(onPaper, { labels: true }))}`;
  return (
    <PrintPage tools={<span>{t("check.size", { width, height })}</span>}>
      <h1 className="!font-normal !text-base">
        {t("check.title", {
          name: pattern.name.startsWith(machine.name) ? pattern.name : `${machine.name}: ${pattern.name}`,
          width,
          height,
        })}
      </h1>
      <img
        src={image}
        alt={t("check.picture", { machine: machine.name })}
        style={{ width: `${width}mm`, height: `${height}mm`, maxWidth: "none" }}
      />
    </PrintPage>
  );
}
