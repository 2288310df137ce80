import type { StateWord } from "../core/nozzles/readiness.ts";

const COLOUR: Record<StateWord, string> = {
  Ready: "text-good",
  "With care": "text-care",
  Hold: "text-stop",
  Unchecked: "text-soft",
  Printing: "text-accent",
  Asleep: "text-soft",
  "Out of order": "text-stop",
};

/** The shape of a state: told apart by form alone, then by colour. */
function Shape({ word }: { word: StateWord }) {
  switch (word) {
    case "Ready":
      return <path d="M2 8.5 6.2 13 14 3.5" fill="none" stroke="currentColor" strokeWidth="2.6" />;
    case "With care":
      return (
        <path
          d="M1.5 10.5c2.2-5 4.3-5 6.5 0s4.3 5 6.5 0"
          transform="translate(0 -2.5)"
          fill="none"
          stroke="currentColor"
          strokeWidth="2.4"
        />
      );
    case "Hold":
      return <path d="M2 2h12v12H2z M5.5 7h5v2h-5z" fill="currentColor" fillRule="evenodd" />;
    case "Unchecked":
      return <path d="M2 8h2.4M6.8 8h2.4M11.6 8H14" stroke="currentColor" strokeWidth="2.6" />;
    case "Printing":
      return <path d="M2 4h12M2 8h8M2 12h12" stroke="currentColor" strokeWidth="2.2" />;
    case "Out of order":
      return <path d="M8 1.5v6M3.5 4.5a6 6 0 1 0 9 0" fill="none" stroke="currentColor" strokeWidth="2.2" transform="rotate(180 8 8)" />;
    case "Asleep":
      return <path d="M2 11h12M4 11V7h8v4" fill="none" stroke="currentColor" strokeWidth="2" />;
  }
}

/** A machine's state: a word and a shape, then a colour. */
export function StateMark({ word, big = false, inherit = false }: { word: StateWord; big?: boolean; inherit?: boolean }) {
  return (
    <span className={`inline-flex items-center gap-1.5 whitespace-nowrap font-semibold ${COLOUR[word]} ${big ? "text-xl" : ""}`}>
      <svg viewBox="0 0 16 16" className={inherit ? "size-[0.8em]" : big ? "size-5" : "size-4"} aria-hidden="true">
        <Shape word={word} />
      </svg>
      {word}
    </span>
  );
}
