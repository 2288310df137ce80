import { Type } from "typebox";
import { isoDay, spokenDay, toDay } from "../../calendar/day.ts";
import { Refusal } from "../../shop/refusal.ts";
import { dayOf, machineOf } from "../../shop/shop.ts";
import { kind } from "../kind.ts";
import { listed } from "../said.ts";
import { closed, Day, Note, optional, text, Uuid } from "../shapes.ts";

/** A machine out of order: opened by one entry, changed and closed by others that name it. */
export default kind({
  name: "repair",
  body: Type.Object(
    {
      event: Type.Enum(["open", "change", "close"]),
      of: optional(Uuid),
      symptom: optional(text(500)),
      waitsFor: optional(text(500)),
      expected: optional(Type.Union([Day, Type.Null()])),
      /** In hundredths of the shop's money. */
      costCents: optional(Type.Integer({ minimum: 0, maximum: 1e12 })),
      /** Routines that go on all the same. */
      goOn: optional(Type.Array(text(200), { maxItems: 200 })),
      note: Note,
    },
    closed,
  ),
  sent: true,
  machine: "needed",
  async held({ body, machine: at, shop, record }) {
    const machine = machineOf(shop, at ?? "");
    if (body.event === "open") {
      if (!body.symptom) throw new Refusal(400, "What is wrong with it? A symptom goes with it.");
      const open = await record.openRepair(machine.id);
      if (open) throw new Refusal(409, `${machine.name} is out of order already, since ${spokenDay(toDay(open.openedDay))}.`);
      const unknown = body.goOn?.find((id) => !shop.rules.book.has(id));
      if (unknown !== undefined) throw new Refusal(400, `There is no routine “${unknown.slice(0, 60)}” to go on.`);
      return undefined;
    }
    const repair = body.of ? await record.repair(body.of) : undefined;
    if (!repair || repair.machine !== machine.id) throw new Refusal(404, "There is no such repair of this machine.");
    if (repair.closedAt) throw new Refusal(409, "This repair is closed already.");
    const checks = machine.class !== "cij" && (machine.heads ?? []).some(({ channels }) => channels?.length);
    if (body.event === "close" && checks && !(await record.checkedSince(machine.id, repair.openedAt)))
      throw new Refusal(
        409,
        `A repair is closed by a nozzle check. Enter one for ${machine.name} first; it was last checked before ${isoDay(dayOf(shop, repair.openedAt))}.`,
      );
    return undefined;
  },
  folds: {
    repair: [
      {
        as: "opened",
        where: "body ->> 'event' = 'open'",
        columns: { opened_at: "happened_at", opened_day: "local_day", body: "body" },
        rows: ({ happenedAt, localDay, body }) => (body.event === "open" ? [{ opened_at: happenedAt, opened_day: localDay, body }] : []),
      },
      {
        as: "changed",
        where: "body ->> 'event' = 'change'",
        columns: { body: "body - 'event' - 'of' - 'note'" },
        rows: ({ body }) => (body.event === "change" ? [{ body: saidOf(body) }] : []),
      },
      {
        as: "closed",
        where: "body ->> 'event' = 'close'",
        columns: { closed_at: "happened_at", closed_day: "local_day", closed_by: "person" },
        rows: ({ happenedAt, localDay, person, body }) =>
          body.event === "close" ? [{ closed_at: happenedAt, closed_day: localDay, closed_by: person }] : [],
      },
    ],
  },
  says: ({ event, symptom, waitsFor, expected, costCents, note }) =>
    listed(
      event === "open" ? "out of order" : event === "close" ? "back in order" : "repair",
      symptom,
      waitsFor && `waits for ${waitsFor}`,
      expected && `expected ${expected}`,
      costCents && `cost ${(costCents / 100).toFixed(2)}`,
      note,
    ),
  words: ({ symptom, waitsFor, note }) => [symptom, waitsFor, note],
  samples: [
    { event: "open", symptom: "pump leaks", goOn: ["R08"] },
    { event: "change", of: "01930000-0000-7000-8000-000000000001", waitsFor: "a pump", expected: "2026-12-01", costCents: 12000 },
    { event: "close", of: "01930000-0000-7000-8000-000000000001", note: "new pump" },
  ],
});

const saidOf = ({ event: _, of: __, note: ___, ...said }: { event: string; of?: string; note?: string }) => said;
