"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { words } from "../../core/due/sentence.ts";
import type { MachineView } from "../../work/machine/machine.ts";
import { enter } from "../enter.ts";
import { Field } from "../field.tsx";
import { RowHead, TableHead, unseen } from "../table.tsx";

type Part = MachineView["parts"][number];

/** Each part with its age by days and counts, since it was fitted and since it was tended; replaced, taken off and fitted here. */
export function PartsTable({ view, mayRecord }: { view: MachineView; mayRecord: boolean }) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <div>
      <table className="h-fit w-full text-sm">
        <TableHead columns={["Part", "Since fitted", "Since tended", "Due", unseen("Change")]} />
        <tbody>
          {view.parts.map((part) => (
            <PartRow key={part.id} part={part} view={view} mayRecord={mayRecord} isOpen={open === part.id} open={setOpen} />
          ))}
        </tbody>
      </table>
      <p className="mt-2 text-sm">
        <Link href="/nozzles/heads">Heads and other numbered parts, wherever they are</Link>
      </p>
    </div>
  );
}

const days = (count: number) => `${count} ${count === 1 ? "day" : "days"}`;
const grown = (value: number | null, counter: string) => (value === null ? "" : `, ${value.toLocaleString("en-GB")} ${words(counter)}`);

function PartRow({
  part,
  view,
  mayRecord,
  isOpen,
  open,
}: {
  part: Part;
  view: MachineView;
  mayRecord: boolean;
  isOpen: boolean;
  open: (id: string | null) => void;
}) {
  return (
    <>
      <tr className="border-line border-b align-baseline">
        <RowHead className="font-medium">
          {words(part.kind)}
          {part.id !== part.kind && <span className="text-ink2"> {part.id}</span>}
          {part.serial && <span className="figure block font-normal text-ink2">{part.serial}</span>}
        </RowHead>
        <td className="figure pr-3">
          {part.gone
            ? "taken off"
            : part.ageDays === null
              ? "unknown"
              : `${days(part.ageDays)}${grown(part.counts?.sinceFitted ?? null, part.counts?.counter ?? "")}`}
        </td>
        <td className="pr-3">
          {part.tended && (
            <>
              <span className="figure">
                {days(part.tended.days)}
                {grown(part.counts?.sinceTended ?? null, part.counts?.counter ?? "")}
              </span>{" "}
              <span className="text-ink2">{part.tended.routine}</span>
            </>
          )}
        </td>
        <td className="pr-3">{part.due.join("; ")}</td>
        <td>
          {mayRecord && (
            <button type="button" className="press" aria-expanded={isOpen} onClick={() => open(isOpen ? null : part.id)}>
              Change
            </button>
          )}
        </td>
      </tr>
      {isOpen && (
        <tr>
          <td colSpan={5} className="pb-3">
            <ChangePart part={part} view={view} done={() => open(null)} />
          </td>
        </tr>
      )}
    </>
  );
}

function ChangePart({ part, view, done }: { part: Part; view: MachineView; done: () => void }) {
  const router = useRouter();
  const [event, setEvent] = useState<"replaced" | "taken" | "fitted">(part.gone ? "fitted" : "replaced");
  const [serial, setSerial] = useState("");
  const [reason, setReason] = useState("");
  const [scrapped, setScrapped] = useState(false);
  const send = async () => {
    const life = part.counts?.sinceFitted;
    const body = {
      part: part.id,
      event,
      ...(event !== "taken" && serial.trim() ? { serial: serial.trim() } : {}),
      ...(event !== "fitted" && part.serial ? { oldSerial: part.serial } : {}),
      ...(reason.trim() ? { reason: reason.trim() } : {}),
      ...(event !== "fitted" && scrapped ? { scrapped } : {}),
      ...(event !== "fitted" && part.ageDays !== null ? { lifeDays: part.ageDays } : {}),
      ...(event !== "fitted" && part.counts && life !== null && life !== undefined && life >= 0
        ? { lifeCount: { counter: part.counts.counter, value: life } }
        : {}),
    };
    if (await enter({ kind: "part", machine: view.row.id, body }, `${view.row.name}: ${part.id} ${event}.`)) {
      done();
      router.refresh();
    }
  };
  return (
    <div className="flex flex-wrap items-end gap-2">
      <label className="grid">
        What happened
        <select value={event} onChange={(change) => setEvent(change.target.value as typeof event)} className="field">
          <option value="replaced">replaced by another</option>
          <option value="taken">taken off</option>
          <option value="fitted">fitted</option>
        </select>
      </label>
      {event !== "taken" && (
        <label className="grid">
          Serial number of what is there now
          <input value={serial} maxLength={60} onChange={(change) => setSerial(change.target.value)} className="field" />
        </label>
      )}
      <Field label="Why" className="grow">
        <input value={reason} maxLength={500} onChange={(change) => setReason(change.target.value)} className="field" />
      </Field>
      {event !== "fitted" && (
        <label className="flex items-center gap-2">
          <input type="checkbox" checked={scrapped} onChange={(change) => setScrapped(change.target.checked)} className="size-4" /> the old
          one is scrapped
        </label>
      )}
      <button type="button" className="press press-main" disabled={event !== "fitted" && !reason.trim()} onClick={() => void send()}>
        Enter
      </button>
      {event !== "fitted" && (
        <p className="w-full text-ink2">
          Its life so far ({part.ageDays === null ? "unknown" : days(part.ageDays)}) is kept with the entry.
        </p>
      )}
    </div>
  );
}
