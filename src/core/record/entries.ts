import { type Static, type TSchema, Type } from "typebox";
import type { Kind } from "./kind.ts";
import { KINDS } from "./kinds.ts";
import { closed, Instant, optional, text, Uuid } from "./shapes.ts";

/** Entries as they come from outside. People, devices, days and order are added at the edge, not sent in the body. */

export type EntryKind = keyof typeof KINDS;
export type Body<Name extends EntryKind> = Static<(typeof KINDS)[Name]["body"]>;

export const ENTRY_KINDS = Object.keys(KINDS) as EntryKind[];
/** Kinds that a person's screen may send; the others are written by the use cases themselves. */
export const SENT_KINDS: EntryKind[] = ENTRY_KINDS.filter((name) => kindOf(name).sent);

/** A kind with its body's type left open, for what walks over all of them: bodies passed their schema when they were written. */
// biome-ignore lint/suspicious/noExplicitAny: a body is of its own kind's type, which is only known inside its module
export type AnyKind = Kind<TSchema, any>;
export function kindOf(name: EntryKind): AnyKind;
export function kindOf(name: string): AnyKind | undefined;
export function kindOf(name: string): AnyKind | undefined {
  return Object.hasOwn(KINDS, name) ? KINDS[name as EntryKind] : undefined;
}

/** One entry as a screen sends it. */
export const SentEntry = Type.Object(
  {
    id: Uuid,
    kind: Type.Enum([...SENT_KINDS]),
    machine: optional(text(200)),
    routine: optional(text(200)),
    run: optional(Uuid),
    /** Who acted, where that is not (or not surely) who is signed in: on a shared tablet, or in another's queue. */
    person: optional(text(200)),
    /** Which claim of the batch says so. */
    claim: optional(text(100)),
    happenedAt: Instant,
    /** A person said when it was; otherwise the device's clock did, and is held against the server's. */
    timeGiven: optional(Type.Boolean()),
    amends: optional(Uuid),
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
