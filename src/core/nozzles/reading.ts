import { type Static, Type } from "typebox";
import type { NozzlePattern } from "./pattern.ts";

/** What was read off a printed nozzle check. The open format of version 1. */

const nozzles = Type.Array(Type.Integer({ minimum: 0, maximum: 100_000 }), { maxItems: 100_000, uniqueItems: true });
export const ReadChannel = Type.Object({
  id: Type.String({ minLength: 1, maxLength: 200 }),
  missing: Type.Optional(nozzles),
  weak: Type.Optional(nozzles),
  deflected: Type.Optional(nozzles),
  /** Where only numbers are known. */
  missingCount: Type.Optional(Type.Integer({ minimum: 0, maximum: 100_000 })),
  confidence: Type.Number({ minimum: 0, maximum: 1 }),
  /** Printed as a whole off its place, in millimetres. */
  offset: Type.Optional(Type.Object({ x: Type.Number(), y: Type.Number() })),
  unread: Type.Optional(Type.Boolean()),
});
export const NozzleReading = Type.Object({
  format: Type.Literal("zesty-anvil/nozzle-reading"),
  version: Type.Literal(1),
  source: Type.Enum(["scan", "tap", "count"]),
  channels: Type.Array(ReadChannel, { minItems: 1, maxItems: 200 }),
  needsReview: Type.Boolean(),
});
export type ReadChannel = Static<typeof ReadChannel>;
export type NozzleReading = Static<typeof NozzleReading>;

/** From this confidence on a channel is called sure. */
export const SURE = 0.8;

/** A reading of all of a pattern's channels, in its order. */
export const reading = (source: NozzleReading["source"], channels: ReadChannel[], needsReview: boolean): NozzleReading => ({
  format: "zesty-anvil/nozzle-reading",
  version: 1,
  source,
  channels,
  needsReview,
});

/** Each channel with the best guess that nothing can be said of it: clear inks unread, the others gone, without confidence. */
export const unreadable = (pattern: NozzlePattern): NozzleReading =>
  reading(
    "scan",
    pattern.channels.map(({ id, colour, nozzles: all }) => ({
      id,
      missing: colour === null ? [] : Array.from({ length: all }, (_, k) => k),
      weak: [],
      deflected: [],
      confidence: 0,
      ...(colour === null ? { unread: true } : {}),
    })),
    true,
  );
