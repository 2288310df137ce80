import { Type } from "typebox";
import { kind } from "../kind.ts";
import { closed, Instant, text } from "../shapes.ts";
import { atMostTwoWeeksAhead } from "../until.ts";

/** A supervisor lets a machine print that is on hold. */
export default kind({
  name: "release",
  body: Type.Object({ until: Instant, reason: text(500) }, closed),
  sent: true,
  machine: "needed",
  act: "release",
  amend: "replace",
  fits: ({ until }, _machine, { now }) => atMostTwoWeeksAhead(until, now),
  folds: { machine_fact: { columns: { fact: "'release'" }, rows: () => [{ fact: "release" }] } },
  nozzles: (_body, { at, id, person }) => ({ at, entry: id, person, kind: "released" }),
  says: ({ until, reason }, said) => `released until ${said.at(until)}: ${reason}`,
  words: ({ reason }) => [reason],
  samples: [{ until: "2026-11-25T15:00:00Z", reason: "test strip is good" }],
});
