import { words as plain } from "../core/due/sentence.ts";
import { channelsOf } from "../core/fleet/channels.ts";
import { type Body, type EntryKind, WITH_ROUTINE, WITHOUT_MACHINE } from "../core/record/entries.ts";
import { acceptBody } from "../core/record/validate.ts";
import { now } from "./clock.ts";
import { Refusal } from "./refusal.ts";
import { machineOf, type Shop } from "./shop.ts";

/** A body held against its schema and against the shop. */
export function bodyOf(shop: Shop, kind: EntryKind, body: unknown, machineId?: string, routineId?: string): Record<string, unknown> {
  const accepted = acceptBody(kind, body);
  if ("problems" in accepted) throw new Refusal(400, `This ${plain(kind)} entry can't be kept:`, accepted.problems);
  if (!machineId) {
    if (!WITHOUT_MACHINE.includes(kind)) throw new Refusal(400, "Which machine? An entry of this kind names one.");
    return accepted.value;
  }
  const machine = machineOf(shop, machineId);
  if (WITH_ROUTINE.includes(kind) && !routineId) throw new Refusal(400, "Which routine? An entry of this kind names one.");
  if (routineId && !shop.rules.book.has(routineId)) throw new Refusal(400, `There is no routine “${routineId.slice(0, 60)}”.`);
  if (kind === "routine") {
    const { outcome, reason } = accepted.value as { outcome?: string; reason?: string };
    if (shop.rules.book.get(routineId ?? "")?.isCheck && outcome !== "skipped")
      throw new Refusal(400, "A check is entered with its readings, channel by channel.");
    if (outcome === "skipped" && !reason) throw new Refusal(400, "Why is it skipped? A reason goes with it.");
  }
  if (kind === "check") {
    const known = new Set(channelsOf(machine).map(({ id }) => id));
    const { channels } = accepted.value as { channels: { id: string }[] };
    const strange = channels.find(({ id }) => !known.has(id));
    if (strange) throw new Refusal(400, `${machine.name} has no channel ${strange.id.slice(0, 60)}.`);
    const unlike = (accepted.value as Body<"check">).channels.find(
      ({ which, missing, weak, deflected }) =>
        which && (which.missing.length !== missing || which.weak.length !== weak || which.deflected.length !== deflected),
    );
    if (unlike) throw new Refusal(400, `The nozzles listed for ${unlike.id} are not as many as are counted.`);
    if (new Set(channels.map(({ id }) => id)).size < channels.length) throw new Refusal(400, "A channel stands twice in this check.");
  }
  if (kind === "care") {
    const { heads = [], channels = [] } = accepted.value as Body<"care">;
    const own = channelsOf(machine);
    const strange = heads.find((id) => !own.some(({ head }) => head === id)) ?? channels.find((id) => !own.some((each) => each.id === id));
    if (strange) throw new Refusal(400, `${machine.name} has no head or channel ${strange.slice(0, 60)}.`);
  }
  if (kind === "part") {
    const { part } = accepted.value as Body<"part">;
    if (![...(machine.parts ?? []), ...(machine.heads ?? [])].some(({ id }) => id === part))
      throw new Refusal(400, `${machine.name} has no part or head ${part.slice(0, 60)}.`);
  }
  if (kind === "counter") checkReading(machine.counters?.map(({ name }) => name) ?? [], accepted.value as { counter: string });
  if ((kind === "busy" || kind === "release") && "until" in accepted.value) {
    const until = new Date(String(accepted.value.until));
    if (until.getTime() > now().getTime() + 14 * 86_400_000) throw new Refusal(400, "Until when? At most 14 days ahead.");
  }
  return accepted.value;
}

function checkReading(counters: string[], { counter }: { counter: string }): void {
  if (!counters.includes(counter))
    throw new Refusal(400, `This machine keeps no counter “${plain(counter)}”; it keeps ${counters.map(plain).join(", ") || "none"}.`);
}
