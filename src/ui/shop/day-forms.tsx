"use client";
import { type ReactNode, useState } from "react";
import { useTranslations } from "use-intl";
import { DAY_STARTS_AT_HOUR } from "../../core/calendar/site-time.ts";
import { BEATS } from "../../core/fleet/vocabulary.ts";
import { Button } from "../kit/button.tsx";
import { DateInput } from "../kit/date-input.tsx";
import { Field, TextInput } from "../kit/field.tsx";
import { Select } from "../kit/select.tsx";
import { TimeInput } from "../kit/time-input.tsx";
import { WeekdayPicker } from "../weekday-picker.tsx";
import type { CalendarView } from "./calendar-view.ts";

/** What of the calendar is edited; `at` is its place in its list, or null for a new one. */
export type DayPart = { kind: "shop" | "beats" } | { kind: "shift" | "closure" | "extra" | "area"; at: number | null };

type Props = { calendar: CalendarView; save: (next: CalendarView) => void };
const put = <Row,>(rows: readonly Row[] | undefined, at: number | null, row: Row): Row[] =>
  at === null ? [...(rows ?? []), row] : (rows ?? []).map((each, place) => (place === at ? row : each));
const without = <Row,>(rows: readonly Row[] | undefined, at: number | null): Row[] => (rows ?? []).filter((_, place) => place !== at);

/** The form of one part of the calendar. */
export function DayPartForm({ part, ...props }: Props & { part: DayPart }) {
  switch (part.kind) {
    case "shop":
      return <ShopForm {...props} />;
    case "beats":
      return <BeatsForm {...props} />;
    case "shift":
      return <ShiftForm at={part.at} {...props} />;
    case "closure":
      return <ClosureForm at={part.at} {...props} />;
    case "extra":
      return <ExtraForm at={part.at} {...props} />;
    case "area":
      return <AreaForm at={part.at} {...props} />;
  }
}

function Form({
  save,
  remove,
  disabled = false,
  children,
}: {
  save: () => void;
  remove?: (() => void) | undefined;
  disabled?: boolean;
  children: ReactNode;
}) {
  const all = useTranslations("shop");
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      {children}
      <div className="flex gap-3">
        <Button look="primary" type="submit" disabled={disabled} className="grow">
          {all("save")}
        </Button>
        {remove && (
          <Button look="danger" onClick={remove}>
            {all("remove")}
          </Button>
        )}
      </div>
    </form>
  );
}

function ShopForm({ calendar, save }: Props) {
  const t = useTranslations("shop.calendar");
  const [name, setName] = useState(calendar.name);
  const [workDays, setWorkDays] = useState(calendar.workDays);
  const [start, setStart] = useState(String(calendar.dayStartsAtHour ?? DAY_STARTS_AT_HOUR));
  return (
    <Form save={() => save({ ...calendar, name, workDays, dayStartsAtHour: Number(start) })}>
      <Field label={t("name")}>
        <TextInput value={name} required maxLength={200} onChange={(event) => setName(event.target.value)} />
      </Field>
      <WeekdayPicker label={t("workDays")} value={workDays} onChange={(days) => setWorkDays(days ?? [])} />
      <Field label={t("dayStart")} hint={t("dayStartHint")}>
        <Select
          value={start}
          onChange={setStart}
          options={Array.from({ length: 12 }, (_, hour) => ({ value: String(hour), name: `${String(hour).padStart(2, "0")}:00` }))}
        />
      </Field>
    </Form>
  );
}

function BeatsForm({ calendar, save }: Props) {
  const t = useTranslations("shop.calendar");
  const [beats, setBeats] = useState(Object.fromEntries(BEATS.map((beat) => [beat, calendar.beats?.[beat]?.by ?? ""])));
  return (
    <Form
      save={() =>
        save({ ...calendar, beats: Object.fromEntries(BEATS.flatMap((beat) => (beats[beat] ? [[beat, { by: beats[beat] }]] : []))) })
      }
    >
      <p className="text-ink2 text-sm">{t("beatsHint")}</p>
      {BEATS.map((beat) => (
        <Field key={beat} label={t(`beat.${beat}`)}>
          <TimeInput value={beats[beat] ?? ""} onChange={(time) => setBeats({ ...beats, [beat]: time })} />
        </Field>
      ))}
    </Form>
  );
}

