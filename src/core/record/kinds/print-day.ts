import { Type } from "typebox";
import { kind } from "../kind.ts";
import { closed, Day, optional } from "../shapes.ts";

/** Whether a machine prints on a day, against its usual week. */
export default kind({
  name: "print day",
  body: Type.Object({ date: Day, prints: Type.Boolean(), broughtIn: optional(Type.Boolean()) }, closed),
  sent: true,
  machine: "needed",
  amend: "replace",
  folds: {
    print_day_change: {
      columns: { day: "(body ->> 'date')::date", prints: "(body ->> 'prints')::boolean" },
      rows: ({ body: { date, prints } }) => [{ day: date, prints }],
    },
  },
  says: ({ date, prints }, said) => `${said.day(date)}: ${prints ? "prints" : "does not print"}`,
  samples: [
    { date: "2026-11-25", prints: true },
    { date: "2026-11-26", prints: false },
  ],
});
