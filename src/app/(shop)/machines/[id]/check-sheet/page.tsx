import { notFound } from "next/navigation";
import { usualPattern } from "../../../../../core/nozzles/usual-pattern.ts";
import { mayDo } from "../../../../../core/safety/who-may.ts";
import { Empty } from "../../../../../ui/kit/card.tsx";
import { PatternEditor } from "../../../../../ui/nozzles/pattern-editor.tsx";
import sheet from "../../../../../words/en/sheet.json";
import { Words } from "../../../../../words/words.tsx";
import { database } from "../../../../../work/database.ts";
import { patternOf } from "../../../../../work/shop/patterns.ts";
import { loadShop } from "../../../../../work/shop/shop.ts";
import { decoded } from "../../../../decoded.ts";
import { pageActor } from "../../../../page-actor.ts";

export const metadata = { title: "Check sheet" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const actor = await pageActor();
  const shop = await loadShop(database(), actor.site);
  const id = decoded((await params).id);
  const machine = shop.machines.find((each) => each.id === id);
  const usual = machine && usualPattern(machine);
  if (!machine) notFound();
  return (
    <div className="pt-4">
      {usual ? (
        <Words messages={{ sheet }}>
          <PatternEditor machine={id} name={machine.name} first={patternOf(shop, id)} usual={usual} maySave={mayDo(actor.role, "set-up")} />
        </Words>
      ) : (
        <Empty title={sheet.unknown.replace("{machine}", machine.name)} />
      )}
    </div>
  );
}
