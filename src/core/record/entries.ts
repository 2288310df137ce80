import { type Static, Type } from "typebox";
import { COUNTERS, SIGNS } from "../fleet/vocabulary.ts";
import { RunBody } from "../runs/events.ts";
import { DoorBody, SeasonBody, SleepBody } from "../standby/said.ts";
import { AirBody, InkLevelBody, MixBody, OrderBody, StockBody, VesselBody, WasteOutBody } from "../stores/movement.ts";
import { CARE } from "./care.ts";

/** What an entry of each kind may hold. People, devices, days and order are added at the edge, not sent in the body. */

const closed = { additionalProperties: false } as const;
const optional = Type.Optional;
const text = (maxLength: number) => Type.String({ minLength: 1, maxLength });
const Note = optional(text(2000));
const Instant = Type.String({ format: "date-time" });
const Day = Type.String({ format: "date" });
const count = Type.Integer({ minimum: 0, maximum: 100000 });
const Verdict = Type.Enum(["good", "missing", "weak", "deflected"]);

const nozzleList = Type.Array(Type.Integer({ minimum: 0, maximum: 50_000 }), { maxItems: 50_000, uniqueItems: true });

export const ChannelReading = Type.Object(
  {
    /** `head/channel` */
    id: Type.String({ pattern: "^[A-Za-z0-9][A-Za-z0-9._-]*/[A-Za-z0-9][A-Za-z0-9._-]*$", maxLength: 401 }),
    missing: count,
    weak: count,
    deflected: count,
    neighbours: Type.Boolean(),
    /** The whole channel is gone. */
    gone: optional(Type.Boolean()),
    unread: optional(Type.Boolean()),
    /** Which nozzles, from 0 in print order, where they were seen one by one. */
    which: optional(Type.Object({ missing: nozzleList, weak: nozzleList, deflected: nozzleList }, closed)),
    /** How sure a reading from a picture was, before anybody corrected it. */
    confidence: optional(Type.Number({ minimum: 0, maximum: 1 })),
  },
  closed,
);

