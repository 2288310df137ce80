import { Type } from "typebox";
import { channelsOf } from "../../fleet/channels.ts";
import { withMachine, withSettled } from "../../floor/floor-view.ts";
import { ChannelReading } from "../../nozzles/channel-reading.ts";
import { checkState } from "../../nozzles/readiness.ts";
import { stateSentence } from "../../nozzles/state-sentence.ts";
import { Refusal } from "../../shop/refusal.ts";
import { kind } from "../kind.ts";
import { settledBefore } from "../settled-before.ts";
import { ChannelId, closed, Note, optional } from "../shapes.ts";

const Verdict = Type.Enum(["good", "missing", "weak", "deflected"]);

/** More nozzles than any channel of a print head has (common practice), where its pattern is not known. */
const MOST_NOZZLES = 5000;

/** A printed nozzle check as it was read. */
export default kind({
  name: "nozzle check",
  body: Type.Object(
    {
      channels: Type.Array(ChannelReading, { minItems: 1, maxItems: 200 }),
      note: Note,
      /** Read from a picture, marked nozzle by nozzle, or counted; left out: counted. */
      source: optional(Type.Enum(["scan", "tap", "count"])),
      /** What a person made of what was read from a picture. */
      corrected: optional(
        Type.Array(
          Type.Object({ id: ChannelId, nozzle: Type.Integer({ minimum: 0, maximum: 50_000 }), from: Verdict, to: Verdict }, closed),
          { maxItems: 5000 },
        ),
      ),
    },
    closed,
  ),
  sent: true,
  machine: "needed",
  amend: "replace",
  fits({ channels }, machine) {
    const known = new Set(channelsOf(machine).map(({ id }) => id));
    const strange = channels.find(({ id }) => !known.has(id));
    if (strange) throw new Refusal(400, `${machine.name} has no channel ${strange.id.slice(0, 60)}.`);
    const unlike = channels.find(
      ({ which, missing, weak, deflected }) =>
        which && (which.missing.length !== missing || which.weak.length !== weak || which.deflected.length !== deflected),
    );
    if (unlike) throw new Refusal(400, `The nozzles listed for ${unlike.id} are not as many as are counted.`);
    if (new Set(channels.map(({ id }) => id)).size < channels.length) throw new Refusal(400, "A channel stands twice in this check.");
  },
  held(told) {
    const nozzles = new Map(told.shop.patterns.get(told.machine ?? "")?.channels.map((channel) => [channel.id, channel.nozzles]));
    for (const { id, missing, weak, deflected } of told.body.channels) {
      const [bad, most] = [missing + weak + deflected, nozzles.get(id) ?? MOST_NOZZLES];
      if (bad > most)
        throw new Refusal(400, `${id} has ${nozzles.has(id) ? most : `at most ${most}`} nozzles; ${bad} can’t be wrong. Count again.`);
    }
    return settledBefore(told);
  },
  folds: {
    settled_day: {
      where: "routine IS NOT NULL",
      columns: { outcome: "'done'", first: "true", drew: "NULL::jsonb" },
      rows: ({ routine }) => (routine ? [{ outcome: "done", first: true, drew: null }] : []),
    },
    latest_check: {
      each: "body -> 'channels'",
      columns: {
        channel: "v ->> 'id'",
        missing: "(v ->> 'missing')::int",
        weak: "(v ->> 'weak')::int",
        deflected: "(v ->> 'deflected')::int",
        neighbours: "(v ->> 'neighbours')::boolean",
        unread: "coalesce((v ->> 'unread')::boolean, false)",
      },
      rows: ({ body }) =>
        body.channels.map(({ id, missing, weak, deflected, neighbours, unread = false }) => ({
          channel: id,
          missing,
          weak,
          deflected,
          neighbours,
          unread,
        })),
    },
    machine_fact: { columns: { fact: "'active'" }, rows: () => [{ fact: "active" }] },
  },
  nozzles: ({ channels }, { at, id, person }) => ({ at, entry: id, person, kind: "check", channels }),
  onTablet: (view, entry) => {
    const { channels } = entry.body;
    const read = new Map(channels.map((channel) => [channel.id, channel]));
    return withMachine(withSettled(view, entry, "done"), entry.machine, (machine) => {
      if (machine.word === "Out of order" || machine.word === "Asleep") return machine;
      const at = new Date(entry.at);
      const state = checkState(
        {
          at,
          day: view.today,
          channels,
          entry: entry.id,
          ids: machine.channels.map(({ id }) => id),
          nozzles: machine.desk?.judging.nozzles,
        },
        machine.readiness,
      );
      return {
        ...machine,
        word: state.word,
        why: `${stateSentence(state, view.timeZone)} By the check entered here; it is not sent yet.`,
        channels: machine.channels.map((channel) => ({
          ...channel,
          gone: false,
          unread: false,
          read: read.has(channel.id),
          ...read.get(channel.id),
        })),
      };
    });
  },
  says: ({ channels }) => {
    const faulty = channels.filter(({ missing, weak, deflected, gone }) => missing || weak || deflected || gone);
    if (faulty.length === 0) return `${channels.filter(({ unread }) => !unread).length} channels, none missing`;
    return faulty
      .map(({ id, missing, weak, deflected, neighbours, gone }) => {
        const counts = [missing && `${missing} missing`, weak && `${weak} weak`, deflected && `${deflected} deflected`].filter(Boolean);
        return `${id} ${gone ? "all missing" : counts.join(", ")}${neighbours ? " side by side" : ""}`;
      })
      .join("; ");
  },
  words: ({ note }) => [note],
  samples: [
    { channels: [{ id: "colour/c", missing: 0, weak: 0, deflected: 0, neighbours: false }] },
    {
      source: "tap",
      channels: [
        {
          id: "white/w1",
          missing: 2,
          weak: 1,
          deflected: 0,
          neighbours: true,
          which: { missing: [4, 5], weak: [9], deflected: [] },
        },
        { id: "colour/c", missing: 0, weak: 0, deflected: 0, neighbours: false, unread: true },
      ],
    },
  ],
});
