import { Type } from "typebox";
import { SIGNS } from "../../fleet/vocabulary.ts";
import { withMachine } from "../../floor/floor-view.ts";
import { words as plain } from "../../routines/plain.ts";
import { signWords } from "../../signs/guide.ts";
import { kind } from "../kind.ts";
import { listed } from "../said.ts";
import { closed, Note, optional } from "../shapes.ts";

/** Something seen on a machine that has a cause. */
export default kind({
  name: "sign",
  body: Type.Object(
    {
      sign: Type.String({ pattern: `^(?:${SIGNS.join("|")}|house-[A-Za-z0-9._-]*)$`, maxLength: 200 }),
      note: Note,
      broughtIn: optional(Type.Boolean()),
    },
    closed,
  ),
  sent: true,
  machine: "needed",
  amend: "replace",
  folds: {
    report: {
      columns: { kind: "'sign'", what: "coalesce(routine, body ->> 'sign')" },
      rows: ({ routine, body }) => [{ kind: "sign", what: routine ?? body.sign }],
    },
    open_sign: {
      as: "opened",
      // What was brought in is history; nobody has to explain it.
      where: "NOT body ? 'broughtIn'",
      columns: { sign: "body ->> 'sign'", seen_at: "happened_at", seen_day: "local_day", note: "body ->> 'note'" },
      rows: ({ happenedAt, localDay, body }) =>
        body.broughtIn === undefined ? [{ sign: body.sign, seen_at: happenedAt, seen_day: localDay, note: body.note ?? null }] : [],
    },
  },
  nozzles: ({ sign }, { at, id, person }) => (sign === "mixed-colours" ? { at, entry: id, person, kind: "mixed" } : undefined),
  onTablet: (view, { id, machine: at, body }) =>
    withMachine(view, at, (machine) => {
      if (machine.signs?.some((known) => known.id === id)) return machine;
      const words = view.signGuide?.find((each) => each.sign === body.sign)?.words ?? body.sign;
      const seen = { id, sign: body.sign, words, seen: "just now, not sent yet", note: body.note ?? null };
      return { ...machine, signs: [...(machine.signs ?? []), seen] };
    }),
  says: ({ sign, note }) => listed(signWords(sign), note),
  words: ({ sign, note }) => [plain(sign), note],
  samples: [{ sign: "banding" }, { sign: "mixed-colours", note: "magenta in yellow" }],
});
