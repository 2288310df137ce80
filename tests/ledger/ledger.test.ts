import { sql } from "drizzle-orm";
import fc from "fast-check";
import { uuidv7 } from "uuidv7";
import { describe, expect, test } from "vitest";
import { append, type NewEntry } from "../../src/ledger/append.ts";
import { compareSite } from "../../src/ledger/compare.ts";
import { ledgerPage } from "../../src/ledger/reading.ts";
import { checkEntry, db, newSite } from "./database.ts";

const now = new Date("2026-11-25T12:00:00Z");
const add = (site: string, entries: NewEntry[]) => db.transaction((tx) => append(tx, site, entries, now));
const amendment = (target: NewEntry, rest: Record<string, unknown>, at: string, localDay = target.localDay): NewEntry => ({
  id: uuidv7(),
  kind: "amendment",
  machine: target.machine,
  routine: target.routine,
  person: "bram",
  happenedAt: new Date(at),
  localDay,
  amends: target.id,
  body: { why: "miscounted", ...rest },
  words: "",
});
const checkOf = async (site: string, machine: string) =>
  (
    await db.execute<{ channel: string; missing: number }>(
      sql`SELECT channel, missing FROM latest_check WHERE site = ${site} AND machine = ${machine} ORDER BY channel`,
    )
  ).rows;

