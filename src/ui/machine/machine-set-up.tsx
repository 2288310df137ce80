"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { Machine } from "../../core/fleet/schema.ts";
import { CLASSES, FAMILIES } from "../../core/fleet/vocabulary.ts";
import type { MachineView } from "../../work/machine/machine.ts";
import { Button } from "../kit/button.tsx";
import { DateInput } from "../kit/date-input.tsx";
import { Checkbox, Field, TextInput } from "../kit/field.tsx";
import { Select } from "../kit/select.tsx";
import { trying } from "../say.ts";
import { ask } from "../send.ts";
import { toast } from "../toast.ts";
import { WeekdayPicker } from "../weekday-picker.tsx";

/** A machine's basics, and for each proposed routine whether it is kept, taken off, or another added. */
export function MachineSetUp({ view }: { view: MachineView }) {
  const t = useTranslations("machine.setUp");
  const router = useRouter();
  const [machine, setMachine] = useState<Machine>(view.machine);
  const [chosen, setChosen] = useState(new Set(view.routines.filter((routine) => routine.chosen).map(({ id }) => id)));
  const set = (change: Partial<Machine>) => setMachine({ ...machine, ...change });
  const save = async (archived = false) => {
    const proposed = view.routines.filter((routine) => routine.proposed).map(({ id }) => id);
    const same = chosen.size === proposed.length && proposed.every((id) => chosen.has(id));
    const { routines: _routines, ...rest } = machine;
    const listed = view.routines.filter(({ id }) => chosen.has(id)).map(({ id }) => id);
    await trying(async () => {
      await ask("/api/machines", {
        body: {
          machine: JSON.parse(JSON.stringify(same && view.machine.routines === undefined ? rest : { ...rest, routines: listed })),
          ...(archived ? { archived } : {}),
        },
      });
      toast(t(archived ? "archived" : "saved", { name: machine.name }));
      if (archived) router.push("/");
      else router.refresh();
    });
  };
  const families = FAMILIES[machine.class];
  return (
    <form
      className="grid gap-6 pt-4 lg:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <fieldset className="grid h-fit gap-3 sm:grid-cols-2">
        <legend className="mb-2 font-semibold">{t("basics")}</legend>
        <Field label={t("name")}>
          <TextInput value={machine.name} required maxLength={200} onChange={(event) => set({ name: event.target.value })} />
        </Field>
        <Field label={t("class")}>
          <Select
            value={machine.class}
            onChange={(kind) => set({ class: CLASSES.find((each) => each === kind) ?? machine.class, family: undefined })}
            options={CLASSES.map((value) => ({ value, name: value.toUpperCase() }))}
          />
        </Field>
        <Field label={t("family")}>
          <Select
            value={machine.family ?? ""}
            onChange={(family) =>
              set({
                family: Object.values(FAMILIES)
                  .flat()
                  .find((each) => each === family),
              })
            }
            none={t("notKnown")}
            options={families.map((value) => ({ value, name: value.replaceAll("-", " ") }))}
          />
        </Field>
        <Field label={t("area")}>
          <Select
            value={machine.area ?? ""}
            onChange={(area) => set({ area: area || undefined })}
            none={t("noArea")}
            options={view.areas.map(({ id, name }) => ({ value: id, name }))}
          />
        </Field>
        <Field label={t("since")}>
          <DateInput value={machine.since} onChange={(since) => set({ since })} />
        </Field>
        <div className="sm:col-span-2">
          <WeekdayPicker
            label={t("printDays")}
            value={machine.printDays}
            onChange={(printDays) => set({ printDays })}
            otherwise={t("asShop")}
          />
        </div>
        <p className="text-ink2 text-sm sm:col-span-2">{t("heads")}</p>
      </fieldset>
      <fieldset>
        <legend className="mb-2 font-semibold">{t("routines")}</legend>
        <p className="mb-2 text-ink2 text-sm">{t("proposedNote")}</p>
        <ul className="grid max-h-80 gap-x-4 overflow-auto border-line border-y py-1 sm:grid-cols-2">
          {view.routines.map(({ id, name, proposed }) => (
            <li key={id}>
              <Checkbox
                label={
                  <>
                    <span className="figure text-ink3">{id.length < 5 ? id : ""}</span> {name}
                    {proposed && <span className="text-ink3"> {t("proposed")}</span>}
                  </>
                }
                checked={chosen.has(id)}
                onChange={(event) => {
                  const next = new Set(chosen);
                  if (event.target.checked) next.add(id);
                  else next.delete(id);
                  setChosen(next);
                }}
              />
            </li>
          ))}
        </ul>
        <div className="mt-4 flex gap-3">
          <Button type="submit" look="primary">
            {t("save")}
          </Button>
          <Button look="danger" onClick={() => void save(true)}>
            {t("archive")}
          </Button>
        </div>
      </fieldset>
    </form>
  );
}

/** What stands in its place for anyone else. */
export function SupervisorOnly() {
  const t = useTranslations("machine.setUp");
  return <>{t("who")}</>;
}
