import { Type } from "typebox";
import { kind } from "../kind.ts";
import { closed, Day, optional, text } from "../shapes.ts";

/** Work put on paper: a person's shift, or one routine with all its steps. Its number is its place in the ledger. */
export default kind({
  name: "sheet",
  body: Type.Object(
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
  amend: "replace",
  says: ({ what, person, day, work }, said) =>
    `put on paper: ${what === "shift" ? `the shift of ${person ? said.name("person", person) : "nobody"}, ${said.day(day)}` : "one routine"} (${work.length} pieces of work)`,
  samples: [
    { what: "shift", person: "bram", day: "2026-11-25", work: [{ name: "Sprat: Nozzle check", machine: "sprat", routine: "R01" }] },
  ],
});
