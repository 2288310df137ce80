import { Tooltip } from "radix-ui";
import type { ComponentProps, ReactNode } from "react";

/** A button of an icon alone: its name is read out, and shown when it is pointed at or focused. */
export function IconButton({ name, children, className = "", ...rest }: ComponentProps<"button"> & { name: string; children: ReactNode }) {
  return (
    <Tooltip.Provider delayDuration={300}>
      <Tooltip.Root>
        <Tooltip.Trigger asChild>
          <button
            type="button"
            aria-label={name}
            className={`inline-grid size-9 place-items-center rounded-[3px] hover:bg-desk-2 [&_svg]:size-[18px] ${className}`}
            {...rest}
          >
            {children}
          </button>
        </Tooltip.Trigger>
        <Tooltip.Portal>
          <Tooltip.Content sideOffset={4} className="z-50 rounded-[3px] bg-ink px-2.5 py-1 font-semibold text-sheet text-xs">
            {name}
          </Tooltip.Content>
        </Tooltip.Portal>
      </Tooltip.Root>
    </Tooltip.Provider>
  );
}
