"use client";
import { Popover } from "radix-ui";
import type { ReactNode } from "react";
import { PopCard } from "./pop-card.tsx";

/** The opened explanation beside its button. */
export default function WhyCard({
  name,
  align,
  open,
  setOpen,
  button,
  children,
}: {
  name: string;
  align: "start" | "end";
  open: boolean;
  setOpen: (open: boolean) => void;
  button: ReactNode;
  children: ReactNode;
}) {
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>{button}</Popover.Trigger>
      <PopCard label={name} align={align} className="max-h-[70vh] w-[min(26rem,94vw)] gap-2 text-sm">
        {children}
      </PopCard>
    </Popover.Root>
  );
}
