import type { StateWord } from "../../core/nozzles/readiness.ts";
import { useSaid } from "../../words/said.ts";

/** The colour of a state, always beside its shape or its word. */
export const WORD_COLOUR: Record<StateWord, string> = {
  Ready: "text-ready",
  "With care": "text-care",
  Hold: "text-hold",
  Unchecked: "text-ink3",
  Printing: "text-ink",
  Asleep: "text-asleep",
  "Out of order": "text-ink",
};

/** Forms told apart by outline alone; what is cut out of them shows the ground. */
function Shape({ word }: { word: StateWord }) {
  switch (word) {
    case "Ready":
      return (
        <>
          <circle cx="9" cy="9" r="8.5" fill="currentColor" />
          <path d="M5 9.4 8 12.2 13 6.2" fill="none" stroke="var(--sheet)" strokeWidth="2" />
        </>
      );
    case "With care":
      return (
        <>
          <path d="M9 .2 17.8 9 9 17.8.2 9z" fill="currentColor" />
          <path d="M4.8 9.8c1.4-2.4 2.8-2.4 4.2 0s2.8 2.4 4.2 0" fill="none" stroke="var(--sheet)" strokeWidth="1.8" />
        </>
      );
    case "Hold":
      return (
        <>
          <rect x=".8" y=".8" width="16.4" height="16.4" rx="1" fill="currentColor" />
          <path d="M4.8 9h8.4" stroke="var(--sheet)" strokeWidth="2.6" />
        </>
      );
    case "Unchecked":
      return <circle cx="9" cy="9" r="7.4" fill="none" stroke="currentColor" strokeWidth="2.2" strokeDasharray="3.1 2.7" />;
    case "Printing":
      return (
        <>
          <path d="M1 2.5h11.5L17.5 9l-5 6.5H1z" fill="currentColor" />
          <path d="M4 6.5h7M4 9h8M4 11.5h6" stroke="var(--sheet)" strokeWidth="1.3" />
        </>
      );
    case "Asleep":
      return <path d="M11 1a8.2 8.2 0 1 0 6 12.3A7.6 7.6 0 0 1 11 1z" fill="currentColor" />;
    case "Out of order":
      return <path d="M3 3l12 12M15 3 3 15" stroke="currentColor" strokeWidth="4" />;
  }
}

/** The mark alone, for where the word stands beside it or in its tooltip. */
export function Mark({ word, size = 18 }: { word: StateWord; size?: number }) {
  return (
    <svg viewBox="0 0 18 18" width={size} height={size} className={`shrink-0 ${WORD_COLOUR[word]}`} aria-hidden="true">
      <Shape word={word} />
    </svg>
  );
}

/** A machine's state: a shape and a word, then a colour. */
export function StateMark({ word, big = false, inherit = false }: { word: StateWord; big?: boolean; inherit?: boolean }) {
  const said = useSaid();
  return (
    <span className={`inline-flex items-center gap-1.5 whitespace-nowrap font-bold ${WORD_COLOUR[word]} ${big ? "text-xl" : ""}`}>
      <svg viewBox="0 0 18 18" className={inherit ? "size-[0.8em]" : big ? "size-5" : "size-4"} aria-hidden="true">
        <Shape word={word} />
      </svg>
      {said(word)}
    </span>
  );
}
