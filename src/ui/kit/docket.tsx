import type { ReactNode } from "react";

/** A piece of work as a ticket: its rank on the stub, a perforation, what it is and the button that does it. */
export function Docket({ rank, label, children }: { rank: ReactNode; label: string; children: ReactNode }) {
  return (
    <article
      aria-label={label}
      className="docket relative grid min-w-0 grid-cols-[38px_1fr] [filter:drop-shadow(0_0_.6px_var(--rule))_drop-shadow(0_0_.6px_var(--rule))_drop-shadow(0_2px_2px_#2b22101f)]"
    >
      <span className="my-2 -mr-px grid place-items-center border-rule border-r-2 border-dotted font-bold font-mono text-2xl [font-stretch:75%]">
        {rank}
      </span>
      <div className="flex min-w-0 flex-col py-2.5 pr-3 pl-3.5">{children}</div>
    </article>
  );
}
