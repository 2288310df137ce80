"use client";
import { ArrowRightIcon, PrinterIcon, WandSparklesIcon } from "lucide-react";
import { useCallback, useMemo, useState } from "react";
import { useTranslations } from "use-intl";
import type { Role } from "../../core/fleet/vocabulary.ts";
import { mayDo } from "../../core/safety/who-may.ts";
import type { WeekView } from "../../work/rounds/week.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Badge } from "../kit/chip.tsx";
import { Checkbox } from "../kit/field.tsx";
import { Initials } from "../kit/initials.tsx";
import { oneAtATime } from "../one-at-a-time.ts";
import { sayFault, trying } from "../say.ts";
import { ask, entryOf } from "../send.ts";
import { useLive } from "../use-live.ts";
import { sendWithUndo } from "../with-undo.ts";
import { LoadChart } from "./load-chart.tsx";
import { PlanFrame } from "./plan-frame.tsx";

/** The days ahead balanced inside windows: moves with reasons, taken all, some or none; load by person; six weeks by skill. */
export function WeekPage({ first, role }: { first: WeekView; role: Role }) {
  const t = useTranslations("plan.week");
  const plan = useTranslations("plan");
  const [view, setView] = useState(first);
  const [left, setLeft] = useState<string[]>([]);
  const mayPlan = mayDo(role, "plan");
  const load = useCallback(async () => {
    await trying(async () => {
      setView(await ask<WeekView>("/api/rounds/week"));
    });
  }, []);
  useLive(useMemo(() => () => void oneAtATime(load)(), [load]));
  const taken = view.moves.filter(({ key }) => !left.includes(key));
  const take = async () => {
    try {
      const entries = taken.map(({ machine, routine, from, to, why }) =>
        entryOf({ kind: "move", machine, routine, body: { due: from, to, reason: why.slice(0, 2000) } }),
      );
      await sendWithUndo(entries, {
        said: t("moved", { count: entries.length }),
        why: t("byMistake"),
        after: async () => {
          setLeft([]);
          await load();
        },
      });
    } catch (error) {
      sayFault(error);
      await load();
    }
  };
  const skills = [...new Set(view.weeks.flatMap(({ load: minutes }) => Object.keys(minutes)))].sort();
  const lacking = view.weeks.filter(({ lacks }) => lacks);
  const worst = [...view.days].sort((a, b) => b.before - b.capacity - (a.before - a.capacity))[0];
  const over = worst && worst.before > worst.capacity ? worst.before - worst.capacity : 0;
  return (
    <PlanFrame
      way="week"
      number={over || null}
      title={over && worst ? t("over", { day: worst.words }) : t("fits")}
      more={over ? t("overMoves", { count: view.moves.length }) : t("fitsMoves", { count: view.moves.length })}
      actions={
        <>
          <a href="/rounds-month" className={buttonLook()}>
            <PrinterIcon aria-hidden="true" />
            {plan("print")}
          </a>
          {mayPlan && view.moves.length > 0 && (
            <Button look="primary" disabled={taken.length === 0} onClick={() => void take()}>
              <WandSparklesIcon aria-hidden="true" />
              {t("move", { count: taken.length })}
            </Button>
          )}
        </>
      }
    >
      <div className="grid gap-x-6 gap-y-6 xl:grid-cols-[minmax(0,1fr)_330px]">
        <div className="grid min-w-0 content-start gap-6">
          <Days view={view} />
          <People view={view} />
        </div>
        <section aria-label={t("moves")} className="h-fit rounded-[6px] border border-line bg-card p-3.5">
          <h2 className="!text-base flex items-center gap-2 border-line border-b pb-1 font-bold">
            {t("moves")} <Badge>{view.moves.length}</Badge>
            {mayPlan && view.moves.length > 0 && (
              <Button
                size="small"
                look="quiet"
                className="ml-auto"
                onClick={() => setLeft(left.length ? [] : view.moves.map(({ key }) => key))}
              >
                {left.length ? t("all") : t("none")}
              </Button>
            )}
          </h2>
          {view.moves.length === 0 && <p className="py-1.5 text-ink2 text-sm">{t("fitsMoves", { count: 0 })}</p>}
          <ul className="max-h-[34rem] divide-y divide-line overflow-y-auto">
            {view.moves.map(({ key, name, machineName, fromWords, toWords, minutes, why }) => (
              <li key={key} className="py-1" title={`${why}.`}>
                <Checkbox
                  disabled={!mayPlan}
                  checked={!left.includes(key)}
                  onChange={() => setLeft(left.includes(key) ? left.filter((each) => each !== key) : [...left, key])}
                  className="w-full"
                  label={
                    <span className="grid">
                      <span>
                        <b>{machineName}</b> {name}
                      </span>
                      <span className="flex items-center gap-1 text-ink2 text-xs">
                        {t("sum", { minutes })}, {fromWords} <ArrowRightIcon aria-label={t("toDay")} className="size-3" /> <b>{toWords}</b>
                      </span>
                    </span>
                  }
                />
              </li>
            ))}
          </ul>
        </section>
      </div>
      <section aria-label={t("six")} className="mt-6">
        <h2 className="!text-base border-ink border-b-[1.5px] pb-1 font-bold">{t("six")}</h2>
        {lacking.length === 0 ? (
          <p className="py-1.5 text-sm">{t("allFits")}</p>
        ) : (
          <ul className="py-1.5 text-hold text-sm">
            {lacking.map(({ from, words, lacks }) => (
              <li key={from}>
                {t("short", {
                  week: words,
                  skills: lacks?.skills.map((skill) => skill || t("anyone")).join(" and ") ?? "",
                  load: Math.round(lacks?.loadMinutes ?? 0),
                  free: Math.round(lacks?.capacityMinutes ?? 0),
                })}
              </li>
            ))}
          </ul>
        )}
        <div className="mt-2 grid gap-4 md:grid-cols-2 xl:grid-cols-3">
          {skills.map((skill) => (
            <LoadChart key={skill} weeks={view.weeks} skill={skill} />
          ))}
        </div>
      </section>
    </PlanFrame>
  );
}

