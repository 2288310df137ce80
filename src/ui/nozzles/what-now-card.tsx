"use client";
import {
  CircleHelpIcon,
  ClipboardCheckIcon,
  DropletIcon,
  EyeIcon,
  FlagIcon,
  HandIcon,
  MoonIcon,
  PhoneIcon,
  WrenchIcon,
} from "lucide-react";
import { Popover } from "radix-ui";
import { Fragment, type ReactNode, useState } from "react";
import { useTranslations } from "use-intl";
import type { Action } from "../../core/nozzles/ladder/next-step.ts";
import { type NozzleDesk, whatNow } from "../../core/nozzles/ladder/what-now.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Docket } from "../kit/docket.tsx";
import { Checkbox, Field } from "../kit/field.tsx";
import { IconButton } from "../kit/icon-button.tsx";
import { PopCard } from "../kit/pop-card.tsx";
import { Select } from "../kit/select.tsx";

export type CareDraft = { kind: "care"; body: Record<string, unknown> };

/** What is entered when an action was done; undefined where it is no care but a check or a print. */
function careOf(action: Action, desk: NozzleDesk): CareDraft["body"] | undefined {
  const { ladder } = desk.judging;
  switch (action.kind) {
    case "check":
    case "release":
      return undefined;
    case "clean": {
      const some = action.heads !== "all" && action.heads.length > 0 && action.heads.length < desk.heads.length ? action.heads : undefined;
      const share = some ? some.length / desk.heads.length : 1;
      return {
        what: "clean",
        strength: action.rung.id,
        ml: Math.round(action.rung.ml * share * 10) / 10,
        minutes: action.rung.minutes,
        ...(some ? { heads: some } : {}),
      };
    }
    case "load":
      return { what: "load", ml: ladder.loadMl, minutes: 1 };
    case "look":
      return { what: "look", channels: action.channels };
    case "damper":
    case "flush":
      return { what: action.kind, channels: action.channels };
    default:
      return { what: action.kind };
  }
}

const HINTS = { clean: "clean", load: "load", "seal-test": "sealTest", rest: "rest", flush: "flush", damper: "damper" } as const;
const ICONS: Partial<Record<Action["kind"], typeof DropletIcon>> = {
  check: ClipboardCheckIcon,
  look: EyeIcon,
  "by-hand": HandIcon,
  rest: MoonIcon,
  technician: PhoneIcon,
  "colour-flag": FlagIcon,
  "cap-service": WrenchIcon,
};

type Props = {
  desk: NozzleDesk;
  /** The present moment in milliseconds. */
  now: number;
  done: (care: CareDraft, said: string) => void;
  /** Where a check is entered, or how one is begun here. */
  checkAt: string | (() => void);
  /** A control that begins a routine here, where that can be done. */
  routineAt?: (routine: string) => ReactNode;
  /** Whether who acts here has the skill for a routine. */
  isTheirs?: (routine: string) => boolean;
  /** For gloves, on the floor. */
  hand?: boolean;
};

