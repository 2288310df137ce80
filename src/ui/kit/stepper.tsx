"use client";
import { MinusIcon, PlusIcon } from "lucide-react";
import { useKitWords } from "../../words/kit-words.ts";

/** A small whole number, stepped or typed. */
export function Stepper({
  label,
  value,
  min = 0,
  max = 9999,
  disabled = false,
  onChange,
}: {
  label: string;
  value: number;
  min?: number;
  max?: number;
  disabled?: boolean;
  onChange: (value: number) => void;
}) {
  const words = useKitWords();
  const set = (next: number) => onChange(Math.min(max, Math.max(min, Math.round(next) || min)));
  const side = "grid w-7 place-items-center self-stretch text-ink hover:bg-well disabled:opacity-40 [&_svg]:size-3.5";
  return (
    <span className="inline-flex h-8 items-center rounded-[3px] border-[1.5px] border-rule bg-card focus-within:outline-3 focus-within:outline-accent">
      <button
        type="button"
        aria-label={`${label}: ${words.less}`}
        className={side}
        disabled={disabled || value <= min}
        onClick={() => set(value - 1)}
      >
        <MinusIcon aria-hidden="true" />
      </button>
      <input
        inputMode="numeric"
        aria-label={label}
        disabled={disabled}
        value={value}
        onChange={(event) => set(Number(event.target.value.replace(/\D/g, "")))}
        className="figure w-9 bg-transparent text-center font-bold !text-sm outline-none"
      />
      <button
        type="button"
        aria-label={`${label}: ${words.more}`}
        className={side}
        disabled={disabled || value >= max}
        onClick={() => set(value + 1)}
      >
        <PlusIcon aria-hidden="true" />
      </button>
    </span>
  );
}
