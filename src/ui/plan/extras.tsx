"use client";
import { useState } from "react";
import type { Role } from "../../core/fleet/vocabulary.ts";
import { mayDo } from "../../core/safety/who-may.ts";
import type { RoundView } from "../../work/rounds/rounds.ts";
import { figures, TableHead } from "../table.tsx";
import { Feeds } from "./feeds.tsx";
import { SettingsForm } from "./settings-form.tsx";

/** Below the round: on paper, in calendars, how long work really takes, and what rounds are planned by. */
export function RoundExtras({ view, role, done }: { view: RoundView; role: Role; done: () => void }) {
  const [open, setOpen] = useState({ feeds: false });
  const timed = view.durations.filter(({ runs }) => runs > 0).sort((a, b) => b.runs - a.runs);
  return (
    <div className="mt-6 grid gap-3 border-line border-t pt-3">
      <p className="flex flex-wrap gap-x-5 gap-y-1">
        <a href="/plan/week">The week ahead, levelled</a>
        {view.round && <a href={`/round-sheets/${view.day}`}>Round sheets to print</a>}
      </p>
      <details>
        <summary className="cursor-pointer py-1">
          How long work really takes here: {timed.length} of {view.durations.length} kinds of work of this round with runs of the house
        </summary>
        <div className="overflow-x-auto">
          <table className="mt-1">
            <TableHead columns={["Work", "Machine", figures("runs"), figures("median of plan"), figures("spread"), "why taken so"]} />
            <tbody>
              {timed.map(({ routine, name, machine, runs, percent, spreadPercent, why }) => (
                <tr key={`${routine}/${machine}`} className="border-line border-b">
                  <td className="py-1 pr-5">{name}</td>
                  <td className="pr-5">{machine}</td>
                  <td className="figure pr-5 text-right">{runs}</td>
                  <td className="figure pr-5 text-right">{percent} %</td>
                  <td className="figure pr-5 text-right">± {spreadPercent} %</td>
                  <td className="text-ink2 text-sm">{why}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </details>
      {mayDo(role, "people") && (
        <details onToggle={(event) => setOpen({ feeds: event.currentTarget.open })}>
          <summary className="cursor-pointer py-1">Calendars of people, machines and the shop</summary>
          <div className="mt-1 max-w-lg">{open.feeds && <Feeds view={view} />}</div>
        </details>
      )}
      {mayDo(role, "set-up") && (
        <details>
          <summary className="cursor-pointer py-1">What rounds are planned by</summary>
          <div className="mt-1">
            <SettingsForm view={view} done={done} />
          </div>
        </details>
      )}
    </div>
  );
}
