"use client";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { firstPerson, moved, waitsFor } from "../../core/rounds/by-hand.ts";
import type { PlannedTask, RoundProblem } from "../../core/rounds/problem.ts";
import type { RoundView } from "../../work/rounds/rounds.ts";
import { Button } from "../kit/button.tsx";
import { Combobox } from "../kit/combobox.tsx";
import { Field } from "../kit/field.tsx";
import { Select } from "../kit/select.tsx";
import { TimeInput } from "../kit/time-input.tsx";
import type { RoundWords } from "./round-words.ts";
import type { Carry } from "./timeline.tsx";

/** One job of a plan: what it waits for, its stretches, and what may be done with it by hand. */
export function JobPanel({
  view,
  problem,
  tasks,
  task,
  inPlan,
  words,
  locked,
  mayPlan,
  lock,
  drop,
  swap,
  makeRoom,
  costWords,
}: {
  view: RoundView;
  problem: RoundProblem;
  tasks: readonly PlannedTask[];
  task: PlannedTask;
  /** Otherwise it has no place in the plan yet, and `task` is where it would go. */
  inPlan: boolean;
  words: RoundWords;
  locked: boolean;
  mayPlan: boolean;
  lock: (id: string) => void;
  drop: (carry: Carry) => void;
  swap: (one: string, other: string) => void;
  makeRoom: (carry: Carry) => void;
  costWords: (more: number) => string;
}) {
  const t = useTranslations("plan.job");
  const start = task.stretches[0]?.start ?? 0;
  const person = firstPerson(task) ?? "";
  const [time, setTime] = useState(words.minute(start));
  const [to, setTo] = useState(person);
  const known = view.tasks[task.id];
  const begun = problem.begun?.some((each) => each.task === task.id) ?? false;
  const due = problem.tasks.find(({ id }) => id === task.id)?.due;
  const end = task.stretches.at(-1)?.end ?? 0;
  const waits = waitsFor(problem, { tasks }, task.id, words);
  const minute = minuteOfClock(time, words, problem.horizon);
  const carry: Carry = { id: task.id, start: minute ?? start, person: to };
  const result = minute === undefined ? undefined : moved(problem, { tasks }, task.id, carry, words);
  const stays = inPlan && minute === start && to === person;
  const others = tasks.filter(
    (other) => other.id !== task.id && firstPerson(other) !== person && !problem.begun?.some((each) => each.task === other.id),
  );
  return (
    <section aria-label={words.work(task.id)} className="grid gap-2 text-sm">
      <h2 className="!text-base font-bold">
        {known?.machineName} <span className="font-normal">{known?.name}</span>
      </h2>
      {!inPlan && <p>{t("notIn")}</p>}
      {inPlan && (
        <>
          <p>
            {t("when", { start: words.minute(start), end: words.minute(end), person: words.person(person) })}
            {due != null &&
              (end > due ? (
                <b className="text-hold">; {t("lateBy", { minutes: end - due, time: words.minute(due) })}</b>
              ) : (
                `; ${t("due", { time: words.minute(due) })}`
              ))}
            {begun && `; ${t("underWay")}`}
          </p>
          <ol>
            {task.stretches.map((stretch) => (
              <li key={`${stretch.start}/${stretch.person}`} className="flex gap-2">
                <span className="figure w-24 shrink-0">
                  {words.minute(stretch.start)}–{words.minute(stretch.end)}
                </span>
                {stretch.person
                  ? t("hands", { person: words.person(stretch.person), minutes: stretch.end - stretch.start })
                  : t("alone", { minutes: stretch.end - stretch.start })}
              </li>
            ))}
          </ol>
        </>
      )}
      {inPlan && <p className="text-ink2">{begun ? t("stays") : waits ? t("notEarlier", { why: waits }) : t("couldEarlier")}</p>}
      <p className="text-ink2">{t("howLong", { why: known?.duration ?? "" })}</p>
      {mayPlan && !begun && (
        <>
          {!locked && (
            <>
              <div className="grid grid-cols-[6rem_1fr] gap-2">
                <Field label={t("start")}>
                  <TimeInput value={time} onChange={setTime} />
                </Field>
                <Field label={t("who")}>
                  <Select value={to} onChange={setTo} options={problem.people.map(({ id }) => ({ value: id, name: words.person(id) }))} />
                </Field>
              </div>
              {!stays && (
                <p className={result?.broken.length ? "font-semibold text-hold" : ""}>
                  {!result
                    ? t("noTime")
                    : result.broken[0]
                      ? t("breaks", {
                          why: `${result.broken[0].task === task.id ? "" : `${words.work(result.broken[0].task)} `}${result.broken[0].why}`,
                        })
                      : !inPlan
                        ? t("fits")
                        : t("costs", { cost: costWords(result.costsMore).replace(/^it /, "") })}
                </p>
              )}
              <div className="flex flex-wrap gap-2">
                <Button size="small" disabled={!result || stays} onClick={() => drop(carry)}>
                  {inPlan ? t("move") : t("place")}
                </Button>
                <Button size="small" disabled={!result || stays} onClick={() => makeRoom(carry)} title={t("roomWhy")}>
                  {t("room")}
                </Button>
              </div>
              {inPlan && others.length > 0 && (
                <Field label={t("swap")}>
                  <Combobox
                    value=""
                    onChange={(other) => swap(task.id, other)}
                    placeholder={t("choose")}
                    options={others.map(({ id, ...other }) => ({
                      value: id,
                      name: words.work(id),
                      more: words.person(firstPerson({ id, ...other }) ?? ""),
                    }))}
                  />
                </Field>
              )}
            </>
          )}
          {inPlan && (
            <span>
              <Button size="small" aria-pressed={locked} onClick={() => lock(task.id)}>
                {locked ? t("unlock") : t("lock")}
              </Button>
            </span>
          )}
        </>
      )}
    </section>
  );
}

/** The plan's minute of a clock time; of a plan past midnight the first that shows it. */
function minuteOfClock(time: string, words: RoundWords, horizon: number): number | undefined {
  for (let minute = 0; minute <= horizon; minute++) if (words.minute(minute) === time) return minute;
  return undefined;
}
