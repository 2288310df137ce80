"use client";
import { useRouter } from "next/navigation";
import { lazy, Suspense, useEffect, useRef, useState } from "react";
import { toast } from "sonner";
import { amountWords } from "../../core/stores/amount-words.ts";
import { differenceWords } from "../../core/stores/shelf.ts";
import type { CountLine, CountView } from "../../work/stores/count.ts";
import { Field } from "../field.tsx";
import { sayFault } from "../say.ts";
import { entryOf, sendEntries } from "../send.ts";
import { StoresFrame } from "./stores-frame.tsx";

const Camera = lazy(() => import("../code-camera.tsx").then(({ CodeCamera }) => ({ default: CodeCamera })));
const DRAFT = "zesty-count";
const keyOf = ({ item, lot, place }: CountLine) => `${item}~${lot}~${place}`;

/** A count on a tablet or a phone: place by place, scanned or typed; what differs is said at once and explained before it is entered. */
export function CountPage({ view }: { view: CountView }) {
  const router = useRouter();
  const [place, setPlace] = useState(view.places[0]?.name ?? "");
  const [counts, setCounts] = useState<Record<string, string>>({});
  const [reasons, setReasons] = useState<Record<string, string>>({});
  const [find, setFind] = useState("");
  const [scanning, setScanning] = useState(false);
  const [busy, setBusy] = useState(false);
  const list = useRef<HTMLUListElement>(null);
  // What was counted is kept on this device until it is entered.
  useEffect(() => {
    const kept = localStorage.getItem(DRAFT);
    if (!kept) return;
    try {
      const draft: unknown = JSON.parse(kept);
      if (draft && typeof draft === "object" && "counts" in draft && draft.counts && typeof draft.counts === "object")
        setCounts(Object.fromEntries(Object.entries(draft.counts).filter(([, value]) => typeof value === "string")));
    } catch {
      localStorage.removeItem(DRAFT);
    }
  }, []);
  const set = (key: string, value: string) => {
    const next = { ...counts, [key]: value };
    setCounts(next);
    localStorage.setItem(DRAFT, JSON.stringify({ counts: next }));
  };
  const all = view.places.flatMap(({ lines }) => lines);
  const wanted = find.trim().toLowerCase();
  const shown = wanted
    ? all.filter(({ name, lot, item }) => `${name} ${lot} ${item}`.toLowerCase().includes(wanted))
    : (view.places.find(({ name }) => name === place)?.lines ?? []);
  const counted = all.filter((line) => (counts[keyOf(line)] ?? "") !== "");
  const open = (text: string): boolean => {
    const [, item, lot] = text.match(/\/stores\/items\/([^?]+)(?:\?lot=(.*))?$/) ?? [];
    const line = all.find((each) => each.item === item && (lot === undefined || each.lot === decodeURIComponent(lot)));
    if (!line) return false;
    setScanning(false);
    setFind(line.lot || line.name);
    setTimeout(() => list.current?.querySelector("input")?.focus(), 50);
    return true;
  };
  const send = async () => {
    setBusy(true);
    try {
      const byReason = new Map<string, CountLine[]>();
      for (const line of counted) {
        const reason = reasons[keyOf(line)]?.trim() ?? "";
        byReason.set(reason, [...(byReason.get(reason) ?? []), line]);
      }
      const answers = await sendEntries(
        [...byReason].map(([reason, lines]) =>
          entryOf({
            kind: "stock",
            body: {
              event: "counted",
              lines: lines.map((line) => ({
                item: line.item,
                amount: Number(counts[keyOf(line)]),
                unit: line.unit,
                ...(line.lot ? { lot: line.lot } : {}),
                ...(line.place ? { place: line.place } : {}),
              })),
              ...(reason ? { reason } : {}),
            },
          }),
        ),
      );
      localStorage.removeItem(DRAFT);
      setCounts({});
      const said = answers.flatMap(({ message }) => message ?? []).join(" ");
      toast(said || `${counted.length} counted; all as the record says.`, { duration: said ? 12_000 : 4000 });
      router.refresh();
    } catch (error) {
      sayFault(error);
    }
    setBusy(false);
  };
  return (
    <StoresFrame
      here="/stores/count"
      title="Count"
      aside={<span className="text-ink2">What others take meanwhile is included: a count says what was there at its moment.</span>}
    >
      <div className="mx-auto max-w-3xl">
        <div className="flex flex-wrap items-end gap-2">
          <label className="grid">
            Place
            <select
              value={place}
              onChange={({ target }) => {
                setPlace(target.value);
                setFind("");
              }}
              className="field hand"
            >
              {view.places.map(({ name, lines }) => (
                <option key={name} value={name}>
                  {name} ({lines.length})
                </option>
              ))}
            </select>
          </label>
          <Field label="Or an item or lot" className="grow">
            <input type="search" value={find} onChange={({ target }) => setFind(target.value)} className="field hand" />
          </Field>
          <button type="button" className="press hand" aria-expanded={scanning} onClick={() => setScanning(!scanning)}>
            {scanning ? "Stop scanning" : "Scan a label"}
          </button>
        </div>
        {scanning && (
          <Suspense fallback={<p className="text-ink2">One moment …</p>}>
            <Camera open={open} instead="There is no camera for this page. Type the lot instead." />
          </Suspense>
        )}
        {shown.length === 0 && <p className="py-6">Nothing to count here{find ? " under these words" : ""}.</p>}
        <ul ref={list} className="mt-3">
          {shown.map((line) => {
            const key = keyOf(line);
            const value = counts[key] ?? "";
            const difference = value === "" ? null : differenceWords(Number(value), line.expected, line.unit);
            return (
              <li key={key} className="grid gap-1 border-line border-b py-2">
                <label className="flex flex-wrap items-center gap-x-4">
                  <span className="grow text-lg">
                    {line.name}
                    {line.lot && <span className="figure block text-ink2">lot {line.lot}</span>}
                  </span>
                  <span className="text-ink2">record: {amountWords(line.expected, line.unit)}</span>
                  <span className="flex items-center gap-2">
                    <input
                      type="number"
                      inputMode="decimal"
                      min={0}
                      step={line.unit === "pieces" ? 1 : "any"}
                      value={value}
                      onChange={({ target }) => set(key, target.value)}
                      className="field hand figure w-28 text-right"
                    />
                    <span className="w-12">{line.unit}</span>
                  </span>
                </label>
                {difference && (
                  <div className="grid gap-1 border-care border-l-4 pl-3">
                    <p>{difference}</p>
                    <Field label="What it was, if you know">
                      <input
                        value={reasons[key] ?? ""}
                        maxLength={500}
                        onChange={({ target }) => setReasons({ ...reasons, [key]: target.value })}
                        className="field hand"
                      />
                    </Field>
                  </div>
                )}
                {value !== "" && !difference && <p className="text-ready">As the record says.</p>}
              </li>
            );
          })}
        </ul>
        <div className="sticky bottom-0 bg-sheet py-3">
          <button
            type="button"
            disabled={counted.length === 0 || busy}
            className="press press-main hand w-full"
            onClick={() => void send()}
          >
            {counted.length ? `Enter ${counted.length} counted` : "Nothing counted yet"}
          </button>
        </div>
      </div>
    </StoresFrame>
  );
}
