"use client";
import Link from "next/link";
import { useTranslations } from "use-intl";
import type { SeasonRowView, SeasonView } from "../../work/standby/season.ts";
import type { SeasonChoice } from "../../work/standby/season-machine.ts";
import type { SeasonTaskView } from "../../work/standby/season-place.ts";
import { buttonLook } from "../kit/button.tsx";
import { Chip } from "../kit/chip.tsx";
import { Field } from "../kit/field.tsx";
import { Select } from "../kit/select.tsx";
import { Reasons } from "../kit/why.tsx";
import { useMoney } from "../use-money.ts";
import { RiskBar } from "./methods.tsx";

type Props = {
  row: SeasonRowView;
  view: SeasonView;
  mayPlan: boolean;
  busy: boolean;
  change: (machine: string, more: Partial<SeasonChoice>) => void;
};

/** One machine over the closure: its method and why, the work with its people, and what can be changed; the plan follows at once. */
export function SeasonMachinePanel({ row, view, mayPlan, busy, change }: Props) {
  const money = useMoney();
  const t = useTranslations("standby.closure");
  const methods = useTranslations("standby.methods");
  const recommended = row.regime === row.advised;
  const days = (list: { day: string; words: string }[], now: string) => [
    ...(list.some(({ day }) => day === now) ? [] : [{ value: now, name: now }]),
    ...list.map(({ day, words }) => ({ value: day, name: words })),
  ];
  return (
    <>
      <div>
        <p className="flex flex-wrap items-center gap-2">
          <b className="text-xl">{methods(row.regime)}</b>
          {recommended && <Chip tone="good">{t("recommended")}</Chip>}
        </p>
        {!recommended && <p className="text-care">{t("notRecommended", { method: methods(row.advised) })}</p>}
        {row.beyond && recommended && <p className="font-semibold text-hold">{t("beyond")}</p>}
        {row.rough && <p className="text-ink2 text-sm">{t("rough")}</p>}
        <p className="mt-1 flex items-center justify-between text-sm">
          <RiskBar risk={{ share: row.holdShare, low: row.holdLow, high: row.holdHigh, spells: row.holdSpells, why: row.risk }} />
          <span className="figure">{money(row.cents)}</span>
        </p>
      </div>
      <section aria-label={t("why")} className="text-sm">
        <h3 className="font-bold">{t("why")}</h3>
        <Reasons of={row.steps} />
      </section>
      <section aria-label={t("work")} className="text-sm">
        <h3 className="font-bold">{t("work")}</h3>
        <ul className="grid gap-1">
          <Work tasks={row.before} none={t("closingOnly")} />
          {row.emptyFirst && <li className="text-ink2">{row.emptyFirst}</li>}
          <Work tasks={row.after} none={t("openingOnly")} />
        </ul>
        <p className="mt-1">
          <b>{t("firstPrint", { when: row.printsBy ?? t("nobody") })}</b>
          {row.printsLate > 0 && <span className="text-hold"> {t("late", { minutes: row.printsLate })}</span>}
        </p>
        {row.leftOut.map(({ name, why }) => (
          <p key={name} className="text-hold">
            {t("doesNotFit")}: {why}
          </p>
        ))}
      </section>
      {mayPlan && (
        <fieldset disabled={busy} className="grid gap-2 border-line border-t pt-2">
          <legend className="sr-only">{t("change")}</legend>
          <Field label={t("method")}>
            <Select
              disabled={busy}
              value={row.regime}
              onChange={(regime) => change(row.machine, { regime: regime as SeasonRowView["regime"] })}
              options={(row.open.some(({ regime }) => regime === row.regime) ? row.open : [{ regime: row.regime }, ...row.open]).map(
                ({ regime }) => ({ value: regime, name: methods(regime), more: regime === row.advised ? t("recommended") : undefined }),
              )}
            />
          </Field>
          <div className="grid grid-cols-2 gap-2">
            <Field label={t("stops")}>
              <Select
                disabled={busy}
                value={row.stopsOn}
                onChange={(stopsOn) => change(row.machine, { stopsOn })}
                options={days(view.stopDays, row.stopsOn)}
              />
            </Field>
            <Field label={t("wakes")}>
              <Select
                disabled={busy}
                value={row.wakesOn}
                onChange={(wakesOn) => change(row.machine, { wakesOn })}
                options={days(view.wakeDays, row.wakesOn)}
              />
            </Field>
          </div>
          {row.before.length > 0 && (
            <Field label={t("who")}>
              <Select
                disabled={busy}
                none={t("anyone")}
                value={row.person ?? ""}
                onChange={(person) => change(row.machine, { person })}
                options={view.people.map(({ id, name }) => ({ value: id, name }))}
              />
            </Field>
          )}
        </fieldset>
      )}
      <Link href={`/machines/${row.machine}/idle?from=${row.stopsOn}T21:30`} prefetch={false} className={buttonLook("quiet")}>
        {t("openMachine")}
      </Link>
    </>
  );
}

function Work({ tasks, none }: { tasks: SeasonTaskView[]; none: string }) {
  const t = useTranslations("standby.closure");
  if (tasks.length === 0) return <li className="text-ink2">{none}</li>;
  return tasks.map((task) => (
    <li key={task.key}>
      <b>{task.name}</b>
      <span className="block text-ink2">
        {t("taskWho", { who: task.personName ?? t("nobody"), when: task.when, minutes: task.minutes })}
      </span>
      {task.late > 0 && <span className="text-hold">{t("late", { minutes: task.late })}</span>}
    </li>
  ));
}
