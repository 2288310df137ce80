"use client";
import { Command } from "cmdk";
import { CheckIcon, ChevronsUpDownIcon } from "lucide-react";
import { Popover } from "radix-ui";
import { useState } from "react";
import { useKitWords } from "../../words/kit-words.ts";
import { controlLook, useField } from "./field.tsx";
import type { Option } from "./select.tsx";

/** One of a long list, found by typing. Shows why one cannot be chosen. */
export function Combobox({
  value,
  onChange,
  options,
  placeholder,
  label,
  className = "",
}: {
  value: string;
  onChange: (value: string) => void;
  options: readonly Option[];
  placeholder: string;
  label?: string;
  className?: string;
}) {
  const field = useField();
  const words = useKitWords();
  const [open, setOpen] = useState(false);
  const chosen = options.find((option) => option.value === value);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        id={field?.id}
        role="combobox"
        aria-label={label}
        aria-expanded={open}
        aria-describedby={field?.describedBy}
        className={`inline-flex items-center justify-between gap-2 text-left ${controlLook(field?.invalid)} ${className}`}
      >
        <span className={`min-w-0 truncate ${chosen ? "" : "text-ink3"}`}>{chosen?.name ?? placeholder}</span>
        <ChevronsUpDownIcon aria-hidden="true" className="size-4 shrink-0 text-ink3" />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          collisionPadding={8}
          className="z-50 w-[max(15rem,var(--radix-popover-trigger-width))] rounded-[6px] border border-rule bg-card p-1 shadow-[var(--shadow)]"
        >
          <Command>
            <Command.Input
              placeholder={placeholder}
              aria-label={placeholder}
              className="mb-1 min-h-9 w-full border-line border-b bg-transparent px-2.5 text-sm outline-none"
            />
            <Command.List className="max-h-72 overflow-y-auto">
              <Command.Empty className="px-2.5 py-2 text-ink2 text-sm">{words.nothingFits}</Command.Empty>
              {options.map((option) => (
                <Command.Item
                  key={option.value}
                  value={`${option.name} ${option.value}`}
                  disabled={option.disabled ?? false}
                  onSelect={() => {
                    onChange(option.value);
                    setOpen(false);
                  }}
                  className="flex min-h-9 cursor-pointer items-center gap-3 rounded-[3px] px-2.5 text-sm data-[disabled=true]:cursor-not-allowed data-[selected=true]:bg-accent-wash data-[disabled=true]:text-ink3"
                >
                  {option.name}
                  <span className="ml-auto flex items-center gap-2 text-ink3 text-xs">
                    {option.more}
                    {option.value === value && <CheckIcon aria-hidden="true" className="size-4 text-ink" />}
                  </span>
                </Command.Item>
              ))}
            </Command.List>
          </Command>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
