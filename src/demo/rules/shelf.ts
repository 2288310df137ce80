import { type Day, toDay, weekday } from "../../core/calendar/day.ts";
import { channelsOf } from "../../core/fleet/channels.ts";
import { familyOf } from "../../core/fleet/rule.ts";
import { inkOf } from "../ink-fills.ts";
import { printedShare } from "../prints.ts";
import { type DemoRule, movesOf, ofKind, type Story, sum } from "./story.ts";

/** Of each item what is there after each move, by lots. */
function shelfFaults({ entries }: Story): string[] {
  const lots = new Map<string, number>();
  return movesOf(entries).flatMap(({ body, localDay, words }) =>
    body.lines.flatMap(({ item, lot = "", amount }) => {
      const key = `${item}/${lot}`;
      const before = lots.get(key) ?? 0;
      const after =
        body.event === "counted"
          ? amount
          : body.event === "received"
            ? before + amount
            : ["used", "discarded"].includes(body.event)
              ? before - amount
              : before;
      lots.set(key, after);
      return after < -0.5 ? [`${localDay}: ${words} leaves ${after} of ${key}`] : [];
    }),
  );
}

const used = (story: Story, item: string) =>
  sum(
    movesOf(story.entries).flatMap(({ body }) =>
      body.event === "used" ? body.lines.filter((line) => line.item === item).map(({ amount }) => amount) : [],
    ),
  );
const received = (story: Story, item: string, ordered: boolean) =>
  sum(
    movesOf(story.entries).flatMap(({ body }) =>
      body.event === "received" && Boolean(body.order) === ordered
        ? body.lines.filter((line) => line.item === item).map(({ amount }) => amount)
        : [],
    ),
  );
const inks = ({ shop }: Story) => shop.items.filter(({ group }) => group === "ink");

