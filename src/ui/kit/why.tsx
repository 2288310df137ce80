"use client";
import { CircleHelpIcon } from "lucide-react";
import { Popover } from "radix-ui";
import type { ReactNode } from "react";
import { capital } from "../../core/capital.ts";
import { useKitWords } from "../../words/kit-words.ts";
import { IconButton } from "./icon-button.tsx";
import { PopCard } from "./pop-card.tsx";

/** What stands behind a computed figure, opened by a press on “?”. */
export function Why({
  label,
  align = "end",
  children,
}: {
  /** What is explained, where several stand on a page. */
  label?: string;
  align?: "start" | "end";
  children: ReactNode;
}) {
  const words = useKitWords();
  const name = label ? `${words.why}: ${label}` : words.why;
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <IconButton name={name} className="!size-8 text-accent">
          <CircleHelpIcon aria-hidden="true" />
        </IconButton>
      </Popover.Trigger>
      <PopCard label={name} align={align} className="max-h-[70vh] w-[min(26rem,94vw)] gap-2 text-sm">
        {children}
      </PopCard>
    </Popover.Root>
  );
}

/** Reasons one under another, each begun with a capital. */
export function Reasons({ of }: { of: readonly string[] }) {
  return (
    <ul className="grid list-disc gap-1 pl-5">
      {of.map((each) => (
        <li key={each}>
          {capital(each)}
          {/[.!?]$/.test(each) ? "" : "."}
        </li>
      ))}
    </ul>
  );
}
