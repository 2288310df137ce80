import { Type } from "typebox";
import { COUNTERS } from "../../fleet/vocabulary.ts";
import { words as plain } from "../../routines/plain.ts";
import { Refusal } from "../../shop/refusal.ts";
import { kind } from "../kind.ts";
import { closed, optional } from "../shapes.ts";

/** A counter as it was read. */
export default kind({
  name: "counter",
  body: Type.Object(
    {
      counter: Type.Enum([...COUNTERS]),
      value: Type.Number({ minimum: 0 }),
      reset: optional(Type.Boolean()),
      broughtIn: optional(Type.Boolean()),
    },
    closed,
  ),
  sent: true,
  machine: "needed",
  amend: "replace",
  fits({ counter }, machine) {
    const kept = machine.counters?.map(({ name }) => name) ?? [];
    if (!kept.includes(counter))
      throw new Refusal(400, `This machine keeps no counter “${plain(counter)}”; it keeps ${kept.map(plain).join(", ") || "none"}.`);
  },
  folds: {
    counter_reading: {
      columns: {
        counter: "body ->> 'counter'",
        value: "(body ->> 'value')::float8",
        reset: "coalesce((body ->> 'reset')::boolean, false)",
      },
      rows: ({ body: { counter, value, reset = false } }) => [{ counter, value, reset }],
    },
  },
  says: ({ counter, value, reset }) => `${plain(counter)} ${value}${reset ? ", counter reset" : ""}`,
  words: ({ counter }) => [plain(counter)],
  samples: [
    { counter: "prints", value: 1200 },
    { counter: "run-hours", value: 0, reset: true },
  ],
});
