import { Refusal } from "../shop/refusal.ts";
import { machineOf, personName, routineName, type Shop } from "../shop/shop.ts";
import { type EntryKind, kindOf } from "./entries.ts";
import { acceptBody } from "./validate.ts";

/** A body held against its schema and against the shop. @throws Refusal */
export function bodyOf(
  shop: Shop,
  name: EntryKind,
  body: unknown,
  { machine: machineId, routine: routineId, now }: { machine?: string; routine?: string; now: Date },
): Record<string, unknown> {
  const kind = kindOf(name);
  const accepted = acceptBody(name, body);
  if ("problems" in accepted) throw new Refusal(400, `This entry (${kind.name}) can't be kept:`, accepted.problems);
  if (!machineId) {
    if (kind.machine) throw new Refusal(400, "Which machine? An entry of this kind names one.");
    return accepted.value;
  }
  const machine = machineOf(shop, machineId);
  if (kind.routine && !routineId) throw new Refusal(400, "Which routine? An entry of this kind names one.");
  if (routineId && !shop.rules.book.has(routineId)) throw new Refusal(400, `There is no routine “${routineId.slice(0, 60)}”.`);
  const isCheck = shop.rules.book.get(routineId ?? "")?.isCheck ?? false;
  kind.fits?.(accepted.value, machine, { routine: routineId ?? null, isCheck, now });
  return accepted.value;
}

/** What a search finds an entry by: names as they are at write, and words of people's own. */
export function wordsOf(
  shop: Shop,
  person: string | null,
  name: EntryKind,
  machine: string | null | undefined,
  routine: string | null | undefined,
  body: unknown,
): string {
  const kind = kindOf(name);
  return [
    kind.name,
    machine ? (shop.machines.find(({ id }) => id === machine)?.name ?? machine) : "",
    ...(routine ? [routine, routineName(shop, routine)] : []),
    person ? personName(shop, person) : "",
    ...(kind.words?.(body) ?? []),
  ]
    .filter(Boolean)
    .join(" ")
    .slice(0, 4000);
}
