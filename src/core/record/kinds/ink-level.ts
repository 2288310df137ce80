import { channelsOf } from "../../fleet/channels.ts";
import { Refusal } from "../../shop/refusal.ts";
import { InkLevelBody } from "../../stores/movement.ts";
import { kind } from "../kind.ts";

/** How much ink channels still have, read from the machine or by eye. */
export default kind({
  name: "ink level",
  body: InkLevelBody,
  sent: true,
  machine: "needed",
  amend: "replace",
  fits({ channels }, machine) {
    const known = new Set(channelsOf(machine).map(({ id }) => id));
    const strange = channels.find(({ channel }) => !known.has(channel));
    if (strange) throw new Refusal(400, `${machine.name} has no channel ${strange.channel.slice(0, 60)}.`);
  },
  folds: {
    ink_level: {
      each: "body -> 'channels'",
      columns: { channel: "v ->> 'channel'", percent: "(v ->> 'percent')::float8" },
      rows: ({ body: { channels } }) => channels.map(({ channel, percent }) => ({ channel, percent })),
    },
  },
  says: ({ channels }) => channels.map(({ channel, percent }) => `${channel} ${percent} %`).join(", "),
  samples: [
    {
      channels: [
        { channel: "white/w1", percent: 40 },
        { channel: "colour/c", percent: 12.5 },
      ],
    },
  ],
});
