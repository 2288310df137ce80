"use client";
import { ScanLineIcon } from "lucide-react";
import { useRouter } from "next/navigation";
import { lazy, Suspense, useEffect, useRef, useState } from "react";
import { useTranslations } from "use-intl";
import { amountWords } from "../../core/stores/amount-words.ts";
import { differenceWords } from "../../core/stores/shelf.ts";
import type { CountLine, CountView } from "../../work/stores/count.ts";
import { Button } from "../kit/button.tsx";
import { Empty, Skeleton } from "../kit/card.tsx";
import { Field, NumberInput, TextInput } from "../kit/field.tsx";
import { Select } from "../kit/select.tsx";
import { sayFault } from "../say.ts";
import { entryOf, sendEntries } from "../send.ts";
import { toast } from "../toast.ts";
import { StoresRoom } from "./stores-room.tsx";

const Camera = lazy(() => import("../code-camera.tsx").then(({ CodeCamera }) => ({ default: CodeCamera })));
const DRAFT = "zesty-count";
const keyOf = ({ item, lot, place }: CountLine) => `${item}~${lot}~${place}`;

/** A count on a tablet or a phone: place by place, scanned or typed; what differs is said at once and explained before it is entered. */
export function CountPage({ view }: { view: CountView }) {
  const t = useTranslations("stores.count");
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
      toast(t("saved", { words: said || t("allSame") }), { duration: said ? 12_000 : 4000 });
      router.refresh();
    } catch (error) {
      sayFault(error);
    }
    setBusy(false);
  };
  return (
    <StoresRoom here="/stores" title={t("answer")} more={t("about")}>
      <div className="mx-auto max-w-3xl">
        <div className="flex flex-wrap items-end gap-2">
          <Field label={t("place")} className="w-52">
            <Select
              value={place}
              onChange={(next) => {
                setPlace(next);
                setFind("");
              }}
              options={view.places.map(({ name, lines }) => ({ value: name, name, more: lines.length }))}
            />
          </Field>
          <Field label={t("find")} className="min-w-40 grow">
            <TextInput type="search" value={find} onChange={({ target }) => setFind(target.value)} />
          </Field>
          <Button aria-expanded={scanning} onClick={() => setScanning(!scanning)}>
            <ScanLineIcon aria-hidden="true" />
            {t(scanning ? "stopScan" : "scan")}
          </Button>
        </div>
        {scanning && (
          <Suspense fallback={<Skeleton />}>
            <Camera open={open} instead={t("noCamera")} />
          </Suspense>
        )}
        {shown.length === 0 && <Empty title={t("empty")} />}
        <ul ref={list} className="mt-3">
          {shown.map((line) => {
            const key = keyOf(line);
            return (
              <Line
                key={key}
                line={line}
                value={counts[key] ?? ""}
                set={(value) => set(key, value)}
                reason={reasons[key] ?? ""}
                setReason={(reason) => setReasons({ ...reasons, [key]: reason })}
              />
            );
          })}
        </ul>
        <div className="sticky bottom-0 bg-sheet py-3">
          <Button look="primary" size="hand" busy={busy} disabled={counted.length === 0} className="w-full" onClick={() => void send()}>
            {t("enter", { count: counted.length })}
          </Button>
        </div>
      </div>
    </StoresRoom>
  );
}

function Line({
  line,
  value,
  set,
  reason,
  setReason,
}: {
  line: CountLine;
  value: string;
  set: (value: string) => void;
  reason: string;
  setReason: (reason: string) => void;
}) {
  const t = useTranslations("stores.count");
  const difference = value === "" ? null : differenceWords(Number(value), line.expected, line.unit);
  return (
    <li className="grid gap-1.5 border-line border-b py-2">
      <div className="grid grid-cols-[1fr_9rem] items-center gap-x-4">
        <p className="text-lg leading-tight">
          {line.name}
          <span className="block text-ink2 text-sm">
            {line.lot && <span className="figure">{t("lot", { lot: line.lot })}, </span>}
            {t("listed", { words: amountWords(line.expected, line.unit) })}
          </span>
        </p>
        <NumberInput
          aria-label={[line.name, line.lot && t("lot", { lot: line.lot })].filter(Boolean).join(", ")}
          inputMode="decimal"
          min={0}
          step={line.unit === "pieces" ? 1 : "any"}
          unit={line.unit}
          value={value}
          onChange={({ target }) => set(target.value)}
          className="!min-h-12 text-right !text-lg"
        />
      </div>
      {difference && (
        <div className="grid gap-1 border-care border-l-4 pl-3">
          <p>{difference}</p>
          <Field label={t("reason")}>
            <TextInput value={reason} maxLength={500} onChange={({ target }) => setReason(target.value)} />
          </Field>
        </div>
      )}
      {value !== "" && !difference && <p className="text-ready">{t("same")}</p>}
    </li>
  );
}
