"use client";
import { useState } from "react";
import { firstPerson, moved, waitsFor } from "../../core/rounds/by-hand.ts";
import type { PlannedTask, RoundProblem } from "../../core/rounds/problem.ts";
import type { RoundView } from "../../work/rounds/rounds.ts";
import type { Carry } from "./round-chart.tsx";
import type { RoundWords } from "./round-words.ts";

/** One piece of work of a round: what it waits for, its stretches, and what may be done with it by hand. */
export function RoundTask({
  view,
  problem,
  tasks,
  task,
  words,
  locked,
  mayPlan,
  lock,
  drop,
  swap,
  makeRoom,
}: {
  view: RoundView;
  problem: RoundProblem;
  tasks: readonly PlannedTask[];
  task: PlannedTask;
  words: RoundWords;
  locked: boolean;
  mayPlan: boolean;
  lock: (id: string) => void;
  drop: (carry: Carry) => void;
  swap: (one: string, other: string) => void;
  makeRoom: (carry: Carry) => void;
}) {
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
  const stays = minute === start && to === person;
  return (
    <section aria-label={words.work(task.id)}>
      <h2 className="border-rule border-b pb-1">
        {known?.machineName} <span className="font-normal">{known?.name}</span>
      </h2>
      <p className="mt-1">
        {words.minute(start)} to {words.minute(end)}, {words.person(person)}
        {due != null &&
          (end > due ? (
            <span className="text-hold">
              ; {end - due} min late (due {words.minute(due)})
            </span>
          ) : (
            `; due ${words.minute(due)}`
          ))}
        {begun && "; under way"}
      </p>
      <p className="mt-1 text-ink2">
        {begun
          ? "What has begun stays as it is."
          : waits
            ? `A minute earlier won't do: ${waits}.`
            : "It might be earlier; nothing would be won by it."}
      </p>
      <ol className="mt-1 text-sm">
        {task.stretches.map((stretch) => (
          <li key={`${stretch.start}/${stretch.person}`} className="flex gap-2">
            <span className="figure w-28">
              {words.minute(stretch.start)} – {words.minute(stretch.end)}
            </span>
            {stretch.person
              ? `${words.person(stretch.person)}'s hands, ${stretch.end - stretch.start} min`
              : `the machine by itself, ${stretch.end - stretch.start} min`}
          </li>
        ))}
      </ol>
      <p className="mt-1 text-ink2 text-sm">How long: {known?.duration}.</p>
      {mayPlan && !begun && (
        <div className="mt-2 flex flex-wrap items-end gap-2">
          <button type="button" className="press" aria-pressed={locked} onClick={() => lock(task.id)}>
            {locked ? "Unlock" : "Lock"}
          </button>
          {!locked && (
            <>
              <label className="grid">
                <span className="text-ink2 text-sm">Start</span>
                <input type="time" className="field" value={time} onChange={(event) => setTime(event.target.value)} />
              </label>
              <label className="grid">
                <span className="text-ink2 text-sm">Who</span>
                <select className="field" value={to} onChange={(event) => setTo(event.target.value)}>
                  {problem.people.map(({ id }) => (
                    <option key={id} value={id}>
                      {words.person(id)}
                    </option>
                  ))}
                </select>
              </label>
              <button type="button" className="press" disabled={!result || stays} onClick={() => drop(carry)}>
                Lay it there
              </button>
              <button
                type="button"
                className="press"
                disabled={!result || stays}
                onClick={() => makeRoom(carry)}
                title="The rest goes round it, what people were told first"
              >
                Make room for it there
              </button>
              <label className="grid">
                <span className="text-ink2 text-sm">Exchange people with</span>
                <select className="field max-w-56" value="" onChange={(event) => event.target.value && swap(task.id, event.target.value)}>
                  <option value="">…</option>
                  {tasks
                    .filter(
                      (other) =>
                        other.id !== task.id && firstPerson(other) !== person && !problem.begun?.some((each) => each.task === other.id),
                    )
                    .map(({ id }) => (
                      <option key={id} value={id}>
                        {words.work(id)}
                      </option>
                    ))}
                </select>
              </label>
            </>
          )}
        </div>
      )}
      {mayPlan && !begun && !locked && !stays && (
        <p className={`mt-1 ${result?.broken.length ? "text-hold" : ""}`}>
          {!result
            ? "That time is not in this round."
            : result.broken[0]
              ? `There it breaks a rule: ${result.broken[0].task === task.id ? "" : `${words.work(result.broken[0].task)} `}${result.broken[0].why}.`
              : `There it costs ${Math.round(result.costsMore * 10) / 10} more.`}
        </p>
      )}
    </section>
  );
}

/** The round's minute of a clock time; of a round past midnight the first that shows it. */
function minuteOfClock(time: string, words: RoundWords, horizon: number): number | undefined {
  for (let minute = 0; minute <= horizon; minute++) if (words.minute(minute) === time) return minute;
  return undefined;
}
