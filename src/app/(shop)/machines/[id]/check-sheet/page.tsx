import { notFound } from "next/navigation";
import { usualPattern } from "../../../../../core/nozzles/usual-pattern.ts";
import { mayDo } from "../../../../../core/safety/who-may.ts";
import { PatternEditor } from "../../../../../ui/nozzles/pattern-editor.tsx";
import { database } from "../../../../../work/database.ts";
import { patternOf } from "../../../../../work/shop/patterns.ts";
import { loadShop } from "../../../../../work/shop/shop.ts";
import { pageActor } from "../../../../page-actor.ts";

export const metadata = { title: "Check sheet" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const actor = await pageActor();
  const shop = await loadShop(database(), actor.site);
  const id = decodeURIComponent((await params).id);
  const machine = shop.machines.find((each) => each.id === id);
  const usual = machine && usualPattern(machine);
  if (!machine) notFound();
  return (
    <div className="pt-4">
      {usual ? (
        <PatternEditor machine={id} name={machine.name} first={patternOf(shop, id)} usual={usual} maySave={mayDo(actor.role, "set-up")} />
      ) : (
        <p className="text-ink2">The channels of {machine.name} are not known here yet; a fleet file or table brings them in.</p>
      )}
    </div>
  );
}
