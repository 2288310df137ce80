import { Type } from "typebox";
import { COUNTERS } from "../../fleet/vocabulary.ts";
import { Refusal } from "../../shop/refusal.ts";
import { kind } from "../kind.ts";
import { listed } from "../said.ts";
import { closed, optional, text } from "../shapes.ts";

/** A part (a head too) replaced, taken off or fitted; its life so far is kept with it. */
export default kind({
  name: "part",
  body: Type.Object(
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
  sent: true,
  machine: "needed",
  amend: "replace",
  fits({ part }, machine) {
    if (![...(machine.parts ?? []), ...(machine.heads ?? [])].some(({ id }) => id === part))
      throw new Refusal(400, `${machine.name} has no part or head ${part.slice(0, 60)}.`);
  },
  // A new cap has a new seal.
  nozzles: ({ part, event }, { at, id, person, partKind }) =>
    event !== "taken" && partKind?.(part) === "cap" ? { at, entry: id, person, kind: "cap-service" } : undefined,
  says: ({ part, event, serial, oldSerial, lifeDays, reason, scrapped }) =>
    listed(
      `${part} ${event}`,
      serial && `now ${serial}`,
      oldSerial && `before ${oldSerial}`,
      lifeDays !== undefined && `after ${lifeDays} days`,
      reason,
      scrapped && "scrapped",
    ),
  words: ({ part, event, serial, oldSerial, reason }) => [part, event, serial, oldSerial, reason],
  samples: [
    { part: "wiper", event: "replaced", lifeDays: 90, reason: "edge worn" },
    { part: "white", event: "taken", oldSerial: "H-100", scrapped: true },
  ],
});
