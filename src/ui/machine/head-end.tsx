"use client";
import { XIcon } from "lucide-react";
import Link from "next/link";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { MachineView, PartOfMachine } from "../../work/machine/machine.ts";
import { worn } from "../drawings/drawn.tsx";
import { HeadEndDrawing } from "../drawings/head-end.tsx";
import { buttonLook } from "../kit/button.tsx";
import { Chip } from "../kit/chip.tsx";
import { IconButton } from "../kit/icon-button.tsx";
import { Meter } from "../kit/meter.tsx";

const never = () => false;

/** The drawn head end as the centre of a machine's page; a pressed part shows its facts and what can be done. */
export function HeadEnd({ view }: { view: MachineView }) {
  const t = useTranslations("machine.drawing");
  const [selected, setSelected] = useState<string | null>(null);
  const part = view.parts.find(({ id }) => id === selected);
  return (
    <figure className="relative mx-auto min-w-0 max-w-[58rem]">
      <HeadEndDrawing
        machine={view.machine}
        channels={view.row.channels}
        levels={new Map(view.ink.map(({ channel, percent }) => [channel, percent]))}
        vessels={view.vessels}
        suction={view.suction}
        stale={view.row.word === "Unchecked"}
        parts={view.parts.map((part) => ({ ...part, ...drawnWear(part) }))}
        lit={never}
        selected={selected}
        onSelect={(id) => setSelected(id === selected ? null : id)}
      />
      {part && <PartCard part={part} machine={view.row.id} close={() => setSelected(null)} />}
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 text-xs">
        <span className="font-semibold">{t("scale")}</span>
        {[0, 0.25, 0.5, 0.75, 1].map((share) => (
          <span key={share} className="inline-flex items-center gap-1.5">
            <svg width="18" height="12" aria-hidden="true">
              <rect x=".75" y=".75" width="16.5" height="10.5" fill={worn(share)} stroke="var(--ink)" />
            </svg>
            <span className="figure">{share < 1 ? Math.round(share * 100) : "100+"}</span>
          </span>
        ))}
        <Air air={view.air} />
      </div>
      <figcaption className="mt-1 text-ink3 text-xs">
        {view.parts.length > 0 && `${t("press")} `}
        {t("caption")}
      </figcaption>
    </figure>
  );
}

/** What a drawing says of a part's time. Care that is late is not a part worn out: it is named, not hatched. */
const drawnWear = ({ wear }: PartOfMachine): { share: number | null; note: string } =>
  wear === null
    ? { share: null, note: "" }
    : wear.by === "change"
      ? { share: wear.share, note: `${Math.round(wear.share * 100)} %` }
      : { share: Math.min(0.99, wear.share), note: wear.share > 1 ? "care late" : wear.dueWords };

/** The air of its room on the range that it is to have. */
function Air({ air }: { air: MachineView["air"] }) {
  const t = useTranslations("machine.drawing");
  if (!air)
    return (
      <span className="ml-auto text-ink3">
        {t("air")}: {t("airUnknown")}
      </span>
    );
  const label = t("airRange", { humidity: Math.round(air.humidity), low: air.low, high: air.high });
  const x = (percent: number) => ((Math.min(80, Math.max(20, percent)) - 20) / 60) * 120;
  return (
    <span className="ml-auto inline-flex items-center gap-2">
      <span className="font-semibold">{t("air")}</span>
      <b className={`figure !text-sm ${air.word === "right" ? "" : "text-hold"}`}>{Math.round(air.humidity)} %</b>
      <svg width="120" height="14" role="img" aria-label={label}>
        <title>{label}</title>
        <rect x=".5" y="3.500" width="119" height="7" fill="var(--well)" stroke="var(--line)" />
        <rect x={x(air.low)} y="3.500" width={x(air.high) - x(air.low)} height="7" fill="var(--ready-wash)" stroke="var(--ready)" />
        <path d={`M${x(air.humidity)} 0v14`} stroke="var(--ink)" strokeWidth="3" />
      </svg>
      {air.celsius !== null && <span className="figure">{air.celsius.toFixed(1)} °C</span>}
    </span>
  );
}

function PartCard({ part, machine, close }: { part: PartOfMachine; machine: string; close: () => void }) {
  const t = useTranslations("machine.drawing");
  const { wear, ageDays, gone } = part;
  return (
    <section
      aria-label={part.name}
      className="absolute top-16 right-0 z-10 grid w-56 gap-2 rounded-[6px] border border-rule bg-card p-3 text-sm shadow-[var(--shadow)]"
    >
      <div className="flex items-center gap-2">
        <b className="grow text-[15px]">{part.name}</b>
        {wear && <Chip tone={wear.share >= 1 ? "bad" : wear.share >= 0.85 ? "care" : "plain"}>{Math.round(wear.share * 100)} %</Chip>}
        <IconButton name={t("close")} onClick={close} className="!size-7">
          <XIcon aria-hidden="true" />
        </IconButton>
      </div>
      {gone ? (
        <p>{t("gone")}</p>
      ) : (
        <>
          {wear ? (
            <>
              <Meter
                share={wear.share}
                label={`${t("used", { used: wear.usedDays, of: wear.ofDays })} ${t(wear.by === "change" ? "byChange" : "byCare")}`}
              />
              <p>
                <span className="figure">{t("used", { used: wear.usedDays, of: wear.ofDays })}</span>{" "}
                {t(wear.by === "change" ? "byChange" : "byCare")}
              </p>
              <p>{t("due", { routine: wear.routineName, day: wear.dueWords })}</p>
            </>
          ) : (
            <p>{t("unknown")}</p>
          )}
          <p className="text-ink2">{ageDays === null ? t("ageUnknown") : t("age", { days: ageDays })}</p>
        </>
      )}
      <Link
        href={`/machines/${machine}/parts?part=${encodeURIComponent(part.id)}`}
        prefetch={false}
        className={buttonLook("secondary", "small")}
      >
        {t("change")}
      </Link>
    </section>
  );
}
