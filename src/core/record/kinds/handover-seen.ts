import { Type } from "typebox";
import { Refusal } from "../../shop/refusal.ts";
import { kind } from "../kind.ts";
import { listed } from "../said.ts";
import { closed, Note, Uuid } from "../shapes.ts";

/** A handover was read by the next shift. */
export default kind({
  name: "handover read",
  body: Type.Object({ of: Uuid, note: Note }, closed),
  sent: true,
  async held({ body: { of }, record }) {
    if (!(await record.handoverIs(of))) throw new Refusal(404, "There is no such handover.");
    return undefined;
  },
  folds: {
    handover: {
      as: "seen",
      columns: { seen_by: "person", seen_at: "happened_at" },
      rows: ({ person, happenedAt }) => [{ seen_by: person, seen_at: happenedAt }],
    },
  },
  onTablet: (view, { body: { of } }) => (view.handover?.id === of ? { ...view, handover: null } : view),
  says: ({ note }) => listed("the handover was read", note),
  words: ({ note }) => [note],
  samples: [{ of: "01930000-0000-7000-8000-000000000001" }],
});
