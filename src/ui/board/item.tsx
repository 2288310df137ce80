"use client";
import { Popover } from "radix-ui";
import { lazy, Suspense, useState } from "react";
import { useTranslations } from "use-intl";
import type { WorkItem } from "../../core/tasks/work-item.ts";
import type { MachineRow } from "../../work/board/board.ts";
import { Glyph } from "../kit/glyph.tsx";
import { initialsOf } from "../kit/initials.tsx";

const ItemDetail = lazy(() => import("./item-detail.tsx").then((module) => ({ default: module.ItemDetail })));

const MARKS: Partial<Record<WorkItem["state"], string>> = { done: "✓", skipped: "–" };

/** Who has it, by their initials; a dashed ring where nobody does. */
function Holder({ name, late }: { name: string | null; late: boolean }) {
  const colours = late ? "bg-sheet text-hold" : name ? "bg-ink2 text-sheet" : "border-[1.5px] border-rule border-dashed";
  return (
    <span aria-hidden="true" className={`grid size-[18px] shrink-0 place-items-center rounded-full font-bold text-[9px] ${colours}`}>
      {name ? initialsOf(name) : "+"}
    </span>
  );
}

/** One piece of due work: its mark and short name; opened, why, and what can be entered. */
export function Item({
  item,
  machine,
  mayRecord,
  mayPlan,
  wide,
  later,
}: {
  item: WorkItem;
  machine: Pick<MachineRow, "id" | "name">;
  mayRecord: boolean;
  mayPlan: boolean;
  wide?: boolean;
  /** Of another day: that nobody has it yet is not shown. */
  later?: boolean;
}) {
  const t = useTranslations("board.item");
  const [open, setOpen] = useState(false);
  const over = item.state === "done" || item.state === "skipped";
  const tone = item.late
    ? "border-hold bg-hold text-sheet font-bold"
    : over
      ? "border-transparent text-ink2"
      : item.person || item.run
        ? "border-rule bg-card font-semibold"
        : "border-rule/50 text-ink2";
  const person = item.run?.person ?? item.person;
  const holder = !over && (item.late || item.personName || item.run || !later);
  const spoken = t("spoken", {
    machine: machine.name,
    work: item.name,
    state: t(`states.${item.late ? "late" : item.state}`),
    time: item.doneAt ?? "none",
  });
  // Narrow as it is, the weekday is enough.
  const when =
    over && item.doneAt ? item.doneAt : item.late ? t("states.late") : wide || item.dueWords === "today" ? "" : item.dueWords.split(" ")[0];
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        className={`inline-flex h-6 min-w-0 items-center gap-1 whitespace-nowrap rounded-full border hover:border-ink ${over ? "px-0.5" : holder ? "pr-0.5 pl-2" : "px-2"} text-xs ${tone}`}
        aria-label={over || !person ? spoken : t(item.run ? "runs" : "has", { spoken, person })}
      >
        {over && (
          <span aria-hidden="true" className="inline-block w-2.5 text-center font-bold">
            {MARKS[item.state]}
          </span>
        )}
        {!over && <Glyph name={item.glyph} size={13} />}
        <span className={wide ? "" : "min-w-0 truncate"}>{wide ? item.name : item.short}</span>
        {when && <span className={`shrink-0 ${item.late ? "" : "figure"}`}>{when}</span>}
        {holder && <Holder name={item.run?.person ?? item.personName} late={item.late} />}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          aria-label={`${machine.name}: ${item.name}`}
          align="start"
          sideOffset={4}
          collisionPadding={8}
          className="z-20 w-80 rounded-sm border border-rule bg-card p-3 shadow-lg"
        >
          <Suspense fallback={<p className="text-ink2">{item.name}</p>}>
            <ItemDetail item={item} machine={machine} mayRecord={mayRecord} mayPlan={mayPlan} close={() => setOpen(false)} />
          </Suspense>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
