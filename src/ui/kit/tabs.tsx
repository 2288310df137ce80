"use client";
import Link from "next/link";
import type { ReactNode } from "react";

const TAB = "-mb-px inline-flex min-h-9 items-center gap-1.5 whitespace-nowrap border-b-[3px] px-0.5 text-sm no-underline";
const ON = "border-accent font-bold text-ink";
const OFF = "border-transparent font-semibold text-ink2 hover:text-ink";

/** Tabs that are pages of their own: each has its address. */
export function LinkTabs({
  label,
  tabs,
  here,
}: {
  label: string;
  tabs: readonly { href: string; name: string; badge?: ReactNode }[];
  here: string;
}) {
  return (
    <nav aria-label={label} className="flex gap-x-5 overflow-x-auto border-line border-b">
      {tabs.map(({ href, name, badge }) => (
        <Link
          key={href}
          href={href}
          prefetch={false}
          aria-current={href === here ? "page" : undefined}
          className={`${TAB} ${href === here ? ON : OFF}`}
        >
          {name}
          {badge}
        </Link>
      ))}
    </nav>
  );
}

const SEGMENT =
  "inline-flex h-[30px] items-center gap-1.5 whitespace-nowrap rounded-[2px] px-2.5 text-[13px] font-semibold no-underline [&_svg]:size-[15px]";
const SEGMENT_ON = "bg-card text-ink shadow-[0_0_0_1.5px_var(--ink)]";
const SEGMENT_OFF = "text-ink2 hover:text-ink";

/** One of a few ways to look at the same thing; with `href` each way has its address. */
export function Segmented<Value extends string>({
  label,
  options,
  value,
  onChange,
}: {
  label: string;
  options: readonly { value: Value; name: string; icon?: ReactNode; href?: string }[];
  value: Value;
  onChange?: (value: Value) => void;
}) {
  return (
    <fieldset className="inline-flex min-w-0 max-w-full gap-px overflow-x-auto rounded-[3px] border border-line bg-well p-0.5">
      <legend className="sr-only">{label}</legend>
      {options.map((option) => {
        const on = option.value === value;
        const inner = (
          <>
            {option.icon}
            {option.name}
          </>
        );
        return option.href ? (
          <Link
            key={option.value}
            href={option.href}
            prefetch={false}
            aria-current={on ? "page" : undefined}
            className={`${SEGMENT} ${on ? SEGMENT_ON : SEGMENT_OFF}`}
          >
            {inner}
          </Link>
        ) : (
          <button
            key={option.value}
            type="button"
            aria-pressed={on}
            onClick={() => onChange?.(option.value)}
            className={`${SEGMENT} ${on ? SEGMENT_ON : SEGMENT_OFF}`}
          >
            {inner}
          </button>
        );
      })}
    </fieldset>
  );
}
