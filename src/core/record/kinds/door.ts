import { DoorBody } from "../../standby/said.ts";
import { kind } from "../kind.ts";
import { listed } from "../said.ts";

const CAP_WORDS = { dry: "dry", water: "on water", concentrate: "with the concentrate" } as const;

/** What was seen of a machine at the closing check. */
export default kind({
  name: "closing check",
  body: DoorBody,
  sent: true,
  machine: "needed",
  amend: "replace",
  folds: {
    door_seen: {
      columns: { power: "body ->> 'power'", capped: "body ->> 'capped'" },
      rows: ({ body: { power = null, capped = null } }) => [{ power, capped }],
    },
  },
  says: ({ power, capped, note }) => listed(power && `seen ${power}`, capped && `capped ${CAP_WORDS[capped]}`, note),
  words: ({ note }) => [note],
  samples: [{ power: "off" }, { capped: "concentrate", note: "towel under it" }],
});
