"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import type { FormEvent } from "react";
import type { ContainerView, VesselRow, WasteView } from "../../work/stores/waste.ts";
import { enter } from "../enter.ts";
import { Field, Submit } from "../field.tsx";
import { Vessel } from "../kit/vessel.tsx";
import { useLive } from "../use-live.ts";
import { Because, StoresFrame } from "./stores-frame.tsx";
import { VesselLook } from "./vessel-look.tsx";

/** Waste: at the machines, in the house, out of it. */
export function WastePage({ view, mayRecord }: { view: WasteView; mayRecord: boolean }) {
  const router = useRouter();
  useLive((seq) => {
    if (seq === "resync" || seq > view.seq) router.refresh();
  });
  const pressing = [...view.vessels].sort((a, b) => (a.days.earliest ?? 999) - (b.days.earliest ?? 999));
  const containers = view.containers.map(({ id, name }) => ({ id, name }));
  return (
    <StoresFrame here="/stores/waste" title="Waste" aside={<a href={`/waste-report/${view.year}`}>What left the house in {view.year}</a>}>
      <section aria-label="At the machines">
        <h2>At the machines, the fullest first</h2>
        <ul className="mt-2 grid gap-x-6 gap-y-4 sm:grid-cols-2 xl:grid-cols-3">
          {pressing.map((each) => (
            <li key={each.machine} className="border-line border-t pt-2">
              <OneVessel view={each} containers={containers} mayRecord={mayRecord} done={() => router.refresh()} />
            </li>
          ))}
        </ul>
        {pressing.length === 0 && <p className="text-ink2">No machine has a waste vessel on its list.</p>}
      </section>
      <section aria-label="In the house" className="mt-8">
        <h2>Containers of the house</h2>
        <ul className="mt-2 grid gap-6 sm:grid-cols-2 xl:grid-cols-3">
          {view.containers.map((each) => (
            <li key={each.id} className="border-line border-t pt-2">
              <OneContainer view={each} mayRecord={mayRecord} done={() => router.refresh()} />
            </li>
          ))}
        </ul>
        {view.containers.length === 0 && <p className="text-ink2">None is set up: a supervisor adds them below the shelf's settings.</p>}
      </section>
    </StoresFrame>
  );
}

function OneVessel({
  view,
  containers,
  mayRecord,
  done,
}: {
  view: VesselRow;
  containers: { id: string; name: string }[];
  mayRecord: boolean;
  done: () => void;
}) {
  const say = async (body: Record<string, unknown>, words: string) => {
    const kept = await enter({ kind: "vessel", machine: view.machine, body }, words);
    if (kept) done();
    return kept;
  };
  return (
    <article aria-label={view.name}>
      <h3 className="flex flex-wrap items-baseline gap-x-2">
        <Link href={`/machines/${view.machine}`} className="font-semibold">
          {view.name}
        </Link>
        <span className="text-ink2 text-sm">
          {view.kind}, {view.area}; {view.measured ? `last seen ${view.measured}` : "not looked at of late"}
        </span>
      </h3>
      {view.holdsBack.map(({ routine, name, why }) => (
        <p key={routine} className="my-1 border-hold border-l-4 pl-2">
          <strong>Empty first</strong>, before {name}: {why}.
        </p>
      ))}
      <div className="mt-2">
        {mayRecord ? <VesselLook view={view} name={view.name} containers={containers} say={say} /> : <Vessel {...view} name={view.name} />}
      </div>
      {view.proofs.map(({ run, words }) => (
        <button
          key={run}
          type="button"
          className="press mt-1"
          onClick={() => void say({ vessel: view.vessel, event: "reset", proof: run }, `${view.name}: the counter is reset.`)}
        >
          Counter reset ({words})
        </button>
      ))}
      <Because why={view.why} label="How this is reckoned" />
    </article>
  );
}

function OneContainer({ view, mayRecord, done }: { view: ContainerView; mayRecord: boolean; done: () => void }) {
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const said = new FormData(form);
    const body = {
      container: view.id,
      ml: Number(said.get("litres")) * 1000,
      taker: String(said.get("taker")).trim(),
      papers: String(said.get("papers")).trim(),
    };
    if (await enter({ kind: "waste-out", body }, `${view.name} left the house.`)) {
      form.reset();
      done();
    }
  };
  return (
    <article aria-label={view.name} className="flex gap-4">
      <Vessel name={view.name} volumeMl={view.volumeMl} limitMl={view.volumeMl * 0.95} ml={view.ml} lowMl={view.ml} highMl={view.ml} />
      <div className="grid content-start gap-1">
        <h3 className="font-semibold">{view.name}</h3>
        <p className="text-ink2 text-sm">{view.kind}</p>
        <p>
          {view.words}, {view.percent} % full{view.since && `, since ${view.since}`}
        </p>
        {mayRecord && (
          <details>
            <summary className="cursor-pointer py-1 text-accent underline">It was picked up</summary>
            <form onSubmit={submit} className="grid grid-cols-2 gap-2">
              <Field label="Litres">
                <input
                  name="litres"
                  type="number"
                  required
                  min={0.1}
                  step={0.1}
                  max={view.volumeMl / 1000}
                  defaultValue={(view.ml / 1000).toFixed(1)}
                  className="field figure"
                />
              </Field>
              <Field label="Taken by">
                <input name="taker" required maxLength={200} className="field" />
              </Field>
              <Field label="Number of the papers">
                <input name="papers" required maxLength={200} className="field" />
              </Field>
              <Submit className="self-end">Enter</Submit>
            </form>
          </details>
        )}
      </div>
    </article>
  );
}
