"use client";
import { CalendarIcon } from "lucide-react";
import { Popover } from "radix-ui";
import { lazy, Suspense, useState } from "react";
import { readDay, spokenDay } from "../../core/calendar/day.ts";
import { useKitWords } from "../../words/kit-words.ts";
import { Skeleton } from "./card.tsx";
import { controlLook, useField } from "./field.tsx";

const Calendar = lazy(() => import("./calendar.tsx"));

/** A day, as `YYYY-MM-DD`, chosen on a calendar that begins on Monday; days off are shaded. */
export function DateInput({
  value,
  onChange,
  min,
  max,
  off,
  none,
  today,
  label,
  className = "",
}: {
  value: string;
  onChange: (day: string) => void;
  min?: string;
  max?: string;
  /** Whether the shop is closed on a day. */
  off?: (day: string) => boolean;
  /** The words for no day; left out, a day must be chosen. */
  none?: string;
  today?: string;
  label?: string;
  className?: string;
}) {
  const field = useField();
  const words = useKitWords();
  const [open, setOpen] = useState(false);
  const day = readDay(value);
  const pick = (next: string) => {
    onChange(next);
    setOpen(false);
  };
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        id={field?.id}
        aria-label={label && `${label}: ${day === undefined ? (none ?? words.noDay) : spokenDay(day)}`}
        aria-describedby={field?.describedBy}
        className={`inline-flex items-center gap-2 text-left ${controlLook(field?.invalid)} ${className}`}
      >
        <CalendarIcon aria-hidden="true" className="size-4 shrink-0 text-ink3" />
        <span className={day === undefined ? "text-ink3" : "whitespace-nowrap"}>
          {day === undefined ? (none ?? words.chooseDay) : value === today ? `${words.today}, ${spokenDay(day)}` : spokenDay(day)}
        </span>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          collisionPadding={8}
          className="z-50 rounded-[6px] border border-rule bg-card p-3 shadow-[var(--shadow)]"
        >
          <Suspense fallback={<Skeleton lines={6} />}>
            <Calendar value={value} onChange={pick} {...(min ? { min } : {})} {...(max ? { max } : {})} {...(off ? { off } : {})} />
          </Suspense>
          {none !== undefined && value && (
            <button
              type="button"
              className="mt-2 w-full rounded-[3px] py-1 font-semibold text-accent text-sm hover:bg-accent-wash"
              onClick={() => pick("")}
            >
              {none}
            </button>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
