import { amountWords } from "../../core/stores/item.ts";
import type { AirBody, InkLevelBody, MixBody, OrderBody, StockBody, VesselBody, WasteOutBody } from "../../core/stores/movement.ts";

const SAID: Record<StockBody["event"], string> = {
  received: "received",
  used: "used",
  counted: "counted",
  discarded: "thrown away",
  moved: "moved",
  opened: "opened",
  "last-box": "last box opened",
  "kit-opened": "kit opened",
};

/** What an entry of the store says, in a line. Bodies passed their schema when they were written. */
export function storesSays(kind: string, body: Record<string, unknown>): string {
  switch (kind) {
    case "stock": {
      const { event, lines, to, reason, note } = body as StockBody;
      const some = lines
        .slice(0, 6)
        .map(({ item, amount, unit, lot, channel }) =>
          [item, event === "opened" || event === "last-box" ? "" : amountWords(amount, unit), lot && `lot ${lot}`, channel]
            .filter(Boolean)
            .join(" "),
        );
      return [
        `${SAID[event]}: ${some.join(", ")}${lines.length > 6 ? ` and ${lines.length - 6} more` : ""}`,
        to && `to ${to}`,
        reason,
        note,
      ]
        .filter(Boolean)
        .join("; ");
    }
    case "mix": {
      const { item, lot, amountMl, parts } = body as MixBody;
      return `mixed ${amountWords(amountMl, "mL")} of ${item}, lot ${lot}: ${parts.map((part) => `${part.item} ${amountWords(part.ml, "mL")}`).join(", ")}`;
    }
    case "order": {
      const { event, supplier, lines = [], reason } = body as OrderBody;
      return event === "closed"
        ? `no more of an order is expected: ${reason ?? ""}`
        : `ordered from ${supplier}: ${lines.map(({ item, packs }) => `${packs} × ${item}`).join(", ")}`;
    }
    case "vessel": {
      const { vessel, event, ml, beforeMl, into } = body as VesselBody;
      if (event === "level") return `${vessel}: ${ml} mL in it`;
      return [
        `${vessel} ${event === "reset" ? "counter reset" : event}`,
        beforeMl !== undefined && `${beforeMl} mL before`,
        into && `into ${into}`,
      ]
        .filter(Boolean)
        .join(", ");
    }
    case "waste-out": {
      const { container, ml, taker, papers } = body as WasteOutBody;
      return `${amountWords(ml, "mL")} of ${container} left the house with ${taker}, papers ${papers}`;
    }
    case "ink-level":
      return (body as InkLevelBody).channels.map(({ channel, percent }) => `${channel} ${percent} %`).join(", ");
    default: {
      const { area, celsius, humidityPercent } = body as AirBody;
      return `${area}: ${humidityPercent} % at ${celsius} °C`;
    }
  }
}
