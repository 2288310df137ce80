"use client";
import { CalendarPlusIcon, TriangleAlertIcon } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { Popover } from "radix-ui";
import { useTranslations } from "use-intl";
import { type Alike, type Standing, standingAlike } from "../../core/standby/alike.ts";
import type { OverviewRow, OverviewView } from "../../work/standby/overview.ts";
import { buttonLook } from "../kit/button.tsx";
import { Empty } from "../kit/card.tsx";
import { Chip } from "../kit/chip.tsx";
import { PopCard } from "../kit/pop-card.tsx";
import { Reasons } from "../kit/why.tsx";
import { useLive } from "../use-live.ts";
import { IdleBar } from "./idle-bar.tsx";
import { StandbyRoom } from "./standby-room.tsx";

const DAY_MS = 86_400_000;
/** What is longer runs out of the picture. */
const MOST_DAYS = 7;

/** Which machines stand from tonight, how long and with what done to them, those alike together; closures ahead. */
export function OverviewPage({ view, maySetUp }: { view: OverviewView; maySetUp: boolean }) {
  const t = useTranslations("standby.tonight");
  const router = useRouter();
  useLive((seq) => {
    if (seq === "resync" || seq > view.seq) router.refresh();
  });
  const groups = standingAlike(
    view.rows.map((said) => ({ from: said.from, to: said.to, regime: said.regime, asleep: said.asleep !== null, said })),
  );
  const asleep = view.rows.filter((row) => row.asleep).length;
  const longer = view.rows.filter((row) => !row.asleep && (row.to === null || row.to - row.from > DAY_MS)).length;
  const last = Math.max(...view.rows.flatMap(({ to }) => to ?? []), view.now + DAY_MS);
  const until = Math.min(last + DAY_MS / 8, view.now + MOST_DAYS * DAY_MS);
  return (
    <StandbyRoom
      here="/standby"
      number={longer}
      title={t("answer", { count: longer })}
      more={t("asleep", { count: asleep, nights: view.rows.length - asleep - longer })}
    >
      <section aria-label={t("closures")} className="mb-5">
        <h2 className="!text-base mb-2 font-bold">{t("closures")}</h2>
        {view.closures.length === 0 && (
          <p className="flex flex-wrap items-center gap-3 text-ink2">
            {t("noClosures")}
            {maySetUp && (
              <Link href="/shop?tab=calendar" className={buttonLook("secondary", "small")}>
                <CalendarPlusIcon aria-hidden="true" />
                {t("addClosure")}
              </Link>
            )}
          </p>
        )}
        <ul className="grid gap-3 md:grid-cols-2 xl:grid-cols-3">
          {view.closures.map((closure) => (
            <li key={closure.from} className="grid gap-1 rounded-[6px] border border-line bg-card p-3">
              <p className="flex items-baseline justify-between gap-2">
                <Link href={`/standby/closures/${closure.from}`} className="font-bold text-lg">
                  {closure.name}
                </Link>
                <span className="text-ink2 text-sm">{t("days", { count: closure.days })}</span>
              </p>
              <p className="text-sm">
                {closure.words}, {closure.startsIn < 0 ? t("on") : t("startsIn", { days: closure.startsIn })}
              </p>
              <p className="mt-1 flex flex-wrap items-center justify-between gap-2">
                {closure.planned ? (
                  <Chip tone="good">{t("planned", { words: closure.planned })}</Chip>
                ) : (
                  <Chip tone={closure.soon ? "bad" : "plain"}>{t("notPlanned")}</Chip>
                )}
                <Link
                  href={`/standby/closures/${closure.from}`}
                  className={buttonLook(closure.soon && !closure.planned ? "primary" : "secondary", "small")}
                >
                  {t("open")}
                </Link>
              </p>
            </li>
          ))}
        </ul>
        {view.overlaps.map((words) => (
          <p key={words} className="mt-2 border-care border-l-4 pl-2">
            {words}.
          </p>
        ))}
      </section>
      <section aria-label={t("machines")}>
        <h2 className="!text-base font-bold">{t("machines")}</h2>
        {view.rows.length === 0 ? (
          <Empty title={t("none")} />
        ) : (
          <>
            <Axis from={view.now} until={until} days={view.days} />
            <ul>
              {groups.map((group) => (
                <Group key={`${group.regime}${group.from}${group.to}${group.asleep}`} group={group} from={view.now} until={until} />
              ))}
            </ul>
          </>
        )}
      </section>
    </StandbyRoom>
  );
}

