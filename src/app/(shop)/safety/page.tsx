import { DEFERENCE, HAZARDS, type Hazard, hazardView, REFUSED } from "../../../core/safety/hazards.ts";
import { statementWords } from "../../../core/safety/statements.ts";
import { mayDo } from "../../../core/safety/who-may.ts";
import { Room } from "../../../ui/kit/room.tsx";
import { DataSheets } from "../../../ui/shop/safety.tsx";
import { ShopRoom } from "../../../ui/shop/shop-room.tsx";
import shop from "../../../words/en/shop.json";
import { database } from "../../../work/database.ts";
import { dataSheets } from "../../../work/shop/safety.ts";
import { loadShop } from "../../../work/shop/shop.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "Safety" };

/** The cautions that go with routines, and what no step here ever asks for, with the reason. */
export default async function Page() {
  const actor = await pageActor();
  const words = shop.safety;
  const maySetUp = mayDo(actor.role, "set-up");
  const content = (
    <div className="grid max-w-4xl gap-6">
      <p className="text-ink2">{words.about}</p>
      <section aria-label={words.cautions}>
        <h2 className="!text-base border-ink border-b-[1.5px] pb-1 font-bold">{words.cautions}</h2>
        <dl className="divide-y divide-line border-line border-b">
          {(Object.keys(HAZARDS) as Hazard[]).map(hazardView).map(({ name, caution, statements }) => (
            <div key={name} className="grid gap-x-6 py-2 sm:grid-cols-[16rem_1fr]">
              <dt className="font-semibold">{name}</dt>
              <dd>
                {caution}
                {statements && (
                  <span className="block text-ink2 text-sm">{words.usually.replace("{words}", statementWords(statements))}</span>
                )}
              </dd>
            </div>
          ))}
        </dl>
      </section>
      <DataSheets sheets={dataSheets(await loadShop(database(), actor.site))} maySetUp={maySetUp} />
      <section aria-label={words.refused}>
        <h2 className="!text-base border-ink border-b-[1.5px] pb-1 font-bold">{words.refused}</h2>
        {REFUSED.map(({ practice, why, instead }) => (
          <div key={practice} className="mt-3 border-hold border-l-4 pl-3">
            <h3 className="font-semibold">{practice}</h3>
            <p>{why}</p>
            <p>
              <strong>{words.instead}</strong> {instead}
            </p>
          </div>
        ))}
        <p className="mt-3 text-ink2">{words.ownRisk}</p>
      </section>
    </div>
  );
  // Whoever may not set up has no business in the other sections.
  return maySetUp ? (
    <ShopRoom here="safety" title={words.answer} more={DEFERENCE}>
      {content}
    </ShopRoom>
  ) : (
    <Room title={words.answer} more={DEFERENCE}>
      {content}
    </Room>
  );
}
