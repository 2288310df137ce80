import type { FloorRoutine, FloorView } from "../../core/floor/floor-view.ts";
import { READ_FIELDS } from "../../core/routines/read-texts.ts";
import type { Language } from "../../core/shop/languages.ts";
import type { Said } from "../../words/said.ts";

/**
 * The floor as its reader sees it: routines, steps and tasks in their language. What is sent is taken from the view as it came.
 * @param language a routine's own texts in it stand before `said`
 * @param said says a text in the language; what it does not know it leaves as it is
 */
export function inLanguage(language: Language, said: Said): (view: FloorView) => FloorView {
  const known = new WeakMap<object, unknown>();
  const read = <Value>(value: Value, say: Said): Value => {
    if (typeof value !== "object" || value === null) return value;
    const before = known.get(value);
    if (before) return before as Value;
    const mine = Array.isArray(value)
      ? value.map((each) => read(each, say))
      : Object.fromEntries(
          Object.entries(value).map(([key, each]) => [
            key,
            typeof each === "string" ? (READ_FIELDS.has(key) ? say(each) : each) : read(each, say),
          ]),
        );
    known.set(value, mine);
    return mine as Value;
  };
  const sayFor = (routine: Pick<FloorRoutine, "texts"> | undefined): Said => {
    const own = routine?.texts?.[language];
    return own ? (text) => own[text] ?? said(text) : said;
  };
  return (view) => ({
    ...view,
    routines: Object.fromEntries(
      Object.entries(view.routines).map(([id, routine]) => {
        const say = sayFor(routine);
        return [
          id,
          {
            ...routine,
            name: say(routine.name),
            short: say(routine.short),
            gear: routine.gear.map(say),
            tools: routine.tools.map(say),
            machineState: routine.machineState && say(routine.machineState),
            steps: read(routine.steps, say),
          },
        ];
      }),
    ),
    runs: view.runs.map((run) => ({ ...run, steps: read(run.steps, sayFor(view.routines[run.routine])) })),
    tasks: view.tasks.map((task) => {
      const say = sayFor(view.routines[task.routine ?? ""]);
      return { ...task, name: say(task.name), short: say(task.short) };
    }),
    deference: said(view.deference),
  });
}
