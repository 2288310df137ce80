"use client";
import { Switch as Radix } from "radix-ui";

/** On or off, at once. */
export function Switch({
  label,
  checked,
  onChange,
  title,
}: {
  label: string;
  checked: boolean;
  onChange: (checked: boolean) => void;
  title?: string;
}) {
  return (
    // biome-ignore lint/a11y/noLabelWithoutControl: the switch is inside
    <label className="inline-flex min-h-8 cursor-pointer items-center gap-2 font-semibold text-sm" title={title}>
      <Radix.Root
        checked={checked}
        onCheckedChange={onChange}
        aria-label={label}
        className="h-5 w-9 rounded-full border border-rule bg-well p-0.5 data-[state=checked]:border-fill data-[state=checked]:bg-fill"
      >
        <Radix.Thumb className="block size-3.5 rounded-full bg-ink2 data-[state=checked]:translate-x-4 data-[state=checked]:bg-white motion-safe:transition-transform" />
      </Radix.Root>
      {label}
    </label>
  );
}
