import { CAP, type CapHealth } from "./cap-health.ts";

/** What a person would want to know of a machine before giving it a job, as facts; times in milliseconds, days as numbers. */
export type ConditionFacts = {
  now: number;
  today: number;
  word: string;
  stateWhy: string;
  channels: { id: string; missing: number; weak: number; deflected: number; gone: boolean; read: boolean; fresh?: number; same?: number }[];
  checkedAt: number | null;
  /** Known to have printed last until then. */
  printedAt: number | null;
  capped: { at: number; how: string } | null;
  /** The way it is capped where nobody said so. */
  capPolicy: "wet" | "dry";
  cap: CapHealth | undefined;
  waste: { name: string; roomMl: number; full: string; why: string; isBad: boolean }[];
  /** What the air lacks for this class. */
  air?: string | null;
  signs: { words: string; seen: string }[];
  /** Parts past what is usual: named with their age. */
  oldParts: { name: string; days: number }[];
};
export type ConditionItem = { topic: string; words: string; why: string; isBad: boolean };

const hours = (milliseconds: number): string => {
  const all = milliseconds / 3_600_000;
  return all < 48 ? `${Math.floor(all)} h` : `${Math.floor(all / 24)} days`;
};

/** The condition, item by item, each with its why; what is bad comes with a flag. */
export function conditionItems(facts: ConditionFacts, dayWords: (day: number) => string): ConditionItem[] {
  const { now, channels, checkedAt, printedAt, capped, capPolicy, cap, waste, signs } = facts;
  const read = channels.filter((channel) => channel.read);
  const sum = (of: (channel: (typeof channels)[number]) => number) => read.reduce((all, channel) => all + of(channel), 0);
  const [missing, weak, deflected, fresh, same] = [
    sum((channel) => channel.missing),
    sum((channel) => channel.weak),
    sum((channel) => channel.deflected),
    sum((channel) => channel.fresh ?? 0),
    sum((channel) => channel.same ?? 0),
  ];
  const gone = read.filter((channel) => channel.gone).map(({ id }) => id);
  const items: ConditionItem[] = [];
  if (channels.length)
    items.push({
      topic: "Nozzles",
      words: checkedAt
        ? `${missing} missing, ${weak} weak, ${deflected} deflected${gone.length ? `; all out: ${gone.join(", ")}` : ""}${fresh + same ? `; ${fresh} new, ${same} as before` : ""}${facts.word === "Unchecked" ? "; that check holds no more" : ""}`
        : "never checked",
      why: `${facts.word}: ${facts.stateWhy}`,
      isBad: facts.word === "Hold",
    });
  items.push({
    topic: "Last print",
    words: printedAt ? (printedAt > now ? "it prints now" : `${hours(now - printedAt)} ago`) : "not on record",
    why: printedAt
      ? "from when it was said to be busy, and how long"
      : "nobody entered that it was busy; its counters say how much, not when",
    isBad: false,
  });
  items.push({
    topic: "Capped",
    words: capped ? `${hours(now - capped.at)} ago, ${capped.how}` : `not on record; usually ${capPolicy}`,
    why: capped ? "from the closing routine entered last" : "by the house's choice for this machine (Schools)",
    isBad: false,
  });
  if (cap) items.push(capItem(cap, facts.today, dayWords));
  for (const { name, roomMl, full, why, isBad } of waste)
    items.push({ topic: "Waste", words: `${name}: room for about ${Math.round(Math.max(0, roomMl))} mL, ${full}`, why, isBad });
  if (facts.air) items.push({ topic: "Air", words: facts.air, why: "by the readings of its room (Stores, room air)", isBad: true });
  if (facts.oldParts.length)
    items.push({
      topic: "Parts",
      words: facts.oldParts.map(({ name, days }) => `${name} ${days} days`).join(", "),
      why: "the oldest since they were fitted",
      isBad: false,
    });
  for (const { words, seen } of signs) items.push({ topic: "Sign", words, why: `seen ${seen}, not explained yet`, isBad: true });
  return items;
}

/** How well a cap draws, in words. */
export function capItem(cap: CapHealth, today: number, dayWords: (day: number) => string): ConditionItem {
  const service =
    cap.serviceDay === null ? "" : cap.serviceDay <= today ? "; its service is due" : `; service about ${dayWords(cap.serviceDay)}`;
  return {
    topic: "Cap",
    words: `${Math.round(cap.suction * 100)} % of its suction left${service}${cap.labours ? "; the pump labours" : ""}`,
    why: `${cap.last.toFixed(1)} s a millilitre at the last measured fill, ${cap.baseline.toFixed(1)} when it was new`,
    isBad: cap.suction <= CAP.lowAtShare || cap.labours,
  };
}

/** In short, for a line: what is bad, else that nothing is. */
export const conditionShort = (items: readonly ConditionItem[]): string =>
  items
    .filter(({ isBad, topic }) => isBad && topic !== "Nozzles")
    .map(({ topic, words }) => `${topic.toLowerCase()}: ${words}`)
    .join("; ");
