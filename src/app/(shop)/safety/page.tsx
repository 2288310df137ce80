import { DEFERENCE, HAZARDS, type Hazard, hazardView, REFUSED } from "../../../core/safety/hazards.ts";
import { statementWords } from "../../../core/safety/statements.ts";
import { mayDo } from "../../../core/safety/who-may.ts";
import { DataSheetsForm } from "../../../ui/shop/data-sheets-form.tsx";
import { database } from "../../../work/database.ts";
import { dataSheets } from "../../../work/shop/safety.ts";
import { loadShop } from "../../../work/shop/shop.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "Safety" };

/** The cautions that go with routines, and what no step here ever asks for, with the reason. */
export default async function Page() {
  const actor = await pageActor();
  const sheets = dataSheets(await loadShop(database(), actor.site));
  return (
    <main className="mx-auto max-w-4xl px-4 pb-10">
      <h1 className="py-3">Safety</h1>
      <p className="max-w-2xl text-lg">{DEFERENCE}</p>
      <p className="mt-2 max-w-2xl text-ink2">
        This program shows cautions before the first step; it licenses nobody. Where a supplier's sheet says more or otherwise, the sheet
        rules.
      </p>
      <h2 className="mt-6">Cautions</h2>
      <dl className="mt-1 divide-y divide-line border-line border-y">
        {(Object.keys(HAZARDS) as Hazard[]).map(hazardView).map(({ name, caution, statements }) => (
          <div key={name} className="grid gap-x-6 py-2 sm:grid-cols-[16rem_1fr]">
            <dt className="font-semibold">{name}</dt>
            <dd>
              {caution}
              {statements && (
                <span className="block text-sm text-ink2">Usually: {statementWords(statements)}. The supplier's sheet rules.</span>
              )}
            </dd>
          </div>
        ))}
      </dl>
      <h2 className="mt-6">Data sheets</h2>
      {mayDo(actor.role, "set-up") ? (
        <DataSheetsForm sheets={sheets} />
      ) : (
        <ul>
          {sheets.map(({ name, url }) => (
            <li key={url}>
              <a href={url}>{name}</a>
            </li>
          ))}
        </ul>
      )}
      {sheets.length === 0 && <p className="text-ink2">None is linked yet: a supervisor says here where the suppliers' sheets are.</p>}
      <h2 className="mt-6">What no step here asks for, and why</h2>
      {REFUSED.map(({ practice, why, instead }) => (
        <section key={practice} className="mt-3 border-hold border-l-4 pl-3">
          <h3 className="font-semibold">{practice}</h3>
          <p>{why}</p>
          <p>
            <strong>Instead:</strong> {instead}
          </p>
        </section>
      ))}
      <p className="mt-3 max-w-2xl text-ink2">
        Shops that do either do so at their own risk. A routine of the house that asks for them is the house's own.
      </p>
    </main>
  );
}
