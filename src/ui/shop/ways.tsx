"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { DECIDED_ELSEWHERE } from "../../core/fleet/schools.ts";
import type { PoliciesView, PolicyLevel, PolicyPreview } from "../../work/routines/policies.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Skeleton } from "../kit/card.tsx";
import { Combobox } from "../kit/combobox.tsx";
import { Field } from "../kit/field.tsx";
import { Panel } from "../kit/panel.tsx";
import { say, sayFault } from "../say.ts";
import { ask } from "../send.ts";
import { ShopRoom } from "./shop-room.tsx";

type Choice = { level: string; policy: string; value: string | null };
type School = PoliciesView["schools"][number];

/** Where people disagree, the shop chooses: for all, a class, a machine; what a choice changes is shown before it is published. */
export function Ways({ view }: { view: PoliciesView }) {
  const t = useTranslations("shop.ways");
  const router = useRouter();
  const [levelId, setLevelId] = useState("site");
  const [open, setOpen] = useState<string | null>(null);
  const [choice, setChoice] = useState<Choice | null>(null);
  const [preview, setPreview] = useState<PolicyPreview | null>(null);
  const level = view.levels.find(({ id }) => id === levelId) ?? view.levels[0];
  if (!level) return null;
  const school = view.schools.find(({ policy }) => policy === open);
  const forget = () => {
    setChoice(null);
    setPreview(null);
  };
  const close = () => {
    setOpen(null);
    forget();
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
      say(t("published"));
      close();
      router.refresh();
    } catch (error) {
      sayFault(error);
    }
  };
  const warnings = level.kind === "machine" ? view.warnings.filter(({ machine }) => machine === level.name) : [];
  return (
    <ShopRoom here="schools" title={t("answer")} more={t("more")}>
      <Field label={t("for")} className="mb-4 max-w-xs">
        <Combobox
          value={levelId}
          onChange={(next) => {
            setLevelId(next);
            close();
          }}
          placeholder={t("for")}
          options={view.levels.map(({ id, name }) => ({ value: id, name }))}
        />
      </Field>
      {warnings.length > 0 && (
        <section aria-label={t("warnings")} className="mb-4 rounded-[6px] bg-hold-wash p-3 text-sm">
          <h2 className="!text-base font-bold text-hold">{t("warnings")}</h2>
          <ul className="list-disc pl-5">
            {warnings.map(({ policy, words }) => (
              <li key={policy + words}>{words}</li>
            ))}
          </ul>
        </section>
      )}
      <ul className="border-ink border-t-[1.5px]">
        {view.schools.map((each) => (
          <li
            key={each.policy}
            className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto] items-center gap-4 border-line border-b py-1.5"
          >
            <b>{each.question}</b>
            <span>{wordsOf(level, each, t)}</span>
            <Button size="small" aria-label={t("changeOf", { question: each.question })} onClick={() => setOpen(each.policy)}>
              {t("change")}
            </Button>
          </li>
        ))}
        {DECIDED_ELSEWHERE.map(({ question, ways, by, href }) => (
          <li key={question} className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto] items-center gap-4 border-line border-b py-1.5">
            <b>{question}</b>
            <span className="text-ink2 text-sm">{ways.map(({ words }) => words).join(", ")}</span>
            <a href={href} className={buttonLook("quiet", "small")}>
              {t("elsewhere", { by })}
            </a>
          </li>
        ))}
      </ul>
      <Panel title={school?.question ?? ""} open={school !== undefined} onOpenChange={(on) => !on && close()}>
        {school && (
          <>
            <Choices level={level} school={school} chosen={choice} pick={(next) => void pick(next)} />
            {choice && <Changes preview={preview} save={() => void save()} cancel={forget} />}
          </>
        )}
      </Panel>
    </ShopRoom>
  );
}

const asAbove = (level: PolicyLevel, t: ReturnType<typeof useTranslations<"shop.ways">>): string => t(`as.${level.kind}`);
const inForce = (level: PolicyLevel, { policy, ways }: School): string | null => {
  const value = level.inForce?.[policy as keyof typeof level.inForce];
  return value === undefined ? null : (ways.find((way) => way.value === value)?.words ?? String(value));
};

