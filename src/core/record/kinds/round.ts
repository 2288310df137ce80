import { Type } from "typebox";
import { kind } from "../kind.ts";
import { closed, Day, Instant, optional, text } from "../shapes.ts";

const minute = Type.Integer({ minimum: 0 });

/** A published round: who does what when, in minutes from its start. A later one of the same day stands in its place. */
export default kind({
  name: "round",
  body: Type.Object(
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
            stretches: Type.Array(Type.Object({ person: optional(text(200)), start: minute, end: minute }, closed), {
              minItems: 1,
              maxItems: 200,
            }),
          },
          closed,
        ),
        { maxItems: 500 },
      ),
      leftOut: Type.Array(Type.Object({ key: text(700), why: text(500) }, closed), { maxItems: 500 }),
      locked: Type.Array(text(700), { maxItems: 500 }),
      /** Made long enough for four runs of five. */
      safe: optional(Type.Boolean()),
      /** A short-handed day: who was there for how long, and what was put off, until when, at what risk. */
      shortHanded: optional(
        Type.Object(
          {
            there: Type.Array(Type.Object({ person: text(200), minutes: minute }, closed), { maxItems: 200 }),
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
  amend: "replace",
  says: ({ day, what, tasks, leftOut, shortHanded }, said) =>
    `a round for ${said.day(day)} was published (${what}): ${tasks.length} pieces of work, ${leftOut.length} left out${shortHanded ? `; short-handed, ${shortHanded.deferred.length} put off` : ""}`,
  words: ({ what }) => [what],
  samples: [
    {
      day: "2026-11-25",
      what: "opening",
      zero: "2026-11-25T06:00:00Z",
      tasks: [{ key: "sprat/R01/2026-11-25/opening", machine: "sprat", routine: "R01", stretches: [{ person: "bram", start: 0, end: 5 }] }],
      leftOut: [],
      locked: [],
    },
  ],
});
