"use client";
import { AnvilIcon } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import type { Need } from "../core/board/needs.ts";
import type { StateWord } from "../core/nozzles/readiness.ts";
import { counted, filled } from "../words/plain.ts";
import { useWallWords } from "../words/wall-words.ts";
import type { MachineRow } from "../work/board/board.ts";
import type { WallView } from "../work/needs/wall-view.ts";
import { Mark, WORD_COLOUR } from "./kit/state-mark.tsx";

const EVERY_MS = 4000;
/** A change is shown by motion for so long. */
const NEWS_MS = 10_000;
/** Above so many machines only those that are not ready are named. */
const ALL_NAMED = 24;
const A_COLUMN = 6;
const NEEDS = 3;
const NIGHT_FROM = 20;
const NIGHT_UNTIL = 6;
/** At 1920 px wide 2.1 is 40 px: nothing is smaller. */
const size = (share: number) => ({ fontSize: `max(1.05rem, ${share}vw)` });

/** For reading at four metres: how many can print, what needs somebody now, each machine with its mark. It changes nothing. */
export function Wall({ first, token }: { first: WallView; token: string }) {
  const words = useWallWords();
  const [view, setView] = useState(first);
  const [lost, setLost] = useState<"away" | "ended" | null>(null);
  const news = useNews(view.board.machines);
  useEffect(() => {
    const look = async () => {
      try {
        const response = await fetch(`/api/wall/${token}`);
        if (response.ok) {
          setView(await response.json());
          setLost(null);
        } else if (response.status === 404) setLost("ended");
      } catch {
        setLost("away");
      }
    };
    const each = setInterval(() => void look(), EVERY_MS);
    return () => clearInterval(each);
  }, [token]);
  const { board, needs } = view;
  const time = new Intl.DateTimeFormat("en-GB", { timeZone: board.timeZone, hour: "2-digit", minute: "2-digit" }).format(
    new Date(board.now),
  );
  const hour = Number(time.slice(0, 2));
  useEffect(() => {
    document.documentElement.dataset.light = hour >= NIGHT_FROM || hour < NIGHT_UNTIL ? "night" : "day";
  }, [hour]);
  if (lost === "ended")
    return (
      <main className="grid min-h-dvh place-items-center">
        <p role="alert" style={size(2.6)}>
          {words.ended}
        </p>
      </main>
    );
  const areas = [...new Set(board.machines.map(({ area }) => area))].map((id) => ({
    id,
    name: board.areas.find((area) => area.id === id)?.name ?? words.noArea,
    rows: board.machines.filter(({ area }) => area === id),
  }));
  const share = needs.machines ? needs.canPrint / needs.machines : 0;
  return (
    <main className="flex min-h-dvh flex-col gap-[1vw] bg-sheet pb-[1vw] leading-[1.1]">
      <h1 className="flex flex-wrap items-center gap-x-[1.5vw] bg-desk px-[1.6vw] py-[0.6vw] font-bold" style={size(2.1)}>
        <AnvilIcon aria-hidden="true" className="size-[1em]" />
        {board.site}
        <span className="ml-auto font-normal text-ink2">{board.todayWords}</span>
        <span className="font-mono" style={size(3)}>
          {time}
        </span>
      </h1>
      {lost && (
        <p role="alert" className="px-[1.6vw] text-hold" style={size(2.1)}>
          {filled(words.noAnswer, { time })}
        </p>
      )}
      <div className="grid gap-[2vw] px-[1.6vw] md:grid-cols-[minmax(0,1fr)_minmax(0,2fr)]">
        <div>
          <p className="font-bold font-mono leading-[0.85] tracking-tighter" style={size(13)}>
            {needs.canPrint}
          </p>
          <p className="mt-[0.8vw] font-bold" style={size(2.6)}>
            {filled(words.answer, { all: needs.machines })}
          </p>
          <div className="mt-[0.8vw] h-[1.4vw] border-2 border-ink">
            <div className="h-full bg-ready" style={{ width: `${share * 100}%` }} />
          </div>
        </div>
        <section aria-label={words.needs} className="grid content-start gap-[0.6vw]">
          {needs.needs.length === 0 && <p style={size(2.6)}>{words.nothing}</p>}
          {needs.needs.slice(0, NEEDS).map((need, index) => (
            <NeedLine key={`${need.kind}/${index}`} need={need} rank={index + 1} />
          ))}
          {needs.needs.length > NEEDS && (
            <p className="text-ink2" style={size(2.1)}>
              {filled(words.more, { count: needs.needs.length - NEEDS })}
            </p>
          )}
        </section>
      </div>
      <section
        aria-label={words.machines}
        className="grid grow gap-x-[1.6vw] border-line border-t-2 px-[1.6vw] pt-[0.8vw] md:[grid-template-columns:repeat(var(--columns),minmax(0,1fr))]"
        style={{ "--columns": Math.max(1, areas.length) } as React.CSSProperties}
      >
        {areas.map(({ id, name, rows }) => {
          const named = board.machines.length <= ALL_NAMED ? rows : rows.filter(({ word }) => word !== "Ready");
          const shown = board.machines.length <= ALL_NAMED ? named : named.slice(0, A_COLUMN);
          return (
            <div key={id ?? ""}>
              <h2 className="truncate font-normal text-ink2" style={size(2.1)}>
                {name}
              </h2>
              <ul>
                {shown.map((row) => (
                  <Machine key={row.id} row={row} isNews={news.has(row.id)} />
                ))}
              </ul>
              {board.machines.length > ALL_NAMED && (
                <p className="text-ink2" style={size(2.1)}>
                  {filled(words.ready, { count: rows.filter(({ word }) => word === "Ready").length })}
                  {named.length > shown.length && `, ${filled(words.more, { count: named.length - shown.length })}`}
                </p>
              )}
            </div>
          );
        })}
      </section>
    </main>
  );
}

