"use client";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useTranslations } from "use-intl";
import { brokenRules } from "../../core/rounds/broken-rules.ts";
import { firstPerson, moved, swapped } from "../../core/rounds/by-hand.ts";
import type { LeastChange } from "../../core/rounds/left-out.ts";
import type { PlannedTask, RoundPlan, RoundProblem } from "../../core/rounds/problem.ts";
import type { RoundView } from "../../work/rounds/rounds.ts";
import type { ShortHanded } from "../../work/rounds/short-handed.ts";
import { sayFault, trying } from "../say.ts";
import { ask } from "../send.ts";
import { toast } from "../toast.ts";
import { misfits, toldBy } from "./published.ts";
import type { RoundWords } from "./round-words.ts";
import type { Carry } from "./timeline.tsx";
import { usePlanner } from "./use-planner.ts";

export type Draft = {
  tasks: PlannedTask[];
  leftOut: RoundPlan["leftOut"];
  changes: Record<string, LeastChange>;
  locked: string[];
  /** The minute it was made at. */
  at: number;
  words: string;
  /** Made by itself and not touched since: the next news makes it again. */
  auto?: boolean;
  shortHanded?: { there: { person: string; minutes: number }[]; deferred: ShortHanded["deferred"]; kept: ShortHanded["kept"] };
};
const UNDOS = 19;

/**
 * A day's plan in the making: made by itself when the page opens, repaired by itself when what was published no longer fits,
 * changed by hand with undo, published.
 */
