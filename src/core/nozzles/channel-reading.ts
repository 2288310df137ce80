import { type Static, Type } from "typebox";

const count = Type.Integer({ minimum: 0, maximum: 100_000 });
const nozzles = Type.Array(Type.Integer({ minimum: 0, maximum: 50_000 }), { maxItems: 50_000, uniqueItems: true });
const closed = { additionalProperties: false } as const;

/** What an entry keeps of one channel in a nozzle check. */
export const ChannelReading = Type.Object(
  {
    /** `head/channel` */
    id: Type.String({ pattern: "^[A-Za-z0-9][A-Za-z0-9._-]*/[A-Za-z0-9][A-Za-z0-9._-]*$", maxLength: 401 }),
    missing: count,
    weak: count,
    deflected: count,
    neighbours: Type.Boolean(),
    /** The whole channel is missing. */
    gone: Type.Optional(Type.Boolean()),
    unread: Type.Optional(Type.Boolean()),
    /** Which nozzles, from 0 in print order, where they were seen one by one. */
    which: Type.Optional(Type.Object({ missing: nozzles, weak: nozzles, deflected: nozzles }, closed)),
    /** How sure a reading from a picture was, before anybody corrected it. */
    confidence: Type.Optional(Type.Number({ minimum: 0, maximum: 1 })),
  },
  closed,
);
export type ChannelReading = Static<typeof ChannelReading>;
