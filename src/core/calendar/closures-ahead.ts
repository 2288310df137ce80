import { type Day, isoDay } from "./day.ts";

export type Closure = { from: string; to: string; name?: string | undefined };

/** Closures that are not over on a day, the next first; those that touch or overlap are planned as one. */
export function plannedClosures(closures: readonly Closure[], from: Day): { from: string; to: string; name: string }[] {
  const ahead = closures.filter((each) => each.to >= isoDay(from)).sort((a, b) => (a.from < b.from ? -1 : 1));
  const joined: { from: string; to: string; name: string }[] = [];
  for (const { from: first, to, name } of ahead) {
    const last = joined.at(-1);
    if (last && first <= last.to) {
      if (to > last.to) last.to = to;
      if (name && !last.name.includes(name)) last.name = `${last.name} and ${name}`;
    } else joined.push({ from: first, to, name: name ?? "Closure" });
  }
  return joined;
}
