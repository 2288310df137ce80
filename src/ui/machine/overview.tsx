"use client";
import { ClipboardCheckIcon, PlayIcon } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useTranslations } from "use-intl";
import { BEATS, type Role } from "../../core/fleet/vocabulary.ts";
import { mayDo } from "../../core/safety/who-may.ts";
import type { MachineView } from "../../work/machine/machine.ts";
import type { StripDays, StripsView } from "../../work/machine/strips.ts";
import { buttonLook } from "../kit/button.tsx";
import { Chip } from "../kit/chip.tsx";
import { Comb } from "../kit/comb.tsx";
import { Docket } from "../kit/docket.tsx";
import { Initials } from "../kit/initials.tsx";
import { Mark, WORD_COLOUR } from "../kit/state-mark.tsx";
import { useLive } from "../use-live.ts";
import { Fortnight } from "./fortnight.tsx";
import { HeadEnd } from "./head-end.tsx";
import { OutOfOrder } from "./repair.tsx";
import { Strips } from "./strips.tsx";

/** A machine at a glance: how it stands and what is next, its head end drawn, the days ahead, the days behind. */
export function Overview({ view, strips, days, role }: { view: MachineView; strips: StripsView; days: StripDays; role: Role }) {
  const router = useRouter();
  useLive((seq) => {
    if (seq === "resync" || seq > view.seq) router.refresh();
  });
  const mayRecord = mayDo(role, "record");
  return (
    <>
      <div className="grid gap-x-5 gap-y-5 pt-3 md:grid-cols-2 xl:grid-cols-[256px_minmax(0,1fr)_226px]">
        <StateNow view={view} strips={strips} mayRecord={mayRecord} />
        <div className="max-xl:order-last md:max-xl:col-span-2">
          <HeadEnd view={view} />
        </div>
        <Fortnight view={view} />
      </div>
      <Strips strips={strips} machine={view.row.id} days={days} />
    </>
  );
}

function StateNow({ view, strips, mayRecord }: { view: MachineView; strips: StripsView; mayRecord: boolean }) {
  const t = useTranslations("machine");
  const { row } = view;
  const worst = [...row.channels].filter(({ read }) => read).sort((a, b) => faults(b) - faults(a))[0];
  return (
    <section aria-label={t("state")} className="grid content-start gap-3">
      <div className="flex items-start gap-3">
        <Mark word={row.word} size={44} />
        <div className="min-w-0">
          <p className={`font-extrabold text-[30px] leading-none ${WORD_COLOUR[row.word]}`}>{row.word}</p>
          <p className="mt-1 leading-snug">{row.why}</p>
        </div>
      </div>
      {worst && faults(worst) > 0 && <Comb channel={worst} stale={row.word === "Unchecked"} width={190} height={34} />}
      {row.missed && <p className="text-hold text-sm">{t("missed", { day: row.missed.day, names: row.missed.names.join(", ") })}</p>}
      {row.signs.map(({ id, words, seen, note }) => (
        <p key={id} className="border-hold border-l-4 pl-2 text-sm">
          {t("seen", { words, seen })} {note}{" "}
          <Link href={`/floor#/machine/${row.id}`} prefetch={false}>
            {t("causes")}
          </Link>
        </p>
      ))}
      {row.repair && <OutOfOrder machine={row} repair={row.repair} routines={view.routines} mayRecord={mayRecord} />}
      <NextWork view={view} mayRecord={mayRecord} />
      <dl className="grid grid-cols-2 gap-x-3 gap-y-2 text-[13px]">
        <Fact name={t("facts.lastCheck")}>{view.lastCheck ?? t("facts.never")}</Fact>
        <Fact name={t("facts.cleans", { month: strips.month.words })}>
          <b>{strips.month.cleans}</b> <span className="text-ink2">{t("facts.ink", { ml: Math.round(strips.month.inkMl) })}</span>
        </Fact>
      </dl>
    </section>
  );
}

const faults = ({ missing, weak, deflected, gone }: MachineView["row"]["channels"][number]): number =>
  (gone ? 10_000 : 0) + missing * 10 + weak + deflected;

function Fact({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <div className="border-line border-t pt-1">
      <dt className="font-semibold text-ink3 text-xs">{name}</dt>
      <dd>{children}</dd>
    </div>
  );
}

/** The next piece of work as a ticket, with the button that begins it. */
function NextWork({ view, mayRecord }: { view: MachineView; mayRecord: boolean }) {
  const t = useTranslations("machine");
  const { row } = view;
  const { words, routine, isCheck } = row.next;
  const item = [...BEATS.flatMap((beat) => row.beats[beat]), ...row.also].find(
    (each) => each.routine === routine && each.state !== "done" && each.state !== "skipped",
  );
  const held = row.word === "Hold";
  const who = item?.run?.person ?? item?.personName;
  return (
    <Docket rank={<ClipboardCheckIcon aria-hidden="true" className="size-5" />} label={t("next")}>
      <p className="font-semibold text-ink3 text-xs">{t("next")}</p>
      <p className="font-bold text-lg leading-tight">{words}</p>
      {item && (
        <p className="mt-1.5 flex flex-wrap items-center gap-1.5">
          <Chip>{t("minutes", { minutes: item.minutes })}</Chip>
          {who ? <Initials name={who} /> : <span className="text-ink2 text-sm">{t("nobody")}</span>}
        </p>
      )}
      {mayRecord && (
        <p className="mt-2 flex flex-wrap gap-2">
          {held ? (
            <Link href={`/machines/${row.id}/nozzles`} className={buttonLook("primary")}>
              {t("findOut")}
            </Link>
          ) : isCheck && row.class !== "cij" ? (
            <Link href={`/check?machines=${row.id}`} className={buttonLook("primary")}>
              {t("enterCheck")}
            </Link>
          ) : routine ? (
            <Link href={`/floor#/machine/${row.id}`} prefetch={false} className={buttonLook("primary")}>
              <PlayIcon aria-hidden="true" />
              {t("start")}
            </Link>
          ) : null}
          <Link href="/plan" prefetch={false} className={buttonLook("quiet")}>
            {t("plan")}
          </Link>
        </p>
      )}
    </Docket>
  );
}
