"use client";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { capital } from "../../core/capital.ts";
import type { ChannelReading } from "../../core/nozzles/channel-reading.ts";
import type { CheckView, NozzleHistory } from "../../work/nozzles/nozzle-history.ts";
import { Mark } from "../kit/state-mark.tsx";
import { Segmented } from "../kit/tabs.tsx";
import { Strip } from "./strip.tsx";

const CHECKS = 30;

type Line = {
  id: string;
  name: string;
  more: string;
  colour: string;
  nozzles: number;
  readings: { words: string; reading: ChannelReading | undefined }[];
};

/** Each channel over the last checks, the worst first; or each ink through the channels that it ran through. */
export function Channels({ history }: { history: NozzleHistory }) {
  const t = useTranslations("nozzles.channels");
  const { channels, limit } = history;
  const checks = history.checks.slice(0, CHECKS);
  const moved = channels.some(({ id, ink }) => checks.some(({ inks }) => inks[id] !== undefined && inks[id] !== ink));
  const [by, setBy] = useState<"nozzles" | "ink">("nozzles");
  const places = (ink: string) =>
    [...new Set(checks.flatMap(({ inks }) => Object.entries(inks).flatMap(([id, each]) => (each === ink ? [id] : []))))]
      .map((place, at) => (at === 0 ? t("through", { places: place }) : t("thenBefore", { place })))
      .join("");
  const lines: Line[] =
    by === "nozzles"
      ? channels
          .map(({ id, ink, colour, nozzles }) => ({
            id,
            name: said(ink),
            more: id,
            colour,
            nozzles: nozzles ?? 100,
            readings: checks.map(({ words, channels: read }) => ({ words, reading: read.find((each) => each.id === id) })),
          }))
          .sort((a, b) => badness(b) - badness(a))
      : [...new Set(checks.flatMap(({ inks }) => Object.values(inks)))].map((ink) => ({
          id: ink,
          name: said(ink),
          more: places(ink),
          colour: channels.find((channel) => channel.ink === ink)?.colour ?? "#777777",
          nozzles: channels[0]?.nozzles ?? 100,
          readings: checks.map(({ words, channels: read, inks }: CheckView) => ({
            words,
            reading: read.find(({ id }) => inks[id] === ink),
          })),
        }));
  return (
    <section aria-label={t("title")}>
      {moved && (
        <p className="mb-2">
          <Segmented
            label={t("order")}
            value={by}
            onChange={setBy}
            options={[
              { value: "nozzles", name: t("byNozzles") },
              { value: "ink", name: t("byInk") },
            ]}
          />
        </p>
      )}
      <div className={`${GRID} border-ink border-b-[1.5px] pb-1.5 font-semibold text-ink3 text-xs`} aria-hidden="true">
        <span>{t("channel")}</span>
        <span>{t("last", { count: checks.length })}</span>
        <span className="max-sm:hidden">{t("out", { limit })}</span>
        <span className="text-right">{t("now")}</span>
      </div>
      <ul>
        {lines.map((line) => (
          <ChannelLine key={line.id} line={line} limit={limit} />
        ))}
      </ul>
      <p className="mt-1.5 text-ink2 text-xs">{t("legend")}</p>
    </section>
  );
}

const GRID =
  "grid grid-cols-[84px_minmax(0,1fr)_110px_64px] items-center gap-x-5 max-sm:grid-cols-[64px_minmax(0,1fr)_44px] max-sm:gap-x-3";

const said = (ink: string) => {
  const words = ink.replaceAll("-", " ");
  return capital(words);
};
const outOf = (reading: ChannelReading | undefined): number | null =>
  !reading || reading.unread ? null : reading.gone ? Number.POSITIVE_INFINITY : reading.missing;
const badness = ({ readings: [now] }: Line): number =>
  now?.reading ? (now.reading.gone ? 1e6 : now.reading.missing * 10 + now.reading.weak + now.reading.deflected) : -1;

function ChannelLine({ line, limit }: { line: Line; limit: number }) {
  const t = useTranslations("nozzles.channels");
  const now = line.readings[0]?.reading;
  const out = outOf(now);
  const bad = out !== null && out > limit;
  return (
    <li className={`${GRID} border-line border-b py-2`}>
      <span className="min-w-0 leading-tight">
        <b className="block">{line.name}</b>
        <span className="figure text-ink3 text-xs">{line.more}</span>
      </span>
      <Strip name={line.name} colour={line.colour} nozzles={line.nozzles} rows={line.readings} high={bad ? 5 : 3} />
      <span className="max-sm:hidden">
        <Trend name={line.name} counts={line.readings.map(({ reading }) => outOf(reading)).reverse()} limit={limit} />
      </span>
      <span className={`flex items-center justify-end gap-1.5 ${bad ? "text-hold" : ""}`}>
        {out === null ? (
          <span className="text-ink3 text-xs">{t("unread")}</span>
        ) : (
          <>
            <Mark word={bad ? "Hold" : out > 0 ? "With care" : "Ready"} size={16} />
            <span className={`figure font-bold ${bad ? "text-3xl" : "text-base"}`}>{Number.isFinite(out) ? out : t("allOut")}</span>
          </>
        )}
      </span>
    </li>
  );
}

const [WIDE, HIGH, MOST] = [110, 34, 8];

/** Nozzles out, check by check, against the limit. */
function Trend({ name, counts, limit }: { name: string; counts: (number | null)[]; limit: number }) {
  const t = useTranslations("nozzles.channels");
  const each = WIDE / CHECKS;
  const from = WIDE - counts.length * each;
  const y = (count: number) => HIGH - 2 - (Math.min(count, MOST) * (HIGH - 6)) / MOST;
  const label = t("trend", {
    channel: name,
    counts: counts.map((count) => (count === null ? "–" : Number.isFinite(count) ? count : t("allOut"))).join(", "),
  });
  return (
    <svg viewBox={`0 0 ${WIDE} ${HIGH}`} width={WIDE} height={HIGH} role="img" aria-label={label}>
      <title>{label}</title>
      <line x1="0" x2={WIDE} y1={y(limit) - 0.5} y2={y(limit) - 0.5} stroke="var(--hold)" strokeDasharray="3 2.5" />
      {counts.map((count, at) =>
        count === null ? null : (
          <rect
            key={at}
            x={from + at * each + 0.4}
            width={each - 0.8}
            y={count === 0 ? HIGH - 3 : y(count)}
            height={count === 0 ? 1 : HIGH - 2 - y(count)}
            fill={count > limit ? "var(--hold)" : count === 0 ? "var(--ink3)" : "var(--ink2)"}
          />
        ),
      )}
    </svg>
  );
}
