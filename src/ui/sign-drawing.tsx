import type { Sign } from "../core/signs/guide.ts";

/** Small drawings of what is seen, our own; the words beside them say the same. */
const LINES: Record<Sign, string> = {
  // A print with lines across.
  banding: "M6 4h44v28h-44z M6 11h44 M6 18h44 M6 25h44",
  // A shirt's print, hatched thin.
  "weak-white": "M10 6h36v24h-36z M12 28l20-20 M24 28l20-20",
  // The first part empty, then full.
  "slow-white": "M8 6h40v24h-40z M24 6v24 M28 10v16 M33 10v16 M38 10v16 M43 10v16",
  // Four bars, one of them dashed.
  "colour-absent": "M9 6v24 M20 6v24 M42 6v24 M31 6v3 M31 13v3 M31 20v3 M31 27v3",
  // A cap without anything in it.
  "all-poor-after-load": "M10 12v16h36v-16 M16 12v10h24v-10",
  // A head, and nothing under it.
  "new-head-silent": "M14 6h28v12h-28z M20 26h2 M27 26h2 M34 26h2",
  // A cap, full on one side.
  "cap-drains-one-side": "M10 10v18h36v-18 M28 10v18 M12 15h14 M12 19h14 M12 23h14",
  // A drop under a cap.
  "white-in-cap-water": "M12 6v10h32v-10 M28 16v4 M28 21c-4 5-4 9 0 9s4-4 0-9",
  // A pool on a grid.
  "ink-pools-on-filter": "M8 26h40 M14 26v5 M22 26v5 M30 26v5 M38 26v5 M12 22c8-6 24-6 32 0",
  // Dots over a rail.
  "mist-on-rails": "M6 26h44 M6 30h44 M12 10h1 M20 16h1 M27 8h1 M34 15h1 M42 10h1 M16 20h1 M38 21h1",
  // Spots on a sheet.
  stains: "M8 4h40v28h-40z M18 12c3-2 5 3 2 4s-5-2-2-4 M34 20c4-2 6 4 2 5s-6-3-2-5",
  // A roller with drops on it.
  "lines-after-care": "M8 14h40v8h-40z M14 26v4 M28 26v4 M42 26v4",
  // A cap with beads round it.
  "condensation-warning": "M14 14v14h28v-14 M10 8v2 M20 6v2 M30 8v2 M40 6v2 M46 12v2",
  // A head with a drop hanging.
  "ink-on-idle-head": "M12 6h32v12h-32z M28 18v4 M28 22c-3 4-3 8 0 8s3-4 0-8",
  // A line with bubbles in it.
  "air-in-line": "M6 12h44 M6 24h44 M14 18a3 3 0 1 0 .1 0 M28 18a4 4 0 1 0 .1 0 M42 18a2 2 0 1 0 .1 0",
  // Two rows of dashes, crossing over.
  "mixed-colours": "M8 8h10 M22 8h10 M36 8h10 M8 28h10 M36 28h10 M24 28l8-20",
};

export function SignDrawing({ sign }: { sign: Sign }) {
  return (
    <svg
      viewBox="0 0 56 36"
      width="56"
      height="36"
      aria-hidden="true"
      className="shrink-0"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.6"
    >
      <path d={LINES[sign]} />
    </svg>
  );
}
