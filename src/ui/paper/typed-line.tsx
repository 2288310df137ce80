import type { SheetLine } from "../../core/paper/sheet.ts";
import type { SheetView, SheetWork } from "../../work/paper/paper.ts";
import type { Counts } from "../check/channel-counts.tsx";
import { Options } from "../field.tsx";
import { RowHead, TableHead } from "../table.tsx";
import type { LineDraft } from "./typed-draft.ts";

/** A line of the sheet: its box, its answer, its time, as they stand on paper. */
export function TypedLineRow({
  line,
  whole,
  channels,
  people,
  name,
  draft,
  change,
}: {
  line: SheetLine;
  whole: boolean;
  channels: SheetWork["channels"];
  people: SheetView["people"];
  name: string;
  draft: LineDraft;
  change: (next: LineDraft) => void;
}) {
  const { number, text, on, only, box, timed, window } = line;
  const set = (next: Partial<LineDraft>) => change({ ...draft, on: true, ...next });
  const label = `${name}, line ${number}`;
  return (
    <li className={`border-line border-b py-1 ${window ? "border-l-4 border-l-rule pl-2" : "pl-3"}`}>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        {whole && <span className="figure w-7 text-right text-ink2">{number}</span>}
        {whole && (
          <input
            type="checkbox"
            aria-label={`${label}: ${text} ${on ?? ""}`}
            className="size-5"
            checked={draft.on ?? false}
            onChange={(event) => change({ ...draft, on: event.target.checked })}
          />
        )}
        <span className="min-w-52 grow basis-72">
          {only && <span className="text-ink2 text-sm italic">Only if {only}. </span>}
          {text} {on && <span className="text-ink2">({on})</span>}
        </span>
        <Answer {...{ box, draft, set, label, people }} />
        {whole && timed && (
          <input
            type="time"
            aria-label={`${label}: at`}
            value={draft.time ?? ""}
            onChange={(event) => set({ time: event.target.value })}
            className="field"
          />
        )}
      </div>
      {box.kind === "check" && <ChannelTable {...{ channels, label }} counts={draft.counts ?? {}} change={(counts) => set({ counts })} />}
    </li>
  );
}

function Answer({
  box,
  draft,
  set,
  label,
  people,
}: {
  box: SheetLine["box"];
  draft: LineDraft;
  set: (next: Partial<LineDraft>) => void;
  label: string;
  people: SheetView["people"];
}) {
  switch (box.kind) {
    case "choice":
      return (
        <fieldset className="flex flex-wrap gap-1">
          <legend className="sr-only">{label}</legend>
          {box.options.map(({ id, text }) => (
            <button
              key={id}
              type="button"
              aria-pressed={draft.choice === id}
              className={`press ${draft.choice === id ? "!border-accent !bg-well" : ""}`}
              onClick={() => set({ choice: id })}
            >
              <span aria-hidden="true">{draft.choice === id ? "■" : "□"}</span> {text}
            </button>
          ))}
        </fieldset>
      );
    case "number":
      return (
        <label className="flex items-center gap-1 text-sm">
          <span className="sr-only">{label}:</span> {box.what}
          <input
            inputMode="decimal"
            value={draft.value ?? ""}
            onChange={(event) => set({ value: event.target.value })}
            className="field figure w-24 text-right"
          />
          {box.unit}
        </label>
      );
    case "hold":
      return (
        <label className="flex items-center gap-1 text-sm">
          <span className="sr-only">{label}:</span> it took
          <input
            inputMode="decimal"
            value={draft.seconds ?? ""}
            onChange={(event) => set({ seconds: event.target.value })}
            className="field figure w-20 text-right"
          />
          s
        </label>
      );
    case "name":
      return (
        <label className="flex items-center gap-1 text-sm">
          <span className="sr-only">{label}:</span> {box.by === "second" ? "second look by" : "supervisor"}
          <select value={draft.by ?? ""} onChange={(event) => set({ by: event.target.value })} className="field">
            <Options of={people.filter(({ role }) => box.by === "second" || role === "supervisor")} none="—" />
          </select>
        </label>
      );
    default:
      return null;
  }
}

const NOTHING: Counts = { missing: 0, weak: 0, deflected: 0, neighbours: false };
const KINDS = ["missing", "weak", "deflected"] as const;
const MARKS = [
  ["neighbours", "side by side"],
  ["gone", "all out"],
  ["unread", "not read"],
] as const;

/** The table of the sheet's check, number by number; what is left empty is none. */
function ChannelTable({
  channels,
  counts,
  label,
  change,
}: {
  channels: SheetWork["channels"];
  counts: Record<string, Counts>;
  label: string;
  change: (counts: Record<string, Counts>) => void;
}) {
  const of = (id: string): Counts => counts[id] ?? NOTHING;
  const set = (id: string, next: Partial<Counts>) => change({ ...counts, [id]: { ...of(id), ...next } });
  return (
    <table className="mt-1 ml-8 text-sm">
      <TableHead columns={["Channel", ...KINDS, ...MARKS.map(([, words]) => words)]} />
      <tbody>
        {channels.map(({ id, ink }) => (
          <tr key={id}>
            <RowHead className="font-normal">
              <span className="figure">{id}</span> {ink.replaceAll("-", " ")}
            </RowHead>
            {KINDS.map((kind) => (
              <td key={kind} className="pr-3">
                <input
                  inputMode="numeric"
                  aria-label={`${label}, ${id}: ${kind}`}
                  value={of(id)[kind] || ""}
                  onChange={(event) => set(id, { [kind]: Math.min(100_000, Number(event.target.value.replace(/\D/g, "")) || 0) })}
                  className="field figure w-16 text-right"
                />
              </td>
            ))}
            {MARKS.map(([mark, words]) => (
              <td key={mark} className="pr-3 text-center">
                <input
                  type="checkbox"
                  aria-label={`${label}, ${id}: ${words}`}
                  className="size-5"
                  checked={of(id)[mark] ?? (mark === "unread" && ink === "varnish")}
                  onChange={(event) => set(id, { [mark]: event.target.checked })}
                />
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
