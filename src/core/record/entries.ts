import { type Static, Type } from "typebox";
import { COUNTERS, SIGNS } from "../fleet/vocabulary.ts";

/** What an entry of each kind may hold. People, devices, days and order are added at the edge, not sent in the body. */

const closed = { additionalProperties: false } as const;
const optional = Type.Optional;
const text = (maxLength: number) => Type.String({ minLength: 1, maxLength });
const Note = optional(text(2000));
const Instant = Type.String({ format: "date-time" });
const Day = Type.String({ format: "date" });
const count = Type.Integer({ minimum: 0, maximum: 100000 });

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
  check: Type.Object({ channels: Type.Array(ChannelReading, { minItems: 1, maxItems: 200 }), note: Note }, closed),
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
  care: Type.Object({ what: Type.Enum(["clean", "load", "repair", "wake"]), strength: optional(text(40)), note: Note }, closed),
  prompt: Type.Object({ note: Note, broughtIn: optional(Type.Boolean()) }, closed),
  sign: Type.Object(
    {
      sign: Type.String({ pattern: `^(?:${SIGNS.join("|")}|house-[A-Za-z0-9._-]*)$`, maxLength: 200 }),
      note: Note,
      broughtIn: optional(Type.Boolean()),
    },
    closed,
  ),
  move: Type.Object({ due: Day, to: Day, reason: Note, broughtIn: optional(Type.Boolean()) }, closed),
  note: Type.Object({ text: text(2000) }, closed),
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
  "counter",
  "print-day",
  "busy",
  "release",
  "care",
  "prompt",
  "sign",
  "move",
  "note",
  "amendment",
] as const;

/** Kinds whose entry names a routine. */
export const WITH_ROUTINE: readonly EntryKind[] = ["routine", "prompt", "move"];

/** One entry as a screen sends it. */
export const SentEntry = Type.Object(
  {
    id: Type.String({ format: "uuid" }),
    kind: Type.Enum([...SENT_KINDS]),
    machine: optional(text(200)),
    routine: optional(text(200)),
    device: optional(text(100)),
    happenedAt: Instant,
    amends: optional(Type.String({ format: "uuid" })),
    body: Type.Object({}),
  },
  closed,
);
export type SentEntry = Static<typeof SentEntry>;

/** A batch for `POST /api/sync`; answered entry by entry, by id. */
export const SyncBatch = Type.Object({ entries: Type.Array(Type.Unknown(), { minItems: 1, maxItems: 500 }) }, closed);
