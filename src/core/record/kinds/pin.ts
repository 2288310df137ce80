import { Type } from "typebox";
import { Refusal } from "../../shop/refusal.ts";
import { kind } from "../kind.ts";
import { closed, Note, Uuid } from "../shapes.ts";

/** A check that later ones are compared with; the newest such entry of a machine counts. */
export default kind({
  name: "check to compare with",
  body: Type.Object({ of: Type.Union([Uuid, Type.Null()]), note: Note }, closed),
  sent: true,
  machine: "needed",
  amend: "replace",
  async held({ body: { of }, machine, record }) {
    if (of !== null && (await record.checkOf(of))?.machine !== machine)
      throw new Refusal(404, "There is no such check of this machine to compare with.");
    return undefined;
  },
  says: ({ of, note }) =>
    `${of === null ? "no check is kept to compare with" : "a check is kept to compare with"}${note ? `: ${note}` : ""}`,
  words: ({ note }) => [note],
  samples: [{ of: null }, { of: "01930000-0000-7000-8000-000000000001", note: "before storage" }],
});
