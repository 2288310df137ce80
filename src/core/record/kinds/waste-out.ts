import { Refusal } from "../../shop/refusal.ts";
import { amountWords } from "../../stores/amount-words.ts";
import { WasteOutBody } from "../../stores/movement.ts";
import { kind } from "../kind.ts";

/** Waste that left the shop. */
export default kind({
  name: "waste collected",
  body: WasteOutBody,
  sent: true,
  async held({ body, shop, record }) {
    const container = shop.containers.find(({ id }) => id === body.container);
    const say = (ml: number) => amountWords(ml, "mL");
    if (!container) throw new Refusal(404, `There is no container “${body.container.slice(0, 60)}” in the shop.`);
    if (body.ml > container.volumeMl * 1.001)
      throw new Refusal(400, `${container.name} holds ${say(container.volumeMl)}, so not ${say(body.ml)}.`);
    const there = (await record.container(body.container))?.ml ?? 0;
    return Math.abs(there - body.ml) > 0.1 * container.volumeMl
      ? `By the emptyings it held ${say(Math.max(0, there))}; you entered ${say(body.ml)}. Both are kept.`
      : undefined;
  },
  folds: {
    waste_move: {
      columns: {
        event: "'out'",
        vessel: "NULL",
        ml: "NULL::float8",
        percent: "NULL::float8",
        before_ml: "NULL::float8",
        container: "body ->> 'container'",
        moved_ml: "-(body ->> 'ml')::float8",
      },
      rows: ({ body: { container, ml } }) => [
        { event: "out", vessel: null, ml: null, percent: null, before_ml: null, container, moved_ml: -ml },
      ],
    },
  },
  says: ({ container, ml, taker, papers }, said) =>
    `${amountWords(ml, "mL")} of ${said.name("container", container)} left the shop with ${taker}, papers ${papers}`,
  words: ({ taker, papers, note }) => [taker, papers, note],
  samples: [{ container: "drum", ml: 18_000, taker: "Harbour Waste", papers: "HW-17" }],
});