/** One next action, large; why and what else behind one button; what it has cost so far and may still cost. */
export function WhatNowCard({ desk, now, done, checkAt, routineAt, isTheirs = () => true, hand = false }: Props) {
  const t = useTranslations("next");
  const next = whatNow(desk, now);
  if (!next) return null;
  const { action, standing } = next.step;
  const body = careOf(action, desk);
  const { spent, ahead, routines } = next;
  const size = hand ? "hand" : "desk";
  // Who lacks the skill calls somebody who has it; a call is anybody's.
  const isForOthers = action.kind !== "technician" && routines.some((routine) => !isTheirs(routine));
  const enter = (extra: Record<string, unknown> = {}) =>
    body && done({ kind: "care", body: { ...body, ...extra } }, t("saved", { words: next.words }));
  const Icon = ICONS[action.kind] ?? DropletIcon;
  const hint = HINTS[action.kind as keyof typeof HINTS];
  const range = ({ low, high }: { low: number; high: number }) => (low === high ? `${low}` : `${low}–${high}`);
  return (
    <section aria-label={t("title")} className="my-3">
      <Docket rank={<Icon aria-hidden="true" className="size-6" />} label={next.words}>
        <h2 className="!text-xs font-semibold text-ink3">{t("title")}</h2>
        <p className={`font-bold leading-tight ${hand ? "text-2xl" : "text-xl"}`}>{next.words}</p>
        {ahead && (
          <dl className="mt-1.5 flex gap-5">
            {(
              [
                ["cleans", ahead.cleans],
                ["minutes", ahead.minutes],
                ["ml", ahead.ml],
              ] as const
            ).map(([name, values]) => (
              <div key={name} className="flex flex-col-reverse">
                <dt className="font-semibold text-ink2 text-xs">{t(name)}</dt>
                <dd className="figure font-bold text-2xl leading-tight">{range(values)}</dd>
              </div>
            ))}
          </dl>
        )}
        {next.emptyFirst && (
          <p className="mt-2 border-care border-l-4 pl-3 font-semibold">
            {t("emptyFirst", { room: Math.max(0, Math.round(next.emptyFirst.roomMl)), draws: Math.round(next.emptyFirst.drawsMl) })}
          </p>
        )}
        {hint && <p className={`mt-1.5 text-ink2 ${hand ? "" : "text-sm"}`}>{t(`hints.${hint}`)}</p>}
        {isForOthers && <p className="mt-2 border-care border-l-4 pl-3">{t("notYours")}</p>}
        <div className="mt-2.5 flex flex-wrap items-center gap-2">
          {action.kind === "check" &&
            (typeof checkAt === "string" ? (
              <a href={checkAt} className={buttonLook("primary", size)}>
                {t("enterCheck")}
              </a>
            ) : (
              <Button look="primary" size={size} onClick={checkAt}>
                {t("enterCheck")}
              </Button>
            ))}
          {isForOthers ? null : action.kind === "seal-test" ? (
            <>
              <Button look="primary" size={size} onClick={() => enter()}>
                {t("sealGood")}
              </Button>
              <Button size={size} onClick={() => enter({ leaks: true })}>
                {t("sealLeaks")}
              </Button>
            </>
          ) : (
            body && (
              <Button look="primary" size={size} onClick={() => enter()}>
                {t(
                  action.kind === "rest"
                    ? "resting"
                    : action.kind === "technician"
                      ? "technician"
                      : action.kind === "clean"
                        ? "cleanDone"
                        : "done",
                )}
              </Button>
            )
          )}
          {routineAt && routines.filter(isTheirs).map((routine) => <Fragment key={routine}>{routineAt(routine)}</Fragment>)}
          <Popover.Root>
            <Popover.Trigger asChild>
              <IconButton name={t("why")}>
                <CircleHelpIcon aria-hidden="true" />
              </IconButton>
            </Popover.Trigger>
            <PopCard label={t("why")} align="start" className="max-h-[70vh] w-[min(26rem,94vw)] gap-2 text-sm">
              <p>{next.why}</p>
              {ahead && <p className="text-ink2">{ahead.sentence}</p>}
              {next.others.length > 0 && (
                <>
                  <h3 className="font-bold">{t("others")}</h3>
                  <ul className="grid gap-1">
                    {next.others.map(({ what, whyNot }) => (
                      <li key={what}>
                        <b>{what}</b>: <span className="text-ink2">{whyNot}.</span>
                      </li>
                    ))}
                  </ul>
                  <Otherwise desk={desk} done={done} hand={hand} />
                </>
              )}
            </PopCard>
          </Popover.Root>
        </div>
      </Docket>
      <dl className="mt-2 grid gap-0.5 text-sm">
        {standing.counts.length > 0 && (
          <div>
            <dt className="inline text-ink2">{t("counts")}: </dt>
            <dd className="figure inline">{standing.counts.join(" → ")}</dd>
          </div>
        )}
        {spent.cleans + spent.loads + standing.rests > 0 && (
          <div>
            <dt className="inline text-ink2">{t("soFar")}: </dt>
            <dd className="inline">
              {[
                t("soFarCleans", { count: spent.cleans, ml: spent.ml, minutes: spent.minutes }),
                standing.rests > 0 && t("rests", { count: standing.rests }),
              ]
                .filter(Boolean)
                .join(", ")}
            </dd>
          </div>
        )}
      </dl>
      {ahead && !ahead.next.pays && (
        <p className="mt-1 font-semibold text-hold text-sm">
          {t("tooDear", { back: ahead.next.back.toFixed(1), ml: ahead.next.ml.toFixed(1) })}
        </p>
      )}
    </section>
  );
}

/** Something else was done all the same: it goes on record, and the next step follows from it. */
function Otherwise({ desk, done, hand }: Pick<Props, "desk" | "done"> & { hand: boolean }) {
  const t = useTranslations("next");
  const { rungs } = desk.judging.ladder;
  const [rung, setRung] = useState(rungs[0]?.id ?? "");
  const [inFluid, setInFluid] = useState(false);
  const chosen = rungs.find(({ id }) => id === rung);
  return (
    <fieldset className="grid gap-2 border-line border-t pt-2">
      <legend className="sr-only">{t("other.title")}</legend>
      <p className="font-bold">{t("other.title")}</p>
      <div className="flex flex-wrap items-end gap-3">
        <Field label={t("other.which")} className="w-44">
          <Select
            value={rung}
            onChange={setRung}
            options={rungs.map(({ id, name, ml }) => ({ value: id, name: t("other.rung", { name, ml }) }))}
          />
        </Field>
        <Checkbox label={t("other.inFluid")} checked={inFluid} onChange={(event) => setInFluid(event.target.checked)} />
        <Button
          size={hand ? "hand" : "desk"}
          disabled={!chosen}
          onClick={() =>
            chosen &&
            done(
              {
                kind: "care",
                body: { what: "clean", strength: chosen.id, minutes: chosen.minutes, ...(inFluid ? { inFluid } : { ml: chosen.ml }) },
              },
              t("saved", { words: chosen.name }),
            )
          }
        >
          {t("other.save")}
        </Button>
      </div>
    </fieldset>
  );
}
