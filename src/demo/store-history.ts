import { uuidv7 } from "uuidv7";
import { type Day, isoDay, weekday } from "../core/calendar/day.ts";
import { instantOf, localDay } from "../core/calendar/site-time.ts";
import { channelsOf } from "../core/fleet/channels.ts";
import type { Machine } from "../core/fleet/schema.ts";
import { randomFrom } from "../core/random.ts";
import type { EntryKind } from "../core/record/entries.ts";
import { wordsOf } from "../core/record/entry-body.ts";
import { runPlan } from "../core/runs/plan.ts";
import type { Shop } from "../core/shop/shop.ts";
import type { Item } from "../core/stores/item.ts";
import { itemFor, usualMaterials } from "../core/stores/run-materials.ts";
import type { NewEntry } from "../ledger/append.ts";
import type { DoneRoutine } from "./done-routine.ts";
import { InkStory, inkOf } from "./ink-fills.ts";
import { type PartChange, partChanges } from "./part-lives.ts";
import { printedBetween, USUAL_SHARE } from "./prints.ts";
import { about, shareOf } from "./scatter.ts";
import { WasteStory } from "./waste-history.ts";

/** The shelf holds so many days of use when the record begins; orders are looked at each week, and last so many days more. */
const [OPENING_DAYS, LOOK_DAYS, SPARE_DAYS, ORDER_DAYS] = [30, 7, 5, 21];

/** One delivery in seven or so is late, by some days. */
const lateDays = (supplier: string, day: Day): number => {
  const share = shareOf(`${supplier}/late/${day}`);
  return share < 0.15 ? 2 + Math.floor(share * 20) : 0;
};

type Lot = { lot: string; amount: number; expiry?: string };

/** Deliveries, use, counts, batches, waste and ink of the demo house, from what was done in it. */
export function storeHistory(shop: Shop, today: Day, now: Date, done: readonly DoneRoutine[], from: Day): NewEntry[] {
  return new Store(shop, today, now, done, from).entries;
}

class Store {
  readonly entries: NewEntry[] = [];
  private readonly random = randomFrom(77);
  private readonly shelf = new Map<string, Lot[]>();
  private readonly coming: { day: Day; order: string; supplier: string; lines: { item: Item; amount: number }[] }[] = [];
  private readonly lists = new Map<string, { item: Item; amount: number }[]>();
  /** What goes of each item a day, as the shop knows by now. */
  private readonly aDay = new Map<string, number>();
  private readonly changes: PartChange[];
  private deliveries = 4100;
  private lots = 310;

  constructor(
    private readonly shop: Shop,
    private readonly today: Day,
    private readonly now: Date,
    done: readonly DoneRoutine[],
    from: Day,
  ) {
    const byDay = new Map<Day, DoneRoutine[]>();
    for (const each of done) byDay.set(each.day, [...(byDay.get(each.day) ?? []), each]);
    this.changes = partChanges(shop.machines, from, today);
    this.learn(done, today - from + 1);
    this.opening(this.nextWorkDay(from));
    const inks = new InkStory(shop, today, this.take.bind(this), (...entry) => this.add(...entry));
    const waste = new WasteStory(shop, today, byDay, this.random, (...entry) => this.add(...entry));
    for (let day = from; day <= today; day++) {
      const work = byDay.get(day) ?? [];
      for (const each of work) this.uses(each);
      if (shop.rules.works(day)) {
        this.workDay(day);
        inks.day(day);
        for (const { machine, item } of this.changes.filter((change) => change.day === day)) this.fitted(day, machine, item);
      }
      waste.day(day, work);
    }
  }

  private at = (day: Day, time: string): Date => about(day, time, `store/${time}`, this.shop.site.timeZone);

