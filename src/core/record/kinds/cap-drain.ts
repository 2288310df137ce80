import { Type } from "typebox";
import { kind } from "../kind.ts";
import { listed } from "../said.ts";
import { closed, Note, optional } from "../shapes.ts";

/** A measured fill of the cap that was drained. */
export default kind({
  name: "cap drained",
  body: Type.Object(
    {
      seconds: Type.Number({ exclusiveMinimum: 0, maximum: 3600 }),
      ml: Type.Number({ exclusiveMinimum: 0, maximum: 1000 }),
      labours: optional(Type.Boolean()),
      note: Note,
    },
    closed,
  ),
  sent: true,
  machine: "needed",
  amend: "replace",
  says: ({ ml, seconds, labours, note }) => listed(`${ml} mL drained from the cap in ${seconds} s`, labours && "the pump labours", note),
  words: ({ note }) => [note],
  samples: [
    { seconds: 14, ml: 5 },
    { seconds: 40, ml: 5, labours: true, note: "one tube slow" },
  ],
});
