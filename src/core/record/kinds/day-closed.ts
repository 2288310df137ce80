import { Type } from "typebox";
import { DAY_OUTCOMES } from "../../fleet/schema.ts";
import { kind } from "../kind.ts";
import { closed, Day, optional, text } from "../shapes.ts";

/** What became of each occurrence of a day, under the settings of that day. */
export default kind({
  name: "day closed",
  body: Type.Object(
    {
      day: Day,
      outcomes: Type.Array(
        Type.Object(
          {
            machine: text(200),
            key: text(700),
            routine: text(200),
            due: Day,
            beat: optional(text(20)),
            outcome: Type.Enum([...DAY_OUTCOMES]),
            by: Type.Array(text(200)),
          },
          closed,
        ),
      ),
    },
    closed,
  ),
  amend: "never",
  changes: "all",
  says: ({ outcomes }) => {
    const count = (outcome: string) => outcomes.filter((each) => each.outcome === outcome).length;
    return `${count("done")} done, ${count("missed")} missed, ${count("skipped")} skipped, ${count("open")} carried over`;
  },
  samples: [
    {
      day: "2026-11-25",
      outcomes: [
        {
          machine: "sprat",
          key: "sprat/R01/2026-11-25/opening",
          routine: "R01",
          due: "2026-11-25",
          beat: "opening",
          outcome: "missed",
          by: [],
        },
      ],
    },
  ],
});
