import { useTranslations } from "use-intl";
import type { SheetLine } from "../../core/paper/sheet.ts";
import type { SheetView, SheetWork } from "../../work/paper/paper.ts";
import type { Counts } from "../check/channel-counts.tsx";
import { TextInput } from "../kit/field.tsx";
import { Select } from "../kit/select.tsx";
import { Table } from "../kit/table.tsx";
import { Segmented } from "../kit/tabs.tsx";
import { TimeInput } from "../kit/time-input.tsx";
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
  const t = useTranslations("paper.form");
  const { number, text, on, only, box, timed, window } = line;
  const set = (next: Partial<LineDraft>) => change({ ...draft, on: true, ...next });
  const label = t("line", { work: name, number });
  return (
    <li className={`border-line border-b py-1 ${window ? "border-l-4 border-l-rule pl-2" : "pl-3"}`}>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        {whole && <span className="figure w-7 text-right text-ink2">{number}</span>}
        {whole && (
          <input
            type="checkbox"
            aria-label={`${label}: ${text} ${on ?? ""}`}
            className="size-5 accent-[var(--accent)]"
            checked={draft.on ?? false}
            onChange={(event) => change({ ...draft, on: event.target.checked })}
          />
        )}
        <span className="min-w-52 grow basis-72">
          {only && <span className="text-ink2 text-sm italic">{t("only", { words: only })} </span>}
          {text} {on && <span className="text-ink2">({on})</span>}
        </span>
        <Answer {...{ box, draft, set, label, people }} />
        {whole && timed && (
          <span className="w-20">
            <TimeInput label={t("lineAt", { line: label })} value={draft.time ?? ""} onChange={(time) => set({ time })} />
          </span>
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
  const t = useTranslations("paper.form");
  switch (box.kind) {
    case "choice":
      return (
        <Segmented
          label={label}
          value={draft.choice ?? ""}
          onChange={(choice) => set({ choice })}
          options={box.options.map(({ id, text }) => ({ value: id, name: text }))}
        />
      );
    case "number":
      return (
        <span className="flex items-center gap-1 text-sm">
          {box.what}
          <TextInput
            inputMode="decimal"
            aria-label={`${label}: ${box.what} ${box.unit}`}
            value={draft.value ?? ""}
            onChange={(event) => set({ value: event.target.value })}
            className="figure !w-24 text-right"
          />
          {box.unit}
        </span>
      );
    case "hold":
      return (
        <span className="flex items-center gap-1 text-sm">
          {t("took")}
          <TextInput
            inputMode="decimal"
            aria-label={`${label}: ${t("took")} s`}
            value={draft.seconds ?? ""}
            onChange={(event) => set({ seconds: event.target.value })}
            className="figure !w-20 text-right"
          />
          s
        </span>
      );
    case "name": {
      const who = t(box.by === "second" ? "second" : "supervisor");
      return (
        <span className="flex items-center gap-1 text-sm">
          {who}
          <Select
            label={`${label}: ${who}`}
            value={draft.by ?? ""}
            none={t("nobody")}
            onChange={(by) => set({ by })}
            className="!w-44"
            options={people.filter(({ role }) => box.by === "second" || role === "supervisor").map(({ id, name }) => ({ value: id, name }))}
          />
        </span>
      );
    }
    default:
      return null;
  }
}

const NOTHING: Counts = { missing: 0, weak: 0, deflected: 0, neighbours: false };
const KINDS = ["missing", "weak", "deflected"] as const;
const MARKS = ["neighbours", "gone", "unread"] as const;

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
  const t = useTranslations("paper.form");
  const of = (id: string): Counts => counts[id] ?? NOTHING;
  const set = (id: string, next: Partial<Counts>) => change({ ...counts, [id]: { ...of(id), ...next } });
  type Channel = SheetWork["channels"][number];
  return (
    <Table
      label={label}
      dense
      rows={channels}
      keyOf={({ id }) => id}
      columns={[
        {
          id: "channel",
          name: t("channel"),
          cell: ({ id, ink }) => (
            <>
              <span className="figure font-semibold">{id}</span> {ink.replaceAll("-", " ")}
            </>
          ),
        },
        ...KINDS.map((kind) => ({
          id: kind,
          name: t(`kinds.${kind}`),
          cell: ({ id }: Channel) => (
            <TextInput
              inputMode="numeric"
              aria-label={t("count", { line: label, channel: id, kind: t(`kinds.${kind}`) })}
              value={of(id)[kind] || ""}
              onChange={(event) => set(id, { [kind]: Math.min(100_000, Number(event.target.value.replace(/\D/g, "")) || 0) })}
              className="figure !w-16 text-right"
            />
          ),
        })),
        ...MARKS.map((mark) => ({
          id: mark,
          name: t(`marks.${mark}`),
          cell: ({ id, ink }: Channel) => (
            <input
              type="checkbox"
              aria-label={t("count", { line: label, channel: id, kind: t(`marks.${mark}`) })}
              className="size-5 accent-[var(--accent)]"
              checked={of(id)[mark] ?? (mark === "unread" && ink === "varnish")}
              onChange={(event) => set(id, { [mark]: event.target.checked })}
            />
          ),
        })),
      ]}
    />
  );
}