  private add(
    kind: EntryKind,
    machine: string | null,
    person: string,
    at: Date,
    body: Record<string, unknown>,
    rest: Partial<NewEntry> = {},
  ): string {
    const id = uuidv7();
    if (at > this.now) return id;
    this.entries.push({
      ...rest,
      id,
      kind,
      machine,
      person,
      happenedAt: at,
      localDay: isoDay(localDay(at, this.shop.site)),
      body,
      words: wordsOf(this.shop, person, kind, machine, null, body),
    });
    return id;
  }

  /** How much goes a day: what routines take, and the ink that channels are filled with. */
  private learn(done: readonly DoneRoutine[], days: number): void {
    const add = (item: Item, amount: number) => this.aDay.set(item.id, (this.aDay.get(item.id) ?? 0) + amount);
    for (const { machine, routine } of done) for (const { item, amount } of this.listOf(machine, routine)) add(item, amount / days);
    for (const { item: id } of this.changes) {
      const item = this.shop.items.find((each) => each.id === id);
      if (item) add(item, 1 / days);
    }
    for (const machine of this.shop.machines)
      for (const { ink } of channelsOf(machine)) {
        const printed = printedBetween(this.shop.rules.works, machine, this.today - days + 1, this.today + 1) / USUAL_SHARE;
        const filled = inkOf(this.shop.items, machine, ink);
        if (filled) add(filled.item, (filled.aDayMl * printed) / days);
      }
  }

  /** What the shelf held when the record began. */
  private opening(day: Day): void {
    const lines = this.shop.items
      .filter(({ keeping }) => keeping === "lot" || keeping === "counted")
      .filter(({ recipe }) => !recipe)
      .map((item) =>
        this.arrive(
          item,
          Math.max(
            Math.ceil(((this.aDay.get(item.id) ?? 0) * OPENING_DAYS) / item.pack) * item.pack,
            item.pack *
              (item.id === "head-dtg"
                ? 1
                : item.id === "bleach" || item.id === "household-cleaner"
                  ? 1
                  : item.unit === "pieces"
                    ? Math.max(6, item.minPacks)
                    : 3),
          ),
          day,
        ),
      );
    this.add("stock", null, "ottoline", instantOf(day, "06:00", this.shop.site), {
      event: "received",
      note: "The shelf as it stood when the record began.",
      lines,
    });
  }

  /** Puts an amount on the shelf, as one lot. */
  private arrive(item: Item, amount: number, day: Day) {
    const lot = item.keeping === "lot" ? `${item.id.split("-")[0]?.slice(0, 4).toUpperCase()}-${this.lots++}` : "";
    const expiry = item.keeping === "lot" && item.shelfDays ? isoDay(day + item.shelfDays - Math.floor(this.random() * 60)) : undefined;
    this.shelf.set(item.id, [...(this.shelf.get(item.id) ?? []), { lot, amount, ...(expiry ? { expiry } : {}) }]);
    return { item: item.id, amount, unit: item.unit, ...(lot ? { lot } : {}), ...(expiry ? { expiry } : {}) };
  }

  private total = (item: string): number => (this.shelf.get(item) ?? []).reduce((sum, { amount }) => sum + amount, 0);

  /** Takes from the oldest lot that holds something. */
  private take(item: Item, amount: number) {
    const lots = this.shelf.get(item.id) ?? [];
    const from = lots.find((each) => each.amount >= amount) ?? lots.find((each) => each.amount > 0);
    if (!from) return undefined;
    const taken = Math.min(from.amount, amount);
    from.amount -= taken;
    return { item: item.id, amount: taken, unit: item.unit, ...(from.lot ? { lot: from.lot } : {}) };
  }

  /** A routine's list leaves the shelf; swabs are nobody's to log. */
  private uses({ machine, routine, at, person, run }: DoneRoutine): void {
    const lines = this.listOf(machine, routine).flatMap(({ item, amount }) => {
      const real = item.unit === "pieces" ? amount : Math.max(1, Math.round(amount * (0.85 + this.random() * 0.4)));
      const line = this.take(item, real);
      return line ? [{ ...line, ...(real === amount ? {} : { planned: amount }) }] : [];
    });
    if (lines.length) this.add("stock", machine.id, person, at, { event: "used", lines }, { run, routine });
  }