export const BODIES = {
  /** Left out, the outcome is `done`, as in a fleet file. */
  routine: Type.Object(
    {
      outcome: optional(Type.Enum(["done", "skipped"])),
      reason: Note,
      note: Note,
      broughtIn: optional(Type.Boolean()),
      assumed: optional(Type.Boolean()),
    },
    closed,
  ),
  check: Type.Object(
    {
      channels: Type.Array(ChannelReading, { minItems: 1, maxItems: 200 }),
      note: Note,
      /** Read from a picture, marked nozzle by nozzle, or counted; left out: counted. */
      source: optional(Type.Enum(["scan", "tap", "count"])),
      /** What a person made of what was read from a picture. */
      corrected: optional(
        Type.Array(
          Type.Object({ id: text(401), nozzle: Type.Integer({ minimum: 0, maximum: 50_000 }), from: Verdict, to: Verdict }, closed),
          { maxItems: 5000 },
        ),
      ),
    },
    closed,
  ),
  /** A check that later ones are held against; the newest such entry of a machine counts. */
  pin: Type.Object({ of: Type.Union([Type.String({ format: "uuid" }), Type.Null()]), note: Note }, closed),
  counter: Type.Object(
    {
      counter: Type.Enum([...COUNTERS]),
      value: Type.Number({ minimum: 0 }),
      reset: optional(Type.Boolean()),
      broughtIn: optional(Type.Boolean()),
    },
    closed,
  ),
  "print-day": Type.Object({ date: Day, prints: Type.Boolean(), broughtIn: optional(Type.Boolean()) }, closed),
  busy: Type.Object({ until: Instant }, closed),
  release: Type.Object({ until: Instant, reason: text(500) }, closed),
  care: Type.Object(
    {
      what: Type.Enum([...CARE]),
      /** The rung of a clean. */
      strength: optional(text(40)),
      /** Of some heads only. */
      heads: optional(Type.Array(text(200), { maxItems: 50 })),
      channels: optional(Type.Array(text(401), { maxItems: 200 })),
      /** A clean in cleaning fluid. */
      inFluid: optional(Type.Boolean()),
      ml: optional(Type.Number({ minimum: 0, maximum: 5000 })),
      minutes: optional(Type.Number({ minimum: 0, maximum: 1440 })),
      /** Of a seal test: the pad did not brim. */
      leaks: optional(Type.Boolean()),
      note: Note,
    },
    closed,
  ),
  /** A part (a head too) replaced, taken off or fitted; its life so far is kept with it. */
  part: Type.Object(
    {
      /** The place: the id of a part of the machine, or of a head. */
      part: text(200),
      event: Type.Enum(["replaced", "taken", "fitted"]),
      /** Of what is there now. */
      serial: optional(text(60)),
      /** Of what was there. */
      oldSerial: optional(text(60)),
      reason: optional(text(500)),
      scrapped: optional(Type.Boolean()),
      lifeDays: optional(Type.Integer({ minimum: 0, maximum: 100_000 })),
      lifeCount: optional(Type.Object({ counter: Type.Enum([...COUNTERS]), value: Type.Number({ minimum: 0 }) }, closed)),
    },
    closed,
  ),
  /** A measured fill of the cap that was drained. */
  "cap-drain": Type.Object(
    {
      seconds: Type.Number({ exclusiveMinimum: 0, maximum: 3600 }),
      ml: Type.Number({ exclusiveMinimum: 0, maximum: 1000 }),
      labours: optional(Type.Boolean()),
      note: Note,
    },
    closed,
  ),
  prompt: Type.Object({ note: Note, broughtIn: optional(Type.Boolean()) }, closed),
  sign: Type.Object(
    {
      sign: Type.String({ pattern: `^(?:${SIGNS.join("|")}|house-[A-Za-z0-9._-]*)$`, maxLength: 200 }),
      note: Note,
      broughtIn: optional(Type.Boolean()),
    },
    closed,
  ),
  /** A sign is explained: by which cause, or another in words. */
  "sign-over": Type.Object({ of: Type.String({ format: "uuid" }), cause: text(60), note: Note }, closed),
  /** What the house found of a sign so far counts no more. */
  "sign-reset": Type.Object({ sign: text(200), why: text(500) }, closed),
  move: Type.Object({ due: Day, to: Day, reason: Note, broughtIn: optional(Type.Boolean()) }, closed),
  note: Type.Object({ text: text(2000) }, closed),
  /** What happens in a run; the entry names the run. */
  run: RunBody,
  /** An occurrence or one-off work given to somebody, or to nobody. */
  task: Type.Object({ key: text(700), due: optional(Day), person: Type.Union([text(200), Type.Null()]), why: Note }, closed),
  "one-off": Type.Object(
    {
      title: text(200),
      on: Day,
      minutes: Type.Integer({ minimum: 0, maximum: 1440 }),
      skill: optional(text(60)),
      note: Note,
      /** The routine that it is done by, and the sign that asked for it. */
      routine: optional(text(200)),
      sign: optional(Type.String({ format: "uuid" })),
    },
    closed,
  ),
  /** One-off work done or skipped; `of` is the entry that asked for it. */
  "one-off-over": Type.Object(
    { of: Type.String({ format: "uuid" }), outcome: Type.Enum(["done", "skipped"]), reason: Note, note: Note },
    closed,
  ),
  /** Who is there on some days: other shifts than usual, or none. */
  roster: Type.Object({ person: text(200), from: Day, to: Day, shifts: Type.Array(text(200), { maxItems: 20 }), why: text(200) }, closed),
  handover: Type.Object(
    {
      day: Day,
      shift: text(200),
      items: Type.Array(Type.Object({ kind: text(40), words: text(500), machine: optional(text(200)), key: optional(text(700)) }, closed), {
        maxItems: 300,
      }),
      free: Note,
    },
    closed,
  ),
  "handover-seen": Type.Object({ of: Type.String({ format: "uuid" }), note: Note }, closed),
  /** Work put on paper: a person's shift, or one routine with all its steps. Its number is its place in the ledger. */
  sheet: Type.Object(
    {
      what: Type.Enum(["shift", "routine"]),
      person: Type.Union([text(200), Type.Null()]),
      day: Day,
      work: Type.Array(
        Type.Object(
          {
            name: text(200),
            key: optional(text(700)),
            machine: optional(text(200)),
            routine: optional(text(200)),
            /** The mark of the steps that were printed. */
            version: optional(text(64)),
          },
          closed,
        ),
        { minItems: 1, maxItems: 500 },
      ),
    },
    closed,
  ),
  /** What was written on a sheet has been typed in. */
  "sheet-in": Type.Object({ of: Type.String({ format: "uuid" }), entries: Type.Integer({ minimum: 0 }) }, closed),
  /** A round put in force: who does what when, in minutes from its start. A later one of the same day stands in its place. */
  round: Type.Object(
    {
      day: Day,
      what: text(60),
      /** The instant of minute 0. */
      zero: Instant,
      tasks: Type.Array(
        Type.Object(
          {
            key: text(700),
            machine: optional(text(200)),
            routine: optional(text(200)),
            stretches: Type.Array(
              Type.Object({ person: optional(text(200)), start: Type.Integer({ minimum: 0 }), end: Type.Integer({ minimum: 0 }) }, closed),
              { minItems: 1, maxItems: 200 },
            ),
          },
          closed,
        ),
        { maxItems: 500 },
      ),
      leftOut: Type.Array(Type.Object({ key: text(700), why: text(500) }, closed), { maxItems: 500 }),
      locked: Type.Array(text(700), { maxItems: 500 }),
      /** Made long enough for four runs of five. */
      safe: optional(Type.Boolean()),
      /** A short-handed day: who was there for how long, and what was let lie, until when, at what risk. */
      shortHanded: optional(
        Type.Object(
          {
            there: Type.Array(Type.Object({ person: text(200), minutes: Type.Integer({ minimum: 0 }) }, closed), { maxItems: 200 }),
            deferred: Type.Array(Type.Object({ key: text(700), until: Type.Union([Day, Type.Null()]), risk: text(500) }, closed), {
              maxItems: 500,
            }),
          },
          closed,
        ),
      ),
    },
    closed,
  ),
  /** A machine out of order: opened by one entry, changed and closed by others that name it. */
  repair: Type.Object(
    {
      event: Type.Enum(["open", "change", "close"]),
      of: optional(Type.String({ format: "uuid" })),
      symptom: optional(text(500)),
      waitsFor: optional(text(500)),
      expected: optional(Type.Union([Day, Type.Null()])),
      /** In hundredths of the shop's money. */
      costCents: optional(Type.Integer({ minimum: 0, maximum: 1e12 })),
      /** Routines that go on all the same. */
      goOn: optional(Type.Array(text(200), { maxItems: 200 })),
      note: Note,
    },
    closed,
  ),
  /** Stock received, used, counted, thrown away, moved or opened. */
  stock: StockBody,
  mix: MixBody,
  order: OrderBody,
  vessel: VesselBody,
  "waste-out": WasteOutBody,
  "ink-level": InkLevelBody,
  air: AirBody,
  /** A machine put to sleep or woken, where no storage routine says so. */
  sleep: SleepBody,
  /** What was seen of a machine at the door. */
  door: DoorBody,
  /** The plan of a closure put in force. */
  season: SeasonBody,
  settings: Type.Object({ subject: text(40), id: text(200), version: Type.Integer({ minimum: 1 }), what: text(500) }, closed),
  "day-closed": Type.Object(
    {
      day: Day,
      outcomes: Type.Array(
        Type.Object(
          {
            machine: text(200),
            key: text(700),
            routine: text(200),
            due: Day,
            beat: optional(text(20)),
            outcome: text(20),
            by: Type.Array(text(200)),
          },
          closed,
        ),
      ),
    },
    closed,
  ),
  amendment: Type.Object(
    { why: text(500), struck: optional(Type.Boolean()), replace: optional(Type.Object({})), happenedAt: optional(Instant) },
    closed,
  ),
} as const;

