"use client";
import Link from "next/link";
import { useMemo, useState } from "react";
import { printed } from "../../core/bench/head.ts";
import { acted, advice, beginPractice, checked, type Practice, verdictOfPractice } from "../../core/bench/practice.ts";
import type { ChannelView } from "../../core/nozzles/channel-views.ts";
import type { Action } from "../../core/nozzles/ladder/next-step.ts";
import { headsOf, type Judging } from "../../core/nozzles/ladder/recovery.ts";
import { DEFAULT_LADDER } from "../../core/nozzles/ladder/settings.ts";
import { actionWords } from "../../core/nozzles/ladder/words.ts";
import type { NozzlePattern } from "../../core/nozzles/pattern.ts";
import { DEFAULT_READINESS } from "../../core/nozzles/readiness.ts";
import { outsideTolerance } from "../../core/nozzles/tolerance.ts";
import { usualPattern } from "../../core/nozzles/usual-pattern.ts";
import { type CheckDraft, CountsForm, checkBody } from "../check/counts-form.tsx";
import { PictureReader } from "../check/picture-reader.tsx";
import { Comb } from "../kit/comb.tsx";
import { PrintedCheck } from "./printed-check.tsx";

const INKS = [
  ["H1", "K", "black", "#1d1d1b"],
  ["H1", "C", "cyan", "#0f8fc4"],
  ["H1", "M", "magenta", "#c42a7d"],
  ["H1", "Y", "yellow", "#e3c21a"],
  ["H2", "W1", "white", "#f8f8f6"],
  ["H2", "W2", "white", "#f8f8f6"],
] as const;
const PATTERN = usualPattern({
  name: "The practice machine",
  heads: ["H1", "H2"].map((id) => ({
    id,
    channels: INKS.filter(([head]) => head === id).map(([, channel, ink, colour]) => ({ id: channel, ink, colour })),
  })),
}) as NozzlePattern;
const HEADS = 2;
const JUDGING: Judging = {
  readiness: DEFAULT_READINESS,
  ladder: DEFAULT_LADDER,
  nozzles: Object.fromEntries(PATTERN.channels.map(({ id, nozzles }) => [id, nozzles])),
};
const SCHOOL = "ladder";
const NO_COUNTS = (): CheckDraft => ({ id: "practice", counts: {}, time: "" });

/** A simulated machine to be brought back: nothing of it goes on the house's record. */
export function PracticePage({ seed: first }: { seed: number }) {
  const [seed, setSeed] = useState(first);
  return (
    <main className="mx-auto max-w-4xl px-3 py-4">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h1>Practice</h1>
        <Link href="/machines">Machines</Link>
      </div>
      <p className="mt-1 text-ink2">
        A simulated machine. Nothing here touches the house's machines or its record. On a real one gloves and glasses come first, and the
        data sheets and the manual say more.
      </p>
      <OneMachine key={seed} seed={seed} another={() => setSeed(seed + 1)} />
    </main>
  );
}