  /** What of a routine's list is kept in the store, worked out once for each machine. */
  private listOf(machine: Machine, routine: string): { item: Item; amount: number }[] {
    const key = `${machine.id}/${routine}`;
    const known = this.lists.get(key);
    if (known) return known;
    const list = usualMaterials(runPlan(this.shop.rules.book.get(routine)?.steps ?? [], machine), machine).flatMap((use) => {
      const item = itemFor(this.shop.items, use, machine);
      return !item || item.keeping === "two-boxes" || item.keeping === "listed" ? [] : [{ item, amount: use.amount }];
    });
    this.lists.set(key, list);
    return list;
  }

  /** A part from the drawer, for one that was worn. */
  private fitted(day: Day, machine: string, id: string | undefined): void {
    const item = this.shop.items.find((each) => each.id === id);
    const line = item && this.take(item, 1);
    if (line) this.add("stock", machine, "mirko", this.at(day, "10:45"), { event: "used", lines: [line], note: "Fitted." });
  }

  private workDay(day: Day): void {
    for (const each of this.coming.filter((order) => order.day === day)) {
      const lines = each.lines.map(({ item, amount }) => this.arrive(item, amount, day));
      this.add("stock", null, "ilse", this.at(day, "10:30"), {
        event: "received",
        order: each.order,
        supplier: each.supplier,
        delivery: `L-${this.deliveries++}`,
        lines,
      });
    }
    const back = this.today - day;
    if (back % 12 === 4) this.mix(day);
    // Twice a quarter's week something goes by the dozen: dampers and cap pads after a bad spell.
    for (const [id, days, many] of [
      ["damper", [71, 70, 38, 9], 2],
      ["cap-pad", [66, 41, 40, 8], 1],
      ["cutter-blade", [52, 12], 1],
    ] as const) {
      const item = this.shop.items.find((each) => each.id === id);
      if (item && (days as readonly number[]).includes(back)) {
        const line = this.take(item, many);
        if (line)
          this.add("stock", id === "cutter-blade" ? "compass" : "shanny", "mirko", this.at(day, "11:15"), {
            event: "used",
            lines: [line],
            note: "In a recovery.",
          });
      }
    }
    if (back === 26) this.discard(day);
    if (back % 30 === 11) this.count(day);
    // Orders go out on Mondays, whatever the day the demo starts on.
    if (weekday(day) === 1 && back > 0) this.orders(day);
    for (const [id, days] of [
      ["foam-swabs", [60, 3]],
      ["wipes", [44]],
      ["gloves", [30, 1]],
      ["sticks", [50]],
    ] as const)
      if ((days as readonly number[]).includes(back)) {
        this.add("stock", null, "bram", this.at(day, "08:40"), { event: "last-box", lines: [{ item: id, amount: 0, unit: "pieces" }] });
        const item = this.shop.items.find((each) => each.id === id);
        if (item && back > 5)
          this.coming.push({
            day: this.nextWorkDay(day + 2),
            order: this.place(day, "harbour-stores", [{ item, packs: 2 }]),
            supplier: "harbour-stores",
            lines: [{ item, amount: item.pack * 2 }],
          });
      }
  }

  private nextWorkDay(day: Day): Day {
    let next = day;
    while (!this.shop.rules.works(next)) next++;
    return next;
  }

  private place(day: Day, supplier: string, lines: { item: Item; packs: number }[]): string {
    return this.add("order", null, "ottoline", this.at(day, "11:00"), {
      event: "placed",
      supplier,
      lines: lines.map(({ item, packs }) => ({ item: item.id, packs, amount: packs * item.pack, priceCents: packs * item.priceCents })),
    });
  }

