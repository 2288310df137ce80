"use client";
import { ShuffleIcon } from "lucide-react";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { SKILLS } from "../../core/fleet/vocabulary.ts";
import { enter } from "../enter.ts";
import { Button } from "../kit/button.tsx";
import { Combobox } from "../kit/combobox.tsx";
import { DateInput } from "../kit/date-input.tsx";
import { Checkbox, Field, NumberInput, TextInput } from "../kit/field.tsx";
import { Menu, MenuEntry } from "../kit/menu.tsx";
import { Panel } from "../kit/panel.tsx";
import { Select } from "../kit/select.tsx";
import { type DayShape, named } from "./day-shape.ts";
import { RosterForm, type RosterShape } from "./roster-form.tsx";

type Kind = "away" | "swap" | "broken" | "urgent" | "few";

/** When the day goes otherwise: someone away, a machine out of order, an urgent job, few people. Each is entered; the plan follows. */
export function SomethingChanged({
  shape,
  roster,
  keepTheLeast,
  done,
}: {
  shape: DayShape;
  /** With it, other shifts and swaps too. */
  roster?: RosterShape;
  keepTheLeast?: (there: Map<string, number>) => void;
  done?: () => Promise<void> | void;
}) {
  const t = useTranslations("plan.changed");
  const [open, setOpen] = useState<Kind | null>(null);
  const kinds: Kind[] = ["away", ...(roster ? (["swap"] as const) : []), "broken", "urgent", ...(keepTheLeast ? (["few"] as const) : [])];
  const close = async () => {
    setOpen(null);
    await done?.();
  };
  const send = async (entry: Parameters<typeof enter>[0], said: string) => {
    if (await enter(entry, said)) await close();
  };
  return (
    <>
      <Menu
        button={
          <Button look="quiet">
            <ShuffleIcon aria-hidden="true" />
            {t("button")}
          </Button>
        }
      >
        {kinds.map((kind) => (
          <MenuEntry key={kind} onSelect={() => setOpen(kind)}>
            {t(kind)}
          </MenuEntry>
        ))}
      </Menu>
      <Panel title={open ? t(open) : ""} open={open !== null} onOpenChange={(on) => on || setOpen(null)}>
        {open === "away" && <Away shape={shape} send={send} />}
        {open === "swap" && roster && <RosterForm shape={shape} roster={roster} done={close} />}
        {open === "broken" && <Broken shape={shape} send={send} />}
        {open === "urgent" && <Urgent shape={shape} send={send} />}
        {open === "few" && keepTheLeast && (
          <Few
            shape={shape}
            keep={(there) => {
              setOpen(null);
              keepTheLeast(there);
            }}
          />
        )}
      </Panel>
    </>
  );
}

type Send = (entry: Parameters<typeof enter>[0], said: string) => Promise<void>;
type Form = { shape: DayShape; send: Send };
function Away({ shape, send }: Form) {
  const t = useTranslations("plan.changed");
  const there = shape.people.filter(({ shifts }) => shifts.length > 0);
  const [person, setPerson] = useState(there[0]?.id ?? "");
  const [why, setWhy] = useState<string>(t("ill"));
  const { day } = shape;
  const name = there.find(({ id }) => id === person)?.name ?? "";
  return (
    <>
      <Field label={t("who")}>
        <Select value={person} onChange={setPerson} options={named(there)} />
      </Field>
      <Field label={t("why")}>
        <TextInput value={why} maxLength={200} onChange={(event) => setWhy(event.target.value)} />
      </Field>
      <Button
        look="primary"
        disabled={!person || !why.trim()}
        onClick={() =>
          void send({ kind: "roster", body: { person, from: day, to: day, shifts: [], why: why.trim() } }, t("isAway", { name }))
        }
      >
        {t("awayRest")}
      </Button>
    </>
  );
}