const GRID = "grid grid-cols-[minmax(0,19rem)_minmax(0,1fr)] gap-x-5 max-md:grid-cols-1";

/** The days that the bars run over, from now. */
function Axis({ from, until, days }: { from: number; until: number; days: OverviewView["days"] }) {
  const t = useTranslations("standby.tonight");
  return (
    <div className={`${GRID} border-ink border-b-[1.5px] pb-1 text-xs`} aria-hidden="true">
      <span className="font-semibold text-ink3 max-md:hidden">{t("method")}</span>
      <span className="relative h-4">
        <span className="figure absolute left-0 font-bold text-accent">{t("now")}</span>
        {days
          .filter(({ at }) => at < until)
          .map(({ at, words }) => (
            <span
              key={at}
              className="figure absolute whitespace-nowrap border-line border-l pl-1 text-ink2"
              style={{ left: `${((at - from) / (until - from)) * 100}%` }}
            >
              {words}
            </span>
          ))}
      </span>
    </div>
  );
}

function Group({ group, from, until }: { group: Alike<{ said: OverviewRow } & Standing>; from: number; until: number }) {
  const t = useTranslations("standby.tonight");
  const methods = useTranslations("standby.methods");
  const rows = group.rows.map(({ said }) => said);
  const [first] = rows;
  if (!first) return null;
  const method = methods(group.regime);
  const at = (time: number) => Math.min(100, Math.max(0, ((time - from) / (until - from)) * 100));
  const [begins, ends] = [at(group.from), group.to === null ? 100 : at(group.to)];
  const names = rows.map(({ name }) => name).join(", ");
  return (
    <li className={`${GRID} border-line border-b py-2`}>
      <div className="min-w-0">
        <p className="flex flex-wrap items-baseline gap-x-2">
          <b>{method}</b>
          <span className="text-ink2 text-sm">
            {t("count", { count: rows.length })}, {first.untilWords ? t("until", { when: first.untilWords }) : t("unknown")}
          </span>
        </p>
        <p className="mt-1 flex flex-wrap gap-1.5">
          {rows.map((row) => (
            <OneMachine key={row.id} row={row} method={method} />
          ))}
        </p>
      </div>
      <div
        className="relative min-h-9"
        role="img"
        aria-label={
          group.to === null
            ? t("barOpen", { method, from: first.fromWords, machines: names })
            : t("bar", { method, from: first.fromWords, to: first.untilWords ?? "", machines: names })
        }
      >
        <span className="absolute inset-x-0 top-[17px] h-0.5 bg-ink" />
        <span className="absolute top-1 h-7 bg-sheet" style={{ left: `${begins}%`, width: `${Math.max(2, ends - begins)}%` }}>
          <IdleBar regime={group.regime} name={`${method}, ${first.gapWords}`} />
        </span>
      </div>
    </li>
  );
}

/** A machine as a press that tells why it is left so. */
function OneMachine({ row, method }: { row: OverviewRow; method: string }) {
  const t = useTranslations("standby.tonight");
  const alarm = row.tooLong !== null || (row.beyond && row.asleep === null);
  return (
    <Popover.Root>
      <Popover.Trigger
        className={`inline-flex h-8 items-center gap-1 rounded-[3px] border bg-card px-2 font-semibold text-sm hover:border-ink ${alarm ? "border-hold text-hold" : "border-rule"}`}
      >
        {alarm && <TriangleAlertIcon aria-hidden="true" className="size-3.5" />}
        {row.name}
      </Popover.Trigger>
      <PopCard label={t("whyOf", { machine: row.name, method })} align="start" className="w-[min(25rem,94vw)] gap-2 text-sm">
        <p>
          <b>{row.name}</b> <span className="text-ink2">{row.area}</span>
        </p>
        {row.tooLong && <p className="font-semibold text-hold">{t("tooLong", { words: row.tooLong })}</p>}
        {row.asleep ? (
          <Reasons of={[row.asleep]} />
        ) : (
          <>
            {row.beyond && <p className="font-semibold text-hold">{t("beyond")}</p>}
            <Reasons of={row.steps} />
          </>
        )}
        <p>
          <Link href={`/machines/${row.id}/idle`} className={buttonLook("secondary", "small")}>
            {t("openMachine")}
          </Link>
        </p>
      </PopCard>
    </Popover.Root>
  );
}