  /** What is low is ordered, a supplier at a time; the last of Marlstone's is still on its way. */
  private orders(day: Day): void {
    for (const supplier of this.shop.suppliers) {
      const low = this.shop.items.filter(
        (item) =>
          item.supplier === supplier.id &&
          (item.keeping === "lot" || item.keeping === "counted") &&
          !item.recipe &&
          item.group !== "kit" &&
          !["bleach", "household-cleaner", "head-dtg"].includes(item.id) &&
          this.lacking(item, supplier.leadDays, day) > 0,
      );
      if (low.length === 0) continue;
      const lines = low.map((item) => ({
        item,
        packs: Math.max(
          item.minPacks,
          2,
          Math.ceil((this.lacking(item, supplier.leadDays, day) + (this.aDay.get(item.id) ?? 0) * ORDER_DAYS) / item.pack),
        ),
      }));
      this.coming.push({
        day: this.nextWorkDay(day + supplier.leadDays + lateDays(supplier.id, day)),
        order: this.place(day, supplier.id, lines),
        supplier: supplier.id,
        lines: lines.map(({ item, packs }) => ({ item, amount: packs * item.pack })),
      });
    }
  }

  /** What must be there or on its way until the next orders come, over what is: the use of that time, some days more, and two fills at once. */
  private lacking(item: Item, leadDays: number, day: Day): number {
    const coming = this.coming
      .filter((order) => order.day > day)
      .flatMap(({ lines }) => lines)
      .filter((line) => line.item.id === item.id)
      .reduce((sum, { amount }) => sum + amount, 0);
    const use = (this.aDay.get(item.id) ?? 0) * (leadDays + LOOK_DAYS + SPARE_DAYS);
    return use + item.pack * (item.group === "ink" ? 2 : 1.2) - this.total(item.id) - coming;
  }

  private mix(day: Day): void {
    const of = (id: string) => this.shop.items.find((each) => each.id === id);
    const [product, concentrate, water] = [of("capping-solution"), of("capping-concentrate"), of("distilled-water")];
    if (!product || !concentrate || !water) return;
    const [one, other] = [this.take(concentrate, 50), this.take(water, 450)];
    if (!one || !other || one.amount < 50) return;
    const lot = `CAPPING-SOLU-${isoDay(day).slice(2).replace(/-/g, "")}-1`;
    this.shelf.set(product.id, [{ lot, amount: 500, expiry: isoDay(day + 14) }]);
    this.add("mix", null, "mirko", this.at(day, "09:20"), {
      item: product.id,
      lot,
      amountMl: 500,
      useBy: isoDay(day + 14),
      parts: [
        { item: concentrate.id, ...("lot" in one ? { lot: one.lot } : {}), ml: 50 },
        { item: water.id, ml: 450 },
      ],
    });
  }

  private discard(day: Day): void {
    const item = this.shop.items.find(({ id }) => id === "solvent-cleaner");
    const line = item && this.take(item, 120);
    if (line)
      this.add("stock", "longshore", "wren", this.at(day, "15:40"), {
        event: "discarded",
        lines: [line],
        reason: "spilt while filling the squirt bottle",
      });
  }

  /** A count of the parts and counted fluids; now and then it is not what the record says. */
  private count(day: Day): void {
    const lines = this.shop.items
      .filter(({ keeping, group }) => keeping === "counted" && group !== "kit")
      .map((item) => {
        const there = this.total(item.id);
        const counted =
          item.unit === "pieces"
            ? Math.max(0, there - (this.random() < 0.12 ? 1 : 0))
            : Math.max(0, Math.round((there * (0.96 + this.random() * 0.05)) / 10) * 10);
        this.shelf.set(item.id, [{ lot: "", amount: counted }]);
        return { item: item.id, amount: counted, unit: item.unit };
      });
    this.add("stock", null, "tadeo", this.at(day, "17:30"), { event: "counted", lines, note: "Monthly count." });
  }
}
