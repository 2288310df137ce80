"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { DoorMachine, DoorView } from "../../work/standby/door.ts";
import { enter } from "../enter.ts";
import { say, trying } from "../say.ts";
import { entryOf, sendEntries } from "../send.ts";
import { figures, RowHead, TableHead } from "../table.tsx";
import { useLive } from "../use-live.ts";

/** The last look of whoever leaves: it goes quiet when every machine is left right. */
export function DoorPage({ view, mayRecord }: { view: DoorView; mayRecord: boolean }) {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  useLive((seq) => {
    if (seq === "resync" || seq > view.seq) router.refresh();
  });
  const onlyUnseen = ({ issues, power }: DoorMachine) => power.seen === null && issues.length === 1 && issues[0]?.kind === "powered";
  const wrong = view.machines.filter((machine) => machine.issues.length > 0 && !onlyUnseen(machine));
  const toSee = view.machines.filter(onlyUnseen);
  const right = view.machines.filter(({ issues }) => issues.length === 0);
  const unseen = view.machines.filter(({ asleep, power }) => !asleep && power.seen === null);
  const seenAll = async () => {
    setBusy(true);
    await trying(async () => {
      await sendEntries(unseen.map(({ id, power }) => entryOf({ kind: "door", machine: id, body: { power: power.expected } })));
      void say(`Power seen at ${unseen.length} machines.`);
      router.refresh();
    });
    setBusy(false);
  };
  return (
    <main className="mx-auto max-w-4xl px-4 py-5 text-lg">
      <header className="flex flex-wrap items-baseline gap-x-4 border-ink border-b-2 pb-2">
        <h1 className="!text-3xl">The door</h1>
        <span>{view.now}</span>
        <a href="/" className="ml-auto text-base">
          Board
        </a>
        <a href="/floor" className="text-base">
          Floor
        </a>
      </header>
      {view.quiet ? (
        <section aria-label="Quiet" className="border-ready border-l-8 py-10 pl-5">
          <p className="font-semibold text-4xl">Quiet.</p>
          <p className="mt-2 text-xl">Every machine is capped, powered and emptied right for the gap it stands in. Good night.</p>
        </section>
      ) : (
        <section aria-label="Not right yet" className="mt-3">
          <h2 className="!text-2xl">
            {wrong.length + toSee.length} of {view.machines.length} not right yet
          </h2>
          {mayRecord && unseen.length > 0 && (
            <div className="mt-2 border-line border-y py-2">
              <p>
                Power, seen on the way round:{" "}
                {(["on", "off"] as const)
                  .map((state) => [state, unseen.filter(({ power }) => power.expected === state)] as const)
                  .filter(([, list]) => list.length > 0)
                  .map(([state, list]) => `${state}: ${list.map(({ name }) => name).join(", ")}`)
                  .join("; ")}
                .
              </p>
              <button type="button" className="press press-main hand mt-2 w-full" disabled={busy} onClick={() => void seenAll()}>
                I saw it: all {unseen.length} as listed
              </button>
            </div>
          )}
          <ul className="mt-2">
            {wrong.map((machine) => (
              <li key={machine.id} className="border-line border-b py-3">
                <OneMachine machine={machine} nobody={view.nobody} mayRecord={mayRecord} done={() => router.refresh()} />
              </li>
            ))}
          </ul>
          {toSee.length > 0 && (
            <details className="border-line border-b py-2">
              <summary className="cursor-pointer py-2">
                Only their power was not looked at: {toSee.map(({ name }) => name).join(", ")}
              </summary>
              <ul>
                {toSee.map((machine) => (
                  <li key={machine.id} className="border-line border-t py-3">
                    <OneMachine machine={machine} nobody={view.nobody} mayRecord={mayRecord} done={() => router.refresh()} />
                  </li>
                ))}
              </ul>
            </details>
          )}
        </section>
      )}
      {right.length > 0 && !view.quiet && (
        <p className="mt-3 text-ink2">Left right: {right.map(({ name, asleep }) => `${name}${asleep ? " (asleep)" : ""}`).join(", ")}.</p>
      )}
      {view.next && <Promised next={view.next} />}
    </main>
  );
}

