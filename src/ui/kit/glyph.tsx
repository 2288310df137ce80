import type { Glyph as GlyphName } from "../../core/routines/glyph.ts";

const PATHS: Record<GlyphName, string> = {
  check: "M2 3h12M3.5 5v8M6.5 5v8M9.5 5v3M12.5 5v8",
  waste: "M4 2v12h8V2M4 8.5h8M4 11h8",
  cap: "M2 6v4c0 2.5 1.500 4 4 4h4c2.500 0 4-1.500 4-4V6M1 5h4M11 5h4M5 9h6",
  clean: "M8 1.5C5 5.5 3.5 7.7 3.5 9.8a4.5 4.5 0 0 0 9 0C12.500 7.700 11 5.500 8 1.500z",
  wipe: "M2 13.500h12M5 11l7-8 2 1.800-6.500 7.500z",
  shake: "M5 2h6v3l1.500 2v7h-9V7L5 5zM3.500 10h9",
  flush: "M2 4h8a3 3 0 0 1 3 3v6M10 10.500l3 3 3-3M2 8h3",
  points:
    "M1.700 8a1.800 1.800 0 1 0 3.600 0 1.800 1.800 0 1 0-3.600 0M6.200 8a1.800 1.800 0 1 0 3.600 0 1.800 1.800 0 1 0-3.600 0M10.700 8a1.800 1.800 0 1 0 3.600 0 1.800 1.800 0 1 0-3.600 0",
  power: "M8 2v6M4.500 4.500a5 5 0 1 0 7 0",
  foam: "M2.500 4h11v8h-11zM5 6.500h.1M8 8h.1M11 6.500h.1M6 10h.1M10.500 10h.1",
  strip: "M1 6h14v4H1zM4 6v2M7 6v2M10 6v2M13 6v2",
  tool: "M10 2.500a3.500 3.500 0 0 0-3.300 4.700L2 11.900 4.100 14l4.700-4.700A3.500 3.500 0 0 0 13.500 6l-2 1.500-2-2L11 3.500z",
};

/** The small picture of a kind of work, beside its word. */
export function Glyph({ name, size = 14 }: { name: GlyphName; size?: number }) {
  return (
    <svg
      viewBox="0 0 16 16"
      width={size}
      height={size}
      fill="none"
      stroke="currentColor"
      strokeWidth="1.7"
      strokeLinecap="round"
      strokeLinejoin="round"
      aria-hidden="true"
      className="shrink-0"
    >
      <path d={PATHS[name]} />
    </svg>
  );
}
