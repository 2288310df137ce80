import { Type } from "typebox";
import { kind } from "../kind.ts";
import { closed, Instant, optional, text } from "../shapes.ts";

/** Another entry said otherwise, or crossed out. */
export default kind({
  name: "amendment",
  body: Type.Object(
    { why: text(500), struck: optional(Type.Boolean()), replace: optional(Type.Object({})), happenedAt: optional(Instant) },
    closed,
  ),
  sent: true,
  amend: "never",
  says: ({ struck, why }) => `${struck ? "crossed out" : "changed"}: ${why}`,
  words: ({ why }) => [why],
  samples: [
    { why: "wrong machine", struck: true },
    { why: "mistyped", replace: { text: "the right door squeaks" } },
  ],
});
