"use client";
import { useRouter } from "next/navigation";
import { type FormEvent, useState } from "react";
import type { StandbyView } from "../../work/standby/machine.ts";
import { enter } from "../enter.ts";
import { Field, Submit } from "../field.tsx";
import { AliveOrAsleepView } from "./alive-or-asleep.tsx";
import { FlushTable } from "./flush-table.tsx";
import { PlumbingForm } from "./plumbing-form.tsx";
import { RegimeTable } from "./regime-table.tsx";

/** One machine and one gap: what is done before, meanwhile and after, what it needs, costs and risks. */
export function MachinePage({ view, mayRecord, maySetUp }: { view: StandbyView; mayRecord: boolean; maySetUp: boolean }) {
  const chosen = view.options.find(({ regime }) => regime === view.chosen);
  const asleep = view.chosen === "alive" ? view.options.find(({ advised }) => advised) : chosen;
  if (!chosen) return null;
  return (
    <div className="pt-3">
      {view.asleep && (
        <p className="mb-3 border-ink border-l-4 pl-2">
          <strong>Asleep.</strong> {view.asleep.charAt(0).toUpperCase() + view.asleep.slice(1)}. Not to be switched on or off.
        </p>
      )}
      <GapForm view={view} />
      <section aria-label="Advice" className="mt-5">
        <h2>
          Advised: {view.options.find(({ advised }) => advised)?.name}
          {view.beyond && ", beyond the house's bounds"}
        </h2>
        <ol className="mt-1 max-w-prose list-decimal pl-6">
          {view.steps.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
      </section>
      <RegimeTable view={view} />
      <section aria-label="Chosen regime" className="mt-8">
        <h2>
          With “{chosen.name}”{chosen.advised ? "" : ", chosen by hand"}
        </h2>
        <p className="max-w-prose">{chosen.words.slice(chosen.words.indexOf(":") + 2)}.</p>
        {chosen.needs.length > 0 && (
          <ul className="mt-1 list-disc pl-6">
            {chosen.needs.map((need) => (
              <li key={need.name}>
                {need.words}: {need.heldWords}
                {need.short && need.orderBy && <strong>; order by {need.orderBy}</strong>}
              </li>
            ))}
          </ul>
        )}
        {view.rough.length > 0 && (chosen.inkLostMl > 0 || view.flush) && (
          <p className="mt-1 max-w-prose border-care border-l-4 pl-2">
            <strong>Rough.</strong> Not known for {view.name}, its class's default is taken: {view.rough.join("; ")}.
            {maySetUp ? " Put down what you know below." : ""}
          </p>
        )}
      </section>
      {view.flush && <FlushTable flush={view.flush} />}
      <AliveOrAsleepView
        cost={view.cost}
        hours={view.gap.hours}
        asleepName={asleep?.name ?? chosen.name}
        asleepRisk={(asleep ?? chosen).risk}
        aliveRisk={view.aliveRisk}
      />
      {view.back && (
        <section aria-label="The way back" className="mt-8">
          <h2>The way back, from the first print</h2>
          <p className="max-w-prose text-ink2">
            Begun by {view.back.startWords}. Spare {view.back.spareHours} h: {view.back.why}. Its last check:{" "}
            {view.pinned ?? "none on record"}; it is pinned when it goes to sleep.
          </p>
          <p className="mt-1 max-w-prose">
            There that day, with the skill: {view.back.people.join(", ") || "nobody yet: change the roster, or wake it on another day"}.
          </p>
          {view.back.ink.length > 0 && (
            <ul className="mt-1 list-disc pl-6">
              {view.back.ink.map(({ words, short }) => (
                <li key={words} className={short ? "font-semibold" : ""}>
                  {words}
                </li>
              ))}
            </ul>
          )}
          <ol className="mt-1">
            {view.back.steps.map((step) => (
              <li key={step.what} className="grid grid-cols-[11rem_4rem_1fr] gap-2 border-line border-t py-1 max-sm:grid-cols-1">
                <span>{step.when}</span>
                <span className="figure text-right max-sm:text-left">{Math.round(step.minutes)} min</span>
                <span>
                  {step.what} <span className="text-ink2 text-sm">{step.why}</span>
                </span>
              </li>
            ))}
          </ol>
        </section>
      )}
      {mayRecord && <PutToSleep view={view} />}
      {maySetUp && <PlumbingForm view={view} />}
    </div>
  );
}

function GapForm({ view }: { view: StandbyView }) {
  const router = useRouter();
  const [unknown, setUnknown] = useState(view.gap.to === null);
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const said = new FormData(event.currentTarget);
    const ask = new URLSearchParams({ from: String(said.get("from")), to: unknown ? "unknown" : String(said.get("to")) });
    router.push(`/machines/${view.id}/idle?${ask}`);
  };
  return (
    <form onSubmit={submit} className="flex flex-wrap items-end gap-3" aria-label="Gap">
      <Field label="Parked">
        <input name="from" type="datetime-local" required defaultValue={view.gap.from} className="field" />
      </Field>
      <Field label="First care">
        <input name="to" type="datetime-local" required={!unknown} disabled={unknown} defaultValue={view.gap.to ?? ""} className="field" />
      </Field>
      <label className="flex min-h-9 items-center gap-2">
        <input type="checkbox" checked={unknown} onChange={(event) => setUnknown(event.target.checked)} /> nobody knows
      </label>
      <Submit>Plan this gap</Submit>
      <span className="pb-1.5 text-ink2">
        {view.gap.fromWords} to {view.gap.toWords ?? "an unknown day"}: {view.gap.words}
      </span>
    </form>
  );
}

