"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import { DAY_STARTS_AT_HOUR } from "../../core/calendar/site-time.ts";
import type { Area, Calendar } from "../../core/fleet/schema.ts";
import { BEATS } from "../../core/fleet/vocabulary.ts";
import { Submit } from "../field.tsx";
import { trying } from "../say.ts";
import { ask } from "../send.ts";
import { WeekdayPicker } from "../weekday-picker.tsx";

export type CalendarView = Calendar & { name: string; areas: Area[]; dayStartsAtHour?: number };

/** Print days, closures, the beats' times, shifts and areas. */
export function CalendarForm({ calendar }: { calendar: CalendarView }) {
  const router = useRouter();
  const [name, setName] = useState(calendar.name);
  const [workDays, setWorkDays] = useState(calendar.workDays);
  const [extraDays, setExtraDays] = useState(calendar.extraDays ?? []);
  const [closures, setClosures] = useState(calendar.closures ?? []);
  const [beats, setBeats] = useState<Record<string, string>>(
    Object.fromEntries(BEATS.map((beat) => [beat, calendar.beats?.[beat]?.by ?? ""])),
  );
  const [shifts, setShifts] = useState(calendar.shifts ?? []);
  const [areas, setAreas] = useState(calendar.areas);
  const [dayStartsAtHour, setDayStart] = useState(calendar.dayStartsAtHour ?? DAY_STARTS_AT_HOUR);
  const save = async () => {
    const times = Object.fromEntries(Object.entries(beats).filter(([, by]) => by));
    await trying(async () => {
      await ask("/api/calendar", {
        body: {
          name,
          dayStartsAtHour,
          workDays,
          extraDays: extraDays.filter(Boolean),
          closures: closures
            .filter(({ from, to }) => from || to)
            .map(({ from, to, name: called }) => ({ from, to, ...(called ? { name: called } : {}) })),
          beats: times,
          shifts: shifts.map((shift) => ({ ...shift, days: shift.days ?? [] })),
          areas,
        },
      });
      toast("Saved; what is due follows at once.");
      router.refresh();
    });
  };
  const at = <Row,>(rows: Row[], index: number, change: Partial<Row>) =>
    rows.map((row, place) => (place === index ? { ...row, ...change } : row));
  return (
    <form
      className="grid gap-6 lg:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <div className="grid h-fit gap-5">
        <label className="grid max-w-sm">
          Name of the shop
          <input value={name} required maxLength={200} onChange={(event) => setName(event.target.value)} className="field" />
        </label>
        <WeekdayPicker label="Work days" value={workDays} onChange={(days) => setWorkDays(days ?? [])} />
        <label className="grid max-w-sm">
          The day begins at
          <select value={dayStartsAtHour} onChange={({ target }) => setDayStart(Number(target.value))} className="field w-32">
            {Array.from({ length: 12 }, (_, hour) => (
              <option key={hour} value={hour}>
                {String(hour).padStart(2, "0")}:00
              </option>
            ))}
          </select>
          <span className="text-ink2 text-sm">Work done before it counts for the evening before.</span>
        </label>
        <fieldset>
          <legend className="text-sm">Beats are late after</legend>
          <div className="flex flex-wrap gap-3">
            {BEATS.map((beat) => (
              <label key={beat} className="grid text-sm capitalize">
                {beat}
                <input
                  type="time"
                  value={beats[beat]}
                  onChange={(event) => setBeats({ ...beats, [beat]: event.target.value })}
                  className="field"
                />
              </label>
            ))}
          </div>
        </fieldset>
        <fieldset className="grid gap-2">
          <legend className="text-sm">Extra work days</legend>
          {extraDays.map((day, index) => (
            <div key={index} className="flex gap-2">
              <input
                aria-label={`Extra day ${index + 1}`}
                type="date"
                value={day}
                onChange={(event) => setExtraDays(extraDays.map((each, place) => (place === index ? event.target.value : each)))}
                className="field"
              />
              <button type="button" className="press" onClick={() => setExtraDays(extraDays.filter((_, place) => place !== index))}>
                Remove
              </button>
            </div>
          ))}
          <button type="button" className="press w-fit" onClick={() => setExtraDays([...extraDays, ""])}>
            Add an extra day
          </button>
        </fieldset>
      </div>
      <div className="grid h-fit gap-5">
        <fieldset className="grid gap-2">
          <legend className="text-sm">Closures (both days included)</legend>
          {closures.map((closure, index) => (
            <div key={index} className="flex flex-wrap gap-2">
              <input
                aria-label={`Closure ${index + 1} from`}
                type="date"
                required
                value={closure.from}
                onChange={(event) => setClosures(at(closures, index, { from: event.target.value }))}
                className="field"
              />
              <input
                aria-label={`Closure ${index + 1} to`}
                type="date"
                required
                value={closure.to}
                onChange={(event) => setClosures(at(closures, index, { to: event.target.value }))}
                className="field"
              />
              <input
                aria-label={`Closure ${index + 1} name`}
                value={closure.name ?? ""}
                maxLength={200}
                onChange={(event) => setClosures(at(closures, index, { name: event.target.value }))}
                className="field w-40"
              />
              <button type="button" className="press" onClick={() => setClosures(closures.filter((_, place) => place !== index))}>
                Remove
              </button>
            </div>
          ))}
          <button type="button" className="press w-fit" onClick={() => setClosures([...closures, { from: "", to: "", name: "" }])}>
            Add a closure
          </button>
        </fieldset>
        <fieldset className="grid gap-2">
          <legend className="text-sm">Shifts (one that ends before it begins runs past midnight)</legend>
          {shifts.map((shift, index) => (
            <div key={index} className="grid gap-1 border-line border-b pb-2">
              <div className="flex flex-wrap gap-2">
                <input
                  aria-label={`Shift ${index + 1} id`}
                  required
                  value={shift.id}
                  maxLength={60}
                  onChange={(event) => setShifts(at(shifts, index, { id: event.target.value }))}
                  className="field w-28"
                />
                <input
                  aria-label={`Shift ${index + 1} from`}
                  type="time"
                  required
                  value={shift.from}
                  onChange={(event) => setShifts(at(shifts, index, { from: event.target.value }))}
                  className="field"
                />
                <input
                  aria-label={`Shift ${index + 1} to`}
                  type="time"
                  required
                  value={shift.to}
                  onChange={(event) => setShifts(at(shifts, index, { to: event.target.value }))}
                  className="field"
                />
                <button type="button" className="press" onClick={() => setShifts(shifts.filter((_, place) => place !== index))}>
                  Remove
                </button>
              </div>
              <WeekdayPicker
                label={`Days of ${shift.id || "the shift"}`}
                value={shift.days}
                onChange={(days) => setShifts(at(shifts, index, { days: days ?? [] }))}
              />
            </div>
          ))}
          <button
            type="button"
            className="press w-fit"
            onClick={() => setShifts([...shifts, { id: "", days: workDays, from: "06:00", to: "14:00" }])}
          >
            Add a shift
          </button>
        </fieldset>
        <fieldset className="grid gap-2">
          <legend className="text-sm">Areas</legend>
          {areas.map((area, index) => (
            <div key={area.id} className="flex gap-2">
              <input
                aria-label={`Area ${area.id}`}
                required
                value={area.name}
                maxLength={200}
                onChange={(event) => setAreas(at(areas, index, { name: event.target.value }))}
                className="field"
              />
              <button type="button" className="press" onClick={() => setAreas(areas.filter((_, place) => place !== index))}>
                Remove
              </button>
            </div>
          ))}
          <button
            type="button"
            className="press w-fit"
            onClick={() => setAreas([...areas, { id: `area-${areas.length + 1}-${Date.now().toString(36)}`, name: "New area" }])}
          >
            Add an area
          </button>
        </fieldset>
      </div>
      <Submit main className="w-fit">
        Save
      </Submit>
    </form>
  );
}
