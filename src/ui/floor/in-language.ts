import type { FloorView } from "../../core/floor/floor-view.ts";
import type { Said } from "../../words/said.ts";

/** What is read of a routine and its steps; ids, items and amounts stay. */
const READ = new Set(["text", "good", "bad", "detail", "why", "until", "words", "what", "name", "short", "machineState", "ends", "title"]);

/**
 * The floor as its reader sees it: routines, steps and tasks in their language. What is sent is taken from the view as it came.
 * @param said says a text in the language; what it does not know it leaves as it is
 */
export function inLanguage(said: Said): (view: FloorView) => FloorView {
  const known = new WeakMap<object, unknown>();
  const read = <Value>(value: Value): Value => {
    if (typeof value !== "object" || value === null) return value;
    const before = known.get(value);
    if (before) return before as Value;
    const mine = Array.isArray(value)
      ? value.map(read)
      : Object.fromEntries(
          Object.entries(value).map(([key, each]) => [key, typeof each === "string" ? (READ.has(key) ? said(each) : each) : read(each)]),
        );
    known.set(value, mine);
    return mine as Value;
  };
  return (view) => ({
    ...view,
    routines: Object.fromEntries(
      Object.entries(view.routines).map(([id, routine]) => [
        id,
        {
          ...routine,
          name: said(routine.name),
          short: said(routine.short),
          gear: routine.gear.map(said),
          tools: routine.tools.map(said),
          machineState: routine.machineState && said(routine.machineState),
          steps: read(routine.steps),
        },
      ]),
    ),
    runs: view.runs.map((run) => ({ ...run, steps: read(run.steps) })),
    tasks: view.tasks.map((task) => ({ ...task, name: said(task.name), short: said(task.short) })),
    deference: said(view.deference),
  });
}
