"use client";
import { useState } from "react";
import { conditionWords } from "../../core/routines/condition-words.ts";
import { FOUND_AS } from "../../core/routines/step.ts";
import { useWords } from "../../core/runs/outlook.ts";
import type { PlannedStep } from "../../core/runs/plan.ts";

/** The run as it will look, step by step, without doing anything. */
export function RunPreview({ plan }: { plan: readonly PlannedStep[] }) {
  const [at, setAt] = useState(0);
  const index = Math.min(at, plan.length - 1);
  const step = plan[index];
  if (!step) return <p className="text-ink2">It has no steps: it is entered as done.</p>;
  return (
    <section aria-label="The run as it will look" className="grid content-start gap-2">
      <div className="border border-rule p-3">
        <p className="text-sm text-ink2">
          step {index + 1} of {plan.length}
          {step.window && `, within ${step.window.withinMinutes} min`}
          {step.routine && `, from ${step.routine}`}
        </p>
        <p className="mt-1 font-semibold text-2xl leading-tight">
          {step.text} {step.on && <span className="text-ink2">({step.on})</span>}
        </p>
        {step.detail && <p className="mt-2 text-lg text-ink2">{step.detail}</p>}
        <ul className="mt-3 grid gap-1">
          {answersOf(step).map((answer) => (
            <li key={answer} className="border border-line px-2 py-2 text-center">
              {answer}
            </li>
          ))}
        </ul>
        <p className="mt-2 text-sm text-ink2">{notesOf(step).join("; ")}</p>
      </div>
      <div className="flex gap-2">
        <button type="button" className="press" disabled={index === 0} onClick={() => setAt(index - 1)}>
          Back
        </button>
        <button type="button" className="press" disabled={index >= plan.length - 1} onClick={() => setAt(index + 1)}>
          Next
        </button>
      </div>
      <ol className="max-h-72 list-decimal overflow-y-auto border-line border-t pl-8 text-sm">
        {plan.map((each, place) => (
          <li key={each.at} className={place === index ? "font-semibold" : ""}>
            <button type="button" className="text-left" onClick={() => setAt(place)}>
              {each.text} {each.on ?? ""}
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
}

function answersOf(step: PlannedStep): string[] {
  switch (step.kind) {
    case "look":
    case "decide":
      return step.choices.map(({ text, goTo }) => `${text}${goTo ? ` → ${goTo}` : ""}`);
    case "found":
      return FOUND_AS.map((each) => each);
    case "measure":
      return [`${step.what}, ${step.unit} (${step.min} to ${step.max})`];
    case "nozzle-check":
      return ["Enter the readings"];
    case "wait":
      return [`timer: ${step.waitMinutes} min`];
    case "hold":
      return [step.until, `then ${step.thenSeconds} seconds more`];
    case "photo":
      return ["Take the picture"];
    case "confirm":
      return [step.by === "second" ? "a second person" : "a supervisor"];
    default:
      return ["Done"];
  }
}

const notesOf = (step: PlannedStep): string[] => [
  ...(step.when ? [`only where ${conditionWords(step.when)}`] : []),
  ...(step.owes ? [`owes: ${step.owes.words}`] : []),
  ...(step.settles ? [`settles ${step.settles}`] : []),
  ...(step.powersOn ? ["not while anything is owed"] : []),
  ...(step.uses ?? []).map((use) => `uses ${useWords(use)}`),
  ...(step.minutes ? [`${step.minutes} min`] : []),
];
