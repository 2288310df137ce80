"use client";
import { useEffect, useState } from "react";
import type { BoardView, MachineRow } from "../work/board/board.ts";
import { StateMark } from "./kit/state-mark.tsx";

const EVERY_MS = 4000;
const open = (row: MachineRow) =>
  [...row.beats.opening, ...row.beats.midday, ...row.beats.closing, ...row.also].filter(
    ({ state }) => state === "due" || state === "overdue",
  );

/** The Board for reading at four metres: each machine's word, what is late, who is on what. It changes nothing. */
export function Wall({ first, token }: { first: BoardView; token: string }) {
  const [view, setView] = useState(first);
  const [lost, setLost] = useState<string | null>(null);
  useEffect(() => {
    const look = async () => {
      try {
        const response = await fetch(`/api/wall/${token}`);
        if (response.ok) {
          setView(await response.json());
          setLost(null);
        } else if (response.status === 404) setLost("This Wall's address is no longer good.");
      } catch {
        setLost("No connection; this is how it stood.");
      }
    };
    const each = setInterval(() => void look(), EVERY_MS);
    return () => clearInterval(each);
  }, [token]);
  const time = new Intl.DateTimeFormat("en-GB", { timeZone: view.timeZone, hour: "2-digit", minute: "2-digit" }).format(new Date(view.now));
  // As large as the number of machines lets it be; on a phone one below the other.
  const columns = view.machines.length <= 16 ? 4 : view.machines.length <= 30 ? 5 : 6;
  const size = (share: number) => `max(1.1rem, ${(share / columns).toFixed(2)}vw)`;
  const gone = lost?.startsWith("This Wall");
  return (
    <main className="flex min-h-dvh flex-col p-4">
      <h1 className="flex flex-wrap items-baseline gap-x-6 !text-[clamp(1.6rem,2.6vw,3rem)]">
        {view.site} <span className="font-normal text-ink2">{view.todayWords}</span> <span className="figure ml-auto">{time}</span>
      </h1>
      {lost && (
        <p role="alert" className="text-2xl text-hold">
          {lost}
        </p>
      )}
      {!gone && (
        <ul
          className="mt-3 grid grow auto-rows-fr gap-x-[1.5vw] md:[grid-template-columns:repeat(var(--columns),minmax(0,1fr))]"
          style={{ "--columns": columns } as React.CSSProperties}
        >
          {view.machines.map((row) => {
            const work = open(row);
            const late = work.filter((item) => item.late);
            const at = work.find(({ run }) => run);
            return (
              <li key={row.id} className="flex flex-col justify-center border-line border-t py-1">
                <p className="font-bold leading-none" style={{ fontSize: size(11.5) }}>
                  {row.name}
                </p>
                <p className="leading-tight" style={{ fontSize: size(8.6) }}>
                  <StateMark word={row.word} inherit />
                </p>
                <p className="line-clamp-1 leading-tight" style={{ fontSize: size(6.4) }}>
                  {at?.run ? (
                    `${at.run.person}: ${at.short}`
                  ) : row.repair ? (
                    <span className="text-hold">{row.repair.body.symptom}</span>
                  ) : late[0] ? (
                    <span className="text-hold">
                      late: {late[0].short}
                      {late.length > 1 ? ` and ${late.length - 1} more` : ""}
                    </span>
                  ) : work[0] ? (
                    <span className="text-ink2">
                      {work[0].short}
                      {work[0].person ? `, ${work[0].person}` : ""}
                    </span>
                  ) : (
                    <span className="text-ink2">nothing open</span>
                  )}
                </p>
              </li>
            );
          })}
        </ul>
      )}
    </main>
  );
}
