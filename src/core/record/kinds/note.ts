import { Type } from "typebox";
import { kind } from "../kind.ts";
import { closed, text } from "../shapes.ts";

/** Words of somebody's own, of a machine or of the shop. */
export default kind({
  name: "note",
  body: Type.Object({ text: text(2000) }, closed),
  sent: true,
  amend: "replace",
  says: ({ text: said }) => said,
  words: ({ text: said }) => [said],
  samples: [{ text: "the left door squeaks" }],
});
