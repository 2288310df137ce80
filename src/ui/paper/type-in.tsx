"use client";
import Link from "next/link";
import { useEffect, useState } from "react";
import { useTranslations } from "use-intl";
import { uuidv7 } from "uuidv7";
import type { SheetView, SheetWork } from "../../work/paper/paper.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { DateInput } from "../kit/date-input.tsx";
import { Checkbox, Field, TextArea, TextInput } from "../kit/field.tsx";
import { Room } from "../kit/room.tsx";
import { Select } from "../kit/select.tsx";
import { Segmented } from "../kit/tabs.tsx";
import { TimeInput } from "../kit/time-input.tsx";
import { ask, Said } from "../send.ts";
import { freshWork, leftOpen, type SheetDraft, typedSheet, type WorkDraft } from "./typed-draft.ts";
import { TypedLineRow } from "./typed-line.tsx";

/** One form for one sheet, in the order of the sheet: what was written is typed in with the times as they were. */
export function TypeIn({ view }: { view: SheetView }) {
  const t = useTranslations("paper.form");
  const name = `sheet/${view.id}`;
  const fresh = (): SheetDraft => ({ id: uuidv7(), person: view.person?.id ?? view.me.id, day: view.day, work: {}, note: "" });
  const [draft, setDraft] = useState<SheetDraft>(fresh);
  const [fault, setFault] = useState("");
  const [busy, setBusy] = useState(false);
  const [kept, setKept] = useState<{ entries: number; messages: string[] } | null>(null);
  useEffect(() => {
    try {
      const before = localStorage.getItem(name);
      if (before) setDraft((now) => ({ ...now, ...JSON.parse(before) }));
    } catch {
      // A draft that can't be read is thrown away.
    }
  }, [name]);
  const change = (next: Partial<SheetDraft>) => {
    const whole = { ...draft, ...next };
    setDraft(whole);
    setFault("");
    try {
      localStorage.setItem(name, JSON.stringify(whole));
    } catch {
      // A draft that can't be kept is still on the screen.
    }
  };
  const mine = draft.person === view.me.id;
  const whose = view.people.find(({ id }) => id === draft.person)?.name ?? draft.person;
  const send = async () => {
    const made = typedSheet(view, draft);
    if ("fault" in made) return setFault(made.fault);
    setBusy(true);
    try {
      const answer = await ask<{ entries: number; messages: string[] }>(`/api/paper?sheet=${view.id}`, { body: made.typed });
      localStorage.removeItem(name);
      setKept(answer);
    } catch (error) {
      setFault(
        error instanceof Said
          ? [error.message, ...error.problems.map(({ path, message }) => `${path} ${message}`)].join(" ")
          : String(error),
      );
    } finally {
      setBusy(false);
    }
  };
  if (kept)
    return (
      <Room title={t("inLogbook", { number: view.number })}>
        <p role="status" className="text-lg">
          {kept.entries === 0 ? t("already") : t("entries", { count: kept.entries, person: whose, by: view.me.name })}
        </p>
        {[...new Set(kept.messages)].map((message) => (
          <p key={message} className="mt-2 border-care border-l-4 pl-3">
            {message}
          </p>
        ))}
        <p className="mt-4 flex gap-3">
          <Link href={`/logbook?person=${draft.person}&from=${draft.day}&to=${draft.day}`} className={buttonLook()}>
            {t("see")}
          </Link>
          <Link href="/paper" className={buttonLook()}>
            {t("all")}
          </Link>
        </p>
      </Room>
    );
  const what = view.what === "shift" ? t("shiftOf", { person: view.person?.name ?? "", day: view.dayWords }) : (view.work[0]?.name ?? "");
  return (
    <Room
      title={t("title", { number: view.number, what })}
      more={t("madeAt", { at: view.made })}
      actions={
        <>
          <Link href="/paper" className={buttonLook()}>
            {t("all")}
          </Link>
          <a href={`/sheets/${view.id}`} className={buttonLook()}>
            {t("asPrinted")}
          </a>
        </>
      }
    >
      <div className="max-w-5xl">
        {view.typedIn && <p className="mb-3 border-care border-l-4 pl-3">{t("again", { at: view.typedIn.at, by: view.typedIn.by })}</p>}
        <div className="flex flex-wrap items-end gap-3">
          <Field label={t("who")} className="w-56">
            <Select
              value={draft.person}
              onChange={(person) => change({ person })}
              options={view.people.map(({ id, name: said }) => ({ value: id, name: said }))}
            />
          </Field>
          <Field label={t("on")} hint={t("midnight")} className="w-64">
            <DateInput value={draft.day} onChange={(day) => change({ day })} />
          </Field>
        </div>
        {!mine && !view.me.mayForOthers && (
          <p role="alert" className="mt-2 font-semibold text-hold">
            {t("notYours", { person: whose })}
          </p>
        )}
        {view.work.map((work, index) => (
          <TypedWorkForm
            key={`${index}-${work.name}`}
            work={work}
            number={index + 1}
            whole={view.what === "routine"}
            people={view.people}
            draft={draft.work[index] ?? freshWork(view.what === "routine")}
            change={(next) => change({ work: { ...draft.work, [index]: next } })}
          />
        ))}
        <Field label={t("note")} className="mt-4">
          <TextArea value={draft.note} maxLength={2000} rows={2} onChange={(event) => change({ note: event.target.value })} />
        </Field>
        <div className="sticky bottom-0 mt-3 flex flex-wrap items-center gap-3 border-line border-t bg-sheet py-3">
          <Button look="primary" busy={busy} disabled={!draft.day || (!mine && !view.me.mayForOthers)} onClick={() => void send()}>
            {t("enter", { number: view.number })}
          </Button>
          <span role="alert" className="max-w-2xl font-semibold text-hold">
            {fault}
          </span>
        </div>
      </div>
    </Room>
  );
}

