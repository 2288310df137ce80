import { withVesselSeen } from "../../floor/seen-vessel.ts";
import { Refusal } from "../../shop/refusal.ts";
import { machineOf } from "../../shop/shop.ts";
import { amountWords } from "../../stores/amount-words.ts";
import { VesselBody } from "../../stores/movement.ts";
import { kind, type Told } from "../kind.ts";
import { listed } from "../said.ts";

/** A waste vessel of a machine: looked at, emptied, replaced, or its counter reset. */
export default kind({
  name: "waste vessel",
  body: VesselBody,
  sent: true,
  machine: "needed",
  held: heldVessel,
  folds: {
    waste_move: {
      columns: {
        event: "body ->> 'event'",
        vessel: "body ->> 'vessel'",
        ml: "coalesce((body ->> 'ml')::float8, 0)",
        percent: "NULL::float8",
        before_ml: "(body ->> 'beforeMl')::float8",
        container: "body ->> 'into'",
        moved_ml:
          "CASE WHEN body ->> 'event' = 'emptied' THEN greatest(0, coalesce((body ->> 'beforeMl')::float8, 0) - coalesce((body ->> 'ml')::float8, 0)) END",
      },
      rows: ({ body: { event, vessel, ml = 0, beforeMl, into = null } }) => [
        {
          event,
          vessel,
          ml,
          percent: null,
          before_ml: beforeMl ?? null,
          container: into,
          moved_ml: event === "emptied" ? Math.max(0, (beforeMl ?? 0) - ml) : null,
        },
      ],
    },
  },
  onTablet: (view, { machine, body: { event, ml = 0, vessel } }) =>
    withVesselSeen(view, machine, event === "level" ? "level" : "emptied", ml, vessel),
  says: ({ vessel, event, ml, beforeMl, into, note }, said) =>
    event === "level"
      ? listed(`${vessel}: ${ml} mL in it`, note)
      : listed(
          `${vessel} ${event === "reset" ? "counter reset" : event}`,
          beforeMl !== undefined && `${beforeMl} mL before`,
          into && `into ${said.name("container", into)}`,
          note,
        ),
  words: ({ note }) => [note],
  samples: [
    { vessel: "bottle", event: "level", ml: 400 },
    { vessel: "bottle", event: "emptied", beforeMl: 700, into: "drum" },
    { vessel: "cartridge", event: "replaced" },
  ],
});

async function heldVessel({ body, machine: at, shop, record }: Told<VesselBody>): Promise<string | undefined> {
  const machine = machineOf(shop, at ?? "");
  const vessel = machine.waste?.find(({ id }) => id === body.vessel);
  if (!vessel) throw new Refusal(404, `${machine.name} has no waste vessel “${body.vessel.slice(0, 60)}”.`);
  for (const ml of [body.ml, body.beforeMl])
    if (ml !== undefined && ml > vessel.volumeMl)
      throw new Refusal(400, `${machine.name}'s ${vessel.kind} holds ${vessel.volumeMl} mL to the brim, so not ${Math.round(ml)} mL.`);
  if (body.event === "level" && body.ml === undefined) throw new Refusal(400, "How much is in it? A look gives a level.");
  const isCartridge = vessel.kind === "cartridge" || vessel.kind === "borderless-cartridge";
  if (body.event === "replaced" && !isCartridge) throw new Refusal(400, `A ${vessel.kind} is emptied, not replaced.`);
  if (body.event === "reset") {
    if (!isCartridge) throw new Refusal(400, "Only a counted cartridge has a counter to reset.");
    const run = body.proof ? await record.endedRun(body.proof) : undefined;
    if (!run || run.machine !== machine.id || shop.rules.book.get(run.routine)?.effects?.waste?.does !== "resets")
      throw new Refusal(
        409,
        `A counter is reset only after the cartridge was really emptied and repacked: name the ended run of ${repackOf(shop)}. A reset without it floods the machine.`,
      );
  }
  return body.event === "emptied" ? heldEmptied(body, isCartridge, shop, record) : undefined;
}

const repackOf = ({ rules }: Told["shop"]): string =>
  [...rules.book.values()].find(({ effects }) => effects?.waste?.does === "resets")?.name ?? "its repack";

async function heldEmptied(
  body: VesselBody,
  isCartridge: boolean,
  shop: Told["shop"],
  record: Told["record"],
): Promise<string | undefined> {
  if (isCartridge) throw new Refusal(400, "A cartridge is replaced, or repacked and then reset; it is not emptied by itself.");
  if (body.into === undefined) return "Where it was emptied to is not said: the year's report will miss it.";
  const container = shop.containers.find(({ id }) => id === body.into);
  if (!container) throw new Refusal(404, `There is no container “${body.into.slice(0, 60)}” in the shop.`);
  const there = (await record.container(body.into))?.ml ?? 0;
  const more = Math.max(0, (body.beforeMl ?? 0) - (body.ml ?? 0));
  const say = (ml: number) => amountWords(ml, "mL");
  if (there + more > container.volumeMl)
    throw new Refusal(
      409,
      `${container.name} has room for ${say(Math.max(0, container.volumeMl - there))}, and this is ${say(more)}: take another, or have it picked up first.`,
    );
  return undefined;
}