/** Machines whose word changed a moment ago. */
function useNews(machines: readonly MachineRow[]): ReadonlySet<string> {
  const before = useRef(new Map(machines.map(({ id, word }) => [id, word])));
  const [news, setNews] = useState<ReadonlySet<string>>(new Set());
  useEffect(() => {
    const changed = machines.filter(({ id, word }) => before.current.has(id) && before.current.get(id) !== word).map(({ id }) => id);
    before.current = new Map(machines.map(({ id, word }) => [id, word]));
    if (changed.length === 0) return;
    setNews((known) => new Set([...known, ...changed]));
    setTimeout(() => setNews((known) => new Set([...known].filter((id) => !changed.includes(id)))), NEWS_MS);
  }, [machines]);
  return news;
}

function Machine({ row, isNews }: { row: MachineRow; isNews: boolean }) {
  const words = useWallWords();
  const late = [...row.beats.opening, ...row.beats.midday, ...row.beats.closing, ...row.also].filter((item) => item.late).length;
  const said =
    row.repair?.body.symptom || (row.word === "Ready" ? (late ? filled(words.late, { count: late }) : "") : words.states[row.word]);
  return (
    <li className={`flex items-start gap-[0.7vw] rounded-[4px] py-[0.35vw] ${isNews ? "wall-news" : ""}`}>
      <span className="w-[2.4vw] min-w-6 shrink-0 pt-[0.2vw] [&_svg]:h-auto [&_svg]:w-full">
        <Mark word={row.word} size={46} />
      </span>
      <span className="min-w-0">
        <b className="block truncate" style={size(2.4)}>
          {row.name}
        </b>
        {said && (
          <span className={`block truncate ${row.word === "Ready" ? "text-hold" : WORD_COLOUR[row.word]}`} style={size(2.1)}>
            {said}
          </span>
        )}
      </span>
    </li>
  );
}

function NeedLine({ need, rank }: { need: Need; rank: number }) {
  const { mark, title, text, who } = useNeedWords()(need);
  return (
    <p className="flex items-center gap-[1vw] rounded-[6px] border border-line bg-card px-[1vw] py-[0.5vw]">
      <b className="font-mono" style={size(3)}>
        {rank}
      </b>
      {mark && (
        <span className="w-[2.6vw] min-w-6 shrink-0 [&_svg]:h-auto [&_svg]:w-full">
          <Mark word={mark} size={50} />
        </span>
      )}
      <span className="min-w-0 grow">
        <b className="block truncate" style={size(2.6)}>
          {title}
        </b>
        <span className="block truncate text-ink2" style={size(2.1)}>
          {text}
        </span>
      </span>
      {who && (
        <span className="shrink-0 font-bold text-accent" style={size(2.1)}>
          {who}
        </span>
      )}
    </p>
  );
}

type Line = { mark: StateWord | null; title: string; text: string; who: string };
const firstName = (name: string) => name.split(" ")[0] ?? name;

function useNeedWords(): (need: Need) => Line {
  const words = useWallWords();
  return (need) => {
    switch (need.kind) {
      case "hold":
        return { mark: "Hold", title: need.machineName, text: need.why, who: firstName(need.holder ?? need.suggested?.personName ?? "") };
      case "late":
        return {
          mark: "Unchecked",
          title: need.areaName ?? words.noArea,
          text: counted(words.lateJobs, need.jobs.count),
          who: need.people.slice(0, 2).map(firstName).join(", "),
        };
      case "vessel":
        return {
          mark: null,
          title: need.machineName,
          text: filled(words.vessel, { percent: Math.round(need.fullShare * 100) }),
          who: firstName(need.suggested?.personName ?? ""),
        };
      case "nobody":
        return { mark: null, title: counted(words.nobody, need.jobs.count), text: "", who: "" };
      case "out-of-order":
        return { mark: "Out of order", title: need.machineName, text: need.symptom, who: "" };
      case "stock":
        return { mark: null, title: words.stock, text: filled(words.out, { name: need.items[0]?.name ?? "" }), who: "" };
      case "air":
        return { mark: null, title: need.areaName, text: filled(words.air, { word: need.word }), who: "" };
    }
  };
}
