"use client";
import { MoonIcon, TriangleAlertIcon } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { capital } from "../../core/capital.ts";
import type { StandbyView } from "../../work/standby/machine.ts";
import { enter } from "../enter.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Chip } from "../kit/chip.tsx";
import { Docket } from "../kit/docket.tsx";
import { Panel } from "../kit/panel.tsx";
import { Reasons, Why } from "../kit/why.tsx";
import { AliveOrAsleepView } from "./alive-or-asleep.tsx";
import { FlushTable } from "./flush-table.tsx";
import { GapBar, GapForm } from "./gap.tsx";
import { Methods } from "./methods.tsx";
import { PlumbingForm } from "./plumbing-form.tsx";

type Open = "flush" | "costs" | "lines" | null;

/** One machine and one gap: what to do before, meanwhile and after, why, and what it needs, costs and risks. */
export function MachinePage({ view, mayRecord, maySetUp }: { view: StandbyView; mayRecord: boolean; maySetUp: boolean }) {
  const t = useTranslations("idle");
  const methods = useTranslations("standby.methods");
  const [open, setOpen] = useState<Open>(null);
  const chosen = view.options.find(({ regime }) => regime === view.chosen);
  const asleep = view.chosen === "alive" ? view.options.find(({ advised }) => advised) : chosen;
  if (!chosen) return null;
  const isRough = view.rough.length > 0 && (chosen.inkLostMl > 0 || view.flush !== null);
  return (
    <div className="grid gap-5 pt-3">
      {view.asleep && (
        <p className="flex items-center gap-2 border-asleep border-l-4 bg-asleep-wash p-2">
          <MoonIcon aria-hidden="true" className="size-5 text-asleep" />
          <span>
            <b>{capital(view.asleep)}.</b> {t("noSwitch")}
          </span>
        </p>
      )}
      <GapForm key={`${view.gap.from}${view.gap.to}`} view={view} />
      <div className="grid gap-5 lg:grid-cols-[minmax(0,26rem)_minmax(0,1fr)]">
        <section aria-label={t("recommended")}>
          <Docket rank={<MoonIcon aria-hidden="true" className="size-5" />} label={methods(view.chosen)}>
            <p className="flex items-center gap-2">
              <Chip tone={chosen.advised ? "good" : "line"}>{t(chosen.advised ? "recommended" : "byHand")}</Chip>
              <Why label={methods(view.chosen)}>
                <h3 className="font-bold">{t("why")}</h3>
                <Reasons of={view.steps} />
              </Why>
            </p>
            <p className="font-bold text-2xl leading-tight">{methods(view.chosen)}</p>
            {view.beyond && chosen.advised && (
              <p className="mt-1 flex gap-1.5 text-hold text-sm">
                <TriangleAlertIcon aria-hidden="true" className="size-4 shrink-0" />
                {t("beyond")}
              </p>
            )}
            <dl className="mt-2 grid grid-cols-[6rem_1fr] gap-y-1 text-sm">
              <dt className="text-ink2">{t("steps")}</dt>
              <dd>{chosen.before.join(", ") || t("closing")}</dd>
              <dt className="text-ink2">{t("meanwhile")}</dt>
              <dd>{chosen.meanwhile === "nothing" ? t("nothing") : capital(chosen.meanwhile)}</dd>
              <dt className="text-ink2">{t("after")}</dt>
              <dd>{chosen.after.join(", ") || t("opening")}</dd>
            </dl>
            {mayRecord && <PutToSleep view={view} />}
          </Docket>
          {chosen.needs.length > 0 && (
            <div className="mt-3">
              <h2 className="!text-sm font-bold">{t("needs")}</h2>
              <ul className="grid gap-0.5 text-sm">
                {chosen.needs.map((need) => (
                  <li key={need.name} className={need.short ? "text-hold" : ""}>
                    {t("need", { words: need.words, held: need.heldWords })}
                    {need.short && need.orderBy && <b>, {t("orderBy", { day: need.orderBy })}</b>}
                  </li>
                ))}
              </ul>
            </div>
          )}
          {isRough && (
            <p className="mt-3 border-care border-l-4 pl-2 text-sm">
              {t("rough", { list: view.rough.join(", ") })}{" "}
              {maySetUp && (
                <Button look="quiet" size="small" onClick={() => setOpen("lines")}>
                  {t("roughFix")}
                </Button>
              )}
            </p>
          )}
          <p className="mt-3 flex flex-wrap gap-2">
            {view.flush && <Button onClick={() => setOpen("flush")}>{t("flush")}</Button>}
            <Button onClick={() => setOpen("costs")}>{t("costsOpen")}</Button>
            {maySetUp && !isRough && <Button onClick={() => setOpen("lines")}>{t("lines.open")}</Button>}
          </p>
        </section>
        <div className="grid min-w-0 content-start gap-4">
          <GapBar view={view} chosen={chosen} />
          <Methods view={view} />
        </div>
      </div>
      {view.back && <WayBack back={view.back} pinned={view.pinned} />}
      <Panel wide title={t("flush")} open={open === "flush"} onOpenChange={(on) => setOpen(on ? "flush" : null)}>
        {view.flush && <FlushTable flush={view.flush} />}
      </Panel>
      <Panel wide title={t("costs")} open={open === "costs"} onOpenChange={(on) => setOpen(on ? "costs" : null)}>
        <AliveOrAsleepView
          cost={view.cost}
          hours={view.gap.hours}
          asleepName={methods((asleep ?? chosen).regime)}
          asleepRisk={(asleep ?? chosen).risk}
          aliveRisk={view.aliveRisk}
        />
      </Panel>
      <Panel title={t("lines.title")} open={open === "lines"} onOpenChange={(on) => setOpen(on ? "lines" : null)}>
        <PlumbingForm view={view} done={() => setOpen(null)} />
      </Panel>
    </div>
  );
}

