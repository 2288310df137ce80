import Link from "next/link";
import type { TraceView } from "../../work/stores/trace.ts";
import { Field, Options, Submit } from "../field.tsx";
import { figures, TableHead } from "../table.tsx";
import { StoresFrame } from "./stores-frame.tsx";

/** A bad lot to its machines and prints, or a machine's days to the lots in it. */
export function TracePage({ view }: { view: TraceView }) {
  const { asked } = view;
  const nameOf = (id: string) => view.items.find((item) => item.id === id)?.name ?? id;
  return (
    <StoresFrame here="/stores/trace" title="Trace a lot of ink">
      <div className="flex flex-wrap gap-8">
        <form action="/stores/trace" aria-label="From a lot" className="flex flex-wrap items-end gap-2">
          <LotField view={view} />
          <Submit main>Where was it?</Submit>
        </form>
        <form action="/stores/trace" aria-label="From a machine" className="flex flex-wrap items-end gap-2">
          <Field label="Machine">
            <select name="machine" defaultValue={asked.machine} className="field">
              <Options of={view.machines} />
            </select>
          </Field>
          <Field label="From">
            <input type="date" name="from" defaultValue={asked.from} className="field" />
          </Field>
          <Field label="To">
            <input type="date" name="to" defaultValue={asked.to} className="field" />
          </Field>
          <Submit>What was in it?</Submit>
        </form>
      </div>
      {(asked.lot || asked.machine) && (
        <h2 className="mt-5">
          {asked.lot
            ? `${nameOf(asked.item)}, lot ${asked.lot}`
            : `${view.machines.find(({ id }) => id === asked.machine)?.name ?? asked.machine}, ${asked.from} to ${asked.to}`}
          :{" "}
          {view.stays.length === 0
            ? "in no channel on record"
            : `${view.stays.length} ${view.stays.length === 1 ? "stay" : "stays"} in channels`}
        </h2>
      )}
      {view.stays.length > 0 && (
        <div className="overflow-x-auto" tabIndex={-1}>
          <table className="mt-1 w-full">
            <TableHead columns={["Machine and channel", "Lot", "Days", figures("Printed in them"), "The channel's checks", "Entry"]} />
            <tbody>
              {view.stays.map((stay) => (
                <tr key={`${stay.entry}${stay.channel}`} className="border-line border-b align-baseline">
                  <td className="py-1 pr-4">
                    <Link
                      href={`/stores/trace?${new URLSearchParams({ machine: stay.machine, from: stay.from, to: stay.to ?? asked.to })}`}
                      prefetch={false}
                    >
                      {stay.machineName}
                    </Link>{" "}
                    <span className="figure">{stay.channel}</span>
                  </td>
                  <td className="pr-4">
                    <Link
                      href={`/stores/trace?${new URLSearchParams({ item: stay.item, lot: stay.lot })}`}
                      prefetch={false}
                      className="figure"
                    >
                      {stay.lot}
                    </Link>{" "}
                    <span className="text-ink2 text-sm">{stay.itemName}</span>
                  </td>
                  <td className="pr-4">{stay.words}</td>
                  <td className="figure pr-4 text-right">{stay.printed}</td>
                  <td className="pr-4 text-sm">{stay.checks}</td>
                  <td className="text-sm">
                    <Link href={`/logbook/${stay.entry}`} prefetch={false}>
                      entry
                    </Link>
                    {" · "}
                    <Link
                      href={`/logbook?${new URLSearchParams({ machine: stay.machine, from: stay.from, to: stay.to ?? asked.to })}`}
                      prefetch={false}
                    >
                      all of those days
                    </Link>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <p className="mt-3 max-w-prose text-ink2 text-sm">
        A lot is in a channel from the day it was put in until another is; what was left in the line mixes into the next, so the day of the
        change belongs to both.
      </p>
    </StoresFrame>
  );
}

function LotField({ view: { lots, items, asked } }: { view: TraceView }) {
  return (
    <>
      <Field label="Ink or fluid">
        <select name="item" defaultValue={asked.item} className="field">
          <Options of={items} />
        </select>
      </Field>
      <Field label="Lot">
        <input name="lot" list="lots" defaultValue={asked.lot} required maxLength={60} className="field figure" />
        <datalist id="lots">
          {lots.map(({ item, lot }) => (
            <option key={`${item}${lot}`} value={lot} />
          ))}
        </datalist>
      </Field>
    </>
  );
}
