import { initialsOf } from "./initials.tsx";

const LINE = "currentColor";
/** Patterns told apart without colour. */
const PATTERNS = [
  `repeating-linear-gradient(45deg,${LINE} 0 2px,transparent 2px 9px)`,
  `radial-gradient(${LINE} 26%,transparent 28%) 0 0/11px 11px`,
  `repeating-linear-gradient(0deg,${LINE} 0 2px,transparent 2px 9px)`,
  `repeating-linear-gradient(90deg,${LINE} 0 2px,transparent 2px 9px)`,
  `repeating-linear-gradient(0deg,${LINE} 0 2px,transparent 2px 10px),repeating-linear-gradient(90deg,${LINE} 0 2px,transparent 2px 10px)`,
  `conic-gradient(${LINE} 25%,transparent 0 50%,${LINE} 0 75%,transparent 0) 0 0/14px 14px`,
  `repeating-radial-gradient(circle,${LINE} 0 2px,transparent 2px 10px)`,
  `repeating-linear-gradient(-45deg,${LINE} 0 5px,transparent 5px 11px)`,
];

/** A person as a large sign: initials on a pattern of their own. */
export function Face({ name, pattern, on = false }: { name: string; pattern: number; on?: boolean }) {
  return (
    <span
      aria-hidden="true"
      className={`grid size-24 place-items-center rounded-full border-2 max-sm:size-20 ${on ? "border-accent text-accent" : "border-ink2 text-ink2"}`}
      style={{ background: PATTERNS[pattern % PATTERNS.length] }}
    >
      <b className={`rounded-[3px] px-2 py-0.5 text-2xl text-sheet ${on ? "bg-accent" : "bg-ink2"}`}>{initialsOf(name)}</b>
    </span>
  );
}
