import { Type } from "typebox";
import { kind } from "../kind.ts";
import { closed, Uuid } from "../shapes.ts";

/** What was written on a sheet has been typed in. */
export default kind({
  name: "sheet typed in",
  body: Type.Object({ of: Uuid, entries: Type.Integer({ minimum: 0 }) }, closed),
  amend: "replace",
  says: ({ entries }) => `a sheet was typed in: ${entries} entries`,
  samples: [{ of: "01930000-0000-7000-8000-000000000001", entries: 12 }],
});
