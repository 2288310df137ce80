import { Type } from "typebox";
import { withWork } from "../../floor/floor-view.ts";
import { Refusal } from "../../shop/refusal.ts";
import { personName } from "../../shop/shop.ts";
import { kind } from "../kind.ts";
import { listed } from "../said.ts";
import { closed, Note, Uuid } from "../shapes.ts";

/** One-off work done or skipped; `of` is the entry that asked for it. */
export default kind({
  name: "one-off work ended",
  body: Type.Object({ of: Uuid, outcome: Type.Enum(["done", "skipped"]), reason: Note, note: Note }, closed),
  sent: true,
  async held({ body: { of, outcome, reason }, person, shop, record }) {
    const row = await record.oneOff(of);
    if (!row) throw new Refusal(404, "There is no such one-off work.");
    if (outcome === "skipped" && !reason) throw new Refusal(400, "Why is it skipped? A reason goes with it.");
    return row.outcome && row.overBy !== person
      ? `It was entered already by ${personName(shop, row.overBy)}. Yours is kept too.`
      : undefined;
  },
  folds: {
    one_off: {
      as: "over",
      columns: {
        outcome: "body ->> 'outcome'",
        first: "body ->> 'outcome' = 'done'",
        over_day: "local_day",
        over_by: "person",
        over_at: "happened_at",
      },
      rows: ({ happenedAt, localDay, person, body: { outcome } }) => [
        { outcome, first: outcome === "done", over_day: localDay, over_by: person, over_at: happenedAt },
      ],
    },
  },
  onTablet: (view, { body: { of, outcome } }) => withWork(view, (item) => item.oneOff === of, { state: outcome, late: false }),
  says: ({ outcome, reason, note }) => listed(outcome, reason, note),
  words: ({ reason, note }) => [reason, note],
  samples: [
    { of: "01930000-0000-7000-8000-000000000001", outcome: "done" },
    { of: "01930000-0000-7000-8000-000000000001", outcome: "skipped", reason: "it was woken" },
  ],
});
