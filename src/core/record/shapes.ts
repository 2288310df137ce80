import { Type } from "typebox";

/** Shapes that bodies of entries are made of. */

export const closed = { additionalProperties: false } as const;
export const optional = Type.Optional;
export const text = (maxLength: number) => Type.String({ minLength: 1, maxLength });
export const Note = optional(text(2000));
export const Instant = Type.String({ format: "date-time" });
export const Day = Type.String({ format: "date" });
export const Uuid = Type.String({ format: "uuid" });
/** `head/channel` */
export const ChannelId = text(401);
