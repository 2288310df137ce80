"use client";
import { TriangleAlertIcon } from "lucide-react";
import Link from "next/link";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { RiskView } from "../../work/nozzles/nozzle-history.ts";
import { Button } from "../kit/button.tsx";
import { DateInput } from "../kit/date-input.tsx";
import { Field } from "../kit/field.tsx";
import { TimeInput } from "../kit/time-input.tsx";
import { trying } from "../say.ts";
import { ask } from "../send.ts";

/** What was printed since the last good check, where the newest one failed. */
export function Risk({ risk }: { risk: RiskView | null }) {
  const t = useTranslations("nozzles.risk");
  return (
    <section aria-label={t("title")} className="mt-3">
      {risk ? <RiskSaid risk={risk} /> : <p className="text-ink2 text-sm">{t("none")}</p>}
    </section>
  );
}

function RiskSaid({ risk }: { risk: RiskView }) {
  const t = useTranslations("nozzles.risk");
  const { kind, good, failed, prints, hours, counted, people, lots } = risk;
  if (kind === "no-check") return <p className="text-sm">{t("noCheck")}</p>;
  if (kind === "fine")
    return (
      <p className="text-sm">
        {t("fine")} {good && <Link href={`/logbook/${good.entry}`}>{good.words}</Link>}
      </p>
    );
  return (
    <div className="grid grid-cols-[22px_1fr] gap-x-2.5 rounded-[6px] bg-hold-wash p-2.5 text-hold text-sm">
      <TriangleAlertIcon aria-hidden="true" className="mt-0.5 size-[22px]" />
      <div className="leading-snug">
        <p className="font-bold text-base">
          {prints !== null
            ? t(counted?.estimated ? "about" : "count", { count: prints })
            : hours === null
              ? t("all")
              : hours < 48
                ? t("hours", { hours: Math.round(hours * 10) / 10 })
                : t("days", { days: Math.round(hours / 24) })}
        </p>
        {good ? (
          <p>
            {t("since", { when: good.words })} (<Link href={`/logbook/${good.entry}`}>{t("lastGood")}</Link>)
          </p>
        ) : (
          <p>{t("noGood")}</p>
        )}
        {failed && (
          <p>
            {t("failed", { when: failed.words, channels: risk.named.join(", ") })} (
            <Link href={`/logbook/${failed.entry}`}>{t("failedLink")}</Link>)
          </p>
        )}
        {kind === "between" && (
          <p className="mt-1 text-ink2">
            {counted ? t(counted.estimated ? "pace" : "read", { since: counted.since, until: counted.until }) : t("noCounter")}{" "}
            {t("people", { names: people.join(", ") || t("nobody") })}{" "}
            {lots.length > 0 ? t("lots", { count: lots.length, lots: lots.join("; ") }) : t("noLot")}
          </p>
        )}
      </div>
    </div>
  );
}

/** A bad print that somebody complains of: whether the nozzles were the cause, by the checks round it. */
export function CauseForm({ machine }: { machine: string }) {
  const t = useTranslations("nozzles.risk");
  const [found, setFound] = useState<RiskView | null>(null);
  const [day, setDay] = useState("");
  const [time, setTime] = useState("");
  const look = () =>
    trying(async () => {
      const at = encodeURIComponent(new Date(`${day}T${time}`).toISOString());
      setFound(await ask<RiskView>(`/api/nozzles/risk?machine=${machine}&at=${at}`));
    });
  return (
    <>
      <div className="flex flex-wrap items-end gap-2">
        <Field label={t("day")} className="w-44">
          <DateInput value={day} onChange={setDay} />
        </Field>
        <Field label={t("time")} className="w-20">
          <TimeInput value={time} onChange={setTime} />
        </Field>
        <Button look="primary" disabled={!day || !time} onClick={() => void look()}>
          {t("find")}
        </Button>
      </div>
      <div aria-live="polite">{found && <RiskSaid risk={found} />}</div>
    </>
  );
}