/** Ink, orders, waste. */
export const SHELF_RULES: DemoRule[] = [
  {
    says: "Every class of machine has its inks on the shelf, for every channel",
    faults: ({ shop }) =>
      shop.machines.flatMap((machine) =>
        channelsOf(machine).flatMap(({ id, ink }) => (inkOf(shop.items, machine, ink) ? [] : [`${machine.name} ${id}: no ${ink} ink`])),
      ),
  },
  { says: "Nothing leaves a lot that is not in it", faults: shelfFaults },
  {
    says: "Ink is filled on days on which the machine prints, by whom is there",
    faults: ({ shop, entries }) =>
      movesOf(entries).flatMap(({ machine: on, localDay, body, words }) => {
        const machine = shop.machines.find(({ id }) => id === on);
        if (!machine || !body.lines.some(({ channel }) => channel)) return [];
        return printedShare(shop.rules.works, machine, toDay(localDay)) > 0 ? [] : [`${localDay}: ${words}`];
      }),
  },
  {
    says: "Ink levels fall between fills and rise by a fill alone",
    faults: ({ entries }) => {
      const last = new Map<string, number>();
      const filled = new Set<string>();
      return entries.flatMap(({ kind, machine, body, localDay }) => {
        if (kind === "stock")
          for (const { channel } of (body as { lines?: { channel?: string }[] }).lines ?? [])
            if (channel) filled.add(`${machine}/${channel}`);
        if (kind !== "ink-level") return [];
        return (body.channels as { channel: string; percent: number }[]).flatMap(({ channel, percent }) => {
          const key = `${machine}/${channel}`;
          const [before, fill] = [last.get(key), filled.delete(key)];
          last.set(key, percent);
          if (percent < 0 || percent > 100) return [`${localDay} ${key}: ${percent} %`];
          return before !== undefined && percent > before && !fill
            ? [`${localDay} ${key}: from ${before} to ${percent} % without a fill`]
            : [];
        });
      });
    },
  },
  {
    says: "Orders go out on Mondays to a supplier who has the item, and come on a work day, not before their lead time",
    faults: (story) => {
      const { shop, entries } = story;
      const placed = new Map(ofKind(entries, "order").map((entry) => [entry.id, entry]));
      const comes = movesOf(entries).flatMap(({ body, localDay, words }) => {
        const order = body.order ? placed.get(body.order) : undefined;
        if (body.event !== "received" || !order) return [];
        const lead = shop.suppliers.find(({ id }) => id === order.body.supplier)?.leadDays ?? 0;
        const [from, to]: [Day, Day] = [toDay(order.localDay), toDay(localDay)];
        return to - from >= lead && shop.rules.works(to) ? [] : [`${localDay}: ${words} after ${to - from} days`];
      });
      const goes = [...placed.values()].flatMap(({ localDay, body, words }) =>
        body.supplier === "harbour-stores" || weekday(toDay(localDay)) === 1 ? [] : [`${localDay}: ${words}`],
      );
      return [...comes, ...goes];
    },
  },
  {
    says: "What is ordered follows what is used",
    faults: (story) =>
      inks(story).flatMap((item) => {
        const [use, came] = [used(story, item.id), received(story, item.id, true)];
        if (use < 6 * item.pack) return came > use + 4 * item.pack ? [`${item.name}: ${came} came, ${use} used`] : [];
        return came > use * 0.4 && came < use * 1.6 ? [] : [`${item.name}: ${came} came, ${use} used`];
      }),
  },
  {
    says: "No ink that is in use has run out, and none lies for longer than four months",
    faults: (story) =>
      inks(story).flatMap((item) => {
        const use = used(story, item.id);
        const left = received(story, item.id, true) + received(story, item.id, false) - use;
        const days = (left / Math.max(1, use)) * (story.today - story.from);
        if (left <= 0) return [`${item.name}: none left`];
        return use >= 4 * item.pack && days > 120 ? [`${item.name}: ${Math.round(days)} days left`] : [];
      }),
  },
  {
    says: "A waste vessel rises only where its machine was worked on, and is emptied before it is full",
    faults: ({ shop, entries }) => {
      const last = new Map<string, number>();
      const worked = new Set<string>();
      return entries.flatMap(({ kind, machine: on, body, localDay }) => {
        if (on && (kind === "routine" || kind === "run" || kind === "care" || kind === "check")) worked.add(on);
        const machine = shop.machines.find(({ id }) => id === on);
        const vessel = machine?.waste?.find(({ id }) => id === body.vessel);
        if (kind !== "vessel" || !machine || !vessel) return [];
        const ml = Number(body.ml ?? 0);
        const [before, level] = [last.get(machine.id), Number(body.beforeMl ?? (body.event === "replaced" ? vessel.limitMl : ml))];
        last.set(machine.id, ml);
        const rose = before !== undefined && level > before + 10 && !worked.delete(machine.id);
        if (level > vessel.volumeMl) return [`${localDay}: ${machine.name} held ${level} mL`];
        return rose ? [`${localDay}: ${machine.name} rose from ${before} to ${level} mL and nobody worked on it`] : [];
      });
    },
  },
  {
    says: "Waste goes into the container of its kind, and no more is taken away than was in it",
    faults: ({ shop, entries }) => {
      const inside = new Map<string, number>();
      return entries.flatMap(({ kind, machine: on, body, localDay }) => {
        const machine = shop.machines.find(({ id }) => id === on);
        if (kind === "vessel" && machine && body.event === "emptied") {
          const into = String(body.into);
          inside.set(into, (inside.get(into) ?? 0) + Number(body.beforeMl ?? 0) - Number(body.ml ?? 0));
          const wants = machine.class === "uv" ? "can-uv" : familyOf(machine) === "solvent" ? "drum-solvent" : "drum-water";
          return into === wants ? [] : [`${localDay}: ${machine.name} into ${into}`];
        }
        if (kind !== "waste-out") return [];
        const container = String(body.container);
        const left = (inside.get(container) ?? 0) - Number(body.ml);
        inside.set(container, left);
        return left >= 0 ? [] : [`${localDay}: ${body.ml} mL out of ${container}, ${-left} more than was in it`];
      });
    },
  },
];
