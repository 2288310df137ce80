"use client";
import { CircleHelp, UserPlus, WandSparkles } from "lucide-react";
import Link from "next/link";
import { type ReactNode, useEffect, useMemo, useRef, useState } from "react";
import { useTranslations } from "use-intl";
import type { Need, Suggested } from "../../core/board/needs.ts";
import type { StateWord } from "../../core/nozzles/readiness.ts";
import type { NeedsView } from "../../work/needs/needs.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Docket } from "../kit/docket.tsx";
import { Mark } from "../kit/state-mark.tsx";
import { oneAtATime } from "../one-at-a-time.ts";
import { trying } from "../say.ts";
import { ask, entryOf } from "../send.ts";
import { useLive } from "../use-live.ts";
import { sendWithUndo } from "../with-undo.ts";

const SHOWN = 4;

/** What needs somebody now, the most pressing first, each with the button that does it. */
export function Needs({ first, mayPlan, mayRecord }: { first: NeedsView; mayPlan: boolean; mayRecord: boolean }) {
  const t = useTranslations("board");
  const [view, setView] = useState(first);
  const [all, setAll] = useState(false);
  const seq = useRef(first.seq);
  const load = useMemo(
    () =>
      oneAtATime(async () => {
        // Without an answer what is shown stays; the next news or tick asks again.
        const next = await ask<NeedsView>("/api/board/needs").catch(() => null);
        if (!next) return;
        seq.current = next.seq;
        setView(next);
      }),
    [],
  );
  useLive((latest) => {
    if (latest === "resync" || latest > seq.current) void load();
  });
  useEffect(() => {
    const tick = setInterval(() => void load(), 60_000);
    return () => clearInterval(tick);
  }, [load]);
  const shown = all ? view.needs : view.needs.slice(0, SHOWN);
  return (
    <section aria-label={t("needs", { count: view.needs.length })} className="min-w-0">
      <h2 className="flex items-baseline gap-3 text-base">
        {t("needs", { count: view.needs.length })}
        {view.needs.length > SHOWN && (
          <Button look="quiet" size="small" onClick={() => setAll(!all)}>
            {all ? t("fewer") : t("more", { count: view.needs.length - SHOWN })}
          </Button>
        )}
      </h2>
      {view.needs.length === 0 && <p className="mt-2 text-ink2">{t("rest")}</p>}
      <div className="mt-1.5 grid gap-2.5 sm:grid-cols-2 xl:grid-cols-4">
        {shown.map((need, index) => (
          <NeedDocket
            key={keyOf(need)}
            need={need}
            rank={index + 1}
            today={view.today}
            mayPlan={mayPlan}
            mayRecord={mayRecord}
            done={load}
          />
        ))}
      </div>
    </section>
  );
}

const keyOf = (need: Need): string => `${need.kind}/${"machine" in need ? need.machine : "area" in need ? (need.area ?? "") : ""}`;

type Part = { need: Need; rank: number; today: string; mayPlan: boolean; mayRecord: boolean; done: () => Promise<unknown> };

