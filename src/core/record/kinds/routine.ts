import { Type } from "typebox";
import { withSettled } from "../../floor/floor-view.ts";
import { Refusal } from "../../shop/refusal.ts";
import { EFFECTS } from "../effects-sql.ts";
import { kind } from "../kind.ts";
import { routineDone } from "../nozzle-doing.ts";
import { listed } from "../said.ts";
import { settledBefore } from "../settled-before.ts";
import { closed, Note, optional } from "../shapes.ts";
import { sleepOfRoutine } from "../sleep-fold.ts";

/** A routine done or skipped, without its steps. */
export default kind({
  name: "routine",
  body: Type.Object(
    {
      /** Left out: `done`, as in a fleet file. */
      outcome: optional(Type.Enum(["done", "skipped"])),
      reason: Note,
      note: Note,
      broughtIn: optional(Type.Boolean()),
      assumed: optional(Type.Boolean()),
    },
    closed,
  ),
  sent: true,
  machine: "needed",
  routine: "needed",
  amend: "replace",
  fits({ outcome, reason }, _machine, { isCheck }) {
    if (isCheck && outcome !== "skipped") throw new Refusal(400, "A check is entered with its readings, channel by channel.");
    if (outcome === "skipped" && !reason) throw new Refusal(400, "Why is it skipped? A reason goes with it.");
  },
  held: settledBefore,
  folds: {
    settled_day: {
      where: "routine IS NOT NULL",
      columns: {
        outcome: "coalesce(body ->> 'outcome', 'done')",
        first: "coalesce(body ->> 'outcome', 'done') = 'done'",
        drew: "NULL::jsonb",
      },
      rows: ({ routine, body }) => {
        const outcome = body.outcome ?? "done";
        return routine ? [{ outcome, first: outcome === "done", drew: null }] : [];
      },
    },
    sleep: sleepOfRoutine(
      `coalesce(body ->> 'outcome', 'done') = 'done' AND ${EFFECTS} IS NOT NULL`,
      ({ outcome }: { outcome?: string }) => outcome !== "skipped",
    ),
  },
  nozzles: (body, told) => (body.outcome === "skipped" ? undefined : routineDone(told)),
  onTablet: (view, entry) => withSettled(view, entry, entry.body.outcome === "skipped" ? "skipped" : "done"),
  says: ({ outcome = "done", reason, note, assumed, broughtIn }) =>
    listed(outcome, reason, note, assumed ? "assumed" : broughtIn && "brought in"),
  words: ({ reason, note }) => [reason, note],
  samples: [{}, { outcome: "done", note: "pad replaced" }, { outcome: "skipped", reason: "machine printing" }],
});