function wordsOf(level: PolicyLevel, school: School, t: ReturnType<typeof useTranslations<"shop.ways">>): string {
  const own = level.own[school.policy as keyof typeof level.own] ?? null;
  if (own !== null) return school.ways.find(({ value }) => value === own)?.words ?? String(own);
  const now = inForce(level, school);
  return now ? t("asNow", { way: asAbove(level, t), words: now }) : asAbove(level, t);
}

function Choices({
  level,
  school,
  chosen,
  pick,
}: {
  level: PolicyLevel;
  school: School;
  chosen: Choice | null;
  pick: (choice: Choice) => void;
}) {
  const t = useTranslations("shop.ways");
  const own = level.own[school.policy as keyof typeof level.own] ?? null;
  const shown = chosen ? chosen.value : own;
  const now = own === null ? inForce(level, school) : null;
  const above = asAbove(level, t);
  return (
    <fieldset className="grid gap-1">
      <legend className="sr-only">{school.question}</legend>
      {[{ value: null, words: now ? t("asNow", { way: above, words: now }) : above, reason: "" }, ...school.ways].map(
        ({ value, words, reason }) => (
          <label
            key={String(value)}
            className={`flex cursor-pointer gap-2.5 rounded-[3px] p-2 ${shown === value ? "bg-accent-wash" : "hover:bg-well"}`}
          >
            <input
              type="radio"
              name={`${level.id}/${school.policy}`}
              checked={shown === value}
              onChange={() => pick({ level: level.id, policy: school.policy, value })}
              className="mt-1 accent-[var(--accent)]"
            />
            <span>
              <b>{words}</b>
              {reason && <span className="block text-ink2 text-sm">{reason}</span>}
            </span>
          </label>
        ),
      )}
    </fieldset>
  );
}

const signed = (value: number) => (value > 0 ? `+${value}` : String(value));

function Changes({ preview, save, cancel }: { preview: PolicyPreview | null; save: () => void; cancel: () => void }) {
  const t = useTranslations("shop.ways");
  if (!preview)
    return (
      <div aria-live="polite">
        <p className="text-ink2 text-sm">{t("looking")}</p>
        <Skeleton lines={4} />
      </div>
    );
  const { machines, minutes, materials, warnings, days, until } = preview;
  return (
    <section aria-label={t("changes")} className="grid gap-2 border-ink border-t-[1.5px] pt-2 text-sm">
      <h3 className="font-bold">{t("span", { days, until })}</h3>
      {machines.length === 0 && <p>{t("nothing")}</p>}
      <ul>
        {machines.map(({ name, routines, steps }) => (
          <li key={name} className="border-line border-b py-1">
            <b>{name}</b>:{" "}
            {[
              ...routines.map((each) => t("times", { name: each.name, before: each.before, after: each.after })),
              ...(steps.length > 0 ? [t("steps", { names: steps.join(", ") })] : []),
            ].join("; ") || t("same")}
          </li>
        ))}
      </ul>
      {minutes !== 0 && <p>{t("minutes", { minutes: signed(minutes) })}</p>}
      {materials.length > 0 && (
        <p>
          {t("materials", {
            list: materials.map(({ item, unit, more }) => `${signed(more)} ${unit === "pieces" ? item : `${unit} ${item}`}`).join(", "),
          })}
        </p>
      )}
      {warnings.length > 0 && (
        <div className="rounded-[6px] bg-hold-wash p-2">
          <b className="text-hold">{t("fights")}</b>
          <ul aria-label={t("fights")} className="list-disc pl-5">
            {warnings.map(({ machine, policy, words }) => (
              <li key={machine + policy + words}>
                {machine}: {words}
              </li>
            ))}
          </ul>
        </div>
      )}
      <div className="flex gap-2">
        <Button look="primary" onClick={save}>
          {t("publish")}
        </Button>
        <Button onClick={cancel}>{t("cancel")}</Button>
      </div>
    </section>
  );
}
