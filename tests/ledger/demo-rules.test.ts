import { beforeAll, expect, test } from "vitest";
import { toDay } from "../../src/core/calendar/day.ts";
import { instantOf } from "../../src/core/calendar/site-time.ts";
import { DEMO_RULES, unbelievable } from "../../src/demo/rules/rules.ts";
import { demoStory, type Story } from "../../src/demo/rules/story.ts";
import type { NewEntry } from "../../src/ledger/append.ts";

/** Each rule of the demo finds what breaks it: a record with one thing wrong in it. */

let story: Story;
beforeAll(() => {
  story = demoStory(new Date("2026-11-26T13:10:00Z"));
});

const each = (change: (entry: NewEntry) => NewEntry | undefined) => ({ entries: story.entries.flatMap((entry) => change(entry) ?? []) });
const at = (entry: NewEntry, hours: number): NewEntry => ({
  ...entry,
  happenedAt: new Date(entry.happenedAt.getTime() + hours * 3_600_000),
});
const fleet = (id: string, more: object) => ({
  shop: { ...story.shop, machines: story.shop.machines.map((machine) => (machine.id === id ? { ...machine, ...more } : machine)) },
});

test("as it is made nothing is wrong", () => {
  expect(unbelievable(story)).toEqual([]);
});

test.each<[string, string, () => Partial<Story>]>([
  ["Nobody enters", "an order at five in the morning", () => each((entry) => (entry.kind === "order" ? at(entry, -6) : entry))],
  [
    "Each morning begins",
    "mornings that begin at eight",
    () => each((entry) => (entry.kind === "run" || entry.kind === "routine" || entry.kind === "check" ? at(entry, 2) : entry)),
  ],
  [
    "The same thing is done",
    "counters read at a quarter past eight sharp",
    () =>
      each((entry) =>
        entry.kind === "counter" ? { ...entry, happenedAt: instantOf(toDay(entry.localDay), "08:15", story.shop.site) } : entry,
      ),
  ],
  [
    "Nobody does what they have not",
    "UV care by somebody of the film hall",
    () => each((entry) => (entry.machine === "gannet" && entry.person ? { ...entry, person: "bram" } : entry)),
  ],
  [
    "Both shifts",
    "all care by Bram",
    () => each((entry) => (entry.kind === "routine" || entry.kind === "check" ? { ...entry, person: "bram" } : entry)),
  ],
  ["Today is under way", "a clock that is behind the record", () => ({ now: new Date("2026-11-26T06:00:00Z") })],
  [
    "Counters never fall",
    "a counter that falls",
    () =>
      each((entry) =>
        entry.kind === "counter" && entry.machine === "teal" && entry.localDay > "2026-11-20"
          ? { ...entry, body: { ...entry.body, value: 1 } }
          : entry,
      ),
  ],
  ["Each machine prints like", "a machine that prints a tenth", () => fleet("sprat", { fullUse: { counter: "prints", perWorkDay: 5000 } })],
  ["No part is older", "a machine that came last week", () => fleet("sprat", { since: "2026-11-19" })],
  [
    "A part that was changed",
    "caps that nobody took from the drawer",
    () => each((entry) => (entry.kind === "stock" && entry.body.note === "Fitted." ? undefined : entry)),
  ],
  [
    "The closure begins",
    "a closure from a Wednesday on",
    () => ({
      shop: { ...story.shop, calendar: { ...story.shop.calendar, closures: [{ from: "2026-12-23", to: "2027-01-07", name: "Winter" }] } },
    }),
  ],
  [
    "The shop prints Monday to Friday",
    "a shop that never closes",
    () => ({ shop: { ...story.shop, rules: { ...story.shop.rules, works: () => true } } }),
  ],
  [
    "A machine prints after",
    "jobs twice as long",
    () =>
      each((entry) =>
        entry.kind === "busy"
          ? { ...entry, body: { until: new Date(2 * Date.parse(String(entry.body.until)) - entry.happenedAt.getTime()).toISOString() } }
          : entry,
      ),
  ],
  ["From noon on", "a fleet that stands all day", () => each((entry) => (entry.kind === "busy" ? undefined : entry))],
  ["Its own record answers", "no care after a bad check", () => each((entry) => (entry.kind === "care" ? undefined : entry))],
  [
    "Every class of machine has its inks",
    "no varnish",
    () => ({ shop: { ...story.shop, items: story.shop.items.filter(({ id }) => id !== "uv-varnish") } }),
  ],
  [
    "Nothing leaves a lot",
    "a delivery that never came",
    () => each((entry) => (entry.kind === "stock" && entry.body.order ? undefined : entry)),
  ],
  [
    "Ink is filled on days",
    "a fill on a Sunday",
    () => each((entry) => (entry.kind === "stock" && entry.machine === "sprat" ? { ...entry, localDay: "2026-11-22" } : entry)),
  ],
  [
    "Ink levels fall",
    "levels that rise by themselves",
    () => each((entry) => (entry.kind === "stock" && entry.machine === "sprat" ? undefined : entry)),
  ],
  [
    "Orders go out on Mondays",
    "goods that come on the day of their order",
    () =>
      each((entry) =>
        entry.kind === "stock" && entry.body.order
          ? { ...entry, localDay: story.entries.find(({ id }) => id === entry.body.order)?.localDay ?? entry.localDay }
          : entry,
      ),
  ],
  [
    "What is ordered follows",
    "half of the fills left out",
    () =>
      each((entry) =>
        entry.kind === "stock" && entry.body.event === "used" && entry.machine && entry.localDay < "2026-11-05" ? undefined : entry,
      ),
  ],
  [
    "No ink that is in use has run out",
    "a year of ink on the shelf",
    () =>
      each((entry) =>
        entry.kind === "stock" && entry.body.event === "received"
          ? {
              ...entry,
              body: {
                ...entry.body,
                lines: (entry.body.lines as { amount: number }[]).map((line) => ({ ...line, amount: line.amount * 6 })),
              },
            }
          : entry,
      ),
  ],
  [
    "A waste vessel rises",
    "a bottle over its brim",
    () =>
      each((entry) => (entry.kind === "vessel" && entry.body.event === "level" ? { ...entry, body: { ...entry.body, ml: 9000 } } : entry)),
  ],
  [
    "Waste goes into",
    "UV waste in the water drum",
    () =>
      each((entry) =>
        entry.kind === "vessel" && entry.body.into === "can-uv" ? { ...entry, body: { ...entry.body, into: "drum-water" } } : entry,
      ),
  ],
])("“%s…” finds %s", (rule, _, change) => {
  const [found] = DEMO_RULES.filter(({ says }) => says.startsWith(rule));
  expect(found?.faults({ ...story, ...change() })).not.toEqual([]);
});

test("there are twenty of them and more, each tried here", () => {
  expect(DEMO_RULES.length).toBe(24);
});
