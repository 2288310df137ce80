"use client";
import { CircleHelpIcon } from "lucide-react";
import { lazy, type ReactNode, Suspense, useState } from "react";
import { capital } from "../../core/capital.ts";
import { useKitWords } from "../../words/kit-words.ts";
import { IconButton } from "./icon-button.tsx";

const WhyCard = lazy(() => import("./why-card.tsx"));

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
  const [state, setState] = useState<"never" | "open" | "closed">("never");
  const button = (
    <IconButton
      name={name}
      className="!size-8 text-accent"
      aria-haspopup="dialog"
      aria-expanded={state === "open"}
      onClick={state === "never" ? () => setState("open") : undefined}
    >
      <CircleHelpIcon aria-hidden="true" />
    </IconButton>
  );
  if (state === "never") return button;
  return (
    <Suspense fallback={button}>
      <WhyCard name={name} align={align} open={state === "open"} setOpen={(open) => setState(open ? "open" : "closed")} button={button}>
        {children}
      </WhyCard>
    </Suspense>
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
