import type { Static, TSchema } from "typebox";
import type { MachineFacts } from "../due/facts.ts";
import type { Machine, Person } from "../fleet/schema.ts";
import type { FloorView } from "../floor/floor-view.ts";
import type { NozzleEvent } from "../nozzles/ladder/recovery.ts";
import type { Effects } from "../routines/effects.ts";
import type { Step } from "../routines/step.ts";
import type { RunEvent } from "../runs/events.ts";
import type { Act } from "../safety/who-may.ts";
import type { Shop } from "../shop/shop.ts";
import type { Sleep } from "../standby/sleep.ts";
import type { Held } from "../stores/shelf.ts";
import type { Said } from "./said.ts";

/**
 * A kind of entry, whole: what it may hold, who may enter it, what it is held against, what it does to the projections and
 * to a tablet's snapshot, how it reads. One file in `kinds/` is one kind; whatever walks over kinds iterates `KINDS`.
 */
export type Kind<Schema extends TSchema = TSchema, Body = Static<Schema>> = {
  /** As people call it. */
  name: string;
  body: Schema;
  /** Left out: a use case writes it; a screen can't send it. */
  sent?: true;
  /** Left out: the entry may do without a machine. */
  machine?: "needed";
  routine?: "needed";
  run?: "needed";
  /** What its sender must be allowed to do, besides making entries. */
  act?: Act | ((body: Body) => Act | undefined);
  /** `replace`: what it says may be said otherwise. Left out: it can only be crossed out, and another one entered. */
  amend?: "replace" | "never";
  /** After it every screen reads all machines again. */
  changes?: "all";
  /** Held against the machine as it is set up. @throws Refusal */
  fits?(body: Body, machine: Machine, told: { routine: string | null; isCheck: boolean; now: Date }): void;
  /** Held against what the ledger has already. Real work is kept; what there is to know comes back as a message. @throws Refusal where it can't be true, or is not theirs to say */
  held?(told: Told<Body>): Promise<string | undefined>;
  /** What is said instead of it is held against the record in the same way. */
  heldWhenAmended?: true;
  /** What it does to projections, by table. */
  folds?: Readonly<Record<string, Fold<Body> | readonly Fold<Body>[]>>;
  /** What it says of a machine's nozzles. */
  nozzles?(
    body: Body,
    told: { id: string; at: number; person: string | null; does?: NozzleDoing; partKind?: (part: string) => string | undefined },
  ): NozzleEvent | undefined;
  /** What a device that has not heard from the server yet shows after it. */
  onTablet?(view: FloorView, entry: TabletEntry<Body>): FloorView;
  /** In a line. */
  says(body: Body, said: Said): string;
  /** Words of people's own that a search finds it by, besides its kind, machine, routine and person. */
  words?(body: Body): readonly (string | undefined)[];
  /** Bodies that are kept, for tests and documents. */
  samples: readonly Body[];
};

/** What a routine does for nozzles when it is done. */
export type NozzleDoing = "flush" | "damper" | "seal-test" | "cap-service" | "technician" | "by-hand";

/** An entry as projections see it: as its last amendment has it. */
export type Effective<Body = Record<string, unknown>> = {
  id: string;
  kind: string;
  machine: string | null;
  routine: string | null;
  run: string | null;
  person: string | null;
  device: string | null;
  happenedAt: Date;
  localDay: string;
  /** What its routine did, as kept with the entry; older ones have none. */
  effects: Effects | null;
  body: Body;
};

/**
 * A kind's rows in a projection, said twice: `rows` for one entry, and the same as SQL over many. A column that neither
 * names is the entry's own (`machine`, `routine`, `day`, `entry_id` …). A test holds both equal on random ledgers.
 */
export type Fold<Body = Record<string, unknown>> = {
  /** Which part of a story it is, where the projection tells one; see `projection.ts`. */
  as?: string;
  rows(entry: Effective<Body>): readonly Readonly<Record<string, unknown>>[];
  columns: Readonly<Record<string, string>>;
  /** SQL: which entries of the kind have rows; left out: all. */
  where?: string;
  /** SQL: an array, of which each element `v`, the `n`-th from 1, is a row. */
  each?: string;
};

/** An entry about to be kept, who says it, and what it may be held against. */
export type Told<Body = Record<string, unknown>> = {
  id: string;
  machine: string | null;
  routine: string | null;
  run: string | null;
  person: string | null;
  /** Who typed it in from a sheet; otherwise null. */
  typedBy: string | null;
  happenedAt: Date;
  localDay: string;
  body: Body;
  who: Person;
  shop: Shop;
  now: Date;
  record: RecordLooks;
};

type Dated = { person: string | null; happenedAt: Date };

/** What may be looked up in the record of a site. The server answers from the database. */
export type RecordLooks = {
  checkOf(id: string): Promise<{ machine: string } | undefined>;
  checkedSince(machine: string, since: Date): Promise<boolean>;
  container(id: string): Promise<{ ml: number } | undefined>;
  deliveredBefore(of: {
    delivery: string;
    supplier: string | null;
    item: string;
    lot: string;
    not: string;
  }): Promise<{ day: string; person: string | null } | undefined>;
  dueFacts(machine: Machine): Promise<MachineFacts | undefined>;
  endedRun(run: string): Promise<{ machine: string; routine: string } | undefined>;
  expiryElsewhere(of: { item: string; lot: string; not: string }): Promise<string | undefined>;
  handoverIs(id: string): Promise<boolean>;
  oneOff(id: string): Promise<{ outcome: string | null; overBy: string | null } | undefined>;
  openRepair(machine: string): Promise<{ openedDay: string } | undefined>;
  openRunsAt(machine: string): Promise<readonly { run: string; routine: string }[]>;
  openRunsOf(key: string): Promise<readonly { run: string; person: string | null; startedAt: Date }[]>;
  order(id: string): Promise<OrderLooks | undefined>;
  repair(id: string): Promise<{ machine: string; openedAt: Date; closedAt: Date | null } | undefined>;
  run(id: string): Promise<{ machine: string; routine: string } | undefined>;
  runEvents(id: string): Promise<RunEvent[]>;
  settledOn(machine: string, routine: string, day: string): Promise<(Dated & { entryId: string }) | undefined>;
  sign(id: string): Promise<{ machine: string; sign: string; overAt: Date | null } | undefined>;
  sleepAt(machine: string, at: Date): Promise<Sleep | undefined>;
  steps(routine: string, version: string): Promise<readonly Step[]>;
  stock(items: readonly string[]): Promise<readonly Held[]>;
  stockAt(of: { item: string; lot: string; place: string; at: Date; not: string }): Promise<number>;
  task(key: string): Promise<{ person: string | null } | undefined>;
  /** Who has gone home, or is away today. */
  gone(): Promise<ReadonlySet<string>>;
};

export type OrderLooks = {
  supplier: string;
  closedAt: Date | null;
  body: { lines: readonly { item: string; packs: number; amount: number }[] };
  received: Readonly<Record<string, number>>;
};

/** An entry in a device's queue. `at`: when it happened, in milliseconds of the server's clock. */
export type TabletEntry<Body = Record<string, unknown>> = {
  id: string;
  kind: string;
  machine?: string;
  routine?: string;
  run?: string;
  person?: string;
  at: number;
  body: Body;
};

/** A kind with its body's type taken from its schema. */
export const kind = <Schema extends TSchema>(of: Kind<Schema>): Kind<Schema> => of;
