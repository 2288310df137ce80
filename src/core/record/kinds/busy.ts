import { Type } from "typebox";
import { heldAsleep } from "../asleep.ts";
import { kind } from "../kind.ts";
import { closed, Instant } from "../shapes.ts";
import { atMostTwoWeeksAhead } from "../until.ts";

/** A machine prints until a moment. */
export default kind({
  name: "print",
  body: Type.Object({ until: Instant }, closed),
  sent: true,
  machine: "needed",
  amend: "replace",
  fits: ({ until }, _machine, { now }) => atMostTwoWeeksAhead(until, now),
  held: (told) => heldAsleep(told, "opening-check", { notOnTheWayBack: true }),
  folds: { machine_fact: { columns: { fact: "'busy'" }, rows: () => [{ fact: "busy" }] } },
  nozzles: (_body, { at, id, person }) => ({ at, entry: id, person, kind: "printed" }),
  says: ({ until }, said) => `until ${said.at(until)}`,
  samples: [{ until: "2026-11-25T15:00:00Z" }],
});
