"use client";
import { ChevronLeftIcon, ChevronRightIcon } from "lucide-react";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { conditionWords } from "../../core/routines/condition-words.ts";
import { FOUND_AS } from "../../core/routines/step.ts";
import { useWords } from "../../core/runs/outlook.ts";
import type { PlannedStep } from "../../core/runs/plan.ts";
import { Button } from "../kit/button.tsx";
import { Card } from "../kit/card.tsx";

type T = ReturnType<typeof useTranslations<"shop.editor">>;

/** The run as it will look, step by step, without doing anything. */
export function RunPreview({ plan }: { plan: readonly PlannedStep[] }) {
  const t = useTranslations("shop.editor");
  const [at, setAt] = useState(0);
  const index = Math.min(at, plan.length - 1);
  const step = plan[index];
  if (!step) return <p className="text-ink2">{t("noSteps")}</p>;
  return (
    <section aria-label={t("preview")} className="grid content-start gap-2">
      <Card>
        <p className="text-ink2 text-sm">
          {[
            t("step", { step: index + 1, all: plan.length }),
            step.window && t("within", { minutes: step.window.withinMinutes }),
            step.routine && t("fromRoutine", { routine: step.routine }),
          ]
            .filter(Boolean)
            .join(", ")}
        </p>
        <p className="mt-1 font-semibold text-2xl leading-tight">
          {step.text} {step.on && <span className="text-ink2">({step.on})</span>}
        </p>
        {step.detail && <p className="mt-2 text-ink2 text-lg">{step.detail}</p>}
        {(["why", "good", "bad"] as const).map(
          (key) =>
            step[key] && (
              <p key={key} className="mt-1 text-ink2">
                {t(`notes.${key}`, { words: step[key] })}
              </p>
            ),
        )}
        <ul className="mt-3 grid gap-1">
          {answersOf(step, t).map((answer) => (
            <li key={answer} className="rounded-[3px] border border-rule px-2 py-2 text-center">
              {answer}
            </li>
          ))}
        </ul>
        <p className="mt-2 text-ink2 text-sm">{notesOf(step, t).join("; ")}</p>
      </Card>
      <div className="flex gap-2">
        <Button disabled={index === 0} onClick={() => setAt(index - 1)}>
          <ChevronLeftIcon aria-hidden="true" />
          {t("prev")}
        </Button>
        <Button disabled={index >= plan.length - 1} onClick={() => setAt(index + 1)}>
          {t("next")}
          <ChevronRightIcon aria-hidden="true" />
        </Button>
      </div>
      <ol className="max-h-72 list-decimal overflow-y-auto border-line border-t pl-8 text-sm">
        {plan.map((each, place) => (
          <li key={each.at} className={place === index ? "font-semibold" : ""}>
            <button type="button" className="text-left hover:underline" onClick={() => setAt(place)}>
              {each.text} {each.on ?? ""}
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
}

function answersOf(step: PlannedStep, t: T): string[] {
  switch (step.kind) {
    case "look":
    case "decide":
      return step.choices.map(({ text, goTo, calls, ends }) =>
        [
          text,
          ...(goTo ? [`→ ${goTo}`] : []),
          ...(calls ? [t("answers.calls", { routine: calls })] : []),
          ...(ends ? [t("answers.ends")] : []),
        ].join(" "),
      );
    case "found":
      return FOUND_AS.map((each) => each);
    case "measure":
      return [`${step.what}, ${step.unit} (${step.min}–${step.max})`];
    case "nozzle-check":
      return [t("answers.readings")];
    case "wait":
      return [t("answers.timer", { minutes: step.waitMinutes })];
    case "hold":
      return [step.until, t("answers.then", { seconds: step.thenSeconds })];
    case "photo":
      return [t("answers.photo")];
    case "confirm":
      return [t(step.by === "second" ? "answers.second" : "answers.supervisor")];
    default:
      return [t("answers.done")];
  }
}

const notesOf = (step: PlannedStep, t: T): string[] => [
  ...(step.when ? [t("notes.only", { words: conditionWords(step.when) })] : []),
  ...(step.owes ? [t("notes.opens", { words: step.owes.words })] : []),
  ...(step.settles ? [t("notes.closes", { words: step.settles })] : []),
  ...(step.powersOn ? [t("notes.power")] : []),
  ...(step.uses ?? []).map((use) => t("notes.uses", { words: useWords(use) })),
  ...(step.minutes ? [t("notes.minutes", { minutes: step.minutes })] : []),
];
