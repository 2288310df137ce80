"use client";
const DAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];

/** Weekdays as presses; `otherwise` says what holds where none are set. */
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
  return (
    <fieldset>
      <legend className="text-sm">
        {label}
        {!value && otherwise ? `: ${otherwise}` : ""}
      </legend>
      <div className="flex flex-wrap gap-1">
        {DAYS.map((name, index) => {
          const on = value?.includes(index + 1) ?? false;
          return (
            <button
              key={name}
              type="button"
              aria-pressed={on}
              onClick={() => onChange(on ? value?.filter((day) => day !== index + 1) : [...(value ?? []), index + 1].sort((a, b) => a - b))}
              className={`press !px-2 ${on ? "!border-accent !bg-well font-semibold" : ""}`}
            >
              {name}
            </button>
          );
        })}
        {otherwise && value && (
          <button type="button" onClick={() => onChange(undefined)} className="press !px-2">
            {otherwise}
          </button>
        )}
      </div>
    </fieldset>
  );
}
