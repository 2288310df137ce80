import type { ReactNode } from "react";

const TONES = {
  plain: "bg-well text-ink",
  line: "shadow-[inset_0_0_0_1px_var(--rule)]",
  good: "bg-ready-wash text-ready",
  care: "bg-care-wash text-care",
  bad: "bg-hold-wash text-hold",
} as const;
export type Tone = keyof typeof TONES;

/** A short fact. */
export function Chip({ tone = "plain", children }: { tone?: Tone; children: ReactNode }) {
  return (
    <span
      className={`inline-flex h-[26px] shrink-0 items-center gap-1.5 whitespace-nowrap rounded-[3px] px-2 font-sans font-semibold text-[13px] tracking-normal [&_svg]:size-3.5 ${TONES[tone]}`}
    >
      {children}
    </span>
  );
}

/** A count. */
export function Badge({ bad = false, children }: { bad?: boolean; children: ReactNode }) {
  return (
    <span
      className={`inline-grid h-5 min-w-5 place-items-center rounded-full px-1.5 font-bold font-mono text-[11px] leading-none [font-stretch:75%] ${bad ? "bg-hold-fill text-white" : "bg-ink text-sheet"}`}
    >
      {children}
    </span>
  );
}
