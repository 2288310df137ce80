"use client";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { toast } from "sonner";
import type { Role } from "../../core/fleet/vocabulary.ts";
import { changesBetween, firstPerson, moved, swapped } from "../../core/rounds/by-hand.ts";
import { costParts } from "../../core/rounds/cost.ts";
import type { LeastChange } from "../../core/rounds/left-out.ts";
import type { PlannedTask, RoundPlan, RoundProblem } from "../../core/rounds/problem.ts";
import { mayDo } from "../../core/safety/who-may.ts";
import type { RoundView } from "../../work/rounds/rounds.ts";
import type { ShortHanded } from "../../work/rounds/short-handed.ts";
import { oneAtATime } from "../one-at-a-time.ts";
import { sayFault, trying } from "../say.ts";
import { ask } from "../send.ts";
import { useLive } from "../use-live.ts";
import { RoundExtras } from "./extras.tsx";
import { costWords, endOf, misfits, toldBy } from "./in-force.ts";
import { Changes, LeftOut, PutOff } from "./lists.tsx";
import { Otherwise } from "./otherwise.tsx";
import { type Carry, RoundChart } from "./round-chart.tsx";
import { RoundTask } from "./round-task.tsx";
import { wordsOf } from "./round-words.ts";
import { usePlanner } from "./use-planner.ts";

type Draft = {
  tasks: PlannedTask[];
  leftOut: RoundPlan["leftOut"];
  changes: Record<string, LeastChange>;
  locked: string[];
  /** The minute it was made at. */
  at: number;
  words: string;
  /** Mended by itself and not touched since: the next news mends it again. */
  auto?: boolean;
  shortHanded?: { there: { person: string; minutes: number }[]; deferred: ShortHanded["deferred"]; kept: ShortHanded["kept"] };
};

