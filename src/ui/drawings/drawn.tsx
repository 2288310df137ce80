"use client";
import type { KeyboardEvent, ReactNode } from "react";
import type { Machine } from "../../core/fleet/schema.ts";
import type { ChannelView } from "../../core/nozzles/channel-views.ts";

/** A part as a drawing knows it. */
export type DrawnPart = {
  id: string;
  kind: string;
  name: string;
  /** Share of its time to the next change or care; null where not known. */
  share: number | null;
  /** The same in a few words. */
  note: string;
  gone: boolean;
};

/** What a drawing of a head end is made from besides the machine itself. */
export type Drawn = {
  parts: readonly DrawnPart[];
  /** Ids of parts to be shown as acted on. */
  lit: (part: DrawnPart) => boolean;
  /** Ids of parts at which something is open. */
  open?: (part: DrawnPart) => boolean;
  selected: string | null;
  onSelect?: (id: string) => void;
};

/** A waste vessel with what is thought to be in it. */
export type VesselLevel = { id: string; name: string; volumeMl: number; limitMl: number; ml: number | null; words: string | null };

/** All that a head end is drawn from. */
export type HeadEndProps = {
  machine: Machine;
  channels: readonly ChannelView[];
  levels: ReadonlyMap<string, number | null>;
  vessels: readonly VesselLevel[];
  /** What the cap still draws, as a share of what it drew when new. */
  suction: number | null;
  /** The last check holds no more. */
  stale: boolean;
} & Drawn;

const PERCENT = (share: number) => `${Math.round(share * 100)} %`;

/** The ground of a part by how much of its time it has used; hatched when it is over. */
export function worn(share: number | null): string {
  if (share === null || share < 0.125) return "var(--worn-1)";
  if (share >= 1) return "url(#over)";
  return share < 0.4 ? "var(--worn-2)" : share < 0.7 ? "var(--worn-3)" : "var(--worn-4)";
}

/** Patterns that the drawings fill with. */
export function Patterns() {
  return (
    <defs>
      <pattern id="over" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="7" height="7" fill="var(--hold-wash)" />
        <rect width="3" height="7" fill="var(--hold)" />
      </pattern>
      <pattern id="no-touch" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="8" height="8" fill="var(--hold-wash)" />
        <rect width="2.5" height="8" fill="var(--hold)" />
      </pattern>
      <pattern id="teeth" width="4" height="8" patternUnits="userSpaceOnUse">
        <rect width="2" height="8" fill="var(--ink)" />
      </pattern>
    </defs>
  );
}

/** One part of a drawing: pressed or chosen by Enter it shows its facts. */
export function Piece({
  part,
  drawn,
  children,
}: {
  part: DrawnPart;
  drawn: Drawn;
  /** Drawn with the ground and the outline that it is given. */
  children: (look: { fill: string; stroke: string; strokeWidth: number }) => ReactNode;
}) {
  const { lit, selected, onSelect } = drawn;
  const marked = lit(part) || selected === part.id;
  const isOpen = drawn.open?.(part) ?? false;
  const look = {
    fill: part.gone ? "none" : lit(part) ? "var(--accent-wash)" : isOpen ? "var(--care-wash)" : worn(part.share),
    stroke: marked ? "var(--accent)" : isOpen ? "var(--care)" : "var(--ink)",
    strokeWidth: marked || isOpen ? 3.5 : 2,
    ...(part.gone || isOpen ? { strokeDasharray: part.gone ? "4 3" : "9 5" } : {}),
  };
  const label = `${part.name}${part.gone ? ", taken off" : part.note && `, ${part.note}`}`;
  if (!onSelect) return <g>{children(look)}</g>;
  const press = (event: KeyboardEvent) => {
    if (event.key !== "Enter" && event.key !== " ") return;
    event.preventDefault();
    onSelect(part.id);
  };
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={label}
      aria-pressed={selected === part.id}
      onClick={() => onSelect(part.id)}
      onKeyDown={press}
      className="cursor-pointer outline-none [pointer-events:bounding-box] focus-visible:[&>*:first-child]:stroke-[var(--accent)] hover:[&>*:first-child]:stroke-[var(--accent)]"
    >
      {children(look)}
      <title>{label}</title>
    </g>
  );
}

/** Words on a drawing. */
export function Label({
  x,
  y,
  children,
  bold,
  end,
  middle,
  tone = "var(--ink2)",
  size = 12,
}: {
  x: number;
  y: number;
  children: ReactNode;
  bold?: boolean;
  end?: boolean;
  middle?: boolean;
  tone?: string;
  size?: number;
}) {
  return (
    <text x={x} y={y} fontSize={size} fontWeight={bold ? 700 : 500} textAnchor={end ? "end" : middle ? "middle" : "start"} fill={tone}>
      {children}
    </text>
  );
}

/** How much of its time a part has used, as a small bar with its figure under its name. */
export function Used({ x, y, share, width = 54 }: { x: number; y: number; share: number | null; width?: number }) {
  if (share === null) return null;
  return (
    <g>
      <rect x={x} y={y} width={width} height="6" fill="var(--well)" stroke="var(--line)" />
      <rect x={x} y={y} width={width * Math.min(1, Math.max(0, share))} height="6" fill={share >= 1 ? "var(--hold)" : "var(--ink)"} />
    </g>
  );
}

export const percent = PERCENT;
