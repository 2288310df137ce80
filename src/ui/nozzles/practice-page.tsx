"use client";
import Link from "next/link";
import { useMemo, useState } from "react";
import { useTranslations } from "use-intl";
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
import { Button, buttonLook } from "../kit/button.tsx";
import { Comb } from "../kit/comb.tsx";
import { Room } from "../kit/room.tsx";
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

/** A simulated machine to be brought back: nothing of it goes on record. */
export function PracticePage({ seed: first }: { seed: number }) {
  const t = useTranslations("practice");
  const [seed, setSeed] = useState(first);
  return (
    <Room
      title={t("title")}
      more={t("about")}
      actions={
        <Link href="/machines" className={buttonLook()}>
          {t("machines")}
        </Link>
      }
    >
      <div className="max-w-4xl">
        <OneMachine key={seed} seed={seed} another={() => setSeed(seed + 1)} />
      </div>
    </Room>
  );
}

function OneMachine({ seed, another }: { seed: number; another: () => void }) {
  const t = useTranslations("practice");
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
        {days > 0 && ` ${days === 1 ? t("nextDay") : t("days", { days })}`};{" "}
        {t("soFar", { cleans: cost.cleans, ml: cost.ml, minutes: cost.minutes })}
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
          {channels.length > 0 && <p className="mt-3 text-ink2 text-sm">{t("read")}</p>}
          {channels.length > 0 && (
            <ul className="mt-1 flex flex-wrap gap-3" aria-label={t("read")}>
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
            <Button disabled={!last} onClick={() => setAsked(true)}>
              {t("ask")}
            </Button>
            {asked && <b className="ml-3">{adviceWords(practice) ?? t("first")}</b>}
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

function adviceWords(practice: Practice): string | null {
  const wanted = advice(practice, SCHOOL, JUDGING);
  return wanted ? `${actionWords(wanted)}.` : null;
}

/** What the last act showed at the machine. */
function LastDone({ practice }: { practice: Practice }) {
  const t = useTranslations("practice");
  const last = practice.events.at(-1);
  if (!last || last.kind === "check") return null;
  const said = practice.turns.at(-1)?.did ?? "";
  const seen = last.kind === "seal-test" ? t(last.leaks ? "leaks" : "good") : "";
  return (
    <p className="mt-3" role="status">
      {[t("done", { what: said }), seen, practice.machine.mixed ? t("mixed") : ""].filter(Boolean).join(" ")}
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
  const t = useTranslations("practice");
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
    look: t("names.look"),
    flush: t("names.flush"),
    damper: t("names.damper"),
    "cap-service": t("names.cap"),
    rest: t("names.rest", { hours: JUDGING.ladder.restHours }),
  };
  return (
    <div className="mt-4 grid gap-3">
      <div className="flex flex-wrap gap-2">
        <Button look="primary" onClick={print}>
          {t("print")}
        </Button>
        <Button disabled={channels.length === 0} onClick={() => act({ kind: "release", withCare: outside.length === 0 })}>
          {t("begin")}
        </Button>
      </div>
      <fieldset className="flex flex-wrap gap-2">
        <legend className="mb-1 font-semibold text-sm">{heads.length ? t("cleanHeads", { heads: heads.join(", ") }) : t("clean")}</legend>
        {JUDGING.ladder.rungs.map((rung) => (
          <Button key={rung.id} onClick={() => act({ kind: "clean", rung, heads: heads.length ? heads : "all" })}>
            {t("rung", { name: rung.name, ml: rung.ml })}
          </Button>
        ))}
      </fieldset>
      <fieldset className="flex flex-wrap gap-2">
        <legend className="mb-1 font-semibold text-sm">{t("or")}</legend>
        {others.map((action) => (
          <Button key={action.kind} onClick={() => act(action)}>
            {NAMES[action.kind] ?? actionWords(action)}
          </Button>
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
  const t = useTranslations("practice");
  const [draft, setDraft] = useState<CheckDraft>(NO_COUNTS);
  const [picture, setPicture] = useState<File | null>(null);
  const change = (next: Partial<CheckDraft>) => setDraft((before) => ({ ...before, ...next }));
  const faults = useMemo(() => printed(practice.machine), [practice.machine]);
  const views = PATTERN.channels.map(({ id, ink, colour }) => viewOf(id, ink, colour ?? "#777777", {}));
  return (
    <div className="mt-3">
      <PrintedCheck pattern={PATTERN} faults={faults} seed={sheet} ready={setPicture} label={t("sheet")} />
      <PictureReader
        name={t("machine")}
        pattern={PATTERN}
        given={picture}
        take={({ counts, corrected }) => setDraft((before) => ({ ...before, counts: { ...before.counts, ...counts }, corrected }))}
      />
      <CountsForm
        name={t("check")}
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
  const t = useTranslations("practice.end");
  const { cleans, ml, minutes, astray } = verdictOfPractice(practice, JUDGING, HEADS);
  const faults = printed(practice.machine);
  const missing = Object.values(faults).reduce((sum, each) => sum + each.missing.length, 0);
  const well = practice.over === "printing" && missing <= JUDGING.readiness.toleranceAHead;
  return (
    <section aria-label={t("title")} className="mt-4 border-ink border-y-2 py-3">
      <h2>{t(practice.over === "technician" ? "technician" : well ? "prints" : "bands")}</h2>
      <p className="mt-1">
        {t("cost", {
          cleans,
          ml,
          time: minutes < 600 ? t("minutes", { minutes }) : t("hours", { hours: Math.round(minutes / 60) }),
          missing,
        })}{" "}
        {t("astray", { count: astray.length })}
      </p>
      <ul className="mt-1 list-disc pl-6">
        {astray.map(({ did, advised }, index) => (
          <li key={`${index}${did}`}>{t("better", { did, advised })}</li>
        ))}
      </ul>
      <Button look="primary" className="mt-3" onClick={another}>
        {t("again")}
      </Button>
    </section>
  );
}