function OneMachine({ seed, another }: { seed: number; another: () => void }) {
  const [practice, setPractice] = useState<Practice>(() => beginPractice(PATTERN, seed));
  const [sheet, setSheet] = useState<number | null>(null);
  const [asked, setAsked] = useState(false);
  const last = practice.events.findLast((event) => event.kind === "check");
  const channels = last?.kind === "check" ? last.channels : [];
  const act = (action: Action) => {
    setAsked(false);
    setSheet(null);
    setPractice(acted(practice, action, SCHOOL, JUDGING));
  };
  const clock = new Date(practice.now).toISOString().slice(11, 16);
  const days = Math.floor(practice.now / 86_400_000);
  const cost = verdictOfPractice(practice, JUDGING, HEADS);
  return (
    <>
      <p className="mt-3 border-ink border-l-4 pl-3 text-lg">{practice.story}</p>
      <p className="mt-2 text-sm">
        <span className="figure">{clock}</span>
        {days > 0 && ` ${days === 1 ? "the next day" : `${days} days on`}`}; so far <span className="figure">{cost.cleans}</span> cleans,{" "}
        <span className="figure">{cost.ml}</span> mL, <span className="figure">{cost.minutes}</span> min
      </p>
      {practice.over ? (
        <End practice={practice} another={another} />
      ) : sheet !== null ? (
        <ReadIt
          practice={practice}
          sheet={sheet}
          enter={(read) => {
            setPractice(checked(practice, read));
            setSheet(null);
          }}
        />
      ) : (
        <>
          {channels.length > 0 && <p className="mt-3 text-ink2 text-sm">As you read it: missing · weak · deflected</p>}
          {channels.length > 0 && (
            <ul className="mt-1 flex flex-wrap gap-3" aria-label="The last check, as you read it">
              {PATTERN.channels.map(({ id, ink, colour }) => {
                const read = channels.find((channel) => channel.id === id);
                return (
                  <li key={id} className="text-sm">
                    <Comb channel={viewOf(id, ink, colour ?? "#777777", read)} width={84} height={26} />
                    <span className="figure">{id}</span> {read ? [read.missing, read.weak, read.deflected].join(" · ") : ""}
                  </li>
                );
              })}
            </ul>
          )}
          <LastDone practice={practice} />
          <Choices
            practice={practice}
            channels={channels}
            act={act}
            print={() => setSheet(seed * 1000 + practice.turns.length + practice.events.length)}
          />
          <p className="mt-4">
            <button type="button" className="press hand" disabled={!last} onClick={() => setAsked(true)}>
              What would the ladder say?
            </button>
            {asked && <span className="ml-3">{adviceWords(practice)}</span>}
          </p>
        </>
      )}
    </>
  );
}

const viewOf = (id: string, ink: string, colour: string, read: Partial<ChannelView> | undefined): ChannelView => ({
  id,
  ink,
  colour,
  missing: 0,
  weak: 0,
  deflected: 0,
  neighbours: false,
  ...read,
  gone: read?.gone ?? false,
  unread: false,
  read: read !== undefined,
  nozzles: JUDGING.nozzles?.[id] ?? 0,
});

function adviceWords(practice: Practice): string {
  const wanted = advice(practice, SCHOOL, JUDGING);
  return wanted ? `${actionWords(wanted)}.` : "First a check.";
}

/** What the last act showed at the machine. */
function LastDone({ practice }: { practice: Practice }) {
  const last = practice.events.at(-1);
  if (!last || last.kind === "check") return null;
  const said = practice.turns.at(-1)?.did ?? "";
  const seen = last.kind === "seal-test" ? (last.leaks ? " The pad stays low: the seal leaks." : " The pad brims: the seal is good.") : "";
  return (
    <p className="mt-3" role="status">
      Done: {said}.{seen} {practice.machine.mixed ? "Colours look mixed at the plate." : ""}
    </p>
  );
}