function NeedDocket({ need, rank, today, mayPlan, mayRecord, done }: Part) {
  const t = useTranslations("board");
  const look = rank === 1 ? "primary" : "secondary";
  const undo = { why: t("givenByMistake"), undo: t("undo"), undone: t("asBefore"), after: done };
  const taskOf = (key: string, person: string, more: { machine?: string; routine?: string; due?: string; why?: string } = {}) =>
    entryOf({
      kind: "task",
      ...(more.machine ? { machine: more.machine } : {}),
      ...(more.routine ? { routine: more.routine } : {}),
      body: { key, due: more.due ?? today, person, ...(more.why ? { why: more.why } : {}) },
    });
  const giveButton = (suggested: Suggested | null, work: string, entries: (person: string) => ReturnType<typeof entryOf>[]) =>
    suggested &&
    mayPlan && (
      <Button
        look={look}
        title={suggested.why}
        onClick={() =>
          void trying(() => sendWithUndo(entries(suggested.person), { said: t("given", { work, name: suggested.personName }), ...undo }))
        }
      >
        <UserPlus aria-hidden="true" /> {t("give", { name: suggested.personName.split(" ")[0] ?? suggested.personName })}
      </Button>
    );
  const open = (href: string, words: string, isMain = false) => (
    <Link href={href} className={buttonLook(isMain ? look : "secondary")}>
      {words}
    </Link>
  );
  const why = (href: string) => (
    <Link href={href} aria-label={t("why")} title={t("why")} className="inline-grid size-9 place-items-center text-ink hover:text-accent">
      <CircleHelp aria-hidden="true" className="size-[18px]" />
    </Link>
  );
  switch (need.kind) {
    case "hold": {
      const title = t("hold.work", { machine: need.machineName });
      return (
        <Filled
          rank={rank}
          mark="Hold"
          title={need.machineName}
          text={need.holder ? `${t("hold.with", { name: need.holder })} ${need.why}` : need.why}
        >
          {giveButton(need.suggested, title, (person) => {
            const work = entryOf({
              kind: "one-off",
              machine: need.machine,
              body: { title, on: today, minutes: need.minutes, note: need.next },
            });
            return [work, taskOf(`one-off/${work.id}`, person, { machine: need.machine })];
          }) || open(`/machines/${need.machine}/nozzles`, t("openMachine"), true)}
          {why(`/machines/${need.machine}/nozzles`)}
        </Filled>
      );
    }
    case "late": {
      const [one] = need.people;
      const who =
        need.people.length === 0
          ? t("late.nobody")
          : need.people.length === 1
            ? t("late.with", { name: one ?? "" })
            : t("late.shared", { count: need.people.length });
      const what = need.checks === need.jobs.count ? t("late.checks", { count: need.checks }) : t("late.jobs", { count: need.jobs.count });
      return (
        <Filled
          rank={rank}
          mark="Unchecked"
          title={need.areaName ?? ""}
          chip={t("minutes", { minutes: need.jobs.minutes })}
          isBad
          text={`${what} ${who}`}
        >
          {mayRecord && need.machines.length > 0
            ? open(`/check?machines=${need.machines.join(",")}`, t("late.enter", { count: need.machines.length }), true)
            : open("/plan/list", t("late.open"), true)}
        </Filled>
      );
    }
    case "vessel":
      return (
        <Filled
          rank={rank}
          title={need.machineName}
          chip={t("vessel.share", { percent: Math.round(need.fullShare * 100) })}
          isBad
          text={need.before ? t("vessel.before", { work: need.before }) : t("vessel.full")}
        >
          {(need.task &&
            giveButton(need.suggested, need.machineName, (person) => [taskOf(need.task ?? "", person, { machine: need.machine })])) ||
            open(`/machines/${need.machine}`, t("openMachine"), true)}
          {why("/stores/waste")}
        </Filled>
      );
    case "nobody": {
      const { given, jobs } = need;
      return (
        <Filled
          rank={rank}
          title={t("nobody.title", { count: jobs.count })}
          chip={t("minutes", { minutes: jobs.minutes })}
          text={given.length ? t("nobody.text") : t("nobody.left")}
        >
          {mayPlan && given.length > 0 ? (
            <Button
              look={look}
              onClick={() =>
                void trying(() =>
                  sendWithUndo(
                    given.map(({ key, person, machine, routine, due, why: because }) =>
                      taskOf(key, person, { machine: machine ?? "", routine: routine ?? "", due, why: because }),
                    ),
                    { said: t("nobody.assigned", { count: given.length }), ...undo },
                  ),
                )
              }
            >
              <WandSparkles aria-hidden="true" /> {t("nobody.assign")}
            </Button>
          ) : (
            open("/plan/list", t("late.open"), true)
          )}
        </Filled>
      );
    }
    case "out-of-order":
      return (
        <Filled
          rank={rank}
          mark="Out of order"
          title={need.machineName}
          text={need.symptom ? t("outOfOrder.text", { symptom: need.symptom }) : t("outOfOrder.plain")}
        >
          {open(`/machines/${need.machine}`, t("openMachine"), true)}
        </Filled>
      );
    case "stock": {
      const [first, ...others] = need.items;
      return (
        <Filled
          rank={rank}
          title={t("stock.title")}
          chip={t("stock.days", { days: first?.days ?? 0 })}
          isBad={first?.days === 0}
          text={
            others.length ? t("stock.more", { name: first?.name ?? "", count: others.length }) : t("stock.one", { name: first?.name ?? "" })
          }
        >
          {open("/stores", t("stock.open"), true)}
        </Filled>
      );
    }
    case "air":
      return (
        <Filled rank={rank} title={need.areaName} text={t("air.text", { word: need.word, words: need.words })}>
          {open("/stores/air", t("air.open"), true)}
        </Filled>
      );
  }
}

function Filled({
  rank,
  mark,
  title,
  chip,
  isBad = false,
  text,
  children,
}: {
  rank: number;
  mark?: StateWord;
  title: string;
  chip?: string;
  isBad?: boolean;
  text: string;
  children: ReactNode;
}) {
  return (
    <Docket rank={rank} label={title}>
      <p className="flex min-h-7 items-center gap-2 font-bold text-base">
        {mark && <Mark word={mark} />}
        <span className="min-w-0 truncate">{title}</span>
        {chip && (
          <span
            className={`ml-auto shrink-0 whitespace-nowrap rounded-[3px] px-2 py-0.5 font-mono font-semibold text-xs ${isBad ? "bg-hold-wash text-hold" : "bg-well"}`}
          >
            {chip}
          </span>
        )}
      </p>
      <p className="mt-1 line-clamp-2 grow text-ink2 text-sm">{text}</p>
      <p className="mt-2 flex items-center gap-1">{children}</p>
    </Docket>
  );
}
