"use client";
import { ChevronDownIcon } from "lucide-react";
import { lazy, Suspense, useState } from "react";
import { inWalkingOrder } from "../../core/tasks/task.ts";
import { useFloorWords } from "../../words/floor-words.ts";
import { isOpen, type Task } from "./my-way.ts";
import type { OpenRun } from "./runs.ts";
import type { Floor } from "./use-floor.ts";

/** Loaded once it is open. */
export const loadFreeList = () => import("./free-list.tsx");
const FreeList = lazy(loadFreeList);

/** What nobody has: folded where somebody has work of their own. */
export function Free({
  floor,
  runs,
  me,
  folded,
}: {
  floor: Floor;
  runs: readonly OpenRun[];
  me: Floor["view"]["people"][number] | undefined;
  folded: boolean;
}) {
  const words = useFloorWords().shift;
  const [opened, setOpened] = useState<boolean | null>(null);
  const free = inWalkingOrder(
    floor.view.tasks.filter((task) => task.person === null && isOpen(task) && task.state !== "open" && task.state !== "coming"),
  );
  const may = (task: Task) => !task.skill || (me?.skills.includes(task.skill) ?? false);
  const tasks = free.filter(may);
  const open = opened ?? !folded;
  return (
    <section aria-label={words.free} className="rounded-[6px] border border-rule border-dashed">
      <button
        type="button"
        aria-expanded={open}
        onClick={() => setOpened(!open)}
        className="flex min-h-14 w-full items-center gap-3 px-3 text-left"
      >
        <h2 className="!text-lg font-bold">{words.free}</h2>
        <span className="figure grow text-ink2">{tasks.length}</span>
        <ChevronDownIcon aria-hidden="true" className={`size-6 ${open ? "rotate-180" : ""}`} />
      </button>
      {open && (
        <Suspense>
          <FreeList tasks={tasks} otherSkill={free.filter((task) => !may(task))} runs={runs} me={me} />
        </Suspense>
      )}
    </section>
  );
}