function WayBack({ back, pinned }: { back: NonNullable<StandbyView["back"]>; pinned: string | null }) {
  const t = useTranslations("idle");
  return (
    <section aria-label={t("back")}>
      <h2 className="!text-base flex items-center gap-2 font-bold">
        {t("back")}
        <Why label={t("back")} align="start">
          <Reasons of={[t("spare", { hours: back.spareHours, why: back.why }), pinned ? t("lastCheck", { when: pinned }) : t("noCheck")]} />
        </Why>
      </h2>
      <p>
        <b>{t("startBy", { when: back.startWords })}</b>{" "}
        {back.wasteMl > 0 && (
          <span className="text-ink2">{t("backTakes", { ink: Math.round(back.inkMl), waste: Math.round(back.wasteMl) })} </span>
        )}
        <span className={back.people.length ? "text-ink2" : "font-semibold text-hold"}>
          {back.people.length ? t("there", { names: back.people.join(", ") }) : t("nobody")}
        </span>
      </p>
      {back.ink.length > 0 && (
        <ul className="text-sm">
          {back.ink.map(({ words, short }) => (
            <li key={words} className={short ? "font-semibold text-hold" : "text-ink2"}>
              {words}
            </li>
          ))}
        </ul>
      )}
      <ol className="mt-1 border-ink border-t-[1.5px]">
        {back.steps.map((step) => (
          <li
            key={step.what}
            className="grid grid-cols-[10rem_4.5rem_1fr] gap-3 border-line border-b py-1.5 text-sm max-sm:grid-cols-1 max-sm:gap-0"
          >
            <span className="figure">{step.when}</span>
            <span className="figure text-right max-sm:text-left">{t("minutes", { minutes: Math.round(step.minutes) })}</span>
            <span>
              <b>{step.what}</b> <span className="text-ink2">{step.why}</span>
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}

/** Methods without a routine of their own are entered by hand; the others by the routine that ends in them. */
function PutToSleep({ view }: { view: StandbyView }) {
  const t = useTranslations("idle.sleep");
  const methods = useTranslations("standby.methods");
  const router = useRouter();
  const chosen = view.options.find(({ regime }) => regime === view.chosen);
  const method = methods(view.chosen);
  const byHand = ["powered", "wet", "solution"].includes(view.chosen);
  const tell = async (body: Record<string, unknown>, words: string) => {
    if (await enter({ kind: "sleep", machine: view.id, body }, words)) router.refresh();
  };
  const floor = (
    <a className={buttonLook("primary")} href={`/floor#/machine/${view.id}`}>
      {t("floor")}
    </a>
  );
  return (
    <div className="mt-3 grid gap-1.5">
      <p className="flex flex-wrap gap-2">
        {view.stored ? (
          <>
            {floor}
            <Button onClick={() => void tell({ event: "up" }, t("awake", { machine: view.name }))}>{t("up")}</Button>
          </>
        ) : byHand ? (
          <Button
            look="primary"
            onClick={() =>
              void tell(
                { event: "down", regime: view.chosen, ...(view.gap.to ? { until: view.gap.to.slice(0, 10) } : {}) },
                t("said", { machine: view.name, method }),
              )
            }
          >
            {t("down", { method })}
          </Button>
        ) : (
          view.chosen !== "night" && view.chosen !== "alive" && floor
        )}
      </p>
      <p className="text-ink2 text-sm">
        {view.stored
          ? t("upNote")
          : byHand
            ? `${t("downNote")}${view.chosen === "solution" ? ` ${t("downCap")}` : ""}`
            : view.chosen === "night" || view.chosen === "alive"
              ? t("night")
              : t("byRoutine", { routines: chosen?.before.join(", ") ?? "" })}
      </p>
    </div>
  );
}
