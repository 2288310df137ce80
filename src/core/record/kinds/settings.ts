import { Type } from "typebox";
import { kind } from "../kind.ts";
import { closed, text } from "../shapes.ts";

/** A new version of a setting. */
export default kind({
  name: "settings",
  body: Type.Object({ subject: text(40), id: text(200), version: Type.Integer({ minimum: 1 }), what: text(500) }, closed),
  amend: "never",
  changes: "all",
  says: ({ what, subject, id, version }) => `${what} (${subject} ${id}, version ${version})`,
  words: ({ what }) => [what],
  samples: [{ subject: "machine", id: "sprat", version: 2, what: "Sprat saved" }],
});