type At = Props & { at: number | null };

function ShiftForm({ calendar, save, at }: At) {
  const t = useTranslations("shop.calendar");
  const known = at === null ? undefined : calendar.shifts?.[at];
  const [shift, setShift] = useState(known ?? { id: "", days: calendar.workDays, from: "06:00", to: "14:00" });
  return (
    <Form
      save={() => save({ ...calendar, shifts: put(calendar.shifts, at, shift) })}
      remove={known && (() => save({ ...calendar, shifts: without(calendar.shifts, at) }))}
    >
      <Field label={t("closureName")}>
        <TextInput required maxLength={60} value={shift.id} onChange={(event) => setShift({ ...shift, id: event.target.value })} />
      </Field>
      <div className="grid grid-cols-2 gap-3">
        <Field label={t("from")}>
          <TimeInput value={shift.from} onChange={(from) => setShift({ ...shift, from })} />
        </Field>
        <Field label={t("to")}>
          <TimeInput value={shift.to} onChange={(to) => setShift({ ...shift, to })} />
        </Field>
      </div>
      <p className="text-ink2 text-sm">{t("shiftHint")}</p>
      <WeekdayPicker
        label={t("shiftDays")}
        {...(shift.days ? { value: shift.days } : {})}
        onChange={(days) => setShift({ ...shift, days: days ?? [] })}
      />
    </Form>
  );
}

function ClosureForm({ calendar, save, at }: At) {
  const t = useTranslations("shop.calendar");
  const known = at === null ? undefined : calendar.closures?.[at];
  const [closure, setClosure] = useState(known ?? { from: "", to: "", name: "" });
  return (
    <Form
      disabled={!closure.from || !closure.to}
      save={() => save({ ...calendar, closures: put(calendar.closures, at, closure) })}
      remove={known && (() => save({ ...calendar, closures: without(calendar.closures, at) }))}
    >
      <Field label={t("closureName")}>
        <TextInput maxLength={200} value={closure.name ?? ""} onChange={(event) => setClosure({ ...closure, name: event.target.value })} />
      </Field>
      <Field label={t("from")}>
        <DateInput value={closure.from} onChange={(from) => setClosure({ ...closure, from })} />
      </Field>
      <Field label={t("to")} hint={t("closureDays")}>
        <DateInput value={closure.to} onChange={(to) => setClosure({ ...closure, to })} />
      </Field>
    </Form>
  );
}

function ExtraForm({ calendar, save, at }: At) {
  const t = useTranslations("shop.calendar");
  const known = at === null ? undefined : calendar.extraDays?.[at];
  const [day, setDay] = useState(known ?? "");
  return (
    <Form
      disabled={!day}
      save={() => save({ ...calendar, extraDays: put(calendar.extraDays, at, day) })}
      remove={known === undefined ? undefined : () => save({ ...calendar, extraDays: without(calendar.extraDays, at) })}
    >
      <Field label={t("day")}>
        <DateInput value={day} onChange={setDay} />
      </Field>
    </Form>
  );
}

function AreaForm({ calendar, save, at }: At) {
  const t = useTranslations("shop.calendar");
  const known = at === null ? undefined : calendar.areas[at];
  const [name, setName] = useState(known?.name ?? "");
  const id = known?.id ?? `area-${calendar.areas.length + 1}-${name.toLowerCase().replace(/[^a-z0-9]+/g, "")}`;
  return (
    <Form
      save={() => save({ ...calendar, areas: put(calendar.areas, at, { ...known, id, name }) })}
      remove={known && (() => save({ ...calendar, areas: without(calendar.areas, at) }))}
    >
      <Field label={t("closureName")}>
        <TextInput required maxLength={200} value={name} onChange={(event) => setName(event.target.value)} />
      </Field>
    </Form>
  );
}