describe("the ledger", () => {
  test("is append-only: the database refuses change, deletion and emptying, to the owner as well", async () => {
    const site = await newSite();
    await add(site, [checkEntry("teal", "2026-11-25T07:10:00Z")]);
    for (const statement of [
      "UPDATE entry SET kind = 'x'",
      "DELETE FROM entry",
      "TRUNCATE entry",
      "UPDATE settings_version SET body = '{}'",
      "DELETE FROM settings_version",
    ])
      await expect(db.execute(sql.raw(statement)), statement).rejects.toMatchObject({
        cause: { message: expect.stringMatching(/permission denied|append-only/) },
      });
  });

  test("has no gaps and no doubles, whoever writes at once", async () => {
    const site = await newSite();
    const entries = Array.from({ length: 60 }, (_, index) =>
      checkEntry("teal", `2026-11-25T07:${String(index).padStart(2, "0")}:00Z`, index),
    );
    // Each entry is sent twice, by eight writers at once; one of them gives up in the middle.
    const writers = [...entries, ...entries].map((each, index) =>
      index === 40
        ? db
            .transaction(async (tx) => {
              await append(tx, site, [checkEntry("teal", "2026-11-25T08:00:00Z")], now);
              throw new Error("gave up");
            })
            .catch(() => {})
        : add(site, [each]),
    );
    await Promise.all(writers);
    const { rows } = await db.execute<{ seq: number }>(sql`SELECT seq FROM entry WHERE site = ${site} ORDER BY seq`);
    expect(rows.map(({ seq }) => seq)).toEqual(rows.map((_, index) => index + 1));
    expect((await ledgerPage(db, site, { limit: 1000, kind: "check" })).length).toBe(60);
    expect(await compareSite(db, site)).toEqual([]);
  });

  test("the same entry twice counts once; another under the same id is a conflict", async () => {
    const site = await newSite();
    const entry = checkEntry("teal", "2026-11-25T07:10:00Z");
    expect((await add(site, [entry]))[0]?.result).toBe("added");
    expect((await add(site, [entry, { ...entry, body: { channels: [] } }])).map(({ result }) => result)).toEqual(["known", "conflict"]);
  });

  test("an amendment takes the entry's place in what is shown, and both stay; struck out, the one before counts", async () => {
    const site = await newSite();
    const [first, second] = [checkEntry("teal", "2026-11-24T07:10:00Z", 1), checkEntry("teal", "2026-11-25T07:10:00Z", 12)];
    await add(site, [first, second]);
    expect((await checkOf(site, "teal"))[0]).toEqual({ channel: "H1/K", missing: 12 });
    await add(site, [
      amendment(
        second,
        { replace: { channels: [{ id: "H1/K", missing: 2, weak: 0, deflected: 0, neighbours: false }] } },
        "2026-11-25T08:00:00Z",
      ),
    ]);
    expect((await checkOf(site, "teal"))[0]).toEqual({ channel: "H1/K", missing: 2 });
    await add(site, [amendment(second, { struck: true }, "2026-11-25T09:00:00Z")]);
    expect((await checkOf(site, "teal"))[0]).toEqual({ channel: "H1/K", missing: 1 });
    expect((await ledgerPage(db, site, { machine: "teal", limit: 10 })).filter(({ kind }) => kind !== "settings")).toHaveLength(4);
    const { rows } = await db.execute(sql`SELECT day FROM settled_day WHERE site = ${site} AND machine = 'teal'`);
    expect(rows).toEqual([{ day: "2026-11-24" }]);
    expect(await compareSite(db, site)).toEqual([]);
  });

  test("projections are the same whatever the order of arrival, with doubles and late entries", async () => {
    const made = fc.array(
      fc.record({
        machine: fc.constantFrom("teal", "sprat"),
        day: fc.integer({ min: 20, max: 25 }),
        hour: fc.integer({ min: 5, max: 20 }),
        missing: fc.integer({ min: 0, max: 9 }),
        what: fc.constantFrom("check", "routine", "skip", "counter", "busy", "care", "move", "print-day", "sign", "closed"),
        amend: fc.constantFrom("no", "no", "change", "strike", "time"),
      }),
      { minLength: 3, maxLength: 14 },
    );
    await fc.assert(
      fc.asyncProperty(made, fc.integer(), async (recipes, seed) => {
        const entries = recipes.flatMap(({ machine, day, hour, missing, what, amend }): NewEntry[] => {
          const at = `2026-11-${day}T${String(hour).padStart(2, "0")}:00:00Z`;
          const bodies: Record<string, Record<string, unknown>> = {
            routine: { outcome: "done" },
            skip: { outcome: "skipped", reason: "no time" },
            counter: { counter: "prints", value: missing },
            busy: { until: at },
            care: { what: "clean" },
            move: { due: "2026-11-27", to: "2026-11-26" },
            "print-day": { date: "2026-11-25", prints: missing > 4 },
            sign: { sign: "banding" },
          };
          const base = checkEntry(machine, at, missing);
          if (what === "closed")
            return [
              {
                ...base,
                kind: "day-closed",
                machine: null,
                routine: null,
                body: {
                  day: at.slice(0, 10),
                  outcomes: [{ machine, key: `${machine}/R08/${day}`, routine: "R08", due: at.slice(0, 10), outcome: "missed", by: [] }],
                },
              },
            ];
          const kind = what === "skip" ? "routine" : what;
          const entry =
            what === "check"
              ? base
              : { ...base, kind, routine: ["routine", "move"].includes(kind) ? "R08" : null, body: bodies[what] ?? {} };
          if (amend === "no") return [entry];
          const change =
            amend === "strike" ? { struck: true } : amend === "time" ? { happenedAt: "2026-11-19T10:00:00.000Z" } : { replace: entry.body };
          return [entry, amendment(entry, change, `2026-11-25T21:00:00Z`, amend === "time" ? "2026-11-19" : entry.localDay)];
        });
        const site = await newSite();
        const random = (() => {
          let state = seed;
          return () => {
            state = (state * 1103515245 + 12345) & 0x7fffffff;
            return state / 0x7fffffff;
          };
        })();
        const shuffled = [...entries, ...entries]
          .map((entry) => ({ entry, at: random() }))
          .sort((a, b) => a.at - b.at)
          .map(({ entry }) => entry);
        for (const entry of shuffled) await add(site, [entry]);
        expect(await compareSite(db, site)).toEqual([]);
      }),
      { numRuns: 25 },
    );
  });
});
