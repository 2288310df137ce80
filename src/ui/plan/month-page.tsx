"use client";
import { ArrowLeftIcon, PrinterIcon } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useTranslations } from "use-intl";
import type { Role } from "../../core/fleet/vocabulary.ts";
import { mayDo } from "../../core/safety/who-may.ts";
import type { LongJobsView } from "../../work/rounds/long-jobs.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Empty } from "../kit/card.tsx";
import { trying } from "../say.ts";
import { entryOf } from "../send.ts";
import { sendWithUndo } from "../with-undo.ts";
import { PlanFrame } from "./plan-frame.tsx";

/** Machines down, days across: seldom jobs with the window that each may be done in. What falls into a closure is pulled ahead by one press. */
export function MonthPage({ view, role }: { view: LongJobsView; role: Role }) {
  const t = useTranslations("plan.month");
  const plan = useTranslations("plan");
  const { days, closures, machines } = view;
  const jobs = machines.flatMap((machine) => machine.jobs);
  const router = useRouter();
  const fall = jobs.filter(({ inClosure }) => inClosure).length;
  const early = machines.flatMap(({ id, jobs: own }) => own.flatMap(({ name, ahead }) => (ahead ? [{ machine: id, name, ...ahead }] : [])));
  const pull = () =>
    trying(() =>
      sendWithUndo(
        early.map(({ machine, routine, from, to }) =>
          entryOf({ kind: "move", machine, routine, body: { due: from, to, reason: t("before") } }),
        ),
        { said: t("pulled", { count: early.length }), why: t("byMistake"), after: async () => router.refresh() },
      ),
    );
  const share = (day: number) => `${(Math.min(days.length, Math.max(0, day)) / days.length) * 100}%`;
  const width = (from: number, to: number) => `calc(${share(to + 1)} - ${share(from)})`;
  const isMonday = (words: string) => words.startsWith("Mon");
  return (
    <PlanFrame
      way="month"
      number={fall || jobs.length}
      title={fall ? t("fall", { count: fall }) : t("answer", { count: jobs.length, days: days.length })}
      more={fall ? `${t("all", { count: jobs.length, days: days.length })} ${t("fitBefore", { count: early.length })}` : t("noneFall")}
      actions={
        <>
          <a href="/rounds-month" className={buttonLook()}>
            <PrinterIcon aria-hidden="true" />
            {plan("print")}
          </a>
          {mayDo(role, "plan") && early.length > 0 && (
            <Button look="primary" onClick={() => void pull()} title={early.map(({ name, toWords }) => `${name}: ${toWords}`).join("\n")}>
              <ArrowLeftIcon aria-hidden="true" />
              {t("pull", { count: early.length })}
            </Button>
          )}
        </>
      }
      tools={
        <span className="flex gap-x-3 font-semibold text-[13px]" aria-hidden="true">
          <span className="flex items-center gap-1.5">
            <i className="h-3 w-5 bg-ink" />
            {t("job")}
          </span>
          <span className="flex items-center gap-1.5">
            <i className="h-3 w-6 border-[1.5px] border-ink bg-card" />
            {t("window")}
          </span>
          <span className="flex items-center gap-1.5">
            <i className="h-3 w-5 bg-hold-fill" />
            {t("late")}
          </span>
          <span className="flex items-center gap-1.5">
            <i className="h-3 w-5 bg-care" />
            {t("waits")}
          </span>
          <span className="flex items-center gap-1.5">
            <i className="h-3 w-6 bg-[repeating-linear-gradient(135deg,var(--rule)_0_2px,transparent_2px_6px)]" />
            {t("closed")}
          </span>
        </span>
      }
    >
      {jobs.length === 0 ? (
        <Empty title={t("empty")} />
      ) : (
        <div className="overflow-x-auto">
          <table className="w-full min-w-[760px] text-sm">
            <thead>
              <tr>
                <th scope="col" className="w-28 border-ink border-b-[1.5px] py-1 text-left font-semibold text-ink3 text-xs">
                  {t("machine")}
                </th>
                <th scope="col" className="relative h-6 border-ink border-b-[1.5px]">
                  {days.map(({ day, words }, at) =>
                    at === 0 || isMonday(words) ? (
                      <span
                        key={day}
                        className={`figure absolute bottom-0.5 whitespace-nowrap font-normal ${at === 0 ? "font-bold text-accent" : "text-ink2"}`}
                        style={{ left: share(at) }}
                      >
                        {at === 0 ? words.split(" ").slice(0, 2).join(" ") : at < 4 ? "" : words.split(" ").slice(1).join(" ")}
                      </span>
                    ) : null,
                  )}
                </th>
              </tr>
            </thead>
            <tbody>
              {machines.map((machine) => (
                <tr key={machine.id} className="border-line border-b">
                  <th scope="row" className="py-1 text-left font-bold">
                    <Link href={`/machines/${machine.id}`} prefetch={false} className="text-ink no-underline hover:underline">
                      {machine.name}
                    </Link>
                  </th>
                  <td className="relative h-8">
                    {days.map(({ day, works }, at) =>
                      works ? null : (
                        <span key={day} className="absolute inset-y-0 bg-well" style={{ left: share(at), width: width(at, at) }} />
                      ),
                    )}
                    {closures.map(({ name, from, to }) => (
                      <span
                        key={from}
                        title={name}
                        className="absolute inset-y-0 bg-[repeating-linear-gradient(135deg,var(--line)_0_2px,transparent_2px_7px)]"
                        style={{ left: share(from), width: width(Math.max(0, from), to) }}
                      />
                    ))}
                    <span className="absolute inset-y-0 left-0 border-accent border-l-2" />
                    {machine.jobs.map((job) => (
                      <span key={job.key}>
                        <span
                          aria-hidden="true"
                          className={`absolute top-2 h-4 border-[1.5px] bg-card ${job.late ? "border-hold" : job.inClosure ? "border-care" : "border-ink"}`}
                          style={{ left: share(job.opens), width: width(job.opens, Math.max(job.last, job.at)) }}
                        />
                        <span
                          role="img"
                          aria-label={t("what", { name: job.name, day: job.dueWords, minutes: job.minutes })}
                          title={t("what", { name: job.name, day: job.dueWords, minutes: job.minutes })}
                          className={`absolute top-1 z-[1] h-6 overflow-hidden whitespace-nowrap px-1 font-semibold text-[11px] leading-6 ${job.late ? "bg-hold-fill text-white" : job.inClosure ? "bg-care text-card" : "bg-ink text-sheet"}`}
                          style={{ left: share(job.at), minWidth: width(job.at, job.at) }}
                        >
                          {job.short}
                        </span>
                      </span>
                    ))}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </PlanFrame>
  );
}