export type EntryKind = keyof typeof BODIES;
export type Body<Kind extends EntryKind> = Static<(typeof BODIES)[Kind]>;
export type ChannelReading = Static<typeof ChannelReading>;

export const ENTRY_KINDS = Object.keys(BODIES) as EntryKind[];
/** Kinds that a person's screen may send; the others are written by the use cases themselves. */
export const SENT_KINDS = [
  "routine",
  "check",
  "pin",
  "part",
  "cap-drain",
  "counter",
  "print-day",
  "busy",
  "release",
  "care",
  "prompt",
  "sign",
  "sign-over",
  "sign-reset",
  "move",
  "note",
  "run",
  "task",
  "one-off",
  "one-off-over",
  "roster",
  "handover",
  "handover-seen",
  "repair",
  "stock",
  "mix",
  "order",
  "vessel",
  "waste-out",
  "ink-level",
  "air",
  "sleep",
  "door",
  "amendment",
] as const;

/** Kinds of entry that need no machine. */
export const WITHOUT_MACHINE: readonly EntryKind[] = [
  "note",
  "sign-reset",
  "task",
  "one-off",
  "one-off-over",
  "roster",
  "handover",
  "handover-seen",
  "sheet",
  "sheet-in",
  "round",
  "stock",
  "mix",
  "order",
  "waste-out",
  "air",
  "season",
];

/** Kinds whose entry names a routine. */
export const WITH_ROUTINE: readonly EntryKind[] = ["routine", "prompt", "move", "run"];

/** One entry as a screen sends it. */
export const SentEntry = Type.Object(
  {
    id: Type.String({ format: "uuid" }),
    kind: Type.Enum([...SENT_KINDS]),
    machine: optional(text(200)),
    routine: optional(text(200)),
    run: optional(Type.String({ format: "uuid" })),
    /** Who acted, where that is not (or not surely) who is signed in: on a shared tablet, or in another's queue. */
    person: optional(text(200)),
    /** Which claim of the batch says so. */
    claim: optional(text(100)),
    happenedAt: Instant,
    /** A person said when it was; otherwise the device's clock did, and is held against the server's. */
    timeGiven: optional(Type.Boolean()),
    amends: optional(Type.String({ format: "uuid" })),
    body: Type.Object({}),
  },
  closed,
);
export type SentEntry = Static<typeof SentEntry>;

/** Somebody's word, given by PIN on an enrolled device, that they were at it; sealed for the server alone. */
export const Claim = Type.Object({ id: text(100), person: text(200), sealed: text(2000) }, closed);
export type Claim = Static<typeof Claim>;

/** A batch for `POST /api/sync`; answered entry by entry, by id. `sentAt` is the device's clock as it sends. */
export const SyncBatch = Type.Object(
  {
    entries: Type.Array(Type.Unknown(), { minItems: 1, maxItems: 500 }),
    sentAt: optional(Instant),
    claims: optional(Type.Array(Claim, { maxItems: 200 })),
  },
  closed,
);
