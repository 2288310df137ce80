"use client";
import { PrinterIcon, SendIcon } from "lucide-react";
import { useCallback, useMemo, useRef, useState } from "react";
import { useTranslations } from "use-intl";
import { capital } from "../../core/capital.ts";
import type { Role } from "../../core/fleet/vocabulary.ts";
import { changesBetween, laidOut } from "../../core/rounds/by-hand.ts";
import { mayDo } from "../../core/safety/who-may.ts";
import type { RoundView } from "../../work/rounds/rounds.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Empty } from "../kit/card.tsx";
import { Progress } from "../kit/meter.tsx";
import { Select } from "../kit/select.tsx";
import { Switch } from "../kit/switch.tsx";
import { oneAtATime } from "../one-at-a-time.ts";
import { trying } from "../say.ts";
import { ask } from "../send.ts";
import { useLive } from "../use-live.ts";
import { AboutPlan } from "./about-plan.tsx";
import { DayBrush } from "./day-brush.tsx";
import { JobPanel } from "./job-panel.tsx";
import { Changes, LeftOut, PutOff } from "./lists.tsx";
import { NobodyYet } from "./nobody-yet.tsx";
import { PlanFrame } from "./plan-frame.tsx";
import { endOf } from "./published.ts";
import { wordsOf } from "./round-words.ts";
import { SomethingChanged } from "./something-changed.tsx";
import { Legend, Timeline } from "./timeline.tsx";
import { useDraft } from "./use-draft.ts";

/** Minutes that are seen at once at first. */
const AT_ONCE = 180;

type Scope = Pick<RoundView, "day" | "what" | "safe">;

/** Answers can overtake each other: of one scope, the older of two is dropped. */
const newer = (before: RoundView, read: RoundView) => (sameScope(before, read) && read.seq < before.seq ? before : read);
const sameScope = (one: Scope, other: Scope) => one.day === other.day && one.what === other.what && one.safe === other.safe;