function TypedWorkForm({
  work,
  number,
  whole,
  people,
  draft,
  change,
}: {
  work: SheetWork;
  number: number;
  whole: boolean;
  people: SheetView["people"];
  draft: WorkDraft;
  change: (next: WorkDraft) => void;
}) {
  const set = (next: Partial<WorkDraft>) => change({ ...draft, ...next });
  const t = useTranslations("paper.form");
  const outcomes = whole
    ? ([
        { value: "done", name: t("outcomes.doneWhole") },
        { value: "not-finished", name: t("outcomes.notFinished") },
      ] as const)
    : ([
        { value: "", name: t("outcomes.nothing") },
        { value: "done", name: t("outcomes.done") },
        { value: "skipped", name: t("outcomes.skipped") },
      ] as const);
  const open = whole ? leftOpen(work.plan, draft) : [];
  const asksWhy = draft.outcome === "skipped" || draft.outcome === "not-finished";
  const tickAll = () =>
    set({
      lines: {
        ...draft.lines,
        ...Object.fromEntries(
          work.lines
            .filter(({ box, only }) => !only && ["tick", "wait", "hold"].includes(box.kind))
            .map(({ at }) => [at, { ...draft.lines[at], on: true }]),
        ),
      },
    });
  return (
    <section aria-label={work.name} className="mt-4 border-ink border-t-[1.5px] pt-2">
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <h2 className="!text-base min-w-60 grow font-bold">
          {!whole && <span className="figure mr-2">{number}</span>}
          {work.name}
        </h2>
        <Segmented<WorkDraft["outcome"]>
          label={t("outcome", { work: work.name })}
          value={draft.outcome}
          onChange={(outcome) => set({ outcome })}
          options={outcomes}
        />
        <span className="flex gap-2">
          {whole && <Time label={t("begun")} name={work.name} value={draft.from} change={(from) => set({ from })} />}
          {draft.outcome !== "" && (
            <Time label={t(whole ? "ended" : "at")} name={work.name} value={draft.to} change={(to) => set({ to })} />
          )}
        </span>
      </div>
      {asksWhy && (
        <Field label={t("why")} className="mt-2 max-w-xl">
          <TextInput value={draft.reason} maxLength={500} onChange={(event) => set({ reason: event.target.value })} />
        </Field>
      )}
      {whole && (
        <p className="mt-2 flex flex-wrap items-center gap-4">
          <Checkbox label={t("gear")} checked={draft.gear} onChange={(event) => set({ gear: event.target.checked })} />
          <Button size="small" onClick={tickAll}>
            {t("allTicked")}
          </Button>
          <span className="text-ink2 text-sm">{t("noTime")}</span>
        </p>
      )}
      {(whole || draft.outcome === "done") && (
        <ol className="mt-1">
          {work.lines.map((line) => (
            <TypedLineRow
              key={line.at}
              line={line}
              whole={whole}
              channels={work.channels}
              people={people}
              name={work.name}
              draft={draft.lines[line.at] ?? {}}
              change={(next) => set({ lines: { ...draft.lines, [line.at]: next } })}
            />
          ))}
        </ol>
      )}
      {open.map(({ id, words }) => (
        <Checkbox
          key={id}
          label={t("open", { words })}
          checked={draft.settled.includes(id)}
          onChange={(event) =>
            set({ settled: event.target.checked ? [...draft.settled, id] : draft.settled.filter((each) => each !== id) })
          }
          className="mt-2 border-care border-l-4 pl-3"
        />
      ))}
    </section>
  );
}

function Time({ label, name, value, change }: { label: string; name: string; value: string; change: (value: string) => void }) {
  const t = useTranslations("paper.form");
  return (
    <span className="grid w-20 gap-1">
      <span className="font-semibold text-[13px]" aria-hidden="true">
        {label}
      </span>
      <TimeInput label={t("timeOf", { work: name, label })} value={value} onChange={change} />
    </span>
  );
}
