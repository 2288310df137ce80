import type { ComponentProps } from "react";

const LOOKS = {
  primary: "border-fill bg-fill text-on-fill hover:not-disabled:border-[var(--fill-2)] hover:not-disabled:bg-[var(--fill-2)]",
  secondary: "border-rule bg-card text-ink hover:not-disabled:border-ink",
  quiet: "border-transparent bg-transparent px-2.5 text-accent hover:not-disabled:bg-accent-wash",
  danger: "border-hold bg-transparent text-hold hover:not-disabled:bg-hold-wash",
} as const;
const SIZES = { small: "h-[30px] px-2.5 text-[13px]", desk: "h-9 px-3.5 text-sm", hand: "min-h-14 px-[18px] text-[17px]" } as const;

/** The look of a button, for links that act as one too. */
export const buttonLook = (look: keyof typeof LOOKS = "secondary", size: keyof typeof SIZES = "desk"): string =>
  `inline-flex items-center justify-center gap-[7px] whitespace-nowrap rounded-[3px] border-[1.5px] font-[650] no-underline disabled:cursor-not-allowed disabled:opacity-45 [&_svg]:size-4 [&_svg]:shrink-0 ${SIZES[size]} ${LOOKS[look]}`;

/** A button: one primary a view, secondary for the rest, quiet for what is easily undone, danger outlined. */
export function Button({
  look = "secondary",
  size = "desk",
  busy = false,
  disabled,
  className = "",
  children,
  ...rest
}: ComponentProps<"button"> & { look?: keyof typeof LOOKS; size?: keyof typeof SIZES; busy?: boolean }) {
  return (
    <button
      type="button"
      disabled={disabled || busy}
      aria-busy={busy || undefined}
      className={`${buttonLook(look, size)} ${className}`}
      {...rest}
    >
      {children}
    </button>
  );
}
