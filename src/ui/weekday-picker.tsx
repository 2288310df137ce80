"use client";
import { useKitWords } from "../words/kit-words.ts";
import { flipped, Marks } from "./kit/marks.tsx";

/** Weekdays as presses, from Monday as 1; `otherwise` says what holds where none are set. */
export function WeekdayPicker({
  label,
  value,
  onChange,
  otherwise,
}: {
  label: string;
  value?: number[];
  onChange: (days: number[] | undefined) => void;
  otherwise?: string;
}) {
  const words = useKitWords();
  return (
    <div className="flex flex-wrap items-end gap-2">
      <Marks
        label={!value && otherwise ? `${label}: ${otherwise}` : label}
        options={words.weekdays.split(" ").map((name, index) => ({ value: String(index + 1), name }))}
        chosen={(value ?? []).map(String)}
        flip={(day) => onChange(flipped(value ?? [], Number(day)).sort((a, b) => a - b))}
      />
      {otherwise && value && (
        <button type="button" onClick={() => onChange(undefined)} className="min-h-8 px-2 text-accent text-sm underline">
          {otherwise}
        </button>
      )}
    </div>
  );
}
