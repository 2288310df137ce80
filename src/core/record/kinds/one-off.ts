import { Type } from "typebox";
import { spokenDay, toDay } from "../../calendar/day.ts";
import type { FloorView } from "../../floor/floor-view.ts";
import { callsFor } from "../../runs/answer-follows.ts";
import { Refusal } from "../../shop/refusal.ts";
import { dayOf } from "../../shop/shop.ts";
import { heldAsleep } from "../asleep.ts";
import { kind, type TabletEntry } from "../kind.ts";
import { closed, Day, Note, optional, text, Uuid } from "../shapes.ts";

const OneOff = Type.Object(
  {
    title: text(200),
    on: Day,
    minutes: Type.Integer({ minimum: 0, maximum: 1440 }),
    skill: optional(text(60)),
    note: Note,
    /** The routine that it is done by, and the sign that asked for it. */
    routine: optional(text(200)),
    sign: optional(Uuid),
    /** The routine whose answer called for this one. */
    calledIn: optional(text(200)),
  },
  closed,
);

const MOST_DAYS_AHEAD = 366;

/** Work to be done once. */
export default kind({
  name: "one-off work",
  body: OneOff,
  sent: true,
  // Work that a sign or a run asks for is anybody's to enter.
  act: ({ sign, calledIn }) => (sign === undefined && calledIn === undefined ? "plan" : undefined),
  amend: "replace",
  async held(told) {
    const { body, machine, shop, record, now } = told;
    const { routine, sign, calledIn } = body;
    if (toDay(body.on) > dayOf(shop, now) + MOST_DAYS_AHEAD)
      throw new Refusal(400, `${spokenDay(toDay(body.on), true)} is more than a year ahead. Choose an earlier day.`);
    if (routine !== undefined) await heldAsleep(told, { routine });
    if (routine !== undefined && !shop.rules.book.has(routine)) throw new Refusal(400, `There is no routine “${routine.slice(0, 60)}”.`);
    if (calledIn !== undefined && !callsFor(shop.rules.book.get(calledIn)?.steps ?? [], routine ?? ""))
      throw new Refusal(400, "No answer of that routine calls for this one.");
    if (sign !== undefined && (await record.sign(sign))?.machine !== machine)
      throw new Refusal(404, "There is no such sign at this machine.");
    return undefined;
  },
  folds: {
    one_off: {
      as: "opened",
      columns: {
        title: "body ->> 'title'",
        day: "(body ->> 'on')::date",
        minutes: "(body ->> 'minutes')::int",
        skill: "body ->> 'skill'",
        routine: "body ->> 'routine'",
      },
      rows: ({ body: { title, on, minutes, skill = null, routine = null } }) => [{ title, day: on, minutes, skill, routine }],
    },
  },
  onTablet: withOneOff,
  says: ({ title, on, minutes, note }, said) => `${title}, for ${said.day(on)}, ${minutes} min${note ? `; ${note}` : ""}`,
  words: ({ title, note }) => [title, note],
  samples: [
    { title: "Clean the bed", on: "2026-11-25", minutes: 10 },
    { title: "Head surround by menu", on: "2026-11-25", minutes: 8, routine: "R47", skill: "dtg", note: "banding" },
    { title: "Cap service", on: "2026-11-25", minutes: 40, routine: "R37", calledIn: "R36", note: "Dry: it leaks, or a tube is blocked" },
  ],
});

/** Work that was entered on this device for today. */
function withOneOff(
  view: FloorView,
  { id, machine: at, body }: TabletEntry<{ title: string; on: string; minutes: number; routine?: string; skill?: string }>,
): FloorView {
  const key = `one-off/${id}`;
  if (body.on !== view.today || view.tasks.some((item) => item.key === key)) return view;
  const place = view.machines.findIndex((each) => each.id === at);
  const machine = view.machines[place];
  const routine = body.routine ?? null;
  return {
    ...view,
    tasks: [
      ...view.tasks,
      {
        key,
        machine: at ?? null,
        machineName: machine?.name ?? null,
        area: machine?.area ?? null,
        routine,
        name: body.title,
        short: body.title,
        minutes: body.minutes,
        skill: body.skill ?? null,
        due: 0,
        place,
        state: "due",
        late: false,
        dueWords: "today",
        dueDay: view.today,
        movable: false,
        opens: view.today,
        overdueAfter: view.today,
        isCheck: false,
        glyph: "tool" as const,
        hasSteps: Boolean(view.routines[routine ?? ""]?.steps.length),
        why: ["entered here; not sent yet"],
        person: null,
        personName: null,
        given: null,
        run: null,
        doneAt: null,
        entry: null,
        oneOff: id,
      },
    ],
  };
}
