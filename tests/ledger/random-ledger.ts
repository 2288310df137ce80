import { randomFrom } from "../../src/core/random.ts";
import type { EntryKind } from "../../src/core/record/entries.ts";
import { ENTRY_KINDS, kindOf } from "../../src/core/record/entries.ts";
import type { Effective } from "../../src/core/record/kind.ts";
import type { Effects } from "../../src/core/routines/effects.ts";
import type { NewEntry } from "../../src/ledger/append.ts";

/** Ledgers made by chance from the samples of every kind: what is in them need not make sense, only be what may be kept. */

const MACHINES = ["sprat", "teal", "compass"];
const ROUTINES = ["R01", "R08", "R10", "R17", "R42", "R44", "R45", "R51", "R52", "R53", "R54", "R55", "house-flush"];
const PEOPLE = ["ottoline", "bram", "ilse"];
/** What a shop's own routine did, as kept with its entry. */
const OWN: readonly Effects[] = [{ sleeps: "drained" }, { wakes: true }, { waste: { does: "empties", before: "before", after: "after" } }];
const START = Date.UTC(2026, 10, 20);

export function randomLedger(seed: number, size: number): NewEntry[] {
  const random = randomFrom(seed);
  const below = (n: number) => Math.floor(random() * n);
  const one = <Each>(list: readonly Each[]): Each => list[below(list.length)] as Each;
  const id = () => {
    const hex = Array.from({ length: 32 }, () => below(16).toString(16)).join("");
    return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-7${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20)}`;
  };
  const runs = Array.from({ length: 6 }, () => ({ run: id(), machine: one(MACHINES), routine: one(ROUTINES) }));
  const kinds = ENTRY_KINDS.filter((kind) => kind !== "amendment");
  const entries: NewEntry[] = [];
  while (entries.length < size) {
    // Few moments, so that some fall together.
    const happenedAt = new Date(START + below(240) * 1_800_000);
    const common = { id: id(), happenedAt, localDay: happenedAt.toISOString().slice(0, 10), person: one([...PEOPLE, null]), words: "" };
    const target =
      entries.length > 10 && below(8) === 0
        ? one(entries.filter(({ kind, amends }) => !amends && kindOf(kind).amend !== "never"))
        : undefined;
    if (target) {
      const way = below(3);
      const body =
        way === 0
          ? { why: "by chance", struck: true }
          : way === 1
            ? { why: "by chance", replace: bodyOf(target.kind, entries, one, below) }
            : { why: "by chance", happenedAt: happenedAt.toISOString() };
      const localDay = way === 2 ? common.localDay : target.localDay;
      entries.push({ ...common, localDay, kind: "amendment", machine: target.machine, routine: target.routine, amends: target.id, body });
      continue;
    }
    // Runs are many in a real ledger, and tell the most.
    const kind = below(3) === 0 ? "run" : one(kinds);
    const run = kindOf(kind).run ? one(runs) : undefined;
    entries.push({
      ...common,
      kind,
      machine: run?.machine ?? (kindOf(kind).machine || below(2) ? one(MACHINES) : null),
      routine: run?.routine ?? (kindOf(kind).routine || below(2) ? one(ROUTINES) : null),
      run: run?.run ?? null,
      device: one(["tablet", null]),
      effects: below(6) === 0 ? one(OWN) : null,
      // A closed day is an entry of that day.
      body: { ...bodyOf(kind, entries, one, below), ...(kind === "day-closed" ? { day: common.localDay } : {}) },
    });
  }
  return entries;
}

/** A sample of a kind; what names another entry names one of its kind, or none that there is. */
function bodyOf(
  kind: EntryKind,
  entries: readonly NewEntry[],
  one: <Each>(list: readonly Each[]) => Each,
  below: (n: number) => number,
): Record<string, unknown> {
  const body = { ...(one(kindOf(kind).samples) as Record<string, unknown>) };
  const opened: Partial<Record<EntryKind, EntryKind>> = {
    "sign-over": "sign",
    "one-off-over": "one-off",
    "handover-seen": "handover",
    repair: "repair",
    order: "order",
  };
  const others = entries.filter((each) => each.kind === opened[kind]);
  if (typeof body.of === "string" && others.length && below(5)) body.of = one(others).id;
  return body;
}

/** The entries as their last amendments have them. */
export function effective(entries: readonly NewEntry[]): Effective[] {
  return entries.flatMap((entry) => {
    if (entry.amends) return [];
    const last = entries
      .filter(({ amends }) => amends === entry.id)
      .sort((a, b) => a.happenedAt.getTime() - b.happenedAt.getTime() || (a.id < b.id ? -1 : 1))
      .at(-1);
    if (last?.body.struck) return [];
    return [
      {
        id: entry.id,
        kind: entry.kind,
        machine: entry.machine ?? null,
        routine: entry.routine ?? null,
        run: entry.run ?? null,
        person: entry.person ?? null,
        device: entry.device ?? null,
        effects: entry.effects ?? null,
        happenedAt: typeof last?.body.happenedAt === "string" ? new Date(last.body.happenedAt) : entry.happenedAt,
        localDay: last?.localDay ?? entry.localDay,
        body: (last?.body.replace as Record<string, unknown> | undefined) ?? entry.body,
      },
    ];
  });
}