/** Who does what, when: a plan is there when the page opens; one press publishes it, what changed since is repaired. */
export function TimelinePage({ first, role }: { first: RoundView; role: Role }) {
  const t = useTranslations("plan");
  const [view, setView] = useState(first);
  const [chosen, setChosen] = useState<string | null>(null);
  const [dragged, setDragged] = useState<string | null>(null);
  const [zoom, setZoom] = useState<[number, number] | null>(null);
  const mayPlan = mayDo(role, "plan");
  const words = useMemo(() => wordsOf(view), [view]);
  const { problem } = view;

  const wanted = useRef<Scope>(first);
  const load = useCallback(async (of?: string): Promise<boolean> => {
    if (of !== undefined) wanted.current = { ...wanted.current, what: of };
    const { day, what, safe } = wanted.current;
    return trying(async () => {
      const read = await ask<RoundView>(`/api/rounds?on=${day}&what=${encodeURIComponent(what)}${safe ? "&safe=1" : ""}`);
      setView((before) => (sameScope(wanted.current, read) ? newer(before, read) : before));
    });
  }, []);
  const again = useMemo(() => oneAtATime(async () => void (await load())), [load]);
  useLive(() => void again());
  const plan = useDraft({ view, words, mayPlan, reload: load });
  const { draft, shown, planning, kept, broken } = plan;
  const scope = async (asks: Partial<Scope>) => {
    plan.forget();
    setChosen(null);
    setZoom(null);
    wanted.current = { ...wanted.current, ...asks };
    if (!(await load())) wanted.current = view;
  };

  // What has no place yet is offered from now on, to the first who may do it.
  const placed = shown.find(({ id }) => id === chosen);
  const able = problem.people.find(
    ({ skills = [], shifts }) =>
      shifts.length > 0 && problem.tasks.find(({ id }) => id === chosen)?.skills?.every((skill) => skills.includes(skill)) !== false,
  );
  const selected = placed ?? (chosen && able ? laidOut(problem, chosen, { person: able.id }) : undefined);
  const lastEnd = endOf(shown);
  const late = shown.filter(({ id, stretches }) => {
    const due = problem.tasks.find((task) => task.id === id)?.due;
    return due != null && (stretches.at(-1)?.end ?? 0) > due;
  }).length;
  const nobody = problem.tasks.filter(({ id }) => view.tasks[id]?.person === null);
  const hands = shown
    .flatMap(({ stretches }) => stretches.filter(({ person }) => person))
    .reduce((sum, { start, end }) => sum + end - start, 0);
  const mayDrag = mayPlan && !planning;
  // Without a plan it can be made by hand, from now on.
  const byHand = mayDrag && shown.length === 0 && problem.tasks.length > 0;
  const firstStart = byHand
    ? (problem.now ?? 0)
    : Math.min(...shown.flatMap(({ stretches }) => stretches.map(({ start }) => start)), lastEnd);
  const dayEnd = Math.max(lastEnd + 5, firstStart + (byHand ? AT_ONCE : 60));
  const from = Math.max(0, Math.floor((firstStart - 3) / 5) * 5);
  const span: [number, number] = zoom ?? [from, Math.min(Math.ceil(dayEnd / 5) * 5, from + AT_ONCE)];
  const deferred = draft?.shortHanded ?? view.round?.body.shortHanded;
  return (
    <PlanFrame
      way="timeline"
      number={nobody.length}
      title={
        problem.tasks.length === 0
          ? t("answer.nothing")
          : nobody.length === 0
            ? t("answer.allGiven", { all: problem.tasks.length })
            : t("answer.nobody", { all: problem.tasks.length })
      }
      more={
        <p aria-live="polite" className="min-h-5">
          {planning ? (
            <>
              {t("status.planning", { percent: Math.round(planning.share * 100) })}
              {planning.best &&
                `; ${t("status.soFar", { left: planning.best.leftOut.length, end: words.minute(endOf(planning.best.tasks)) })}`}
            </>
          ) : draft ? (
            <>
              <b>{t("status.draft", { end: words.minute(lastEnd) })}</b> {t("status.late", { count: late })}{" "}
              {plan.undoLast && (
                <button type="button" className="font-semibold text-accent underline" onClick={plan.undoLast}>
                  {t("undo")}
                </button>
              )}
            </>
          ) : view.round ? (
            <>
              {t("status.published", { at: view.round.at, by: view.round.by })} {shown.length > 0 && t("status.late", { count: late })}
              {broken[0] && (
                <span className="text-hold">
                  {" "}
                  {t("status.notFitting", { why: `${broken[0].task ? `${words.work(broken[0].task)} ` : ""}${broken[0].why}` })}
                </span>
              )}
            </>
          ) : (
            problem.tasks.length > 0 &&
            (mayPlan ? t("status.ready", { count: problem.tasks.length }) : t("answer.hands", { minutes: hands }))
          )}
        </p>
      }
      actions={
        <>
          {mayPlan && (
            <SomethingChanged
              shape={{
                day: view.day,
                today: view.today,
                people: view.people,
                machines: Object.entries(view.machines).map(([id, name]) => ({ id, name })),
              }}
              keepTheLeast={(there) => void plan.keepTheLeast(there)}
            />
          )}
          {view.round && (
            <a href={`/round-sheets/${view.day}`} className={buttonLook()}>
              <PrinterIcon aria-hidden="true" />
              {t("print")}
            </a>
          )}
          {mayPlan && planning && (
            <>
              <Button onClick={plan.takeBest} disabled={!planning.best}>
                {t("takeBest")}
              </Button>
              <Button onClick={plan.giveUp}>{t("cancel")}</Button>
            </>
          )}
          {mayPlan && !planning && (
            <>
              {kept && !draft && kept.length > 0 && <Button onClick={plan.repair}>{t("fix")}</Button>}
              <Button onClick={plan.again} disabled={problem.tasks.length === 0}>
                {t("again")}
              </Button>
              {draft && (
                <>
                  <Button onClick={plan.discard}>{t("discard")}</Button>
                  <Button look="primary" onClick={() => void plan.publish()}>
                    <SendIcon aria-hidden="true" />
                    {t("publish")}
                  </Button>
                </>
              )}
            </>
          )}
          <AboutPlan view={view} role={role} done={() => void again()} />
        </>
      }
      day={{ value: view.day, today: view.today, days: view.days, onChange: (day) => void scope({ day }) }}
      tools={
        <>
          <Select
            label={t("what")}
            value={view.what}
            onChange={(what) => void scope({ what })}
            className="!w-32"
            options={view.scopes.map(({ id, words: name, open }) => ({
              value: id,
              name: capital(name),
              more: <span className="figure">{open}</span>,
            }))}
          />
          <Switch label={t("extraTime")} title={t("extraTimeWhy")} checked={view.safe} onChange={(safe) => void scope({ safe })} />
          <Legend />
        </>
      }
    >
      {planning && shown.length === 0 && (
        <div className="max-w-md py-6">
          <Progress share={planning.share} label={t("status.plan")} />
        </div>
      )}
      {!planning && shown.length === 0 && problem.tasks.length === 0 && <Empty title={t("answer.nothing")} />}
      <div className="grid gap-5 xl:grid-cols-[minmax(0,1fr)_270px]">
        <div className="min-w-0">
          {(shown.length > 0 || byHand) && (
            <>
              {shown.length > 0 && dayEnd - from > AT_ONCE && (
                <div className="flex items-end">
                  <Button size="small" look="quiet" className="!absolute" onClick={() => setZoom([0, Math.ceil(dayEnd / 5) * 5])}>
                    {t("chart.allDay")}
                  </Button>
                  <div className="grow">
                    <DayBrush tasks={shown} until={Math.ceil(dayEnd / 30) * 30} span={span} onSpan={setZoom} words={words} />
                  </div>
                </div>
              )}
              <Timeline
                view={view}
                problem={problem}
                tasks={shown}
                words={words}
                locked={plan.locked}
                chosen={chosen}
                choose={setChosen}
                mayMove={mayDrag}
                span={span}
                weigh={plan.weigh}
                drop={(carry) => {
                  // What is in view stays in view.
                  setZoom(span);
                  plan.drop(carry);
                }}
                dragged={dragged}
              />
            </>
          )}
        </div>
        {(shown.length > 0 || byHand || plan.leftOut.length > 0) && (
          <aside className="grid h-fit gap-4 rounded-[6px] border border-line bg-card p-3.5 empty:hidden">
            {draft?.words && <p className="text-ink2 text-xs">{draft.words}</p>}
            {selected && (
              <JobPanel
                key={`${selected.id}/${selected.stretches[0]?.start}`}
                view={view}
                problem={problem}
                tasks={shown}
                task={selected}
                inPlan={placed !== undefined}
                words={words}
                locked={plan.locked.has(selected.id)}
                mayPlan={mayDrag}
                lock={plan.lock}
                drop={plan.drop}
                swap={plan.swap}
                makeRoom={plan.makeRoom}
                costWords={plan.costWords}
              />
            )}
            {draft && kept && kept.length > 0 && <Changes changes={changesBetween(plan.told, draft.tasks)} words={words} />}
            {deferred && <PutOff deferred={deferred.deferred} kept={draft?.shortHanded?.kept ?? []} words={words} />}
            <LeftOut
              leftOut={plan.leftOut}
              changes={draft?.changes ?? {}}
              words={words}
              known={view.tasks}
              choose={setChosen}
              drag={mayDrag ? setDragged : null}
            />
            <NobodyYet
              view={view}
              ids={nobody.map(({ id }) => id)}
              placed={new Set(shown.map(({ id }) => id))}
              choose={setChosen}
              drag={mayDrag ? setDragged : null}
            />
          </aside>
        )}
      </div>
    </PlanFrame>
  );
}
