"use client";
import { useEffect, useState } from "react";
import type { BoardView, MachineRow } from "../work/board.ts";
import { StateMark } from "./state-mark.tsx";

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
  const gone = lost?.startsWith("This Wall");
  return (
    <main className="flex min-h-dvh flex-col p-4">
      <h1 className="flex flex-wrap items-baseline gap-x-6 !text-[clamp(1.6rem,2.6vw,3rem)]">
        {view.site} <span className="font-normal text-soft">{view.todayWords}</span> <span className="figure ml-auto">{time}</span>
      </h1>
      {lost && (
        <p role="alert" className="text-2xl text-stop">
          {lost}
        </p>
      )}
      {!gone && (
        <ul className="mt-3 grid grow auto-rows-fr grid-cols-[repeat(auto-fill,minmax(min(100%,18rem),1fr))] gap-x-6">
          {view.machines.map((row) => {
            const work = open(row);
            const late = work.filter((item) => item.late);
            const at = work.find(({ run }) => run);
            return (
              <li key={row.id} className="flex flex-col justify-center border-hair border-t py-1.5">
                <p className="flex items-baseline justify-between gap-3 text-[clamp(1.3rem,1.9vw,2.2rem)] leading-tight">
                  <strong>{row.name}</strong>
                  <StateMark word={row.word} big />
                </p>
                <p className="line-clamp-1 text-[clamp(1rem,1.25vw,1.5rem)] leading-snug">
                  {at?.run ? (
                    `${at.run.person}: ${at.short}`
                  ) : row.repair ? (
                    <span className="text-stop">{row.repair.body.symptom}</span>
                  ) : late[0] ? (
                    <span className="text-stop">
                      late: {late[0].short}
                      {late.length > 1 ? ` and ${late.length - 1} more` : ""}
                    </span>
                  ) : work[0] ? (
                    <span className="text-soft">
                      {work[0].short}
                      {work[0].person ? `, ${work[0].person}` : ""}
                    </span>
                  ) : (
                    <span className="text-soft">nothing open</span>
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
