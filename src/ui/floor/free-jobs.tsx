"use client";
import { ChevronDownIcon } from "lucide-react";
import { useState } from "react";
import { inWalkingOrder } from "../../core/tasks/task.ts";
import { useFloorWords } from "../../words/floor-words.ts";
import { filled } from "../../words/plain.ts";
import { Button } from "../kit/button.tsx";
import { Glyph } from "../kit/glyph.tsx";
import { JobName } from "./job-name.tsx";
import { isOpen, linkOf, type Task } from "./my-way.ts";
import { put } from "./outbox.ts";
import type { OpenRun } from "./runs.ts";
import type { Floor } from "./use-floor.ts";

const FREE_SHOWN = 12;

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
  const [all, setAll] = useState(false);
  const free = inWalkingOrder(
    floor.view.tasks.filter((task) => task.person === null && isOpen(task) && task.state !== "open" && task.state !== "coming"),
  );
  const may = (task: Task) => !task.skill || (me?.skills.includes(task.skill) ?? false);
  const tasks = free.filter(may);
  const open = opened ?? !folded;
  const shown = all ? tasks : tasks.slice(0, FREE_SHOWN);
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
        <div className="grid gap-1.5 px-3 pb-3">
          {tasks.length === 0 && <p className="text-ink2">{words.freeNone}</p>}
          <ul className="divide-y divide-line">
            {shown.map((task) => {
              const running = runs.find(({ run }) => run.key === task.key);
              return (
                <li key={task.key} className="flex items-center gap-2">
                  <a
                    href={linkOf(task, runs)}
                    className="flex min-h-14 min-w-0 grow items-center gap-3 rounded-[3px] text-ink no-underline hover:bg-well"
                  >
                    <Glyph name={task.glyph} size={22} />
                    <span className="min-w-0 grow">
                      <b>{task.machineName ?? words.shop}</b> <JobName task={task} />
                      {running && <span className="block text-base text-ink2">{filled(words.atIt, { name: running.run.personName })}</span>}
                    </span>
                    <span className="figure text-ink2">{filled(words.min, { minutes: task.minutes })}</span>
                  </a>
                  {me && (
                    <Button
                      size="hand"
                      onClick={() =>
                        void put([
                          {
                            kind: "task",
                            ...(task.machine ? { machine: task.machine } : {}),
                            ...(task.routine ? { routine: task.routine } : {}),
                            body: { key: task.key, due: task.dueDay, person: me.id },
                          },
                        ])
                      }
                    >
                      {words.take}
                    </Button>
                  )}
                </li>
              );
            })}
          </ul>
          {tasks.length > shown.length && (
            <Button size="hand" onClick={() => setAll(true)}>
              {filled(words.more, { count: tasks.length - shown.length })}
            </Button>
          )}
          {free.length > tasks.length && (
            <p className="text-ink2">
              {filled(words.otherSkill, {
                count: free.length - tasks.length,
                skills: [...new Set(free.filter((task) => !may(task)).map(({ skill }) => skill))].join(", "),
              })}
            </p>
          )}
        </div>
      )}
    </section>
  );
}
