import { Type } from "typebox";
import { isOrder } from "../../fleet/positions.ts";
import { withMachine } from "../../floor/floor-view.ts";
import { Refusal } from "../../shop/refusal.ts";
import { kind } from "../kind.ts";
import { listed } from "../said.ts";
import { closed, Note, text } from "../shapes.ts";

/** Which ink line sits in which place of a machine, from now on. */
export default kind({
  name: "ink positions",
  body: Type.Object({ order: Type.Array(text(400), { minItems: 1, maxItems: 200 }), note: Note }, closed),
  sent: true,
  machine: "needed",
  amend: "replace",
  fits({ order }, machine) {
    if (machine && !isOrder(machine, order)) throw new Refusal(400, "Each ink line of this machine stands in the map once.");
  },
  folds: { machine_fact: { columns: { fact: "'positions'" }, rows: () => [{ fact: "positions" }] } },
  onTablet: (view, { machine: of, body }) => withMachine(view, of, (machine) => ({ ...machine, positions: body.order })),
  says: ({ order, note }) => listed(`inks from left to right: ${order.join(", ")}`, note),
  words: ({ note }) => [note],
  samples: [{ order: ["H1/K", "H1/C"] }, { order: ["H1/C", "H1/K"], note: "by one position" }],
});
