"use client";
import type { PointerEvent } from "react";
import { filled } from "../../words/plain.ts";
import { useVesselWords } from "../../words/vessel-words.ts";

type Props = {
  volumeMl: number;
  limitMl: number;
  ml: number;
  lowMl: number;
  highMl: number;
  /** `null`: its level is not known. */
  measured?: string | null;
  name: string;
  height?: number;
  /** How much larger it is drawn, for gloves. */
  scale?: number;
  /** A tap says how much is in it. */
  onLook?: (ml: number) => void;
};

const WIDTH = 56;

/** A narrow upright vessel with its fill, how sure that is, and its mark. */
export function Vessel({ volumeMl, limitMl, ml, lowMl, highMl, measured, name, height = 120, scale = 1, onLook }: Props) {
  const y = (value: number) => 4 + (height - 8) * (1 - Math.min(1, Math.max(0, value / volumeMl)));
  const said = useVesselWords();
  const known = measured !== null;
  const words = filled(known ? said.picture : said.pictureUnknown, {
    name,
    ml: Math.round(ml),
    volume: volumeMl,
    limit: limitMl,
    low: Math.round(lowMl),
    high: Math.round(highMl),
  });
  const look = (event: PointerEvent<SVGSVGElement>) => {
    if (!onLook) return;
    const box = event.currentTarget.getBoundingClientRect();
    const share = 1 - ((event.clientY - box.top) / scale - 4) / (height - 8);
    onLook(Math.round((Math.min(1, Math.max(0, share)) * volumeMl) / roundTo(volumeMl)) * roundTo(volumeMl));
  };
  const over = known && highMl >= limitMl;
  return (
    <svg
      width={WIDTH * scale}
      height={height * scale}
      viewBox={`0 0 ${WIDTH} ${height}`}
      role="img"
      aria-label={words}
      onPointerUp={look}
      className={`shrink-0 ${onLook ? "cursor-pointer touch-manipulation" : ""}`}
    >
      <title>{words}</title>
      {known ? (
        <rect x="10" y={y(ml)} width="30" height={height - 4 - y(ml)} fill={over ? "var(--hold)" : "var(--accent)"} opacity="0.55" />
      ) : (
        <text x="25" y={height / 2 + 8} textAnchor="middle" fontSize="24" fontWeight="700" fill="var(--ink2)">
          ?
        </text>
      )}
      <rect
        x="10"
        y={y(highMl)}
        width="30"
        height={Math.max(0, y(lowMl) - y(highMl))}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1"
        strokeDasharray="2 2"
      />
      <path d={`M14 2 V4 H10 V${height - 4} H40 V4 H36 V2`} fill="none" stroke="var(--ink)" strokeWidth="1.5" />
      <line x1="6" x2="46" y1={y(limitMl)} y2={y(limitMl)} stroke="var(--hold)" strokeWidth="2" />
      <path d={`M46 ${y(limitMl)} l6 -4 v8 z`} fill="var(--hold)" />
    </svg>
  );
}

/** How finely a level is read by eye. */
const roundTo = (volumeMl: number): number => (volumeMl >= 2000 ? 20 : 10);
