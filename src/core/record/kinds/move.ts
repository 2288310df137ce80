import { Type } from "typebox";
import { spokenDay, toDay } from "../../calendar/day.ts";
import { dueOfMachine } from "../../due/due-work.ts";
import { Refusal } from "../../shop/refusal.ts";
import { dayOf, machineOf, routineName } from "../../shop/shop.ts";
import { kind } from "../kind.ts";
import { closed, Day, Note, optional } from "../shapes.ts";

/** Due work moved to another day. */
export default kind({
  name: "move",
  body: Type.Object({ due: Day, to: Day, reason: Note, broughtIn: optional(Type.Boolean()) }, closed),
  sent: true,
  machine: "needed",
  routine: "needed",
  act: "plan",
  amend: "replace",
  async held({ body: { due, to, reason }, machine: id, routine, shop, now, record }) {
    const today = dayOf(shop, now);
    const machine = machineOf(shop, id ?? "");
    const facts = await record.dueFacts(machine);
    const [from, goal] = [toDay(due), toDay(to)];
    const others = facts && { ...facts, moves: without(facts.moves, routine ?? "", from) };
    const work = others ? dueOfMachine(others, shop.rules, today, Math.max(1, from - today + 1)) : [];
    const found = work.find((each) => each.routine === routine && each.due === from && each.state !== "done" && each.state !== "skipped");
    const name = routineName(shop, routine ?? "");
    if (!found) throw new Refusal(400, `${name} at ${machine.name} is not due on ${spokenDay(from)}, so there is nothing to move.`);
    if (found.beat || found.key.endsWith("/idle"))
      throw new Refusal(400, `${name} belongs to its day and can't be moved; skip it with a reason instead.`);
    if (goal < today) throw new Refusal(400, "It can't be moved to a day that is over.");
    if ((goal < found.opens || goal > found.overdueAfter) && !reason)
      throw new Refusal(
        400,
        `${spokenDay(goal)} is outside its window (${spokenDay(found.opens)} to ${spokenDay(found.overdueAfter)}). Say why, and it is moved all the same.`,
      );
    return undefined;
  },
  folds: {
    occurrence_move: {
      where: "routine IS NOT NULL",
      columns: { due: "(body ->> 'due')::date", to_day: "(body ->> 'to')::date" },
      rows: ({ routine, body: { due, to } }) => (routine ? [{ due, to_day: to }] : []),
    },
  },
  says: ({ due, to, reason }, said) => `${said.day(due)} to ${said.day(to)}${reason ? `: ${reason}` : ""}`,
  words: ({ reason }) => [reason],
  samples: [
    { due: "2026-11-25", to: "2026-11-26" },
    { due: "2026-11-25", to: "2026-11-30", reason: "big job" },
  ],
});

/** Moves without the one of a due day: a second move of the same work takes the first one's place. */
function without(moves: ReadonlyMap<string, ReadonlyMap<number, number>>, routine: string, due: number) {
  return new Map([...moves].map(([id, days]) => [id, id === routine ? new Map([...days].filter(([from]) => from !== due)) : days]));
}
