"use client";
import { PrinterIcon } from "lucide-react";
import { useState } from "react";
import type { FloorMachine } from "../../core/floor/floor-view.ts";
import { words as plain } from "../../core/routines/plain.ts";
import { useFloorWorkWords } from "../../words/floor-work-words.ts";
import { counted, filled } from "../../words/plain.ts";
import { Button } from "../kit/button.tsx";
import { Field, NumberInput } from "../kit/field.tsx";
import { wallClock } from "./runs.ts";
import type { Enter } from "./signs.tsx";
import type { Floor } from "./use-floor.ts";

const HOURS = [0.5, 1, 2, 4];
const HOUR_MS = 3_600_000;

/** Whether it prints: said by a tap, so that idle hours and closing work are known; its counter where it is at hand. */
export function Printing({ floor, machine, enter }: { floor: Floor; machine: FloorMachine; enter: Enter }) {
  const words = useFloorWorkWords().machine;
  const [open, setOpen] = useState(false);
  const [value, setValue] = useState("");
  const prints = machine.word === "Printing";
  const counter = machine.machine.counters?.[0]?.name;
  const begin = (hours: number) => {
    const until = floor.now() + hours * HOUR_MS;
    setOpen(false);
    void enter(
      { kind: "busy", body: { until: new Date(until).toISOString() } },
      filled(words.printingSaid, { name: machine.name, time: wallClock(floor.view, until) }),
    );
  };
  const finish = () => {
    const read = value.trim() === "" ? [] : [{ kind: "counter" as const, body: { counter, value: Number(value) } }];
    setOpen(false);
    setValue("");
    void enter(
      [{ kind: "busy", body: { until: new Date(floor.now()).toISOString() } }, ...read],
      filled(words.finishedSaid, { name: machine.name }),
    );
  };
  return (
    <>
      <Button size="hand" aria-expanded={open} onClick={() => setOpen(!open)} className="!min-h-16 !whitespace-normal !text-xl">
        <PrinterIcon aria-hidden="true" className="!size-6" />
        {prints ? words.finished : words.printing}
      </Button>
      {open && prints && (
        <form
          className="col-span-full flex items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            finish();
          }}
        >
          {counter && (
            <Field label={filled(words.counter, { counter: plain(counter) })} className="grow">
              <NumberInput
                inputMode="numeric"
                min={0}
                step="any"
                value={value}
                onChange={({ target }) => setValue(target.value)}
                className="min-h-14 !text-2xl"
              />
            </Field>
          )}
          <Button type="submit" look="primary" size="hand">
            {words.finished}
          </Button>
        </form>
      )}
      {open && !prints && (
        <div className="col-span-full grid gap-2">
          <p>{words.printingNote}</p>
          <div className="grid grid-cols-2 gap-2 sm:grid-cols-4">
            {HOURS.map((hours) => (
              <Button key={hours} size="hand" onClick={() => begin(hours)}>
                {hours < 1 ? words.half : counted(words.hours, hours)}
              </Button>
            ))}
          </div>
        </div>
      )}
    </>
  );
}
