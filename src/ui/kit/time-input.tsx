"use client";
import { useState } from "react";
import { controlLook, useField } from "./field.tsx";

/** A time that is typed to its end. */
const WHOLE = /^([01]\d|2[0-3]):[0-5]\d$/;

/** A time of day as `HH:MM`, typed; the shop's own times as presses. */
export function TimeInput({
  value,
  onChange,
  times = [],
  label,
}: {
  value: string;
  onChange: (time: string) => void;
  times?: readonly string[];
  label?: string;
}) {
  const field = useField();
  const [typed, setTyped] = useState<string | null>(null);
  const take = (text: string) => {
    const match = /^\s*(\d{1,2})[:.h]?(\d{2})?\s*$/.exec(text);
    const [hours, minutes] = [Number(match?.[1]), Number(match?.[2] ?? 0)];
    if (match && hours < 24 && minutes < 60) onChange(`${String(hours).padStart(2, "0")}:${String(minutes).padStart(2, "0")}`);
    setTyped(null);
  };
  return (
    <span className="grid gap-1">
      <input
        id={field?.id}
        aria-label={label}
        aria-describedby={field?.describedBy}
        inputMode="numeric"
        placeholder="08:00"
        value={typed ?? value}
        onChange={(event) => (WHOLE.test(event.target.value) ? take(event.target.value) : setTyped(event.target.value))}
        onBlur={(event) => take(event.target.value)}
        onKeyDown={(event) => event.key === "Enter" && take(event.currentTarget.value)}
        className={`figure !text-sm ${controlLook(field?.invalid)}`}
      />
      {times.length > 0 && (
        <span className="flex gap-1">
          {times.map((time) => (
            <button
              key={time}
              type="button"
              aria-pressed={time === value}
              onClick={() => onChange(time)}
              className={`figure min-h-8 grow rounded-[3px] border px-1.5 ${time === value ? "border-fill bg-fill text-on-fill" : "border-rule bg-card"}`}
            >
              {time}
            </button>
          ))}
        </span>
      )}
    </span>
  );
}