const TALL = 96;

/** Hands a day as columns: as it is now, open; balanced, solid; the line is what people have free. */
function Days({ view }: { view: WeekView }) {
  const t = useTranslations("plan.week");
  const most = Math.max(60, ...view.days.map(({ before, after, capacity }) => Math.max(before, after, Math.min(capacity, before * 2))));
  const high = (minutes: number) => (TALL * Math.min(minutes, most)) / most;
  return (
    <section aria-label={t("title")}>
      <h2 className="!text-base flex flex-wrap items-center gap-x-4 border-ink border-b-[1.5px] pb-1 font-bold">
        {t("title")}
        <span className="ml-auto flex gap-3 font-semibold text-[13px]" aria-hidden="true">
          <span className="flex items-center gap-1.5">
            <i className="h-3 w-4 border-[1.5px] border-ink border-dashed" />
            {t("now")}
          </span>
          <span className="flex items-center gap-1.5">
            <i className="h-3 w-4 bg-ink" />
            {t("balanced")}
          </span>
          <span className="flex items-center gap-1.5">
            <i className="h-0.5 w-5 bg-accent" />
            {t("free")}
          </span>
        </span>
      </h2>
      <ol className="grid grid-flow-col auto-cols-fr">
        {view.days.map(({ day, words, works, before, after, capacity, there }, at) => (
          <li
            key={day}
            className={`border-line border-r px-1.5 py-1.5 text-center text-xs ${works ? "" : "bg-well"} ${before > capacity ? "bg-hold-wash" : ""}`}
            title={there.length ? t("there", { names: there.join(", ") }) : t("nobodyThere")}
          >
            <span className="relative block" style={{ height: TALL + 4 }} aria-hidden="true">
              <span
                className="absolute bottom-0 left-[15%] w-[34%] border-[1.5px] border-ink border-dashed"
                style={{ height: high(before) }}
              />
              <span
                className={`absolute bottom-0 left-[52%] w-[34%] ${after > capacity ? "bg-hold-fill" : "bg-ink"}`}
                style={{ height: high(after) }}
              />
              {capacity > 0 && capacity <= most && (
                <span className="absolute inset-x-0 border-accent border-t-2" style={{ bottom: high(capacity) }} />
              )}
            </span>
            <b className={`block whitespace-nowrap ${at === 0 ? "text-accent" : ""}`}>{words.split(" ").slice(0, 2).join(" ")}</b>
            <span className="figure block">
              {before} → {after}
            </span>
          </li>
        ))}
      </ol>
      <p className="mt-1 text-ink3 text-xs">{t("careShare", { percent: Math.round(view.careShare * 100) })}</p>
    </section>
  );
}

/** What each person has on each day against what they have free: solid is fixed, dashed may move, red is over. */
function People({ view }: { view: WeekView }) {
  const t = useTranslations("plan.week");
  const most = Math.max(
    60,
    ...view.people.flatMap(({ days }) =>
      days.map(({ fixedMinutes, movableMinutes, freeMinutes }) => Math.max(fixedMinutes + movableMinutes, freeMinutes ?? 0)),
    ),
  );
  const wide = (minutes: number) => `${(100 * minutes) / most}%`;
  return (
    <section aria-label={t("people")} className="overflow-x-auto">
      <h2 className="!text-base border-ink border-b-[1.5px] pb-1 font-bold">{t("people")}</h2>
      <table className="w-full min-w-[640px] table-fixed text-sm">
        <thead>
          <tr className="text-left text-ink3 text-xs">
            <th scope="col" className="w-36 py-1 font-semibold">
              {t("person")}
            </th>
            {view.days.map(({ day, words, works }) => (
              <th key={day} scope="col" className={`px-1 font-semibold ${works ? "" : "bg-well"}`}>
                {words.split(" ").slice(0, 2).join(" ")}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {view.people.map(({ id, name, days }) => (
            <tr key={id} className="border-line border-t">
              <th scope="row" className="py-1.5 text-left">
                <span className="flex items-center gap-2">
                  <Initials name={name} />
                  <span className="truncate">{name.split(" ")[0]}</span>
                </span>
              </th>
              {days.map(({ fixedMinutes, movableMinutes, freeMinutes }, at) => {
                const all = fixedMinutes + movableMinutes;
                const over = freeMinutes !== null && all > freeMinutes ? all - freeMinutes : 0;
                return (
                  <td key={view.days[at]?.day} className={`px-1 ${freeMinutes === null ? "bg-well" : over ? "bg-hold-wash" : ""}`}>
                    <span className="relative block h-3" aria-hidden="true">
                      <span className="absolute inset-y-0 left-0 bg-ink" style={{ width: wide(fixedMinutes) }} />
                      <span
                        className={`absolute inset-y-0 border-[1.5px] border-dashed ${over ? "border-hold" : "border-ink"}`}
                        style={{ left: wide(fixedMinutes), width: wide(movableMinutes), borderWidth: movableMinutes ? undefined : 0 }}
                      />
                      {freeMinutes !== null && (
                        <span className="absolute -inset-y-0.5 border-ink border-l-2" style={{ left: wide(freeMinutes) }} />
                      )}
                    </span>
                    <span className="figure">{all || "–"}</span>{" "}
                    {over > 0 && <b className="text-hold text-xs">{t("overBy", { minutes: over })}</b>}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