/** Regimes without a routine of their own are said by hand; the others by the routine that ends in them. */
function PutToSleep({ view }: { view: StandbyView }) {
  const router = useRouter();
  const chosen = view.options.find(({ regime }) => regime === view.chosen);
  const byHand = ["powered", "wet", "solution"].includes(view.chosen);
  const say = async (body: Record<string, unknown>, words: string) => {
    if (await enter({ kind: "sleep", machine: view.id, body }, words)) router.refresh();
  };
  return (
    <section aria-label="To sleep and back" className="mt-8">
      <h2>To sleep and back</h2>
      {view.stored ? (
        <p className="mt-1 flex flex-wrap items-center gap-3">
          <span>It is woken by R55, step by step, on the floor.</span>
          <a className="press" href="/floor">
            To the floor
          </a>
          <button type="button" className="press" onClick={() => void say({ event: "up" }, `${view.name} is awake.`)}>
            It is awake already
          </button>
        </p>
      ) : byHand && chosen ? (
        <p className="mt-1 flex flex-wrap items-center gap-3">
          <button
            type="button"
            className="press press-main"
            onClick={() =>
              void say(
                { event: "down", regime: view.chosen, ...(view.gap.to ? { until: view.gap.to.slice(0, 10) } : {}) },
                `${view.name} is asleep: ${chosen.name}.`,
              )
            }
          >
            It stands now: {chosen.name}
          </button>
          <span className="text-ink2">
            Its due work is silent from then on{view.chosen === "solution" ? ", but for the looks at its cap" : ""}.
          </span>
        </p>
      ) : view.chosen === "night" || view.chosen === "alive" ? (
        <p className="text-ink2">A night, or a machine that is kept alive, is not asleep: its work goes on.</p>
      ) : (
        <p className="mt-1 flex flex-wrap items-center gap-3">
          <span>
            It falls asleep at the end of {chosen?.words.slice(chosen.words.indexOf("before, ") + 8, chosen.words.indexOf("; meanwhile"))},
            step by step, on the floor.
          </span>
          <a className="press" href="/floor">
            To the floor
          </a>
        </p>
      )}
    </section>
  );
}
