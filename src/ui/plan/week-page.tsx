"use client";
import { useCallback, useMemo, useState } from "react";
import type { Role } from "../../core/fleet/vocabulary.ts";
import { mayDo } from "../../core/safety/who-may.ts";
import type { WeekView } from "../../work/rounds/week.ts";
import { oneAtATime } from "../one-at-a-time.ts";
import { sayFault, trying } from "../say.ts";
import { ask, entryOf } from "../send.ts";
import { figures, TableHead } from "../table.tsx";
import { useLive } from "../use-live.ts";
import { sendWithUndo } from "../with-undo.ts";
import { LoadChart } from "./load-chart.tsx";

/** The days ahead levelled inside windows: moves with reasons, taken all, some or none; and six weeks of load by skill. */
export function WeekPage({ first, role }: { first: WeekView; role: Role }) {
  const [view, setView] = useState(first);
  const [left, setLeft] = useState<string[]>([]);
  const mayPlan = mayDo(role, "plan");
  const load = useCallback(async () => {
    await trying(async () => {
      setView(await ask<WeekView>("/api/rounds/week"));
    });
  }, []);
  useLive(useMemo(() => () => void oneAtATime(load)(), [load]));
  const taken = view.moves.filter(({ key }) => !left.includes(key));
  const take = async () => {
    try {
      const entries = taken.map(({ machine, routine, from, to, why }) =>
        entryOf({ kind: "move", machine, routine, body: { due: from, to, reason: why.slice(0, 2000) } }),
      );
      await sendWithUndo(entries, {
        said: `${entries.length} moved.`,
        why: "Moved by mistake",
        after: async () => {
          setLeft([]);
          await load();
        },
      });
    } catch (error) {
      sayFault(error);
      await load();
    }
  };
  const most = Math.max(60, ...view.days.map(({ before, after }) => Math.max(before, after)));
  const skills = [...new Set(view.weeks.flatMap(({ load: minutes }) => Object.keys(minutes)))].sort();
  const lacking = view.weeks.filter(({ lacks }) => lacks);
  return (
    <main className="px-4 py-3">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1>The week ahead</h1>
        <a href="/plan">The day's round</a>
        <a href="/plan/month">The month, to print</a>
      </div>
      <div className="mt-3 grid gap-8 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.2fr)]">
        <section aria-label="Days">
          <h2 className="border-rule border-b pb-1">Hands-on minutes a day</h2>
          <table className="mt-1 w-full">
            <TableHead
              columns={[
                "Day",
                figures("as it stands"),
                figures("levelled"),
                figures("people can give"),
                { name: "drawn", hidden: true, className: "w-2/5" },
              ]}
            />
            <tbody>
              {view.days.map(({ day, words, works, before, after, capacity, there }) => (
                <tr key={day} className={`border-line border-b ${works ? "" : "text-ink2"}`}>
                  <th
                    scope="row"
                    className="py-1 text-left font-normal"
                    title={there.length ? `There: ${there.join(", ")}` : "Nobody is there"}
                  >
                    {words}
                    {works ? "" : ", off"}
                  </th>
                  <td className="figure text-right">{before}</td>
                  <td className="figure text-right font-semibold">{after}</td>
                  <td className="figure text-right">{capacity}</td>
                  <td className="pl-3">
                    <span className="relative block h-4" aria-hidden="true">
                      <span className="absolute inset-y-0 left-0 border border-ink" style={{ width: `${(before / most) * 100}%` }} />
                      <span
                        className={`absolute inset-y-1 left-0 ${after > capacity ? "bg-hold" : "bg-accent"}`}
                        style={{ width: `${(after / most) * 100}%` }}
                      />
                    </span>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="mt-1 text-ink2 text-sm">
            Open: as it stands; solid: levelled. People can give {Math.round(view.careShare * 100)} % of their shifts to care (a setting).
          </p>
        </section>
        <section aria-label="Moves">
          <h2 className="flex items-center gap-3 border-rule border-b pb-1">
            Moves that level it <span className="figure font-normal text-ink2">{view.moves.length}</span>
            {mayPlan && view.moves.length > 0 && (
              <span className="ml-auto flex gap-2 font-normal">
                <button type="button" className="press" onClick={() => setLeft(left.length ? [] : view.moves.map(({ key }) => key))}>
                  {left.length ? "All" : "None"}
                </button>
                <button type="button" className="press press-main" disabled={taken.length === 0} onClick={() => void take()}>
                  Move {taken.length}
                </button>
              </span>
            )}
          </h2>
          {view.moves.length === 0 && <p className="py-1.5 text-ink2">The days ahead are as even as their windows allow.</p>}
          <ul className="divide-y divide-line">
            {view.moves.map(({ key, name, machineName, fromWords, toWords, minutes, why }) => (
              <li key={key} className="py-1.5">
                <label className="flex items-baseline gap-2">
                  <input
                    type="checkbox"
                    disabled={!mayPlan}
                    checked={!left.includes(key)}
                    onChange={() => setLeft(left.includes(key) ? left.filter((each) => each !== key) : [...left, key])}
                  />
                  <span>
                    <strong className="font-semibold">{machineName}</strong> {name}: {fromWords} → {toWords}{" "}
                    <span className="figure text-ink2">{minutes} min</span>
                    <span className="block text-ink2 text-sm">{why}.</span>
                  </span>
                </label>
              </li>
            ))}
          </ul>
        </section>
      </div>
      <section aria-label="Six weeks" className="mt-6">
        <h2 className="border-rule border-b pb-1">Six weeks, by skill: work (solid) against people who have the skill (open), minutes</h2>
        {lacking.length === 0 ? (
          <p className="py-1.5">All of it fits, also where people have several skills.</p>
        ) : (
          <ul className="py-1.5 text-hold">
            {lacking.map(({ from, words, lacks }) => (
              <li key={from}>
                From {words}: {lacks?.skills.map((skill) => skill || "anybody's work").join(" and ")}{" "}
                {lacks && lacks.skills.length > 1 ? "together need" : "needs"} {Math.round(lacks?.loadMinutes ?? 0)} min; those who have{" "}
                {lacks && lacks.skills.length > 1 ? "them" : "it"} can give {Math.round(lacks?.capacityMinutes ?? 0)}.
              </li>
            ))}
          </ul>
        )}
        <div className="mt-2 grid gap-4 md:grid-cols-2 xl:grid-cols-3">
          {skills.map((skill) => (
            <LoadChart key={skill} weeks={view.weeks} skill={skill} />
          ))}
        </div>
      </section>
    </main>
  );
}
