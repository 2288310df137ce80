"use client";
import { Popover } from "radix-ui";
import { useTranslations } from "use-intl";
import type { Change } from "../../core/rounds/by-hand.ts";
import type { LeastChange } from "../../core/rounds/left-out.ts";
import type { RoundPlan } from "../../core/rounds/problem.ts";
import type { RoundView } from "../../work/rounds/rounds.ts";
import { Badge } from "../kit/chip.tsx";
import { PopCard } from "../kit/pop-card.tsx";
import { type Drag, JobHandle } from "./nobody-yet.tsx";
import { changeWords, type RoundWords } from "./round-words.ts";

function Heading({ title, count }: { title: string; count: number }) {
  return (
    <h2 className="!text-base flex items-center justify-between border-line border-b pb-1 font-bold">
      {title} <Badge>{count}</Badge>
    </h2>
  );
}

/** What a plan has no room for: why, and the least change that would let it in. */
export function LeftOut({
  leftOut,
  changes,
  words,
  known,
  choose,
  drag,
}: {
  leftOut: RoundPlan["leftOut"];
  changes: Record<string, LeastChange>;
  words: RoundWords;
  known: RoundView["tasks"];
  choose: (id: string) => void;
  drag: Drag;
}) {
  const t = useTranslations("plan.leftOut");
  const still = leftOut.filter(({ id }) => known[id]);
  if (still.length === 0) return null;
  return (
    <section aria-label={t("title")}>
      <Heading title={t("title")} count={still.length} />
      <ul className="divide-y divide-line text-sm">
        {still.map(({ id, why }) => (
          <li key={id} className="py-1.5">
            <JobHandle id={id} words={words.work(id)} choose={choose} drag={drag}>
              <b>{words.work(id)}</b>
            </JobHandle>
            {why}. {id in changes && <span className="text-ink2">{changeWords(changes[id], words)}</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What is otherwise than people were told. */
export function Changes({ changes, words }: { changes: readonly Change[]; words: RoundWords }) {
  const t = useTranslations("plan.changes");
  const said = ({ from, to }: Change) => {
    const at = (place: NonNullable<Change["from"]>) =>
      `${words.minute(place.start)}${place.person ? ` ${words.person(place.person)}` : ""}`;
    if (from && to) {
      if (from.start === to.start)
        return `${words.minute(to.start)}, ${words.person(from.person ?? "")} → ${words.person(to.person ?? "")}`;
      return from.person === to.person
        ? `${words.minute(from.start)} → ${at(to)}`
        : `${words.minute(from.start)} → ${words.minute(to.start)}, ${words.person(from.person ?? "")} → ${words.person(to.person ?? "")}`;
    }
    return from ? `${at(from)} → –` : to ? `– → ${at(to)}` : "";
  };
  return (
    <section aria-label={t("title")}>
      <Heading title={t("title")} count={changes.length} />
      {changes.length === 0 ? (
        <p className="py-1.5 text-ink2 text-sm">{t("none")}</p>
      ) : (
        <ul className="divide-y divide-line text-sm">
          {changes.map((change) => (
            <li key={change.id} className="py-1.5">
              <b>{words.work(change.id)}</b>: {said(change)}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** A day with few people: what is put off, until when, and at what risk; what is kept, and why. */
export function PutOff({
  deferred,
  kept,
  words,
}: {
  deferred: readonly { key: string; until: string | null; risk: string }[];
  kept: readonly { key: string; why: string }[];
  words: RoundWords;
}) {
  const t = useTranslations("plan.putOff");
  return (
    <section aria-label={t("title")}>
      <Heading title={t("title")} count={deferred.length} />
      <ul className="divide-y divide-line text-sm">
        {deferred.map(({ key, until, risk }) => (
          <li key={key} className="py-1.5">
            <b className={until ? "" : "text-hold"}>{words.work(key)}</b>: {risk}.
          </li>
        ))}
      </ul>
      {kept.length > 0 && (
        <Popover.Root>
          <Popover.Trigger className="py-1.5 font-semibold text-accent text-sm">{t("kept", { count: kept.length })}</Popover.Trigger>
          <PopCard label={t("kept", { count: kept.length })} align="start" className="max-h-96 w-80 gap-1 text-sm">
            {kept.map(({ key, why }) => (
              <p key={key}>
                <b>{words.work(key)}</b>: {why}
              </p>
            ))}
          </PopCard>
        </Popover.Root>
      )}
    </section>
  );
}
