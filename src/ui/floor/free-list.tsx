"use client";
import { useState } from "react";
import { useFloorWords } from "../../words/floor-words.ts";
import { filled } from "../../words/plain.ts";
import { Button } from "../kit/button.tsx";
import { Glyph } from "../kit/glyph.tsx";
import { JobName } from "./job-name.tsx";
import { linkOf, type Task } from "./my-way.ts";
import { put } from "./outbox.ts";
import type { OpenRun } from "./runs.ts";
import type { Floor } from "./use-floor.ts";

const FREE_SHOWN = 12;

/** What nobody has, each with the button that takes it. */
export default function FreeList({
  tasks,
  otherSkill,
  runs,
  me,
}: {
  tasks: readonly Task[];
  /** What asks for skills that they don't have. */
  otherSkill: readonly Task[];
  runs: readonly OpenRun[];
  me: Floor["view"]["people"][number] | undefined;
}) {
  const words = useFloorWords().shift;
  const [all, setAll] = useState(false);
  const shown = all ? tasks : tasks.slice(0, FREE_SHOWN);
  return (
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
      {otherSkill.length > 0 && (
        <p className="text-ink2">
          {filled(words.otherSkill, {
            count: otherSkill.length,
            skills: [...new Set(otherSkill.map(({ skill }) => skill))].join(", "),
          })}
        </p>
      )}
    </div>
  );
}
