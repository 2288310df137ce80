import { Type } from "typebox";
import { kind } from "../kind.ts";
import { listed } from "../said.ts";
import { closed, Note, optional } from "../shapes.ts";

/** A machine asks for a routine on its panel. */
export default kind({
  name: "prompt",
  body: Type.Object({ note: Note, broughtIn: optional(Type.Boolean()) }, closed),
  sent: true,
  machine: "needed",
  routine: "needed",
  amend: "replace",
  folds: {
    report: {
      columns: { kind: "'prompt'", what: "routine" },
      rows: ({ routine }) => [{ kind: "prompt", what: routine }],
    },
  },
  says: ({ note }) => listed("the machine asks for it", note),
  words: ({ note }) => [note],
  samples: [{}, { note: "page 2 of its list" }],
});