function Choices({
  practice,
  channels,
  act,
  print,
}: {
  practice: Practice;
  channels: { id: string }[];
  act: (action: Action) => void;
  print: () => void;
}) {
  const last = practice.events.findLast((event) => event.kind === "check");
  const outside = last?.kind === "check" ? outsideTolerance(last.channels, JUDGING.readiness, JUDGING.nozzles) : [];
  const wanted = advice(practice, SCHOOL, JUDGING);
  const heads = wanted?.kind === "clean" && wanted.heads === "all" ? [] : headsOf(outside);
  const poor = outside.length ? outside : PATTERN.channels.map(({ id }) => id);
  const others: Action[] = [
    { kind: "look", at: "channel", channels: poor },
    { kind: "seal-test" },
    { kind: "load" },
    { kind: "by-hand" },
    { kind: "flush", channels: poor },
    { kind: "damper", channels: poor },
    { kind: "colour-flag" },
    { kind: "rest", hours: JUDGING.ladder.restHours },
    { kind: "cap-service" },
    { kind: "technician" },
  ];
  const NAMES: Partial<Record<Action["kind"], string>> = {
    look: "Look by eye: ink, clips, seats",
    flush: "Flush the poor channels",
    damper: "Lift the dampers of the poor",
    "cap-service": "Cap service",
    rest: `Rest ${JUDGING.ladder.restHours} h`,
  };
  return (
    <div className="mt-4 grid gap-3">
      <div className="flex flex-wrap gap-2">
        <button type="button" className="press press-main hand" onClick={print}>
          Print a check
        </button>
        <button
          type="button"
          className="press hand"
          disabled={channels.length === 0}
          onClick={() => act({ kind: "release", withCare: outside.length === 0 })}
        >
          Begin to print
        </button>
      </div>
      <fieldset className="flex flex-wrap gap-2">
        <legend className="text-ink2 text-sm">Clean{heads.length ? `, ${heads.join(" and ")}` : ", all heads"}</legend>
        {JUDGING.ladder.rungs.map((rung) => (
          <button
            key={rung.id}
            type="button"
            className="press hand"
            onClick={() => act({ kind: "clean", rung, heads: heads.length ? heads : "all" })}
          >
            {rung.name}, {rung.ml} mL
          </button>
        ))}
      </fieldset>
      <fieldset className="flex flex-wrap gap-2">
        <legend className="text-ink2 text-sm">Or</legend>
        {others.map((action) => (
          <button key={action.kind} type="button" className="press hand" onClick={() => act(action)}>
            {NAMES[action.kind] ?? actionWords(action)}
          </button>
        ))}
      </fieldset>
    </div>
  );
}

/** The printed check, to be read by eye or from its picture. */
function ReadIt({
  practice,
  sheet,
  enter,
}: {
  practice: Practice;
  sheet: number;
  enter: (read: ReturnType<typeof checkBody>["channels"]) => void;
}) {
  const [draft, setDraft] = useState<CheckDraft>(NO_COUNTS);
  const [picture, setPicture] = useState<File | null>(null);
  const change = (next: Partial<CheckDraft>) => setDraft({ ...draft, ...next });
  const faults = useMemo(() => printed(practice.machine), [practice.machine]);
  const views = PATTERN.channels.map(({ id, ink, colour }) => viewOf(id, ink, colour ?? "#777777", {}));
  return (
    <div className="mt-3">
      <PrintedCheck pattern={PATTERN} faults={faults} seed={sheet} ready={setPicture} />
      <PictureReader
        name="The practice machine"
        pattern={PATTERN}
        given={picture}
        take={({ counts, corrected }) => change({ counts: { ...draft.counts, ...counts }, corrected })}
      />
      <CountsForm
        name="the check"
        channels={views}
        pattern={PATTERN}
        draft={draft}
        change={change}
        timed={false}
        enter={() => enter(checkBody(draft, views).channels)}
      />
    </div>
  );
}

function End({ practice, another }: { practice: Practice; another: () => void }) {
  const { cleans, ml, minutes, astray } = verdictOfPractice(practice, JUDGING, HEADS);
  const faults = printed(practice.machine);
  const missing = Object.values(faults).reduce((sum, each) => sum + each.missing.length, 0);
  const well = practice.over === "printing" && missing <= JUDGING.readiness.toleranceAHead;
  return (
    <section aria-label="How it went" className="mt-4 border-ink border-y-2 py-3">
      <h2>{practice.over === "technician" ? "A technician took over" : well ? "It prints" : "It prints, with bands in the work"}</h2>
      <p className="mt-1">
        {cleans} cleans, {ml} mL of ink, {minutes < 600 ? `${minutes} min` : `${Math.round(minutes / 60)} h`}; {missing} nozzles still
        missing. {astray.length === 0 ? "No wrong turn." : `${astray.length} wrong ${astray.length === 1 ? "turn" : "turns"}:`}
      </p>
      <ul className="mt-1 list-disc pl-6">
        {astray.map(({ did, advised }, index) => (
          <li key={`${index}${did}`}>
            {did}; <span className="text-ink2">better: {advised}.</span>
          </li>
        ))}
      </ul>
      <button type="button" className="press press-main hand mt-3" onClick={another}>
        Another machine
      </button>
    </section>
  );
}