/** Who does what, when: planned by one press, looked at, changed by hand, put in force, mended when the day goes otherwise. */
export function RoundsPage({ first, role }: { first: RoundView; role: Role }) {
  const [view, setView] = useState(first);
  const [draft, setDraft] = useState<Draft | null>(null);
  const [undo, setUndo] = useState<Draft[]>([]);
  const [chosen, setChosen] = useState<string | null>(null);
  const mayPlan = mayDo(role, "plan");
  const words = useMemo(() => wordsOf(view), [view]);
  const clock = useMemo(() => ({ zero: view.zero, timeZone: view.timeZone }), [view.zero, view.timeZone]);
  const { planning, plan, takeBest, giveUp } = usePlanner(clock);
  const { problem } = view;
  const told = useMemo(() => toldBy(view), [view]);
  // Of it, what is still to be done.
  const kept = useMemo(() => {
    const known = new Set(view.problem.tasks.map(({ id }) => id));
    return view.round && told.filter(({ id }) => known.has(id));
  }, [told, view]);
  // Does the round in force still fit the shop as it is? Something may break a rule, have come in or be gone.
  const broken = useMemo(() => (kept ? misfits(view, kept, words) : []), [view, kept, words]);
  const shown = planning?.best?.tasks ?? draft?.tasks ?? kept ?? [];
  const locked = useMemo(() => new Set(draft?.locked ?? view.round?.body.locked ?? []), [draft, view.round]);
  const parts = costParts(problem, { tasks: shown });

  const load = useCallback(async (asked: { day: string; what: string; safe: boolean }) => {
    await trying(async () => {
      setView(await ask<RoundView>(`/api/rounds?on=${asked.day}&what=${encodeURIComponent(asked.what)}${asked.safe ? "&safe=1" : ""}`));
    });
  }, []);
  const asked = useRef({ day: view.day, what: view.what, safe: view.safe });
  asked.current = { day: view.day, what: view.what, safe: view.safe };
  const again = useMemo(() => oneAtATime(() => load(asked.current)), [load]);
  useLive(() => void again());

  const planIt = useCallback(
    async (
      asPlanned: RoundProblem,
      said: string,
      keep: string[] = [],
      { needed, ...more }: Pick<Draft, "shortHanded" | "auto"> & { needed?: string } = {},
    ) => {
      const planned = await plan(asPlanned);
      if (!planned) return;
      const missed = planned.plan.leftOut.find(({ id }) => id === needed);
      if (missed) return void toast.error(`There is no room there for ${words.work(missed.id)}: ${missed.why}.`);
      setUndo([]);
      setDraft({
        tasks: planned.plan.tasks,
        leftOut: planned.plan.leftOut,
        changes: planned.changes,
        locked: keep,
        at: asPlanned.now ?? 0,
        ...more,
        words: `${said}${planned.plan.provenBest ? " No plan is better: proven." : ` No plan can cost less than ${Math.round((planned.plan.lowerBound / Math.max(planned.plan.cost, 1e-9)) * 100)} % of it.`}`,
      });
    },
    [plan, words],
  );
  const anew = () => void planIt({ ...problem, promised: [] }, "Planned from what is due.");
  const mend = useCallback(
    (auto: boolean) => void planIt(problem, "Mended: what was told to people stays where it can.", [], { auto }),
    [planIt, problem],
  );

  // What starts late or runs over moves the rest: the round in force is mended as soon as it no longer fits.
  const mended = useRef("");
  useEffect(() => {
    const mark = `${view.round?.id}/${view.seq}`;
    if (!mayPlan || (draft && !draft.auto) || !kept || broken.length === 0 || mended.current === mark) return;
    mended.current = mark;
    mend(true);
  }, [broken, draft, kept, mayPlan, mend, view.round?.id, view.seq]);

  const keepTheLeast = async (there: Map<string, number>) => {
    await trying(async () => {
      const asked = [...there].map(([person, minutes]) => `${person}:${minutes}`).join(",");
      const least = await ask<ShortHanded>(
        `/api/rounds/short-handed?on=${view.day}&there=${encodeURIComponent(asked)}${view.safe ? "&safe=1" : ""}`,
      );
      await planIt(least.problem, `The least that can be defended: ${least.kept.length} kept, ${least.deferred.length} put off.`, [], {
        shortHanded: {
          there: [...there].map(([person, minutes]) => ({ person, minutes })),
          deferred: least.deferred,
          kept: least.kept,
        },
      });
    });
  };

  const withLocks = useCallback(
    (tasks: readonly PlannedTask[], keys: readonly string[]): RoundProblem => ({
      ...problem,
      tasks: problem.tasks.map((task) => {
        const lies = keys.includes(task.id) ? tasks.find(({ id }) => id === task.id) : undefined;
        const person = firstPerson(lies);
        return lies && person && !problem.begun?.some((each) => each.task === task.id)
          ? { ...task, earliest: lies.stretches[0]?.start ?? 0, latest: lies.stretches.at(-1)?.end ?? problem.horizon, fixedTo: person }
          : task;
      }),
    }),
    [problem],
  );
  const current = (): Draft =>
    draft ?? {
      tasks: kept ?? [],
      leftOut: view.round?.body.leftOut.map(({ key, why }) => ({ id: key, why })) ?? [],
      changes: {},
      locked: [...locked],
      at: problem.now ?? 0,
      words: "",
    };
  const change = (tasks: PlannedTask[], said: string, keep = current().locked) => {
    setUndo((before) => [...before.slice(-19), current()]);
    setDraft({ ...current(), tasks, locked: keep, at: problem.now ?? 0, words: said, auto: false });
  };
  const weigh = (carry: Carry) => {
    const { broken: rules, costsMore } = moved(problem, { tasks: shown }, carry.id, carry, words);
    return rules[0] ? { broken: true, words: rules[0].why } : { broken: false, words: costWords(costsMore) };
  };
  const drop = (carry: Carry) => {
    const result = moved(problem, { tasks: shown }, carry.id, carry, words);
    if (result.broken[0]) return void toast.error(`${words.work(carry.id)} stays where it was: ${result.broken[0].why}.`);
    change(result.tasks, `${words.work(carry.id)} laid by hand: ${costWords(result.costsMore)}.`);
  };
  const swap = (one: string, other: string) => {
    const result = swapped(problem, { tasks: shown }, one, other, words);
    if (result.broken[0]) return void toast.error(`They stay as they were: ${result.broken[0].why}.`);
    change(result.tasks, `${words.work(one)} and ${words.work(other)} exchanged: ${costWords(result.costsMore)}.`);
  };
  const lock = (id: string) => {
    const keys = locked.has(id) ? [...locked].filter((each) => each !== id) : [...locked, id];
    change([...shown], locked.has(id) ? "" : `${words.work(id)} is locked: planning goes round it.`, keys);
  };
  const makeRoom = (carry: Carry) => {
    const laid = moved(problem, { tasks: shown }, carry.id, carry, words).tasks;
    const keys = [...new Set([...locked, carry.id])];
    const promised = shown.flatMap((task) => {
      const person = firstPerson(task);
      return person && task.id !== carry.id ? [{ task: task.id, person, start: task.stretches[0]?.start ?? 0 }] : [];
    });
    void planIt({ ...withLocks(laid, keys), promised }, `Room made for ${words.work(carry.id)}.`, keys, { needed: carry.id });
  };
  const putInForce = async () => {
    if (!draft) return;
    try {
      const { given } = await ask<{ given: number }>("/api/rounds", {
        body: {
          at: draft.at,
          round: {
            day: view.day,
            what: draft.shortHanded ? "day" : view.what,
            zero: view.zero,
            tasks: draft.tasks.map(({ id, stretches }) => {
              const task = view.tasks[id];
              return {
                key: id,
                ...(task?.machine ? { machine: task.machine } : {}),
                ...(task?.routine ? { routine: task.routine } : {}),
                stretches,
              };
            }),
            leftOut: draft.leftOut.map(({ id, why }) => ({ key: id, why: why.slice(0, 500) })),
            locked: draft.locked.filter((key) => draft.tasks.some(({ id }) => id === key)),
            ...(view.safe ? { safe: true } : {}),
            ...(draft.shortHanded
              ? {
                  shortHanded: {
                    there: draft.shortHanded.there,
                    deferred: draft.shortHanded.deferred.map((each) => ({ ...each, risk: each.risk.slice(0, 500) })),
                  },
                }
              : {}),
          },
        },
      });
      setDraft(null);
      setUndo([]);
      await load(asked.current);
      toast(`The round is in force; ${given} ${given === 1 ? "piece" : "pieces"} of work given to people.`);
    } catch (error) {
      sayFault(error);
      await load(asked.current);
    }
  };
  const scope = (asks: Partial<typeof asked.current>) => {
    giveUp();
    setDraft(null);
    setChosen(null);
    void load({ ...asked.current, ...asks });
  };
  const selected = shown.find(({ id }) => id === chosen);
  const lastEnd = Math.max(0, ...shown.flatMap(({ stretches }) => stretches.map(({ end }) => end)));
  const hands = shown
    .flatMap(({ stretches }) => stretches.filter(({ person }) => person))
    .reduce((sum, { start, end }) => sum + end - start, 0);
  const lateTasks = shown.filter(({ id, stretches }) => {
    const due = problem.tasks.find((task) => task.id === id)?.due;
    return due != null && (stretches.at(-1)?.end ?? 0) > due;
  });
  return (
    <main className="px-4 py-3">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1>Rounds</h1>
        <label>
          <span className="sr-only">Day</span>
          <select value={view.day} onChange={(event) => scope({ day: event.target.value })} className="field">
            {view.days.map(({ day, words: spoken, works }) => (
              <option key={day} value={day}>
                {day === view.today ? "today, " : ""}
                {spoken}
                {works ? "" : " (day off)"}
              </option>
            ))}
          </select>
        </label>
        <fieldset className="flex flex-wrap gap-1">
          <legend className="sr-only">What is planned</legend>
          {view.scopes.map(({ id, words: spoken, open }) => (
            <button
              key={id}
              type="button"
              aria-pressed={id === view.what}
              onClick={() => scope({ what: id })}
              className={`press ${id === view.what ? "border-2 border-accent" : ""}`}
            >
              {spoken} <span className="figure text-ink2">{open}</span>
            </button>
          ))}
        </fieldset>
        <label className="flex items-center gap-1.5" title="Each piece of work is given as much time as four of its five last runs took">
          <input type="checkbox" checked={view.safe} onChange={(event) => scope({ safe: event.target.checked })} /> on the safe side
        </label>
        {mayPlan && (
          <span className="ml-auto flex gap-2">
            {planning ? (
              <>
                <button type="button" className="press press-main" onClick={takeBest} disabled={!planning.best}>
                  Take the best so far
                </button>
                <button type="button" className="press" onClick={giveUp}>
                  Cancel
                </button>
              </>
            ) : (
              <>
                {kept && !draft && (
                  <button type="button" className="press" onClick={() => mend(false)}>
                    Mend the round
                  </button>
                )}
                <button type="button" className={`press ${draft ? "" : "press-main"}`} onClick={anew} disabled={problem.tasks.length === 0}>
                  {kept || draft ? "Plan anew" : "Plan the round"}
                </button>
                {draft && (
                  <>
                    <button type="button" className="press" onClick={() => setDraft(null)}>
                      Throw away
                    </button>
                    <button type="button" className="press press-main" onClick={() => void putInForce()}>
                      Put in force
                    </button>
                  </>
                )}
              </>
            )}
          </span>
        )}
      </div>
      <p className="mt-2 min-h-6" aria-live="polite">
        {planning ? (
          <>
            Planning {Math.round(planning.share * 100)} %
            {planning.best &&
              `: so far ${planning.best.leftOut.length} left out, the last ends at ${words.minute(endOf(planning.best.tasks))}`}
          </>
        ) : draft ? (
          <>
            <strong className="font-semibold">Not in force yet.</strong> {draft.words}{" "}
            {undo.length > 0 && (
              <button
                type="button"
                className="text-accent underline"
                onClick={() => {
                  setDraft(undo.at(-1) ?? null);
                  setUndo(undo.slice(0, -1));
                }}
              >
                Undo
              </button>
            )}
          </>
        ) : view.round ? (
          <>
            In force since {view.round.at}, by {view.round.by}.
            {broken.length > 0 && (
              <span className="text-hold">
                {" "}
                It no longer fits: {broken[0]?.task ? `${words.work(broken[0].task)} ` : ""}
                {broken[0]?.why}.
              </span>
            )}
          </>
        ) : problem.tasks.length === 0 ? (
          "Nothing is due that a round could be made of."
        ) : (
          `${problem.tasks.length} pieces of work are due. One press plans who goes where in which order.`
        )}
      </p>
      {shown.length > 0 && (
        <>
          <p className="figure mb-2 flex flex-wrap gap-x-5 text-ink2">
            <span>last ends {words.minute(lastEnd)}</span>
            <span>{hands} min hands-on</span>
            <span>{Math.round(parts.walking * 10)} min walking</span>
            <span className={lateTasks.length ? "text-hold" : ""}>{lateTasks.length} late</span>
            <span>cost {Math.round(Object.values(parts).reduce((sum, each) => sum + each, 0))}</span>
          </p>
          <RoundChart
            view={view}
            problem={problem}
            tasks={shown}
            words={words}
            locked={locked}
            chosen={chosen}
            choose={setChosen}
            mayMove={mayPlan && !planning}
            weigh={weigh}
            drop={drop}
          />
        </>
      )}
      <div className="mt-3 grid gap-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
        {selected && (
          <RoundTask
            key={selected.id}
            view={view}
            problem={problem}
            tasks={shown}
            task={selected}
            words={words}
            locked={locked.has(selected.id)}
            mayPlan={mayPlan && !planning}
            lock={lock}
            drop={drop}
            swap={swap}
            makeRoom={makeRoom}
          />
        )}
        <div className="grid h-fit gap-4">
          {draft && kept && <Changes changes={changesBetween(told, draft.tasks)} words={words} />}
          {(draft?.shortHanded ?? view.round?.body.shortHanded) && (
            <PutOff
              deferred={(draft?.shortHanded ?? view.round?.body.shortHanded)?.deferred ?? []}
              kept={draft?.shortHanded?.kept ?? []}
              words={words}
            />
          )}
          <LeftOut leftOut={draft?.leftOut ?? current().leftOut} changes={draft?.changes ?? {}} words={words} known={view.tasks} />
        </div>
      </div>
      {mayPlan && <Otherwise view={view} shortHanded={(there) => void keepTheLeast(there)} />}
      <RoundExtras view={view} role={role} done={() => void again()} />
    </main>
  );
}