function OneMachine({ machine, nobody, mayRecord, done }: { machine: DoorMachine; nobody: boolean; mayRecord: boolean; done: () => void }) {
  const tell = async (body: Record<string, unknown>, words: string) => {
    if (await enter({ kind: "door", machine: machine.id, body }, words)) done();
  };
  const power = machine.issues.find(({ kind }) => kind === "powered");
  return (
    <article aria-label={machine.name}>
      <h3 className="flex flex-wrap items-baseline gap-x-3">
        <a href={`/floor#/machine/${machine.id}`} className="font-semibold text-xl">
          {machine.name}
        </a>
        <span className="text-base text-ink2">
          {machine.area}; stands {machine.gapWords}, until {machine.until}: {machine.regimeName}
        </span>
      </h3>
      <ul className="mt-1 list-disc pl-6">
        {machine.issues.map(({ kind, words }) => (
          <li key={kind}>
            {words.charAt(0).toUpperCase()}
            {words.slice(1)}.
          </li>
        ))}
      </ul>
      <p className="mt-1 text-base text-ink2">
        {nobody
          ? "Nobody is on shift now."
          : machine.who.length
            ? `Can do it now: ${machine.who.join(", ")}.`
            : "Nobody on shift has the skill: ask a supervisor."}
      </p>
      {mayRecord && (
        <p className="mt-2 flex flex-wrap gap-2">
          {machine.canCap && (
            <>
              <button
                type="button"
                className="press hand"
                onClick={() => void tell({ capped: "concentrate" }, `${machine.name} is capped with the concentrate.`)}
              >
                Capped with the concentrate
              </button>
              <button
                type="button"
                className="press hand"
                onClick={() => void tell({ capped: "water" }, `${machine.name} is capped on water.`)}
              >
                Capped on water
              </button>
            </>
          )}
          {power && (
            <button
              type="button"
              className="press hand"
              onClick={() => void tell({ power: machine.power.expected }, `${machine.name} is ${machine.power.expected}.`)}
            >
              It is {machine.power.expected}
            </button>
          )}
          {power && machine.power.seen === null && (
            <button
              type="button"
              className="press hand"
              onClick={() =>
                void tell({ power: machine.power.expected === "on" ? "off" : "on" }, `${machine.name} is not as it should be.`)
              }
            >
              It is {machine.power.expected === "on" ? "off" : "on"}
            </button>
          )}
        </p>
      )}
    </article>
  );
}

function Promised({ next }: { next: NonNullable<DoorView["next"]> }) {
  return (
    <section aria-label="What it promises" className="mt-8">
      <h2 className="!text-2xl">What it promises {next.dayWords}</h2>
      {next.earlier.length > 0 && (
        <ul className="my-2 border-care border-l-4 pl-3">
          {next.earlier.map(({ person, minutes, why }) => (
            <li key={person}>
              <strong>{person}</strong> should come {minutes} min earlier: {why}.
            </li>
          ))}
        </ul>
      )}
      <div className="overflow-x-auto">
        <table className="mt-1 w-full">
          <TableHead columns={["Machine", figures("prints by"), figures("chance"), figures("after a recovery by"), figures("chance")]} />
          <tbody>
            {next.machines.map((each) => (
              <tr key={each.id} className="border-line border-b" title={each.words}>
                <RowHead className="font-normal">{each.name}</RowHead>
                <td className="figure text-right">{each.by}</td>
                <td className="figure text-right">{each.chance} %</td>
                <td className="figure text-right">{each.lateBy}</td>
                <td className="figure text-right">{each.lateChance} %</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {next.later.length > 0 && <p className="mt-2 text-base text-ink2">{next.later.join("; ")}.</p>}
    </section>
  );
}
