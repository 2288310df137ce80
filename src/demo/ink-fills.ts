import type { Day } from "../core/calendar/day.ts";
import { channelsOf } from "../core/fleet/channels.ts";
import { familyOf } from "../core/fleet/rule.ts";
import type { Machine } from "../core/fleet/schema.ts";
import type { EntryKind } from "../core/record/entries.ts";
import type { Shop } from "../core/shop/shop.ts";
import type { Item } from "../core/stores/item.ts";
import { printedShare, USUAL_SHARE } from "./prints.ts";
import { about, shareOf } from "./scatter.ts";

/** Filled up on a morning below the one share, to the other. */
const [LOW, FULL] = [0.2, 0.95];
const WORK_DAYS_A_WEEK = 5;

/** The inks that a machine takes, as the demo's shelf names them. */
function systemOf(machine: Machine): string {
  if (machine.class !== "wide") return machine.class;
  const family = familyOf(machine);
  return family === "solvent" ? "sign" : (family ?? "aqueous");
}

/** With what a channel of a machine is filled, and how much of it goes on a day of usual print, in mL. */
export function inkOf(items: readonly Item[], machine: Machine, ink: string): { item: Item; aDayMl: number } | undefined {
  const system = systemOf(machine);
  const item = items.find(({ id }) => id === (system === "cij" ? "coder-ink" : `${system}-${ink}`));
  if (!item) return undefined;
  const everyDays = system === "cij" ? 24 : ink === "white" ? 15 : 33;
  return { item, aDayMl: (item.pack * 0.9 * 7) / (everyDays * WORK_DAYS_A_WEEK) };
}

type Taken = { item: string; amount: number; unit: string; lot?: string };
type Add = (kind: EntryKind, machine: string | null, person: string, at: Date, body: Record<string, unknown>) => unknown;

/** The ink in the demo's machines: it falls by what they print, and is filled from the shelf. */
export class InkStory {
  private readonly level = new Map<string, number>();

  constructor(
    private readonly shop: Shop,
    private readonly today: Day,
    private readonly take: (item: Item, amount: number) => Taken | undefined,
    private readonly add: Add,
  ) {}

  /** A work day: what is low is filled first, then printed with, then looked at. */
  day(day: Day): void {
    const { timeZone } = this.shop.site;
    for (const machine of this.shop.machines) {
      const share = printedShare(this.shop.rules.works, machine, day);
      const person = machine.class === "dtf" || machine.class === "dtg" ? "bram" : machine.class === "cij" ? "ilse" : "ngozi";
      const readings = channelsOf(machine).flatMap(({ id, ink }) => {
        const found = inkOf(this.shop.items, machine, ink);
        if (!found) return [];
        const { item, aDayMl } = found;
        const key = `${machine.id}/${id}`;
        let ml = this.level.get(key) ?? item.pack * (0.3 + 0.6 * shareOf(key));
        if (ml < item.pack * LOW && share > 0) {
          const lines = this.filled(item, Math.round((item.pack * FULL - ml) / 10) * 10);
          ml += lines.reduce((sum, { amount }) => sum + amount, 0);
          const at = about(day, "07:05", key, timeZone);
          if (lines.length) {
            this.add("stock", machine.id, person, at, { event: "used", lines: lines.map((line) => ({ ...line, channel: id })) });
            const percent = Math.round((ml / item.pack) * 100);
            this.add("ink-level", machine.id, person, new Date(at.getTime() + 60_000), { channels: [{ channel: id, percent }] });
          }
        }
        ml = Math.max(item.pack * 0.03, ml - (aDayMl * share) / USUAL_SHARE);
        this.level.set(key, ml);
        return [{ channel: id, percent: Math.round((ml / item.pack) * 100) }];
      });
      const looks = share > 0 && (day >= this.today - 3 || shareOf(`${machine.id}/look/${day}`) < 0.25);
      if (looks && readings.length)
        this.add("ink-level", machine.id, person, about(day, "12:20", machine.id, timeZone), { channels: readings });
    }
  }

  /** From one lot, and the rest from the next. */
  private filled(item: Item, amount: number): Taken[] {
    const lines: Taken[] = [];
    for (let left = amount; left >= 10; ) {
      const line = this.take(item, left);
      if (!line) break;
      lines.push(line);
      left -= line.amount;
    }
    return lines;
  }
}