function Broken({ shape, send }: Form) {
  const t = useTranslations("plan.changed");
  const [machine, setMachine] = useState("");
  const [symptom, setSymptom] = useState("");
  const name = shape.machines.find(({ id }) => id === machine)?.name ?? "";
  return (
    <>
      <Field label={t("machine")}>
        <Combobox value={machine} onChange={setMachine} placeholder={t("machine")} options={named(shape.machines)} />
      </Field>
      <Field label={t("symptom")}>
        <TextInput value={symptom} maxLength={500} onChange={(event) => setSymptom(event.target.value)} />
      </Field>
      <Button
        look="primary"
        disabled={!machine || !symptom.trim()}
        onClick={() => void send({ kind: "repair", machine, body: { event: "open", symptom: symptom.trim() } }, t("isOut", { name }))}
      >
        {t("outOfOrder")}
      </Button>
    </>
  );
}

/** A job that no routine asks for: what, where, how long, which skill, on which day. */
function Urgent({ shape, send }: Form) {
  const t = useTranslations("plan.changed");
  const [title, setTitle] = useState("");
  const [on, setOn] = useState(shape.day);
  const [minutes, setMinutes] = useState("10");
  const [machine, setMachine] = useState("");
  const [skill, setSkill] = useState("");
  const body = { title: title.trim(), on, minutes: Number(minutes) || 0, ...(skill ? { skill } : {}) };
  return (
    <>
      <Field label={t("title")}>
        <TextInput value={title} maxLength={200} onChange={(event) => setTitle(event.target.value)} />
      </Field>
      <div className="grid grid-cols-2 gap-3">
        <Field label={t("on")}>
          <DateInput value={on} onChange={setOn} min={shape.today} today={shape.today} />
        </Field>
        <Field label={t("minutes")}>
          <NumberInput min={0} max={1440} unit="min" value={minutes} onChange={(event) => setMinutes(event.target.value)} />
        </Field>
      </div>
      <Field label={t("machine")}>
        <Combobox
          value={machine}
          onChange={setMachine}
          placeholder={t("noMachine")}
          options={[{ value: "", name: t("noMachine") }, ...named(shape.machines)]}
        />
      </Field>
      <Field label={t("skill")}>
        <Select
          value={skill}
          onChange={setSkill}
          none={t("anybody")}
          options={SKILLS.map((each) => ({ value: each, name: each.toUpperCase() }))}
        />
      </Field>
      <Button
        look="primary"
        disabled={!body.title}
        onClick={() => void send({ kind: "one-off", ...(machine ? { machine } : {}), body }, t("added", { title: body.title }))}
      >
        {t("add")}
      </Button>
    </>
  );
}

const USUAL_MINUTES = "90";

/** Few people: who is there and for how long; one press keeps what must be done. */
function Few({ shape, keep }: { shape: DayShape; keep: (there: Map<string, number>) => void }) {
  const t = useTranslations("plan.changed");
  const [minutes, setMinutes] = useState(USUAL_MINUTES);
  const [away, setAway] = useState<string[]>([]);
  const able = shape.people.filter(({ shifts }) => shifts.length > 0);
  return (
    <>
      <fieldset>
        <legend className="font-semibold text-[13px]">{t("absent")}</legend>
        <div className="grid">
          {able.map(({ id, name }) => (
            <Checkbox
              key={id}
              label={name}
              checked={away.includes(id)}
              onChange={() => setAway(away.includes(id) ? away.filter((each) => each !== id) : [...away, id])}
            />
          ))}
        </div>
      </fieldset>
      <Field label={t("minutesEach")}>
        <NumberInput min={5} max={600} unit="min" value={minutes} onChange={(event) => setMinutes(event.target.value)} />
      </Field>
      <Button
        look="primary"
        disabled={away.length === able.length || !(Number(minutes) > 0)}
        onClick={() => keep(new Map(able.filter(({ id }) => !away.includes(id)).map(({ id }) => [id, Number(minutes)])))}
      >
        {t("least")}
      </Button>
    </>
  );
}
