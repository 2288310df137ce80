import { Type } from "typebox";
import { signWords } from "../../signs/guide.ts";
import { kind } from "../kind.ts";
import { closed, text } from "../shapes.ts";

/** What the shop found of a sign so far counts no more. */
export default kind({
  name: "sign count reset",
  body: Type.Object({ sign: text(200), why: text(500) }, closed),
  sent: true,
  act: "set-up",
  says: ({ sign, why }) => `the count of “${signWords(sign)}” starts again: ${why}`,
  words: ({ why }) => [why],
  samples: [{ sign: "banding", why: "new wipers everywhere" }],
});
