import { DEFERENCE, HAZARDS, REFUSED } from "../../../core/safety/hazards.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "Safety" };

/** The cautions that go with routines, and what no step here ever asks for, with the reason. */
export default async function Page() {
  await pageActor();
  return (
    <main className="mx-auto max-w-4xl px-4 pb-10">
      <h1 className="py-3">Safety</h1>
      <p className="max-w-2xl text-lg">{DEFERENCE}</p>
      <p className="mt-2 max-w-2xl text-soft">
        This program shows cautions before the first step; it licenses nobody. Where a supplier's sheet says more or otherwise, the sheet
        rules.
      </p>
      <h2 className="mt-6">Cautions</h2>
      <dl className="mt-1 divide-y divide-hair border-hair border-y">
        {Object.values(HAZARDS).map(({ name, caution }) => (
          <div key={name} className="grid gap-x-6 py-2 sm:grid-cols-[16rem_1fr]">
            <dt className="font-semibold">{name}</dt>
            <dd>{caution}</dd>
          </div>
        ))}
      </dl>
      <h2 className="mt-6">What no step here asks for, and why</h2>
      {REFUSED.map(({ practice, why, instead }) => (
        <section key={practice} className="mt-3 border-stop border-l-4 pl-3">
          <h3 className="font-semibold">{practice}</h3>
          <p>{why}</p>
          <p>
            <strong>Instead:</strong> {instead}
          </p>
        </section>
      ))}
      <p className="mt-3 max-w-2xl text-soft">
        Shops that do either do so at their own risk. A routine of the house that asks for them is the house's own.
      </p>
    </main>
  );
}
