"use client";
import Link from "next/link";
import { useEffect, useState } from "react";
import type { SeasonRowView, SeasonView } from "../../work/standby/season.ts";
import type { SeasonReturn } from "../../work/standby/season-lives.ts";
import type { SeasonChoice } from "../../work/standby/season-machine.ts";
import type { SeasonTaskView } from "../../work/standby/season-place.ts";
import { Options } from "../field.tsx";
import { say, trying } from "../say.ts";
import { ask } from "../send.ts";
import { Because } from "../stores/stores-frame.tsx";
import { figures, RowHead, TableHead } from "../table.tsx";
import { money, StandbyFrame } from "./standby-frame.tsx";

/** The closed season: every machine's regime, days and people in one plan, changed by hand with what follows. */
export function SeasonPage({
  first,
  lives,
  returns,
  mayPlan,
}: {
  first: SeasonView;
  lives: string[];
  returns: SeasonReturn[];
  mayPlan: boolean;
}) {
  const [view, setView] = useState(first);
  const [choices, setChoices] = useState<SeasonChoice[] | null>(null);
  const [busy, setBusy] = useState(false);
  const draftKey = `zesty-season-${first.from}`;
  const reckon = async (next: SeasonChoice[], accept = false) => {
    setBusy(true);
    await trying(async () => {
      const answer = await ask<SeasonView>("/api/standby/season", {
        body: { from: first.from, choices: next, ...(accept ? { accept } : {}) },
      });
      setView(answer);
      setChoices(accept ? null : next);
      if (accept) localStorage.removeItem(draftKey);
      else localStorage.setItem(draftKey, JSON.stringify(next));
      if (accept) void say("The plan is in force: on the calendar feed, in the order list, for the wall.");
    });
    setBusy(false);
  };
  // A draft is taken up once, when the page opens.
  useEffect(() => {
    const kept = localStorage.getItem(draftKey);
    if (!kept || !mayPlan) return;
    try {
      void reckon(JSON.parse(kept) as SeasonChoice[]);
    } catch {
      // A draft that can't be read is none; the server holds what can be read against its schema.
      localStorage.removeItem(draftKey);
    }
  }, []);
  const own = (): SeasonChoice[] =>
    choices ??
    view.rows.map(({ machine, regime, stopsOn, wakesOn, person, why }) => ({
      machine,
      regime,
      stopsOn,
      wakesOn,
      ...(person ? { person } : {}),
      ...(why ? { why } : {}),
    }));
  const change = (machine: string, more: Partial<SeasonChoice>) => {
    const next = own();
    const at = next.findIndex((each) => each.machine === machine);
    const { person, ...rest } = { ...(next[at] ?? { machine }), ...more };
    const choice = person ? { ...rest, person } : rest;
    void reckon(at < 0 ? [...next, choice] : next.map((each, place) => (place === at ? choice : each)));
  };
  return (
    <StandbyFrame
      title={view.name}
      aside={
        <>
          <span>
            {view.words}, <span className="figure">{view.days}</span> {view.days === 1 ? "day" : "days"}
          </span>
          <a href={`/closure-sheets/${view.from}`}>For the wall</a>
        </>
      }
    >
      <p className="max-w-prose">
        {view.startsIn > 0 ? `It begins in ${view.startsIn} days. ` : view.startsIn > -view.days ? "It is on now. " : "It is over. "}
        {view.inForce
          ? `The plan is in force since ${view.inForce.at}, by ${view.inForce.by}.`
          : "No plan is in force yet: this is what the house's bounds advise."}
        {choices && " You look at a draft; it is kept on this device."}
      </p>
      <p className={`mt-1 max-w-prose border-l-4 pl-2 ${view.fits ? "border-ready" : "border-hold"}`}>
        {view.fits ? "All of it fits: by skill, by hours, by day." : "Not all of it fits."} Sleeping costs {money(view.cents)} in all.{" "}
        {view.waste.words}
        {view.waste.pickUp ? `: ${view.waste.pickUp}` : ""}.
      </p>
      {view.leftOut.length > 0 && (
        <ul className="mt-1 max-w-prose list-disc pl-6">
          {view.leftOut.map(({ name, why, offer }) => (
            <li key={name}>
              <strong>{name}</strong>: {why}. One could {offer}.
            </li>
          ))}
        </ul>
      )}
      {lives.length > 0 && !choices && (
        <section aria-label="What has changed" className="mt-4 border-care border-l-4 pl-3">
          <h2>Since it was put in force</h2>
          <ul className="list-disc pl-5">
            {lives.map((each) => (
              <li key={each}>{each}.</li>
            ))}
          </ul>
          {mayPlan && (
            <button type="button" className="press mt-2" disabled={busy} onClick={() => void reckon(own(), true)}>
              Put the plan as it stands now in force
            </button>
          )}
        </section>
      )}
      {returns.length > 0 && <Returns returns={returns} />}
      {mayPlan && (
        <p className="sticky top-0 z-10 mt-3 flex flex-wrap items-center gap-3 border-line border-b bg-sheet py-2">
          {(choices || !view.inForce) && (
            <button type="button" className="press press-main" disabled={busy} onClick={() => void reckon(own(), true)}>
              Put this plan in force
            </button>
          )}
          {choices && (
            <button
              type="button"
              className="press"
              disabled={busy}
              onClick={() => {
                localStorage.removeItem(draftKey);
                setChoices(null);
                setView(first);
              }}
            >
              Throw the draft away
            </button>
          )}
          <span aria-live="polite" className="text-ink2">
            {busy ? "Reckoning who does what, when …" : ""}
          </span>
        </p>
      )}
      <section aria-label="Machines" className="mt-4">
        <div className="overflow-x-auto">
          <table className="w-full min-w-[78rem]">
            <TableHead
              columns={[
                "Machine",
                "Regime",
                "Last print",
                "To sleep",
                "Prints again",
                "Woken",
                "Ready",
                figures("On hold"),
                figures("Cost"),
              ]}
            />
            <tbody>
              {view.rows.map((row) => (
                <SeasonRow key={row.machine} row={row} view={view} mayPlan={mayPlan} busy={busy} change={change} />
              ))}
            </tbody>
          </table>
        </div>
      </section>
      <div className="mt-6 grid gap-8 lg:grid-cols-2">
        <Needs view={view} />
        <section aria-label="People">
          <h2>Hands, in minutes</h2>
          <table className="mt-1">
            <TableHead columns={["Who", "to sleep", "to wake"]} />
            <tbody>
              {view.load.map(({ person, before, after }) => (
                <tr key={person} className="border-line border-b">
                  <RowHead className="pr-4 font-normal">{person}</RowHead>
                  <td className="figure pr-4 text-right">{before}</td>
                  <td className="figure pr-4 text-right">{after}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      </div>
    </StandbyFrame>
  );
}

function SeasonRow({
  row,
  view,
  mayPlan,
  busy,
  change,
}: {
  row: SeasonRowView;
  view: SeasonView;
  mayPlan: boolean;
  busy: boolean;
  change: (machine: string, more: Partial<SeasonChoice>) => void;
}) {
  const select = (label: string, value: string, options: { id: string; name: string }[], set: (value: string) => void) => (
    <select
      aria-label={`${row.name}: ${label}`}
      value={value}
      disabled={!mayPlan || busy}
      onChange={(event) => set(event.target.value)}
      className="field w-full min-w-36"
    >
      <Options of={options} />
    </select>
  );
  const days = (list: { day: string; words: string }[], now: string) => [
    ...(list.some(({ day }) => day === now) ? [] : [{ id: now, name: now }]),
    ...list.map(({ day, words }) => ({ id: day, name: words })),
  ];
  return (
    <tr className="border-line border-b align-top">
      <RowHead className="py-2 font-normal">
        <Link
          href={`/machines/${row.machine}/idle?from=${view.rows.find(({ machine }) => machine === row.machine)?.stopsOn}T21:30`}
          prefetch={false}
          className="font-semibold"
        >
          {row.name}
        </Link>
        <span className="block text-sm text-ink2">{row.area}</span>
        {row.leftOut.length > 0 && <span className="block text-sm text-hold">does not fit</span>}
      </RowHead>
      <td className="py-2 pr-3">
        {select(
          "regime",
          row.regime,
          row.open.some(({ regime }) => regime === row.regime)
            ? row.open.map(({ regime, name }) => ({ id: regime, name }))
            : [{ id: row.regime, name: row.regimeName }, ...row.open.map(({ regime, name }) => ({ id: regime, name }))],
          (regime) => change(row.machine, { regime: regime as SeasonRowView["regime"] }),
        )}
        <span className="block text-sm text-ink2">
          {row.regime === row.advised
            ? "as advised"
            : `advised: ${row.open.find(({ regime }) => regime === row.advised)?.name ?? row.advised}`}
          {row.beyond && row.regime === row.advised && ", beyond its bounds"}
          {row.rough && "; rough"}
        </span>
        <Because why={row.steps} />
      </td>
      <td className="py-2 pr-3">
        {select("last print day", row.stopsOn, days(view.stopDays, row.stopsOn), (stopsOn) => change(row.machine, { stopsOn }))}
      </td>
      <td className="py-2 pr-3">
        <Tasks tasks={row.before} empty="closing" />
        {row.emptyFirst && <span className="block text-sm text-ink2">{row.emptyFirst}</span>}
        {row.before.length > 0 &&
          select(
            "who",
            row.person ?? "",
            [{ id: "", name: "whoever fits" }, ...view.people.map(({ id, name }) => ({ id, name }))],
            (person) => change(row.machine, { person }),
          )}
      </td>
      <td className="py-2 pr-3">
        {select("prints again", row.wakesOn, days(view.wakeDays, row.wakesOn), (wakesOn) => change(row.machine, { wakesOn }))}
      </td>
      <td className="py-2 pr-3">
        <Tasks tasks={row.after} empty="opening" />
      </td>
      <td className="py-2 pr-3">
        {row.printsBy ?? "nobody fits"}
        {row.printsLate > 0 && <span className="block text-sm text-hold">{row.printsLate} min after the opening's time</span>}
      </td>
      <td className="figure py-2 pr-3 text-right" title={row.risk}>
        {Math.round(row.holdShare * 100)} %
      </td>
      <td className="figure py-2 text-right">{money(row.cents)}</td>
    </tr>
  );
}

function Tasks({ tasks, empty }: { tasks: SeasonTaskView[]; empty: string }) {
  if (tasks.length === 0) return <span className="text-ink2">{empty}</span>;
  return (
    <ul>
      {tasks.map((task) => (
        <li key={task.key}>
          {task.name}
          <span className="block text-sm">
            {task.when}, {task.personName}, <span className="figure">{task.minutes}</span> min
            {task.late > 0 && <span className="text-hold">, {task.late} min late</span>}
          </span>
        </li>
      ))}
    </ul>
  );
}

function Needs({ view }: { view: SeasonView }) {
  return (
    <section aria-label="What it takes off the shelf">
      <h2>What it takes off the shelf</h2>
      <table className="mt-1 w-full">
        <TableHead columns={["Item", "Needed", "On the shelf", "Order by"]} />
        <tbody>
          {view.needs.map((need) => (
            <tr key={need.name} className="border-line border-b align-baseline">
              <RowHead className="pr-4 font-normal">
                {need.item ? <Link href={`/stores/items/${need.item}`}>{need.name}</Link> : need.name}
                <span className="block text-sm text-ink2">{need.machines.join(", ")}</span>
              </RowHead>
              <td className="figure pr-4">{need.words}</td>
              <td className="pr-4">{need.heldWords}</td>
              <td className={need.short ? (need.late ? "text-hold" : "font-semibold") : "text-ink2"}>
                {need.short ? (need.risk ?? `${need.orderBy ?? "set the item up"}${need.late ? ", which is past" : ""}`) : "enough"}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {view.needs.some(({ short }) => short) && (
        <p className="mt-1 text-ink2 text-sm">
          With the plan in force, the <Link href="/stores/orders">order list</Link> asks for it by itself.
        </p>
      )}
    </section>
  );
}

function Returns({ returns }: { returns: SeasonReturn[] }) {
  return (
    <section aria-label="How they came back" className="mt-4">
      <h2>How they came back</h2>
      <table className="mt-1 w-full">
        <TableHead columns={["Machine", "Regime", "Slept", "Came back", "Foreseen", "Recovery"]} />
        <tbody>
          {returns.map((each) => (
            <tr key={each.machine} className="border-line border-b">
              <RowHead className="pr-4 font-normal">{each.machine}</RowHead>
              <td className="pr-4">{each.regime}</td>
              <td className="pr-4">{each.slept}</td>
              <td className={`pr-4 ${each.held ? "text-hold" : ""}`}>{each.cameBack}</td>
              <td className="pr-4">{each.foreseen}</td>
              <td className="figure">{each.recovery}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
