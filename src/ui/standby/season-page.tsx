"use client";
import { CheckIcon, PackageIcon, PencilIcon, PrinterIcon, SendIcon, TriangleAlertIcon, XIcon } from "lucide-react";
import { type ReactNode, useEffect, useState } from "react";
import { useTranslations } from "use-intl";
import type { SeasonView } from "../../work/standby/season.ts";
import type { SeasonReturn } from "../../work/standby/season-lives.ts";
import type { SeasonChoice } from "../../work/standby/season-machine.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Chip } from "../kit/chip.tsx";
import { Meter } from "../kit/meter.tsx";
import { Panel } from "../kit/panel.tsx";
import { Table } from "../kit/table.tsx";
import { Why } from "../kit/why.tsx";
import { say, trying } from "../say.ts";
import { ask } from "../send.ts";
import { useMoney } from "../use-money.ts";
import { SeasonMachinePanel } from "./season-machine-panel.tsx";
import { Shopping } from "./season-shopping.tsx";
import { SeasonTimeline } from "./season-timeline.tsx";
import { StandbyRoom } from "./standby-room.tsx";

type Props = { first: SeasonView; lives: string[]; returns: SeasonReturn[]; mayPlan: boolean };

/** A closure: every machine from its last print to its first on one picture, what it takes, published by one press; a machine is changed in its panel. */
export function SeasonPage({ first, lives, returns, mayPlan }: Props) {
  const t = useTranslations("standby.closure");
  const [view, setView] = useState(first);
  const [choices, setChoices] = useState<SeasonChoice[] | null>(null);
  const [busy, setBusy] = useState(false);
  const [open, setOpen] = useState<string | null>(null);
  const draftKey = `zesty-season-${first.from}`;
  const plan = async (next: SeasonChoice[], accept = false) => {
    setBusy(true);
    await trying(async () => {
      const answer = await ask<SeasonView>("/api/standby/season", {
        body: { from: first.from, choices: next, ...(accept ? { accept } : {}) },
      });
      setView(answer);
      setChoices(accept ? null : next);
      if (accept) localStorage.removeItem(draftKey);
      else localStorage.setItem(draftKey, JSON.stringify(next));
      if (accept) say(t("saidPublished"));
    });
    setBusy(false);
  };
  // A draft is taken up once, when the page opens.
  useEffect(() => {
    const kept = localStorage.getItem(draftKey);
    if (!kept || !mayPlan) return;
    try {
      void plan(JSON.parse(kept) as SeasonChoice[]);
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
    void plan(at < 0 ? [...next, choice] : next.map((each, place) => (place === at ? choice : each)));
  };
  const discard = () => {
    localStorage.removeItem(draftKey);
    setChoices(null);
    setView(first);
  };
  const shown = view.rows.find(({ machine }) => machine === open);
  const short = view.needs.filter((need) => need.short).length;
  const isDraft = choices !== null || !view.inForce;
  return (
    <StandbyRoom
      here="/standby"
      title={view.name}
      more={
        <span className="flex flex-wrap items-center gap-2">
          <Chip>{view.words}</Chip>
          {isDraft ? (
            <Chip tone="line">
              <PencilIcon aria-hidden="true" />
              {t("draft")}
            </Chip>
          ) : (
            view.inForce && (
              <Chip tone="good">
                <CheckIcon aria-hidden="true" />
                {t("publishedBy", { at: view.inForce.at, by: view.inForce.by })}
              </Chip>
            )
          )}
          <span aria-live="polite">{busy ? t("working") : choices ? t("keptHere") : view.inForce ? "" : t("advice")}</span>
        </span>
      }
      actions={
        <>
          <a href={`/closure-sheets/${view.from}`} className={buttonLook()}>
            <PrinterIcon aria-hidden="true" />
            {t("wallSheet")}
          </a>
          <Button onClick={() => setOpen("shopping")}>
            <PackageIcon aria-hidden="true" />
            {t("shopping", { count: short })}
          </Button>
          {choices && (
            <Button look="quiet" disabled={busy} onClick={discard}>
              <XIcon aria-hidden="true" />
              {t("discard")}
            </Button>
          )}
          {mayPlan && (isDraft || lives.length > 0) && (
            <Button look="primary" busy={busy} onClick={() => void plan(own(), true)}>
              <SendIcon aria-hidden="true" />
              {isDraft ? t("publish") : t("publishNow")}
            </Button>
          )}
        </>
      }
    >
      <Totals view={view} />
      {view.leftOut.length > 0 && (
        <Notice title={t("leftOut")} bad>
          {view.leftOut.map(({ machine, name, why, offer }) => (
            <li key={`${machine}${name}`}>
              <b>{name}</b>: {why}. {t("could", { offer })}
            </li>
          ))}
        </Notice>
      )}
      {lives.length > 0 && !choices && (
        <Notice title={t("changed")}>
          {lives.map((each) => (
            <li key={each}>{each}.</li>
          ))}
        </Notice>
      )}
      {returns.length > 0 && <Returns returns={returns} />}
      <SeasonTimeline view={view} open={setOpen} />
      <Panel title={t("shopping", { count: short })} open={open === "shopping"} onOpenChange={(on) => setOpen(on ? "shopping" : null)}>
        <Shopping needs={view.needs} />
      </Panel>
      <Panel title={shown?.name ?? ""} open={shown !== undefined} onOpenChange={(on) => !on && setOpen(null)}>
        {shown && <SeasonMachinePanel row={shown} view={view} mayPlan={mayPlan} busy={busy} change={change} />}
      </Panel>
    </StandbyRoom>
  );
}

function Totals({ view }: { view: SeasonView }) {
  const money = useMoney();
  const t = useTranslations("standby.closure");
  const hands = view.load.reduce((sum, { before, after }) => sum + before + after, 0) / 60;
  const figure = (value: string, words: ReactNode, more?: ReactNode) => (
    <div className="grid content-start border-line border-l px-4 first:border-l-0 first:pl-0 max-sm:border-l-0 max-sm:pl-0">
      <dd className="order-first flex items-center gap-3">
        <span className="figure font-bold text-3xl leading-tight">{value}</span>
        {more}
      </dd>
      <dt className="font-semibold text-ink2 text-xs">{words}</dt>
    </div>
  );
  return (
    <dl className="mb-4 flex flex-wrap gap-y-2 border-line border-b pb-3">
      <div className={`flex items-center gap-2 pr-4 font-bold text-lg ${view.fits ? "text-ready" : "text-hold"}`}>
        {view.fits ? <CheckIcon aria-hidden="true" /> : <TriangleAlertIcon aria-hidden="true" />}
        <dt className="sr-only">{t("work")}</dt>
        <dd>{view.fits ? t("fits") : t("fitsNot", { count: view.leftOut.length })}</dd>
      </div>
      {view.startsIn > 0 ? (
        figure(`${view.startsIn}`, t("daysUntil", { count: view.startsIn }))
      ) : (
        <div className="border-line border-l px-4 font-bold">
          <dt className="sr-only">{t("timeline")}</dt>
          <dd>{view.startsIn > -view.days ? t("isOn") : t("isOver")}</dd>
        </div>
      )}
      {figure(`${view.rows.length}`, t("asleep", { count: view.rows.length }))}
      {figure(money(view.cents), t("cost"))}
      {figure(
        `${hands.toFixed(1)} h`,
        t("hands", { count: view.load.length }),
        <Why label={t("people")}>
          <Table
            label={t("people")}
            dense
            rows={view.load}
            keyOf={({ person }) => person}
            columns={[
              { id: "person", name: t("person"), by: ({ person }) => person, cell: ({ person }) => person },
              { id: "before", name: t("before"), right: true, by: ({ before }) => before, cell: ({ before }) => before },
              { id: "after", name: t("after"), right: true, by: ({ after }) => after, cell: ({ after }) => after },
            ]}
          />
        </Why>,
      )}
      {figure(
        `${view.waste.litres.toFixed(1)} L`,
        <>
          {t("waste")}
          {view.waste.pickUp && <b className="block text-hold">{view.waste.pickUp}</b>}
        </>,
        <ul className="grid gap-1">
          {view.waste.families.map(({ family, litres, roomLitres, words }) => (
            <li key={family} className="text-xs">
              {t(`families.${family}`)}: {words}
              <Meter share={roomLitres > 0 ? litres / roomLitres : 1} label={words} className="w-40" />
            </li>
          ))}
        </ul>,
      )}
    </dl>
  );
}

function Notice({ title, bad = false, children }: { title: string; bad?: boolean; children: ReactNode }) {
  return (
    <section aria-label={title} className={`mb-4 rounded-[6px] p-3 text-sm ${bad ? "bg-hold-wash" : "bg-care-wash"}`}>
      <h2 className={`!text-base font-bold ${bad ? "text-hold" : "text-care"}`}>{title}</h2>
      <ul className="mt-1 grid list-disc gap-0.5 pl-5">{children}</ul>
    </section>
  );
}

function Returns({ returns }: { returns: SeasonReturn[] }) {
  const t = useTranslations("standby.closure");
  return (
    <section aria-label={t("returns")} className="mb-5">
      <h2 className="!text-base font-bold">{t("returns")}</h2>
      <Table
        label={t("returns")}
        dense
        rows={returns}
        keyOf={({ machine }) => machine}
        columns={[
          { id: "machine", name: t("machine"), by: ({ machine }) => machine, cell: ({ machine }) => <b>{machine}</b> },
          { id: "method", name: t("return.method"), by: ({ regime }) => regime, cell: ({ regime }) => regime },
          { id: "slept", name: t("return.slept"), cell: ({ slept }) => slept },
          {
            id: "back",
            name: t("return.cameBack"),
            cell: ({ cameBack, held }) => <span className={held ? "font-semibold text-hold" : ""}>{cameBack}</span>,
          },
          { id: "foreseen", name: t("return.foreseen"), cell: ({ foreseen }) => foreseen },
          { id: "recovery", name: t("return.recovery"), right: true, cell: ({ recovery }) => recovery },
        ]}
      />
    </section>
  );
}
