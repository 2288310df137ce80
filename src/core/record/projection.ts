import type { Effective, Fold } from "./kind.ts";
import { KINDS } from "./kinds.ts";

/**
 * The projections: tables that are a function of the effective entries in the order (happened_at, id). Each is said twice, as SQL that
 * refolds a few rows after a write or a whole site, and as a pure fold; a test holds both equal on random ledgers. What a kind of entry
 * does to them stands in its module (`folds`).
 */
export type Row = Readonly<Record<string, unknown>>;
export type Projection = {
  table: string;
  /** In the table's order. */
  columns: readonly string[];
  /** Where the latest entry of a key counts and nothing else: the key. A new entry is then merged without looking at older ones. */
  key?: readonly string[];
  /** What a refold after an entry is narrowed to, in the table and among the entries. */
  narrow: Narrow;
  /** SQL with `{entries}`, a relation shaped like `effective_entry`, and `{where}`, what narrows it. */
  sql: string;
  /** The same over entries of one site in any order. Rows have no `site`. */
  fold(entries: readonly Effective[]): Row[];
};

/** By machine; by machine and day; by the entry itself; by the run; by the entry that opened it; by what the body says. */
export type Narrow = "machine" | "machine and day" | "entry" | "run" | "opened" | { column: string; body: string; kind: string };

type Part = { kind: string; fold: Fold };

/** What kinds fold into a table, in the order of their names. */
export function foldsOf(table: string, as?: string): Part[] {
  return Object.entries(KINDS).flatMap(([kind, { folds }]) =>
    [folds?.[table] ?? []]
      .flat()
      .filter((fold) => fold.as === as)
      .map((fold) => ({ kind, fold: fold as Fold })),
  );
}

/** Columns that an entry has by itself, in SQL and of one entry. */
const OWN: Readonly<Record<string, readonly [sql: string, of: (entry: Effective) => unknown]>> = {
  machine: ["machine", ({ machine }) => machine],
  routine: ["routine", ({ routine }) => routine],
  run: ["run", ({ run }) => run],
  person: ["person", ({ person }) => person],
  device: ["device", ({ device }) => device],
  day: ["local_day", ({ localDay }) => localDay],
  local_day: ["local_day", ({ localDay }) => localDay],
  entry_id: ["id", ({ id }) => id],
  id: ["id", ({ id }) => id],
  happened_at: ["happened_at", ({ happenedAt }) => happenedAt],
  body: ["body", ({ body }) => body],
};

/** Rows of all parts, with the columns asked for. `machineNeeded`: of entries with a machine. */
export function unionSql(parts: readonly Part[], columns: readonly string[], machineNeeded: boolean): string {
  return parts
    .map(({ kind, fold }) => {
      const cells = columns.map((column) => `${fold.columns[column] ?? OWN[column]?.[0] ?? "NULL"} AS ${column}`);
      const each = fold.each ? ` CROSS JOIN LATERAL jsonb_array_elements(${fold.each}) WITH ORDINALITY l (v, n)` : "";
      const tests = [`kind = '${kind}'`, machineNeeded && "machine IS NOT NULL", fold.where && `(${fold.where})`, "{where}"];
      return `SELECT site, ${cells.join(", ")} FROM {entries} e${each} WHERE ${tests.filter(Boolean).join(" AND ")}`;
    })
    .join("\nUNION ALL ");
}

/** The same of entries. */
export function unionRows(
  parts: readonly Part[],
  columns: readonly string[],
  machineNeeded: boolean,
  entries: readonly Effective[],
): Row[] {
  return parts.flatMap(({ kind, fold }) =>
    entries.flatMap((entry) =>
      entry.kind === kind && (!machineNeeded || entry.machine !== null)
        ? fold
            .rows(entry)
            .map((row) => Object.fromEntries(columns.map((name) => [name, name in row ? row[name] : (OWN[name]?.[1](entry) ?? null)])))
        : [],
    ),
  );
}

type Shape = { table: string; columns: string; machineNeeded?: boolean; narrow?: Narrow };
const namesOf = (columns: string): string[] => columns.split(", ");

/** Every row of every entry. */
export function each({ table, columns, machineNeeded = false, narrow = "entry" }: Shape): Projection {
  const names = namesOf(columns);
  const parts = foldsOf(table);
  return {
    table,
    columns: names,
    narrow,
    sql: unionSql(parts, names, machineNeeded),
    fold: (entries) => unionRows(parts, names, machineNeeded, entries),
  };
}

/** Of the rows of one key the one of the latest entry; where kinds say `first`, a row with it goes before all others. */
export function latest({ table, columns, key, machineNeeded = true, narrow = "machine" }: Shape & { key: string }): Projection {
  const names = namesOf(columns);
  const keys = namesOf(key);
  const parts = foldsOf(table);
  const ranked = parts.some(({ fold }) => "first" in fold.columns);
  const inner = [...new Set([...names, "entry_id", "happened_at", ...(ranked ? ["first"] : [])])];
  return {
    table,
    columns: names,
    narrow,
    ...(ranked ? {} : { key: ["site", ...keys] }),
    sql: `SELECT DISTINCT ON (site, ${key}) site, ${columns} FROM (${unionSql(parts, inner, machineNeeded)}) u
      ORDER BY site, ${key}, ${ranked ? "first DESC, " : ""}happened_at DESC, entry_id DESC`,
    fold: (entries) => pick(unionRows(parts, inner, machineNeeded, entries), keys, isLater).map((row) => only(row, names)),
  };
}

