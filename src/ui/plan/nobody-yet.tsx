"use client";
import { GripVerticalIcon } from "lucide-react";
import type { ReactNode } from "react";
import { useTranslations } from "use-intl";
import type { RoundView } from "../../work/rounds/rounds.ts";

/** Says which job is dragged from now on; null where none may be. */
export type Drag = ((id: string | null) => void) | null;

/** A job in a list beside the chart: pressed it is chosen, dragged it goes to a person and a time. */
export function JobHandle({
  id,
  words,
  choose,
  drag,
  children,
}: {
  id: string;
  words: string;
  choose: (id: string) => void;
  drag: Drag;
  children: ReactNode;
}) {
  return (
    <button
      type="button"
      draggable={drag !== null}
      onDragStart={(event) => {
        event.dataTransfer.setData("text/plain", words);
        event.dataTransfer.effectAllowed = "move";
        drag?.(id);
      }}
      onDragEnd={() => drag?.(null)}
      onClick={() => choose(id)}
      className="flex min-h-7 w-full items-center gap-2 text-left hover:bg-accent-wash"
    >
      {drag && <GripVerticalIcon aria-hidden="true" className="size-3.5 shrink-0 text-ink3" />}
      {children}
    </button>
  );
}

/** What nobody has yet. With a plan made, publishing it gives this to people; what has no place in it is dragged onto somebody. */
export function NobodyYet({
  view,
  ids,
  placed,
  choose,
  drag,
}: {
  view: RoundView;
  ids: readonly string[];
  /** What has a place in the plan. */
  placed: ReadonlySet<string>;
  choose: (id: string) => void;
  drag: Drag;
}) {
  const t = useTranslations("plan.nobody");
  const plan = useTranslations("plan");
  const groups = (["opening", "midday", "closing", null] as const)
    .map((beat) => ({ beat, mine: ids.filter((id) => (view.tasks[id]?.beat ?? null) === beat) }))
    .filter(({ mine }) => mine.length > 0);
  return (
    <section aria-label={t("title")}>
      <h2 className="!text-base mb-1 font-bold">{t("title")}</h2>
      {groups.length === 0 && <p className="text-ink2 text-sm">{t("none")}</p>}
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls is scrolled by keys too */}
      <div className="max-h-[26rem] overflow-y-auto text-sm" tabIndex={0} role="group" aria-label={t("title")}>
        {groups.map(({ beat, mine }) => (
          <div key={beat ?? ""}>
            <h3 className="mt-1.5 font-semibold text-ink3 text-xs">{t(beat ?? "between")}</h3>
            <ul>
              {mine.map((id) => (
                <li key={id} className="border-line border-b">
                  <JobHandle id={id} words={view.tasks[id]?.name ?? id} choose={choose} drag={placed.has(id) ? null : drag}>
                    <b>{view.tasks[id]?.machineName}</b>
                    <span className="min-w-0 grow truncate">{view.tasks[id]?.short}</span>
                    {view.tasks[id]?.late && <span className="font-bold text-hold text-xs">{plan("late")}</span>}
                  </JobHandle>
                </li>
              ))}
            </ul>
          </div>
        ))}
      </div>
    </section>
  );
}
