import { uuidv7 } from "uuidv7";
import { isoDay, toDay } from "../../core/calendar/day.ts";
import { wordsOf } from "../../core/record/entry-body.ts";
import { machineOf, type Shop } from "../../core/shop/shop.ts";
import type { SleepBody } from "../../core/standby/said.ts";
import { append, type NewEntry } from "../../ledger/append.ts";
import type { Connection } from "../../ledger/database.ts";
import { lastChecks, lastPin } from "../../ledger/nozzles.ts";
import { oneOffs } from "../../ledger/tasks.ts";
import { now } from "../clock.ts";
import { dayAt } from "../shop/shop.ts";
import { standbyOf } from "./of.ts";
import { nameOf } from "./sleeps.ts";

/** Without an end, a cap is looked at for so long ahead. */
const LOOKS_AHEAD_DAYS = 28;
const LOOK = "look at the cap";

/** What follows when a machine falls asleep or is woken: its last check is pinned, looks at its cap are asked for or called off. In the same transaction. */
export async function followSleep(tx: Connection, shop: Shop, made: NewEntry): Promise<void> {
  const { machine, kind, routine, body } = made;
  if (!machine) return;
  const ended = (kind === "routine" && (body.outcome ?? "done") === "done") || (kind === "run" && body.event === "end");
  const said = kind === "sleep" ? (body as SleepBody) : undefined;
  const effects = ended ? shop.rules.book.get(routine ?? "")?.effects : undefined;
  const down = said?.event === "down" || effects?.sleeps !== undefined;
  const up = said?.event === "up" || effects?.wakes === true;
  const entries: NewEntry[] = [];
  const entry = (more: Pick<NewEntry, "kind" | "body">): NewEntry => ({
    id: uuidv7(),
    machine,
    person: made.person ?? null,
    happenedAt: made.happenedAt,
    localDay: made.localDay,
    words: wordsOf(shop, made.person ?? null, more.kind, machine, null, more.body),
    ...more,
  });
  if (down) {
    const [check] = await lastChecks(tx, shop.id, machine, 1);
    const pin = await lastPin(tx, shop.id, machine);
    if (check && check.happenedAt <= made.happenedAt && pin?.body.of !== check.id)
      entries.push(entry({ kind: "pin", body: { of: check.id, note: "before storage" } }));
    if (said?.regime === "solution") {
      const every = standbyOf(shop, machineOf(shop, machine)).capLookDays;
      const from = toDay(made.localDay);
      const until = said.until ? Math.min(toDay(said.until) - 1, from + LOOKS_AHEAD_DAYS) : from + LOOKS_AHEAD_DAYS;
      for (let day = from + every; day <= until; day += every) {
        // On a day with nobody there, the next one on which somebody is.
        let on = day;
        while (on <= until && !shop.rules.works(on)) on++;
        if (on <= until && !entries.some(({ body: other }) => other.on === isoDay(on)))
          entries.push(entry({ kind: "one-off", body: { title: `${nameOf(shop, machine)}: ${LOOK}`, on: isoDay(on), minutes: 3 } }));
      }
    }
  }
  if (up) {
    const today = isoDay(dayAt(shop));
    const open = await oneOffs(tx, shop.id, today, isoDay(dayAt(shop) + 60));
    for (const each of open)
      if (each.machine === machine && each.outcome === null && each.title.endsWith(LOOK))
        entries.push(entry({ kind: "one-off-over", body: { of: each.id, outcome: "skipped", reason: "it was woken" } }));
  }
  if (entries.length) await append(tx, shop.id, entries, now());
}
