import type { ReactNode } from "react";
import { LinkTabs } from "./tabs.tsx";

export type RoomProps = {
  /** The answer as a number; left out where words say it. */
  number?: number | string | null;
  title: string;
  more?: ReactNode;
  actions?: ReactNode;
  tabs?: { label: string; here: string; of: readonly { href: string; name: string; badge?: ReactNode }[] };
  /** At the right of the tabs. */
  tools?: ReactNode;
  children: ReactNode;
};

/** A page of a place: the answer first, large; what can be done beside it; then the place's pages as tabs. */
export function Room({ number = null, title, more, actions, tabs, tools, children }: RoomProps) {
  return (
    <main className="px-5 pb-8 max-sm:px-3">
      <RoomHead number={number} title={title} more={more} actions={actions} />
      {tabs && (
        <div className="mb-3 flex flex-wrap items-end gap-x-4 gap-y-2 border-line border-b">
          <div className="min-w-0 grow [&>nav]:border-b-0">
            <LinkTabs label={tabs.label} tabs={tabs.of} here={tabs.here} />
          </div>
          {tools && <div className="flex flex-wrap items-center gap-2 pb-1.5">{tools}</div>}
        </div>
      )}
      {children}
    </main>
  );
}

/** The answer of a page, with its number large, and what can be done beside it. */
export function RoomHead({ number, title, more, actions }: Pick<RoomProps, "number" | "title" | "more" | "actions">) {
  const shown = number !== null && number !== undefined;
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-2 py-2">
      <div className="flex min-w-0 items-center gap-3">
        {shown && (
          <span className="font-bold font-mono text-[58px] leading-[0.95] tracking-[-0.035em] [font-stretch:75%]" aria-hidden="true">
            {number}
          </span>
        )}
        <div className="min-w-0">
          <h1>
            {shown && <span className="sr-only">{number} </span>}
            {title}
          </h1>
          {more && <div className="text-ink2 text-sm">{more}</div>}
        </div>
      </div>
      {actions && <div className="ml-auto flex flex-wrap items-center gap-2">{actions}</div>}
    </div>
  );
}
