import type { ComponentProps, ReactNode } from "react";

/** A button of an icon alone: its name is read out, and shown when it is pointed at or focused. */
export function IconButton({ name, children, className = "", ...rest }: ComponentProps<"button"> & { name: string; children: ReactNode }) {
  return (
    <button
      type="button"
      aria-label={name}
      className={`group relative inline-grid size-9 place-items-center rounded-[3px] hover:bg-desk-2 [&_svg]:size-[18px] ${className}`}
      {...rest}
    >
      {children}
      <span
        aria-hidden="true"
        className="pointer-events-none absolute top-full right-0 z-50 mt-1 hidden whitespace-nowrap rounded-[3px] bg-ink px-2.5 py-1 font-semibold text-sheet text-xs group-hover:block group-focus-visible:block"
      >
        {name}
      </span>
    </button>
  );
}
