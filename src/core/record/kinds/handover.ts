import { Type } from "typebox";
import { kind } from "../kind.ts";
import { closed, Day, Note, optional, text } from "../shapes.ts";

/** What a shift leaves to the next. */
export default kind({
  name: "handover",
  body: Type.Object(
    {
      day: Day,
      shift: text(200),
      items: Type.Array(Type.Object({ kind: text(40), words: text(500), machine: optional(text(200)), key: optional(text(700)) }, closed), {
        maxItems: 300,
      }),
      free: Note,
    },
    closed,
  ),
  sent: true,
  folds: {
    handover: {
      as: "opened",
      columns: { day: "(body ->> 'day')::date", shift: "body ->> 'shift'", body: "body" },
      rows: ({ body }) => [{ day: body.day, shift: body.shift, body }],
    },
  },
  says: ({ shift, items, free }) => `${shift} hands over ${items.length} things${free ? `: ${free}` : ""}`,
  words: ({ free }) => [free],
  samples: [
    { day: "2026-11-25", shift: "early", items: [] },
    { day: "2026-11-25", shift: "early", items: [{ kind: "hold", words: "Teal is on hold", machine: "teal" }], free: "film is short" },
  ],
});
