"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import type { Machine } from "../../core/fleet/schema.ts";
import { CLASSES, FAMILIES } from "../../core/fleet/vocabulary.ts";
import type { MachineView } from "../../work/machine/machine.ts";
import { Options, Submit } from "../field.tsx";
import { trying } from "../say.ts";
import { ask } from "../send.ts";
import { WeekdayPicker } from "../weekday-picker.tsx";

/** A machine's basics, and for each proposed routine whether it is kept, taken off, or another added. */
export function MachineSetUp({ view }: { view: MachineView }) {
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
      toast(archived ? `${machine.name} archived; its entries stay.` : `${machine.name} saved.`);
      if (archived) router.push("/");
      else router.refresh();
    });
  };
  const families = FAMILIES[machine.class];
  return (
    <form
      className="grid gap-6 lg:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <fieldset className="grid h-fit gap-3 sm:grid-cols-2">
        <legend className="mb-2 font-semibold">Basics</legend>
        <label className="grid">
          Name
          <input value={machine.name} required maxLength={200} onChange={(event) => set({ name: event.target.value })} className="field" />
        </label>
        <label className="grid">
          Class
          <select
            value={machine.class}
            onChange={(event) => set({ class: CLASSES.find((each) => each === event.target.value) ?? machine.class, family: undefined })}
            className="field"
          >
            {CLASSES.map((each) => (
              <option key={each}>{each}</option>
            ))}
          </select>
        </label>
        <label className="grid">
          Family
          <select
            value={machine.family ?? ""}
            onChange={(event) =>
              set({
                family: Object.values(FAMILIES)
                  .flat()
                  .find((each) => each === event.target.value),
              })
            }
            className="field"
          >
            <option value="">not said</option>
            {families.map((each) => (
              <option key={each}>{each}</option>
            ))}
          </select>
        </label>
        <label className="grid">
          Area
          <select value={machine.area ?? ""} onChange={(event) => set({ area: event.target.value || undefined })} className="field">
            <Options of={view.areas} none="none" />
          </select>
        </label>
        <label className="grid">
          Looked after here since
          <input type="date" value={machine.since} required onChange={(event) => set({ since: event.target.value })} className="field" />
        </label>
        <div className="sm:col-span-2">
          <WeekdayPicker
            label="Print days"
            value={machine.printDays}
            onChange={(printDays) => set({ printDays })}
            otherwise="as the shop works"
          />
        </div>
        <p className="text-ink2 text-sm sm:col-span-2">
          Heads, parts and abilities change by fleet file for now; policies under Shop, Schools.
        </p>
      </fieldset>
      <fieldset>
        <legend className="mb-2 font-semibold">Routines</legend>
        <p className="mb-2 text-ink2 text-sm">Marked ones are proposed by the machine's class, parts and abilities. Strike out or add.</p>
        <ul className="grid max-h-80 gap-x-4 overflow-auto border-line border-y py-1 sm:grid-cols-2">
          {view.routines.map(({ id, name, proposed }) => (
            <li key={id}>
              <label className="flex min-h-8 items-center gap-2 text-sm">
                <input
                  type="checkbox"
                  checked={chosen.has(id)}
                  onChange={(event) => {
                    const next = new Set(chosen);
                    if (event.target.checked) next.add(id);
                    else next.delete(id);
                    setChosen(next);
                  }}
                  className="size-4 accent-(--accent)"
                />
                <span className="figure">{id.length < 5 ? id : ""}</span> {name}
                {proposed && <span className="text-ink2"> (proposed)</span>}
              </label>
            </li>
          ))}
        </ul>
        <div className="mt-4 flex gap-3">
          <Submit main>Save</Submit>
          <button type="button" className="press" onClick={() => save(true)}>
            Archive the machine
          </button>
        </div>
      </fieldset>
    </form>
  );
}