/**
 * What one entry opened and others say more of, naming it by `of`: each of those once, the earliest or the latest.
 * @param later which they are, by `as`; `merged`: its body goes over the first one's
 */
export function story({
  table,
  columns,
  machineNeeded = false,
  later,
}: Shape & { later: Readonly<Record<string, { counts: "earliest" | "latest"; columns: string; merged?: true }>> }): Projection {
  const names = namesOf(columns);
  const opened = foldsOf(table, "opened");
  const parts = Object.entries(later).map(([as, { counts, columns: own, merged }]) => {
    const folds = foldsOf(table, as);
    const ranked = folds.some(({ fold }) => "first" in fold.columns);
    const inner = [...namesOf(own), "entry_id", "happened_at", ...(ranked ? ["first"] : [])];
    return { as, counts, folds, own: namesOf(own), inner: [...new Set(inner)], ranked, merged };
  });
  const of = (name: string): string => {
    const merging = parts.find(({ merged, own }) => merged && own.includes(name));
    if (merging) return `opened.${name} || coalesce(${merging.as}.${name}, '{}'::jsonb)`;
    const part = parts.find(({ own }) => own.includes(name));
    return part ? `${part.as}.${name}` : `opened.${name}`;
  };
  const first = names.filter((name) => !parts.some(({ own, merged }) => own.includes(name) && !merged));
  const joins = parts.map(({ as, folds, inner, counts, ranked }) => {
    const way = counts === "latest" ? "DESC" : "ASC";
    // `of` is text in the body; what names nothing joins nothing.
    const rows = unionSql(folds, inner, false).replaceAll("SELECT site,", "SELECT site, body ->> 'of' AS of,");
    return `LEFT JOIN (SELECT DISTINCT ON (site, of) * FROM (${rows}) u ORDER BY site, of, ${ranked ? "first DESC, " : ""}happened_at ${way}, entry_id ${way}) ${as}
      ON ${as}.site = opened.site AND ${as}.of = opened.id::text`;
  });
  return {
    table,
    columns: names,
    narrow: "opened",
    sql: `SELECT opened.site, ${names.map(of).join(", ")} FROM (${unionSql(opened, [...new Set([...first, "id"])], machineNeeded)}) opened
      ${joins.join("\n")}`,
    fold(entries) {
      const chosen = parts.map((part) => {
        const rows = entries.flatMap((entry) => {
          const named = entry.body.of;
          return unionRows(part.folds, part.inner, false, [entry]).map((row) => ({ ...row, of: named }) as Row);
        });
        const order = part.counts === "latest" ? isLater : (a: Row, b: Row) => isFirst(a, b) ?? !isLaterPlain(a, b);
        return { ...part, by: new Map(pick(rows, ["of"], order).map((row) => [row.of, row])) };
      });
      return unionRows(opened, [...new Set([...first, "id"])], machineNeeded, entries).map((row) =>
        Object.fromEntries(
          names.map((name) => {
            const part = chosen.find(({ own }) => own.includes(name));
            const said = part?.by.get(row.id);
            if (part?.merged) return [name, { ...(row[name] as object), ...(said?.[name] as object | undefined) }];
            return [name, part ? (said?.[name] ?? null) : row[name]];
          }),
        ),
      );
    },
  };
}

const only = (row: Row, names: readonly string[]): Row => Object.fromEntries(names.map((name) => [name, row[name]]));

function pick(rows: readonly Row[], keys: readonly string[], goesBefore: (a: Row, b: Row) => boolean): Row[] {
  const found = new Map<string, Row>();
  for (const row of rows) {
    const key = JSON.stringify(keys.map((name) => row[name]));
    const known = found.get(key);
    if (!known || goesBefore(row, known)) found.set(key, row);
  }
  return [...found.values()];
}

const isFirst = (a: Row, b: Row): boolean | undefined => (Boolean(a.first) === Boolean(b.first) ? undefined : Boolean(a.first));
const isLater = (a: Row, b: Row): boolean => isFirst(a, b) ?? isLaterPlain(a, b);
const isLaterPlain = (a: Row, b: Row): boolean => compareRows(a, b) > 0;

/** In the order of their doing: by time, then by id. */
export function compareRows(a: Row, b: Row): number {
  const [at, bt] = [a, b].map(({ happened_at }) => (happened_at as Date).getTime()) as [number, number];
  return at - bt || (String(a.entry_id) < String(b.entry_id) ? -1 : String(a.entry_id) > String(b.entry_id) ? 1 : 0);
}
