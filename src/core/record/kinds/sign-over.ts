import { Type } from "typebox";
import { withMachine } from "../../floor/floor-view.ts";
import { words as plain } from "../../routines/plain.ts";
import { Refusal } from "../../shop/refusal.ts";
import { causesInOrder } from "../../signs/causes.ts";
import { kind } from "../kind.ts";
import { listed } from "../said.ts";
import { closed, Note, text, Uuid } from "../shapes.ts";

/** A sign is explained: by which cause, or another in words. */
export default kind({
  name: "sign explained",
  body: Type.Object({ of: Uuid, cause: text(60), note: Note }, closed),
  sent: true,
  machine: "needed",
  async held({ body: { of, cause, note }, machine, record }) {
    const row = await record.sign(of);
    if (!row || row.machine !== machine) throw new Refusal(404, "There is no such sign at this machine.");
    if (cause === "other" ? !note : !causesInOrder(row.sign, {}).some(({ id }) => id === cause))
      throw new Refusal(400, "What was it? Choose one of the causes, or say in words what else.");
    return row.overAt ? "This sign was explained already; what you said last counts." : undefined;
  },
  folds: {
    open_sign: {
      as: "over",
      columns: { over_at: "happened_at", over_by: "person", cause: "body ->> 'cause'" },
      rows: ({ happenedAt, person, body }) => [{ over_at: happenedAt, over_by: person, cause: body.cause }],
    },
  },
  onTablet: (view, { machine: at, body }) =>
    withMachine(view, at, (machine) => (machine.signs ? { ...machine, signs: machine.signs.filter(({ id }) => id !== body.of) } : machine)),
  says: ({ cause, note }) => listed(`it was: ${plain(cause)}`, note),
  words: ({ note }) => [note],
  samples: [
    { of: "01930000-0000-7000-8000-000000000001", cause: "surround" },
    { of: "01930000-0000-7000-8000-000000000001", cause: "other", note: "film cut skew" },
  ],
});
