import type { Day } from "../core/calendar/day.ts";
import { familyOf } from "../core/fleet/rule.ts";
import type { Machine } from "../core/fleet/schema.ts";
import { ladderSettings } from "../core/nozzles/ladder/settings.ts";
import type { EntryKind } from "../core/record/entries.ts";
import type { Shop } from "../core/shop/shop.ts";
import { drawMl } from "../core/stores/waste/draws.ts";
import { fillAt } from "../work/idle/of.ts";
import type { DoneRoutine } from "./done-routine.ts";
import { about } from "./scatter.ts";

/** The machine whose waste bottle has no room for a deep clean today, and how much is in it. */
const NEARLY_FULL = "shanny";
const NEARLY_FULL_ML = 1595;

type Add = (kind: EntryKind, machine: string | null, person: string, at: Date, body: Record<string, unknown>) => unknown;

/** The waste of the demo house: levels that rise by what its work draws, looks, emptyings, pick-ups. */
export class WasteStory {
  private readonly level = new Map<string, number>();
  /** What was emptied into each container and not picked up. */
  private readonly inside = new Map<string, number>();
  private readonly emptied: { day: Day; left: number };

  constructor(
    private readonly shop: Shop,
    private readonly today: Day,
    byDay: ReadonlyMap<Day, DoneRoutine[]>,
    private readonly random: () => number,
    private readonly add: Add,
  ) {
    this.emptied = this.lastEmptying(byDay);
  }

  private at = (day: Day, time: string, name: string): Date => about(day, time, name, this.shop.site.timeZone);

  private inflow(machine: Machine, work: readonly DoneRoutine[]): number {
    const ladder = ladderSettings(machine.class);
    return work
      .filter((each) => each.machine.id === machine.id)
      .reduce(
        (sum, { routine }) => sum + drawMl(this.shop.rules.book.get(routine)?.effects?.draws, ladder, fillAt(this.shop, machine)).ml,
        0,
      );
  }

  /** Shanny's bottle was emptied last on such a day, and so much left in it, that it stands just under its mark today. */
  private lastEmptying(byDay: ReadonlyMap<Day, DoneRoutine[]>): { day: Day; left: number } {
    const machine = this.shop.machines.find(({ id }) => id === NEARLY_FULL);
    let [day, sum] = [this.today - 1, 0];
    for (; machine && day > this.today - 85; day--) {
      const more = this.inflow(machine, byDay.get(day) ?? []);
      if (sum + more > NEARLY_FULL_ML) break;
      sum += more;
    }
    while (!this.shop.rules.works(day)) day--;
    return { day, left: Math.max(0, NEARLY_FULL_ML - sum) };
  }

  /** Looks at the vessels every few days, and emptyings into the house's containers; what left the house. */
  day(day: Day, work: readonly DoneRoutine[]): void {
    this.pickUps(day);
    const { emptied } = this;
    for (const [place, machine] of this.shop.machines.entries()) {
      const vessel = machine.waste?.[0];
      if (!vessel) continue;
      const before = this.level.get(machine.id) ?? vessel.volumeMl * 0.2;
      const ml = Math.min(vessel.volumeMl * 0.99, before + this.inflow(machine, work) * (0.9 + this.random() * 0.2));
      this.level.set(machine.id, ml);
      if (!this.shop.rules.works(day)) continue;
      const person = machine.area === "garment" || machine.area === "film" ? "bram" : "ngozi";
      const isCartridge = vessel.kind === "cartridge";
      const full =
        machine.id === NEARLY_FULL ? day === emptied.day || (day < emptied.day && ml > vessel.limitMl * 0.8) : ml > vessel.limitMl * 0.86;
      const left = machine.id === NEARLY_FULL && day === emptied.day ? Math.round(emptied.left) : 0;
      if (full && day < this.today) {
        const into = machine.class === "uv" ? "can-uv" : familyOf(machine) === "solvent" ? "drum-solvent" : "drum-water";
        this.add(
          "vessel",
          machine.id,
          person,
          this.at(day, "12:50", machine.id),
          isCartridge
            ? { vessel: vessel.id, event: "replaced" }
            : { vessel: vessel.id, event: "emptied", beforeMl: Math.round(ml), ml: left, into },
        );
        this.level.set(machine.id, left);
        if (!isCartridge) this.inside.set(into, (this.inside.get(into) ?? 0) + Math.round(ml) - left);
      } else if ((day + place) % 5 === 0 || (machine.id === NEARLY_FULL && day === this.today - 1))
        this.add("vessel", machine.id, person, this.at(day, "12:40", machine.id), {
          vessel: vessel.id,
          event: "level",
          ml: Math.round(ml / 10) * 10,
        });
    }
  }

  /** What carriers took away, before the day's own emptyings. */
  private pickUps(day: Day): void {
    const back = this.today - day;
    for (const [container, every] of [
      ["drum-water", 40],
      ["drum-solvent", 75],
      ["can-uv", 60],
    ] as const)
      if (back % every === 33 && this.shop.rules.works(day)) {
        // Read off the drum by eye: a little less than went in by the record.
        const ml = Math.round((this.inside.get(container) ?? 0) * (0.95 + this.random() * 0.05));
        if (ml < 200) continue;
        this.inside.set(container, (this.inside.get(container) ?? 0) - ml);
        this.add("waste-out", null, "ottoline", this.at(day, "11:30", container), {
          container,
          ml,
          taker: "Saltmarsh Waste Carriers",
          papers: `SWC-${2200 + (day % 700)}`,
        });
      }
  }
}
