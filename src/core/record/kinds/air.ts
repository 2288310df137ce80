import { Refusal } from "../../shop/refusal.ts";
import { AirBody } from "../../stores/movement.ts";
import { kind } from "../kind.ts";

/** The air of a room, read by a person. */
export default kind({
  name: "room air",
  body: AirBody,
  sent: true,
  amend: "replace",
  heldWhenAmended: true,
  async held({ body: { area }, shop }) {
    if (!shop.areas.some(({ id }) => id === area)) throw new Refusal(400, `There is no area “${area.slice(0, 60)}” in this shop.`);
    return undefined;
  },
  says: ({ area, celsius, humidityPercent }, said) => `${said.name("area", area)}: ${humidityPercent} % at ${celsius} °C`,
  words: ({ note }) => [note],
  samples: [{ area: "garments", celsius: 21, humidityPercent: 42 }],
});
