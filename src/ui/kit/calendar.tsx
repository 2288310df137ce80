"use client";
import { DayPicker } from "react-day-picker";
import { enGB } from "react-day-picker/locale";

const asDate = (day: string): Date => new Date(`${day}T12:00:00`);
const asDay = (date: Date): string =>
  `${date.getFullYear()}-${String(date.getMonth() + 1).padStart(2, "0")}-${String(date.getDate()).padStart(2, "0")}`;

const CELL = "grid size-8 place-items-center rounded-[3px] font-mono text-xs hover:bg-accent-wash";

/** A month to choose a day from. */
export default function Calendar({
  value,
  onChange,
  min,
  max,
  off,
}: {
  value: string;
  onChange: (day: string) => void;
  min?: string;
  max?: string;
  off?: (day: string) => boolean;
}) {
  return (
    <DayPicker
      mode="single"
      required
      locale={enGB}
      weekStartsOn={1}
      showOutsideDays
      {...(value ? { selected: asDate(value), defaultMonth: asDate(value) } : { selected: undefined })}
      onSelect={(date) => onChange(asDay(date))}
      disabled={[...(min ? [{ before: asDate(min) }] : []), ...(max ? [{ after: asDate(max) }] : [])]}
      modifiers={off ? { off: (date: Date) => off(asDay(date)) } : {}}
      modifiersClassNames={{ off: "bg-well text-ink3" }}
      classNames={{
        months: "relative",
        month_caption: "flex h-8 items-center px-1 font-bold text-sm",
        nav: "absolute top-0 right-0 flex gap-1",
        button_previous: "grid size-8 place-items-center rounded-[3px] hover:bg-well [&_svg]:size-4 fill-ink",
        button_next: "grid size-8 place-items-center rounded-[3px] hover:bg-well [&_svg]:size-4 fill-ink",
        weekday: "size-8 font-semibold text-ink3 text-xs",
        day: "p-0",
        day_button: CELL,
        selected: "[&>button]:bg-fill [&>button]:text-on-fill",
        today: "[&>button]:font-bold [&>button]:underline",
        outside: "text-ink3",
        disabled: "opacity-40",
      }}
    />
  );
}
