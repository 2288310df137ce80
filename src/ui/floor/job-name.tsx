import { useFloorWords } from "../../words/floor-words.ts";
import { filled } from "../../words/plain.ts";
import type { Task } from "./my-way.ts";

/** A job by its name, with late in red and another day than today. */
export function JobName({ task }: { task: Task }) {
  const words = useFloorWords().shift;
  return (
    <>
      {task.name}
      {task.late ? <b className="text-hold"> {words.late}</b> : null}
      {task.dueWords === "today" ? null : <span className="text-ink2"> {filled(words.due, { day: task.dueWords })}</span>}
    </>
  );
}
