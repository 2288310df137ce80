"use client";
import { ChevronDownIcon, XIcon } from "lucide-react";
import { useState } from "react";
import type { FloorView } from "../../core/floor/floor-view.ts";
import type { LeftItem } from "../../core/tasks/left-for-next.ts";
import { useFloorWorkWords } from "../../words/floor-work-words.ts";
import { counted, filled } from "../../words/plain.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Field, TextArea } from "../kit/field.tsx";
import { say } from "../say.ts";
import { put } from "./outbox.ts";
import { go, to } from "./route.ts";
import type { Floor } from "./use-floor.ts";

/** So many lines are read at a shift's change; the rest is folded. */
const LINES = 5;

/** What one shift leaves to the next: read and signed by one tap, or written. */
export function Handover({ floor }: { floor: Floor }) {
  const words = useFloorWorkWords().handover;
  const { view } = floor;
  const [free, setFree] = useState("");
  const [left, setLeft] = useState<string[]>([]);
  const items = view.leaves.items.filter(({ words: what }) => !left.includes(what));
  const write = async () => {
    await put([
      { kind: "handover", body: { day: view.leaves.day, shift: view.leaves.shift, items, ...(free.trim() ? { free: free.trim() } : {}) } },
    ]);
    say(words.done);
    go(to.shift);
  };
  return (
    <main className="mx-auto grid max-w-3xl gap-6 px-3 py-4">
      {view.handover && (
        <section aria-label={words.toRead} className="grid gap-3">
          <div>
            <h1 className="!text-3xl font-extrabold tracking-tight">{words.title}</h1>
            <p className="text-ink2">
              {view.handover.by}, {view.handover.words}
            </p>
          </div>
          {view.handover.free && <p className="rounded-[6px] bg-accent-wash p-3 text-xl">{view.handover.free}</p>}
          <Items items={view.handover.items} view={view} />
          <Button
            look="primary"
            size="hand"
            className="!min-h-20 !text-2xl w-full"
            onClick={() => void put([{ kind: "handover-seen", body: { of: view.handover?.id ?? "" } }])}
          >
            {words.seen}
          </Button>
        </section>
      )}
      <section aria-label={words.toWrite} className="grid gap-3">
        <div>
          <h2 className="!text-2xl font-extrabold tracking-tight">{words.write}</h2>
          <p className="text-ink2">{filled(words.from, { shift: view.leaves.shift, day: view.todayWords })}</p>
        </div>
        <Items items={items} view={view} leaveOut={(what) => setLeft([...left, what])} />
        <Field label={words.free}>
          <TextArea value={free} rows={2} maxLength={2000} onChange={(event) => setFree(event.target.value)} className="!text-lg" />
        </Field>
        <Button look="primary" size="hand" className="!min-h-20 !text-2xl w-full" onClick={() => void write()}>
          {words.do}
        </Button>
      </section>
    </main>
  );
}

/** The gravest in a few lines, each with the way to it; work that is late or undone as one; the rest folded. */
function Items({ items, view, leaveOut }: { items: readonly LeftItem[]; view: FloorView; leaveOut?: (words: string) => void }) {
  const words = useFloorWorkWords().handover;
  const [open, setOpen] = useState<"jobs" | "more" | null>(null);
  const jobs = items.filter(({ kind }) => kind === "late" || kind === "undone");
  const grave = items.filter((item) => !jobs.includes(item));
  const shown = grave.slice(0, jobs.length || grave.length > LINES ? LINES - 1 : LINES);
  const rest = grave.slice(shown.length);
  if (items.length === 0) return <p>{words.none}</p>;
  const fold = (which: "jobs" | "more", title: string, of: readonly LeftItem[]) =>
    of.length > 0 && (
      <li className="rounded-[6px] border border-rule border-dashed">
        <button
          type="button"
          aria-expanded={open === which}
          onClick={() => setOpen(open === which ? null : which)}
          className="flex min-h-14 w-full items-center gap-3 px-3 text-left font-bold"
        >
          <span className="grow">{title}</span>
          <ChevronDownIcon aria-hidden="true" className={`size-6 ${open === which ? "rotate-180" : ""}`} />
        </button>
        {open === which && (
          <ul className="grid gap-1.5 px-3 pb-3">
            {of.map((item) => (
              <Item key={item.words} item={item} view={view} leaveOut={leaveOut} />
            ))}
          </ul>
        )}
      </li>
    );
  return (
    <ul className="grid gap-1.5">
      {shown.map((item) => (
        <Item key={item.words} item={item} view={view} leaveOut={leaveOut} />
      ))}
      {fold("more", counted(words.more, rest.length), rest)}
      {fold("jobs", counted(words.jobs, jobs.length), jobs)}
    </ul>
  );
}

function Item({ item, view, leaveOut }: { item: LeftItem; view: FloorView; leaveOut?: ((words: string) => void) | undefined }) {
  const words = useFloorWorkWords().handover;
  const run = item.key ? view.runs.find(({ key }) => key === item.key) : undefined;
  const task = view.tasks.some(({ key }) => key === item.key);
  const where = run ? to.run(run.id) : task && item.key ? to.task(item.key) : item.machine ? to.machine(item.machine) : null;
  const isGrave = item.kind === "hold" || item.kind === "owed" || item.kind === "out of order" || item.kind === "late";
  return (
    <li
      className={`flex items-center gap-2 rounded-[6px] border border-line bg-card py-1.5 pl-3 pr-2 ${isGrave ? "border-l-4 border-l-hold" : ""}`}
    >
      <span className="grow">{item.words}</span>
      {where && (
        <a href={where} className={buttonLook("secondary", "hand")}>
          {words.open}
        </a>
      )}
      {leaveOut && (
        <Button
          look="quiet"
          size="hand"
          aria-label={filled(words.leave, { what: item.words })}
          onClick={() => leaveOut(item.words)}
          className="[&_svg]:!size-6"
        >
          <XIcon aria-hidden="true" />
        </Button>
      )}
    </li>
  );
}
