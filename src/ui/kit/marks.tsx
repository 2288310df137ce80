"use client";
import { CheckIcon, PlusIcon } from "lucide-react";

/** Several of a few: each a press that is on or off. */
export function Marks({
  label,
  options,
  chosen,
  flip,
  hint,
}: {
  label: string;
  options: readonly { value: string; name: string }[];
  chosen: readonly string[];
  flip: (value: string) => void;
  hint?: string;
}) {
  return (
    <fieldset className="grid gap-1">
      <legend className="mb-1 font-semibold text-[13px]">{label}</legend>
      <div className="flex flex-wrap gap-1.5">
        {options.map(({ value, name }) => {
          const on = chosen.includes(value);
          return (
            <button
              key={value}
              type="button"
              aria-pressed={on}
              onClick={() => flip(value)}
              className={`inline-flex h-8 items-center gap-1.5 rounded-[3px] px-2.5 font-semibold text-sm [&_svg]:size-3.5 ${on ? "bg-ready-wash text-ready" : "bg-card text-ink shadow-[inset_0_0_0_1.5px_var(--rule)] hover:shadow-[inset_0_0_0_1.5px_var(--ink)]"}`}
            >
              {on ? <CheckIcon aria-hidden="true" /> : <PlusIcon aria-hidden="true" />}
              {name}
            </button>
          );
        })}
      </div>
      {hint && <p className="text-ink3 text-xs">{hint}</p>}
    </fieldset>
  );
}

/** One value put into a list, or taken out of it. */
export const flipped = <Value,>(list: readonly Value[], value: Value): Value[] =>
  list.includes(value) ? list.filter((each) => each !== value) : [...list, value];
