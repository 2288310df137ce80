"use client";
import { CheckIcon, GitCompareIcon, SearchIcon } from "lucide-react";
import Link from "next/link";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { Role } from "../../core/fleet/vocabulary.ts";
import { whatNow } from "../../core/nozzles/ladder/what-now.ts";
import type { StateWord } from "../../core/nozzles/readiness.ts";
import { mayDo } from "../../core/safety/who-may.ts";
import type { NozzleHistory } from "../../work/nozzles/nozzle-history.ts";
import type { RecoveryView } from "../../work/nozzles/recoveries.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Empty } from "../kit/card.tsx";
import { Panel } from "../kit/panel.tsx";
import { Mark, WORD_COLOUR } from "../kit/state-mark.tsx";
import { Table } from "../kit/table.tsx";
import { usePassed } from "../use-passed.ts";
import { Channels } from "./channels.tsx";
import { TwoChecks } from "./compared.tsx";
import { DeskWhatNow } from "./desk-what-now.tsx";
import { CauseForm, Risk } from "./risk.tsx";
import { Stairs } from "./stairs.tsx";

type Props = { history: NozzleHistory; state: { word: StateWord; why: string } | null; role: Role };

/** A machine's nozzles: what is next and what if it fails; each channel over its last checks, the worst first; prints at risk. */
export function HistoryPage({ history, state, role }: Props) {
  const t = useTranslations("nozzles");
  const { machine, checks, desk } = history;
  const mayRecord = mayDo(role, "record");
  const [open, setOpen] = useState<"compare" | "cause" | null>(null);
  const passed = usePassed(desk?.madeAt ?? 0, 30_000);
  const next = desk ? whatNow(desk, desk.madeAt + passed) : undefined;
  return (
    <div className="grid gap-x-8 gap-y-5 pt-3 lg:grid-cols-[300px_minmax(0,1fr)]">
      <div className="min-w-0">
        {state && (
          <div className="flex items-start gap-3">
            <Mark word={state.word} size={44} />
            <div className="min-w-0">
              <p className={`font-extrabold text-[30px] leading-none ${WORD_COLOUR[state.word]}`}>{state.word}</p>
              <p className="mt-1 leading-snug">{state.why}</p>
            </div>
          </div>
        )}
        {mayRecord && desk && next ? (
          <>
            <DeskWhatNow machine={machine.id} name={machine.name} desk={desk} />
            <h3 className="font-bold text-sm">{t("stairs")}</h3>
            <Stairs ladder={desk.judging.ladder} action={next.step.action} out={next.step.standing.counts.at(-1) ?? 0} />
          </>
        ) : (
          checks.length > 0 &&
          !next && (
            <p className="mt-3 flex items-center gap-2 text-ready [&_svg]:size-5">
              <CheckIcon aria-hidden="true" />
              <b>{t("good")}</b>
              <span className="text-ink2">{t("goodNote")}</span>
            </p>
          )
        )}
        <Risk risk={history.risk} />
        {checks.length > 0 && (
          <p className="mt-2 grid gap-2">
            <Button onClick={() => setOpen("cause")}>
              <SearchIcon aria-hidden="true" />
              {t("risk.ask")}
            </Button>
            {checks.length > 1 && (
              <Button onClick={() => setOpen("compare")}>
                <GitCompareIcon aria-hidden="true" />
                {t("compare.open")}
              </Button>
            )}
          </p>
        )}
      </div>
      <div className="min-w-0">
        {checks.length === 0 ? (
          <Empty title={t("none")}>
            <p className="text-ink2">{t("noneHow")}</p>
            {mayRecord && (
              <Link href={`/check?machines=${machine.id}`} className={buttonLook("primary")}>
                {t("enter")}
              </Link>
            )}
          </Empty>
        ) : (
          <Channels history={history} />
        )}
        <Recoveries list={history.recoveries} />
      </div>
      <Panel wide title={t("compare.title")} open={open === "compare"} onOpenChange={(on) => setOpen(on ? "compare" : null)}>
        <TwoChecks history={history} mayRecord={mayRecord} />
      </Panel>
      <Panel title={t("risk.ask")} open={open === "cause"} onOpenChange={(on) => setOpen(on ? "cause" : null)}>
        <CauseForm machine={machine.id} />
      </Panel>
    </div>
  );
}

function Recoveries({ list }: { list: RecoveryView[] }) {
  const t = useTranslations("nozzles.recoveries");
  return (
    <section aria-label={t("title")} className="mt-6">
      <h2 className="!text-base font-bold">{t("title")}</h2>
      {list.length === 0 ? (
        <p className="text-ink2">{t("none")}</p>
      ) : (
        <Table
          label={t("title")}
          rows={list.slice(0, 20)}
          keyOf={({ began }) => began}
          dense
          columns={[
            { id: "began", name: t("began"), className: "whitespace-nowrap", cell: ({ began }) => began },
            { id: "missing", name: t("counts"), cell: ({ counts }) => <span className="figure">{counts.join(" → ")}</span> },
            { id: "cleans", name: t("cleans"), cell: ({ rungs }) => rungs.join(", ") || t("noCleans") },
            { id: "ml", name: t("ml"), right: true, by: ({ ml }) => ml, cell: ({ ml }) => ml.toFixed(1) },
            { id: "minutes", name: t("minutes"), right: true, by: ({ minutes }) => minutes, cell: ({ minutes }) => minutes },
            { id: "ended", name: t("ended"), cell: ({ over }) => (over ? t(over) : <strong>{t("open")}</strong>) },
          ]}
        />
      )}
    </section>
  );
}
