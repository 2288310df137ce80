import type { Words } from "../../core/rounds/broken-rules.ts";
import type { LeastChange } from "../../core/rounds/left-out.ts";
import type { RoundView } from "../../work/rounds/rounds.ts";

/** How minutes, people, machines and work of a round are said. */
export type RoundWords = Words & { work: (id: string) => string };

export function wordsOf(view: Pick<RoundView, "zero" | "timeZone" | "people" | "machines" | "areas" | "tasks">): RoundWords {
  const clock = new Intl.DateTimeFormat("en-GB", { timeZone: view.timeZone, hour: "2-digit", minute: "2-digit" });
  const zero = new Date(view.zero).getTime();
  const work = (id: string) => {
    const task = view.tasks[id];
    return task ? `${task.machineName} ${task.name}` : id;
  };
  return {
    minute: (minute) => clock.format(new Date(zero + minute * 60_000)),
    person: (id) => view.people.find((person) => person.id === id)?.name.split(" ")[0] ?? id,
    machine: (id) => view.machines[id] ?? "the shop",
    area: (id) => view.areas[id] ?? id,
    task: work,
    work,
  };
}

/** What would let work in, in a sentence. */
export function changeWords(change: LeastChange, words: RoundWords): string {
  if (!change) return "Neither another person nor more time would let it in: make room by hand, or give it another day.";
  if ("later" in change) return `It would fit if it might end ${change.later} min later.`;
  const { skills, by } = change.come;
  return `It would fit if ${skills.length ? `someone with the ${skills.join(" and ")} skill` : "someone else"} came at ${words.minute(by)}.`;
}
