"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import { DECIDED_ELSEWHERE } from "../../core/fleet/schools.ts";
import type { PoliciesView, PolicyLevel, PolicyPreview } from "../../work/routines/policies.ts";
import { Options } from "../field.tsx";
import { sayFault } from "../say.ts";
import { ask } from "../send.ts";

type Choice = { level: string; policy: string; value: string | null };

/** Where practitioners disagree, the house chooses: for the shop, a class, a machine; first what it changes is shown. */
export function SchoolsForm({ view }: { view: PoliciesView }) {
  const router = useRouter();
  const [levelId, setLevelId] = useState("site");
  const [choice, setChoice] = useState<Choice | null>(null);
  const [preview, setPreview] = useState<PolicyPreview | null>(null);
  const level = view.levels.find(({ id }) => id === levelId) ?? view.levels[0];
  if (!level) return null;
  const forget = () => {
    setChoice(null);
    setPreview(null);
  };
  const pick = async (next: Choice) => {
    setChoice(next);
    setPreview(null);
    try {
      setPreview(await ask<PolicyPreview>("/api/policies", { body: next }));
    } catch (error) {
      setChoice(null);
      sayFault(error);
    }
  };
  const save = async () => {
    try {
      await ask("/api/policies?do=save", { body: choice });
      toast("In force. What was done before stays as it was judged.");
      forget();
      router.refresh();
    } catch (error) {
      sayFault(error);
    }
  };
  const mine = view.warnings.filter(({ machine }) => level.kind !== "machine" || machine === level.name);
  return (
    <div className="grid gap-4">
      <div className="flex flex-wrap items-center gap-3">
        <label className="flex items-center gap-2">
          For
          <select
            aria-label="For"
            value={levelId}
            onChange={(event) => {
              setLevelId(event.target.value);
              forget();
            }}
            className="field"
          >
            <Options of={view.levels} />
          </select>
        </label>
        <span className="text-ink2">A machine's own choice stands before its class's, and that before the shop's.</span>
      </div>
      {mine.length > 0 && level.kind === "machine" && (
        <ul aria-label="What fights here" className="border-hold border-l-4 pl-3">
          {mine.map(({ machine, policy, words }) => (
            <li key={machine + policy + words}>
              {machine}: {words}
            </li>
          ))}
        </ul>
      )}
      <div className="grid gap-x-8 gap-y-4 md:grid-cols-2">
        {view.schools.map(({ policy, question, ways }) => (
          <fieldset key={policy} className="border-line border-t pt-2">
            <legend className="font-semibold">{question}</legend>
            <Ways level={level} policy={policy} ways={ways} chosen={choice} pick={pick} />
            {choice?.policy === policy && <Changes preview={preview} save={() => void save()} cancel={forget} />}
          </fieldset>
        ))}
        {DECIDED_ELSEWHERE.map(({ question, ways, by, href }) => (
          <section key={question} aria-label={question} className="border-line border-t pt-2">
            <h2 className="font-semibold">{question}</h2>
            <ul>
              {ways.map(({ words, reason }) => (
                <li key={words}>
                  {words}
                  <span className="text-ink2 text-sm">: {reason}</span>
                </li>
              ))}
            </ul>
            <p className="text-sm">
              Decided <a href={href}>{by}</a>.
            </p>
          </section>
        ))}
      </div>
    </div>
  );
}

function Ways({
  level,
  policy,
  ways,
  chosen,
  pick,
}: {
  level: PolicyLevel;
  policy: PoliciesView["schools"][number]["policy"];
  ways: PoliciesView["schools"][number]["ways"];
  chosen: Choice | null;
  pick: (next: Choice) => Promise<void>;
}) {
  const own = level.own[policy] ?? null;
  const shown = chosen?.policy === policy && chosen.level === level.id ? chosen.value : own;
  const above =
    level.kind === "site" ? "by what each machine can do" : level.kind === "class" ? "as the shop" : "as its class and the shop";
  const inForce =
    own === null && level.inForce
      ? ` (now: ${ways.find(({ value }) => value === level.inForce?.[policy])?.words ?? level.inForce[policy]})`
      : "";
  return (
    <div className="grid">
      {[{ value: null, words: `${above}${inForce}`, reason: "" }, ...ways].map(({ value, words, reason }) => (
        <label key={String(value)} className="flex gap-2 py-0.5">
          <input
            type="radio"
            name={`${level.id}/${policy}`}
            checked={shown === value}
            onChange={() => void pick({ level: level.id, policy, value })}
          />
          <span>
            {words}
            {reason && <span className="text-ink2 text-sm">: {reason}</span>}
          </span>
        </label>
      ))}
    </div>
  );
}

const signed = (value: number) => (value > 0 ? `+${value}` : String(value));

function Changes({ preview, save, cancel }: { preview: PolicyPreview | null; save: () => void; cancel: () => void }) {
  if (!preview) return <p className="text-ink2">Looking what it changes …</p>;
  const { machines, minutes, materials, warnings, days, until } = preview;
  return (
    <section aria-label="What it changes" className="mt-2 border-accent border-l-4 pl-3 text-sm">
      <h3 className="font-semibold">
        Over the next {days} days, to {until}
      </h3>
      {machines.length === 0 && <p>No machine works differently for it.</p>}
      <ul>
        {machines.map(({ name, inForce, routines, steps }) => (
          <li key={name}>
            <strong>{name}</strong> <span className="figure text-ink2">{inForce}</span>
            {routines.map((each) => (
              <span key={each.name}>
                ; {each.name} <span className="figure">{each.before}</span> → <span className="figure">{each.after}</span> times
              </span>
            ))}
            {steps.length > 0 && <span>; steps change in {steps.join(", ")}</span>}
            {routines.length === 0 && steps.length === 0 && <span className="text-ink2">; nothing falls due differently</span>}
          </li>
        ))}
      </ul>
      {minutes !== 0 && <p>Hands-on: {signed(minutes)} min.</p>}
      {materials.length > 0 && (
        <p>
          Materials, at most:{" "}
          {materials.map(({ item, unit, more }) => `${signed(more)} ${unit === "pieces" ? item : `${unit} ${item}`}`).join(", ")}.
        </p>
      )}
      {warnings.length > 0 && (
        <ul aria-label="What fights it" className="mt-1 border-hold border-l-4 pl-2">
          {warnings.map(({ machine, policy, words }) => (
            <li key={machine + policy + words}>
              {machine}: {words}
            </li>
          ))}
        </ul>
      )}
      <div className="mt-2 flex gap-2">
        <button type="button" className="press press-main" onClick={save}>
          Put in force
        </button>
        <button type="button" className="press" onClick={cancel}>
          Leave it as it is
        </button>
      </div>
    </section>
  );
}
