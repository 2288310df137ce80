import { Type } from "typebox";
import { channelsOf } from "../../fleet/channels.ts";
import { withMachine } from "../../floor/floor-view.ts";
import type { NozzleEvent } from "../../nozzles/ladder/recovery.ts";
import { words as plain } from "../../routines/plain.ts";
import { Refusal } from "../../shop/refusal.ts";
import { heldAsleep } from "../asleep.ts";
import { CARE, VOIDING_CARE } from "../care.ts";
import { kind } from "../kind.ts";
import { listed } from "../said.ts";
import { ChannelId, closed, Note, optional, text } from "../shapes.ts";

/** What was done for a machine's nozzles or supply outside its routines. */
export default kind({
  name: "care",
  body: Type.Object(
    {
      what: Type.Enum([...CARE]),
      /** The rung of a clean. */
      strength: optional(text(40)),
      /** Of some heads only. */
      heads: optional(Type.Array(text(200), { maxItems: 50 })),
      channels: optional(Type.Array(ChannelId, { maxItems: 200 })),
      /** A clean in cleaning fluid. */
      inFluid: optional(Type.Boolean()),
      ml: optional(Type.Number({ minimum: 0, maximum: 5000 })),
      minutes: optional(Type.Number({ minimum: 0, maximum: 1440 })),
      /** Of a seal test: the pad did not brim. */
      leaks: optional(Type.Boolean()),
      note: Note,
    },
    closed,
  ),
  sent: true,
  machine: "needed",
  amend: "replace",
  fits({ heads = [], channels = [] }, machine) {
    const own = channelsOf(machine);
    const strange = heads.find((id) => !own.some(({ head }) => head === id)) ?? channels.find((id) => !own.some((each) => each.id === id));
    if (strange) throw new Refusal(400, `${machine.name} has no head or channel ${strange.slice(0, 60)}.`);
  },
  held: (told) =>
    !told.body.inFluid && (told.body.what === "clean" || told.body.what === "load")
      ? heldAsleep(told, "opening-cleans", { notOnTheWayBack: true })
      : Promise.resolve(undefined),
  folds: {
    machine_fact: {
      where: `body ->> 'what' IN (${VOIDING_CARE.map((what) => `'${what}'`).join(", ")})`,
      columns: { fact: "'voided'" },
      rows: ({ body }) => (VOIDING_CARE.includes(body.what) ? [{ fact: "voided" }] : []),
    },
  },
  nozzles({ what, strength, heads, inFluid, ml, minutes, leaks }, { at, id, person }): NozzleEvent | undefined {
    const base = { at, entry: id, person };
    const cost = { ...(ml === undefined ? {} : { ml }), ...(minutes === undefined ? {} : { minutes }) };
    if (what === "clean")
      return { ...base, ...cost, kind: what, rung: strength ?? "", ...(heads ? { heads } : {}), ...(inFluid ? { inFluid } : {}) };
    if (what === "load") return { ...base, ...cost, kind: what };
    if (what === "seal-test") return { ...base, kind: what, ...(leaks ? { leaks } : {}) };
    return what === "repair" || what === "wake" ? undefined : { ...base, kind: what };
  },
  onTablet: (view, entry) =>
    VOIDING_CARE.includes(entry.body.what)
      ? withMachine(view, entry.machine, (machine) =>
          machine.word === "Out of order" || machine.word === "Asleep"
            ? machine
            : { ...machine, word: "Unchecked", why: "By what was entered here after the last check; it is not sent yet." },
        )
      : view,
  says: ({ what, strength, heads = [], channels = [], inFluid, leaks, ml, minutes, note }) =>
    listed(
      plain(what),
      strength,
      heads.join(" and ") || channels.join(" and "),
      inFluid && "in fluid",
      leaks !== undefined && (leaks ? "the seal leaks" : "the seal is good"),
      ml !== undefined && `${ml} mL`,
      minutes !== undefined && `${minutes} min`,
      note,
    ),
  words: ({ what, note }) => [plain(what), note],
  samples: [
    { what: "clean", strength: "normal", heads: ["white"], ml: 4, minutes: 2 },
    { what: "seal-test", leaks: true },
    { what: "look", channels: ["white/w1"], note: "bubble in the damper" },
  ],
});
