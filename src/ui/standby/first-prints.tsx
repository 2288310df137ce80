"use client";
import { useTranslations } from "use-intl";
import { minuteOfDay } from "../../core/paper/typed.ts";
import type { DoorPromiseView, DoorView } from "../../work/standby/door.ts";
import { Table } from "../kit/table.tsx";
import { Reasons, Why } from "../kit/why.tsx";

type Next = NonNullable<DoorView["next"]>;

/** When the first machine prints next, from half of such mornings to nearly all; how often that held; behind it every machine's. */
export function FirstPrints({ next }: { next: Next }) {
  const t = useTranslations("standby.door");
  const [first] = next.machines.filter(({ half }) => half !== null).sort((a, b) => (a.half ?? "").localeCompare(b.half ?? ""));
  const often = ({ isGuess, good, of }: DoorPromiseView) => (isGuess ? t("byPlan") : t("oftenOf", { good, of }));
  return (
    <section aria-label={t("promise", { day: next.dayWords })} className="border-line sm:border-l-2 sm:border-dotted sm:pl-5">
      {first && (
        <>
          <p className="flex items-center gap-2 text-base">
            <b>{t("firstOf", { day: next.dayWords, machine: first.name })}</b>
            <Why label={t("promise", { day: next.dayWords })}>
              <Table
                label={t("promise", { day: next.dayWords })}
                dense
                rows={next.machines}
                keyOf={({ id }) => id}
                columns={[
                  {
                    id: "machine",
                    name: t("machine"),
                    by: ({ name }) => name,
                    cell: ({ name, like }) => <span title={like ?? ""}>{name}</span>,
                  },
                  { id: "half", name: t("halfBy"), right: true, by: ({ half }) => half, cell: ({ half }) => half ?? t("never") },
                  { id: "by", name: t("nearlyAllBy"), right: true, by: ({ by }) => by, cell: ({ by }) => by ?? t("never") },
                  { id: "often", name: t("often"), right: true, by: ({ of }) => of, cell: often },
                ]}
              />
              <p>{t("noSooner", { time: next.opens })}</p>
              {next.later.length > 0 && <Reasons of={next.later} />}
            </Why>
          </p>
          <p className="figure font-bold text-5xl leading-tight">{first.half}</p>
          {first.isGuess ? (
            <p className="text-base text-ink2">{t("guess")}</p>
          ) : (
            <>
              <Span first={first} next={next} />
              <p className="text-base text-ink2">
                {first.by ? t("byOn", { time: first.by, good: first.good, of: first.of }) : t("goodOn", { good: first.good, of: first.of })}
              </p>
            </>
          )}
          {next.kept.of > 0 && <p className="text-ink2 text-sm">{t("kept", next.kept)}</p>}
        </>
      )}
      {next.earlier.map(({ person, minutes, why }) => (
        <p key={person} className="border-care border-l-4 pl-2 text-base">
          {t("earlier", { person, minutes, why })}
        </p>
      ))}
    </section>
  );
}

/** From when the first people come to when machines are to print: where half of such mornings and nearly all of them lie. */
function Span({ first: { half, by }, next: { opens, openingBy } }: { first: DoorPromiseView; next: Next }) {
  const [from, middle] = [minuteOfDay(opens), minuteOfDay(half ?? opens)];
  const to = by === null ? null : minuteOfDay(by);
  const end = Math.max(minuteOfDay(openingBy), to ?? middle, from + 1);
  const place = (minute: number) => 2 + (96 * (minute - from)) / (end - from);
  const last = place(to ?? end);
  return (
    <svg viewBox="0 0 100 8" preserveAspectRatio="none" className="my-1 h-4 w-full" aria-hidden="true">
      <path d="M2 4H98" className="stroke-rule" strokeWidth="0.6" vectorEffect="non-scaling-stroke" />
      <rect
        x={place(middle)}
        y="1"
        width={Math.max(0.5, last - place(middle))}
        height="6"
        className="fill-accent-wash stroke-accent"
        vectorEffect="non-scaling-stroke"
      />
      <path d={`M${place(middle)} 0V8`} className="stroke-accent" strokeWidth="4" vectorEffect="non-scaling-stroke" />
    </svg>
  );
}
