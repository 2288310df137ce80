import type { ChannelReading } from "../../core/nozzles/channel-reading.ts";
import { isLight } from "../kit/comb.tsx";

/** One channel's reading at one check, or none. */
export type StripRow = { words: string; reading: ChannelReading | undefined };

/**
 * A channel over its last checks: a row a check, the newest on top, a nozzle a column. A gap in the ink is a missing nozzle,
 * a short mark a weak or deflected one; where only numbers are known the row is broken as far as they go.
 */
export function Strip({
  name,
  colour,
  nozzles,
  rows,
  high = 4,
}: {
  name: string;
  colour: string;
  nozzles: number;
  rows: StripRow[] /** Of a row, in pixels. */;
  high?: number;
}) {
  const light = isLight(colour);
  const ground = light ? "#2b2f33" : "#efe9dc";
  const words = `${name} over ${rows.length} checks: ${rows
    .map(({ reading }) => (!reading || reading.unread ? "not read" : reading.gone ? "gone" : `${reading.missing}`))
    .join(", ")} missing, newest first`;
  return (
    <svg
      viewBox={`0 0 ${nozzles} ${Math.max(1, rows.length) * high}`}
      preserveAspectRatio="none"
      className="block w-full rounded-sm"
      style={{ background: ground, height: `${Math.max(1, rows.length) * high}px` }}
      role="img"
      aria-label={words}
    >
      {rows.map(({ words: when, reading }, index) => (
        <Row key={when} reading={reading} y={index * high} high={high} nozzles={nozzles} colour={colour} ground={ground} when={when} />
      ))}
    </svg>
  );
}

function Row({
  reading,
  y,
  high,
  nozzles,
  colour,
  ground,
  when,
}: {
  reading: ChannelReading | undefined;
  y: number;
  high: number;
  nozzles: number;
  colour: string;
  ground: string;
  when: string;
}) {
  if (!reading || reading.unread) return null;
  const { which, missing, gone } = reading;
  const gaps = gone ? [] : (which?.missing ?? []);
  return (
    <g>
      <title>{`${when}: ${gone ? "all out" : `${missing} missing, ${reading.weak} weak, ${reading.deflected} deflected`}`}</title>
      {!gone && <rect x={0} y={y + 0.4} width={nozzles} height={high - 0.8} fill={colour} opacity={0.8} />}
      {gaps.map((k) => (
        <rect key={k} x={k} y={y} width={1.6} height={high} fill={ground} />
      ))}
      {[...(which?.weak ?? []), ...(which?.deflected ?? [])].map((k) => (
        <rect key={k} x={k} y={y} width={1.2} height={high / 2} fill={ground} />
      ))}
      {!which && !gone && missing > 0 && (
        <rect
          x={nozzles - missing}
          y={y}
          width={missing}
          height={high}
          fill={ground}
          stroke={colour}
          strokeDasharray="1 1"
          strokeWidth={0.4}
        />
      )}
    </g>
  );
}
