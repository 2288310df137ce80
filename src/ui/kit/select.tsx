"use client";
import { CheckIcon, ChevronsUpDownIcon } from "lucide-react";
import { Select as Radix } from "radix-ui";
import type { ReactNode } from "react";
import { controlLook, useField } from "./field.tsx";

export type Option = {
  value: string;
  name: string;
  /** At the right edge: a load, a reason. */
  more?: ReactNode;
  disabled?: boolean;
};

/** Radix takes no empty value; this one stands for nothing chosen. */
const NONE = "\u0000none";

/** One of a list. `none` names the choice of nothing. */
export function Select({
  value,
  onChange,
  options,
  none,
  label,
  disabled = false,
  className = "",
  name,
}: {
  value: string;
  onChange: (value: string) => void;
  options: readonly Option[];
  none?: string;
  /** Where no field gives it a name. */
  label?: string;
  disabled?: boolean;
  className?: string;
  name?: string;
}) {
  const field = useField();
  const all = none === undefined ? options : [{ value: NONE, name: none }, ...options];
  return (
    <Radix.Root
      value={value || (none === undefined ? "" : NONE)}
      onValueChange={(next) => onChange(next === NONE ? "" : next)}
      disabled={disabled}
      {...(name ? { name } : {})}
    >
      <Radix.Trigger
        id={field?.id}
        aria-label={label}
        aria-describedby={field?.describedBy}
        aria-invalid={field?.invalid || undefined}
        className={`inline-flex items-center justify-between gap-2 text-left ${controlLook(field?.invalid)} ${className}`}
      >
        <span className="min-w-0 truncate">
          <Radix.Value />
        </span>
        <Radix.Icon>
          <ChevronsUpDownIcon aria-hidden="true" className="size-4 text-ink3" />
        </Radix.Icon>
      </Radix.Trigger>
      <Radix.Portal>
        <Radix.Content
          position="popper"
          sideOffset={4}
          collisionPadding={8}
          className="z-50 max-h-[min(24rem,var(--radix-select-content-available-height))] min-w-[var(--radix-select-trigger-width)] overflow-hidden rounded-[6px] border border-rule bg-card shadow-[var(--shadow)]"
        >
          <Radix.Viewport className="p-1">
            {all.map((option) => (
              <Radix.Item
                key={option.value}
                value={option.value}
                disabled={"disabled" in option && option.disabled === true}
                className="flex min-h-9 cursor-pointer items-center gap-3 rounded-[3px] px-2.5 text-sm outline-none data-[disabled]:cursor-not-allowed data-[highlighted]:bg-accent-wash data-[disabled]:text-ink3"
              >
                <Radix.ItemText>{option.name}</Radix.ItemText>
                <span className="ml-auto flex items-center gap-2 text-ink3 text-xs">
                  {"more" in option && option.more}
                  <Radix.ItemIndicator>
                    <CheckIcon aria-hidden="true" className="size-4 text-ink" />
                  </Radix.ItemIndicator>
                </span>
              </Radix.Item>
            ))}
          </Radix.Viewport>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
