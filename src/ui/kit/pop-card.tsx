import { Popover } from "radix-ui";
import type { ReactNode } from "react";

/** What a press opens beside it. */
export function PopCard({
  label,
  align,
  className,
  children,
}: {
  label: string;
  align: "start" | "end";
  className: string;
  children: ReactNode;
}) {
  return (
    <Popover.Portal>
      <Popover.Content
        aria-label={label}
        align={align}
        sideOffset={4}
        collisionPadding={8}
        className={`z-20 grid overflow-auto rounded-sm border border-rule bg-card p-3 shadow-lg ${className}`}
      >
        {children}
      </Popover.Content>
    </Popover.Portal>
  );
}