export function useDraft({
  view,
  words,
  mayPlan,
  reload,
}: {
  view: RoundView;
  words: RoundWords;
  mayPlan: boolean;
  /** Reads the plan again, of another part of the day where one is named. */
  reload: (what?: string) => Promise<unknown>;
}) {
  const t = useTranslations("plan");
  const [draft, setDraft] = useState<Draft | null>(null);
  const [undo, setUndo] = useState<Draft[]>([]);
  const clock = useMemo(() => ({ zero: view.zero, timeZone: view.timeZone }), [view.zero, view.timeZone]);
  const { planning, plan, takeBest, giveUp } = usePlanner(clock);
  const { problem } = view;
  const told = useMemo(() => toldBy(view), [view]);
  // Of it, what is still to be done.
  const kept = useMemo(() => {
    const known = new Set(view.problem.tasks.map(({ id }) => id));
    return view.round && told.filter(({ id }) => known.has(id));
  }, [told, view]);
  // Does what was published still fit the shop as it is? Something may break a rule, have come in or be gone.
  const broken = useMemo(() => (kept ? misfits(view, kept, words) : []), [view, kept, words]);
  const shown = planning?.best?.tasks ?? draft?.tasks ?? kept ?? [];
  const locked = useMemo(() => new Set(draft?.locked ?? view.round?.body.locked ?? []), [draft, view.round]);
  const costWords = useCallback(
    (more: number): string => {
      const rounded = Math.round(more * 10) / 10;
      if (rounded === 0) return t("cost.nothing");
      return rounded > 0 ? t("cost.more", { cost: String(rounded) }) : t("cost.saves", { cost: String(-rounded) });
    },
    [t],
  );

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
      if (missed) return void toast.error(t("status.noRoom", { work: words.work(missed.id), why: missed.why }));
      const { provenBest, lowerBound, cost } = planned.plan;
      const percent = Math.round((lowerBound / Math.max(cost, 1e-9)) * 100);
      setUndo([]);
      setDraft({
        tasks: planned.plan.tasks,
        leftOut: planned.plan.leftOut,
        changes: planned.changes,
        locked: keep,
        at: asPlanned.now ?? 0,
        ...more,
        // A bound near nothing says nothing.
        words: `${said} ${provenBest ? t("status.best") : percent > 0 ? t("status.bound", { percent }) : ""}`.trim(),
      });
    },
    [plan, words, t],
  );
  const again = useCallback(
    (auto = false) => void planIt({ ...problem, promised: [] }, t("status.planned"), [], { auto }),
    [planIt, problem, t],
  );
  const repair = useCallback(
    (auto: boolean) => {
      const { shortDay, round } = view;
      const deferred = round?.body.shortHanded?.deferred;
      void planIt(shortDay?.problem ?? problem, t("status.repaired"), [], {
        auto,
        ...(shortDay && deferred ? { shortHanded: { there: shortDay.there, deferred, kept: [] } } : {}),
      });
    },
    [planIt, problem, view, t],
  );

  // A plan is there when the page opens, and stays one that could be published; what is published is repaired as soon as it no longer fits.
  const made = useRef("");
  // What a person asked for is not thrown away for what would be planned by itself.
  const asking = useRef(false);
  useEffect(
    () => () => {
      made.current = "";
    },
    [],
  );
  const asked = `${view.day}/${view.what}/${view.safe}`;
  const published = view.round?.body.what === view.what;
  const stale = useMemo(() => {
    if (!draft?.auto || published) return false;
    const ids = new Set(problem.tasks.map(({ id }) => id));
    const known = new Set([...draft.tasks, ...draft.leftOut].map(({ id }) => id));
    return ids.size !== known.size || [...ids].some((id) => !known.has(id)) || brokenRules(problem, draft).length > 0;
  }, [draft, problem, published]);
  useEffect(() => {
    if (!mayPlan || asking.current || (draft && !draft.auto)) return;
    const wants = published ? broken.length > 0 : problem.tasks.length > 0 && (!draft || stale);
    const mark = `${asked}/${published || stale ? view.seq : ""}/${published ? view.round?.id : ""}`;
    if (!wants || made.current === mark) return;
    made.current = mark;
    if (published) repair(true);
    else again(true);
  }, [again, asked, broken, draft, mayPlan, problem.tasks.length, published, repair, stale, view.round?.id, view.seq]);

  const keepTheLeast = async (there: Map<string, number>) => {
    asking.current = true;
    await trying(async () => {
      const who = [...there].map(([person, minutes]) => `${person}:${minutes}`).join(",");
      const least = await ask<ShortHanded>(
        `/api/rounds/short-handed?on=${view.day}&there=${encodeURIComponent(who)}${view.safe ? "&safe=1" : ""}`,
      );
      await planIt(least.problem, t("status.least", { kept: least.kept.length, deferred: least.deferred.length }), [], {
        shortHanded: {
          there: [...there].map(([person, minutes]) => ({ person, minutes })),
          deferred: least.deferred,
          kept: least.kept,
        },
      });
    });
    asking.current = false;
  };

  const withLocks = (tasks: readonly PlannedTask[], keys: readonly string[]): RoundProblem => ({
    ...problem,
    tasks: problem.tasks.map((task) => {
      const lies = keys.includes(task.id) ? tasks.find(({ id }) => id === task.id) : undefined;
      const person = firstPerson(lies);
      return lies && person && !problem.begun?.some((each) => each.task === task.id)
        ? { ...task, earliest: lies.stretches[0]?.start ?? 0, latest: lies.stretches.at(-1)?.end ?? problem.horizon, fixedTo: person }
        : task;
    }),
  });
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
    setUndo((before) => [...before.slice(-UNDOS), current()]);
    const { leftOut, ...rest } = current();
    const inPlan = new Set(tasks.map(({ id }) => id));
    setDraft({
      ...rest,
      tasks,
      leftOut: leftOut.filter(({ id }) => !inPlan.has(id)),
      locked: keep,
      at: problem.now ?? 0,
      words: said,
      auto: false,
    });
  };
  // What a job costs is said of a move; one that comes in was missing, which costs more than any place.
  const isIn = (id: string) => shown.some((task) => task.id === id);
  const weigh = (carry: Carry) => {
    const { broken: rules, costsMore } = moved(problem, { tasks: shown }, carry.id, carry, words);
    if (rules[0]) return { broken: true, words: rules[0].why };
    return { broken: false, words: isIn(carry.id) ? t("chart.fits", { cost: costWords(costsMore) }) : t("chart.fitsIn") };
  };
  const drop = (carry: Carry) => {
    const result = moved(problem, { tasks: shown }, carry.id, carry, words);
    if (result.broken[0]) return void toast.error(t("status.stays", { work: words.work(carry.id), why: result.broken[0].why }));
    const work = words.work(carry.id);
    change(result.tasks, isIn(carry.id) ? t("status.byHand", { work, cost: costWords(result.costsMore) }) : t("status.putIn", { work }));
  };
  const swap = (one: string, other: string) => {
    const result = swapped(problem, { tasks: shown }, one, other, words);
    if (result.broken[0]) return void toast.error(t("status.stayBoth", { why: result.broken[0].why }));
    change(result.tasks, t("status.swapped", { work: words.work(one), other: words.work(other), cost: costWords(result.costsMore) }));
  };
  const lock = (id: string) => {
    const keys = locked.has(id) ? [...locked].filter((each) => each !== id) : [...locked, id];
    change([...shown], locked.has(id) ? "" : t("status.locked", { work: words.work(id) }), keys);
  };
  const makeRoom = (carry: Carry) => {
    const laid = moved(problem, { tasks: shown }, carry.id, carry, words).tasks;
    const keys = [...new Set([...locked, carry.id])];
    const promised = shown.flatMap((task) => {
      const person = firstPerson(task);
      return person && task.id !== carry.id ? [{ task: task.id, person, start: task.stretches[0]?.start ?? 0 }] : [];
    });
    void planIt({ ...withLocks(laid, keys), promised }, t("status.room", { work: words.work(carry.id) }), keys, { needed: carry.id });
  };
  const publish = async () => {
    if (!draft) return;
    // Until the page knows the published plan, nothing is repaired against the one before it.
    asking.current = true;
    try {
      const round = roundOf(view, draft);
      const { given } = await ask<{ given: number }>("/api/rounds", { body: { at: draft.at, round } });
      // A short-handed plan is one of the whole day, wherever it was asked for.
      await reload(round.what);
      setDraft(null);
      setUndo([]);
      toast(t("status.publishedNow", { count: given }));
    } catch (error) {
      sayFault(error);
      await reload();
    }
    asking.current = false;
  };
  const forget = () => {
    giveUp();
    setDraft(null);
  };
  const discard = () => {
    // It is not made again by itself until something else is asked for.
    made.current = `${asked}//`;
    setDraft(null);
  };
  const undoLast = () => {
    setDraft(undo.at(-1) ?? null);
    setUndo(undo.slice(0, -1));
  };
  return {
    draft,
    shown,
    kept,
    told,
    broken,
    locked,
    planning,
    takeBest,
    giveUp,
    again: () => again(),
    repair: () => repair(false),
    keepTheLeast,
    weigh,
    drop,
    swap,
    lock,
    makeRoom,
    publish,
    forget,
    discard,
    undoLast: undo.length > 0 ? undoLast : null,
    leftOut: draft?.leftOut ?? current().leftOut,
    costWords,
  };
}

/** What is sent of a draft. */
const roundOf = (view: RoundView, draft: Draft) => ({
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
});
