import { writeFileSync } from "node:fs";
import { getTableConfig, type PgTable } from "drizzle-orm/pg-core";
import { openApi, operations } from "../src/app/openapi.ts";
import { ENTRY_KINDS, kindOf } from "../src/core/record/entries.ts";
import * as authTables from "../src/ledger/auth-tables.ts";
import * as floorTables from "../src/ledger/floor-tables.ts";
import * as standbyTables from "../src/ledger/standby-tables.ts";
import * as storesTables from "../src/ledger/stores-tables.ts";
import * as tables from "../src/ledger/tables.ts";

/** Writes `docs/data.md` from the tables and the kinds of entries, and `docs/api.md` from the routes' schemas. */

const isTable = (value: unknown): value is PgTable =>
  typeof value === "object" && value !== null && Symbol.for("drizzle:IsDrizzleTable") in value;
const all = [tables, floorTables, standbyTables, storesTables, authTables].flatMap((module) => Object.values(module).filter(isTable));
const snake = (name: string) => name.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);

/** Which tables hold what projections are made from; the others follow from these. */
const SOURCES = ["entry", "settings_version", "room_reading", "picture", "set_aside", "ledger_end"];
const isProjection = (name: string) => all.some((table) => getTableConfig(table).name === name) && !SOURCES.includes(name);

export function dataText(): string {
  const ledger = all
    .map((table) => getTableConfig(table))
    .filter(({ schema }) => schema === undefined)
    .sort((a, b) => (a.name < b.name ? -1 : 1));
  const diagram = ledger.map(({ name, columns, primaryKeys }) => {
    const keys = new Set([
      ...primaryKeys.flatMap((key) => key.columns.map((column) => column.name)),
      ...columns.filter(({ primary }) => primary).map(({ name: column }) => column),
    ]);
    const lines = columns.map((column) => {
      const type = column
        .getSQLType()
        .replace(/[^a-z0-9_]+/gi, "_")
        .replace(/_$/, "");
      return `    ${type} ${snake(column.name)}${keys.has(column.name) ? " PK" : ""}`;
    });
    return `  ${name} {\n${lines.join("\n")}\n  }`;
  });
  const fed = [...new Set(ENTRY_KINDS.flatMap((kind) => Object.keys(kindOf(kind).folds ?? {})))].sort();
  const kinds = ENTRY_KINDS.map((kind) => {
    const { name, folds, sent, machine } = kindOf(kind);
    return `| \`${kind}\` | ${name} | ${sent ? "yes" : "no"} | ${machine ? "yes" : "may"} | ${Object.keys(folds ?? {})
      .map((table) => `\`${table}\``)
      .join(", ")} |`;
  });
  return [
    "# Data",
    "",
    "Written by `node --import tsx commands/write-docs.ts` from the tables and the kinds of entries; not by hand.",
    "",
    "`entry` is the ledger. The tables that it feeds are projections: a function of its effective entries, which `./zesty rebuild` makes from it alone.",
    "`settings_version` holds settings, `room_reading` what instruments said, `file` pictures, `set_aside` what could not become an entry.",
    "There are no foreign keys: entries come late and in any order, and projections fold in any order.",
    "",
    "```mermaid",
    "erDiagram",
    ...diagram,
    ...fed.filter(isProjection).map((table) => `  entry ||--o{ ${table} : folds`),
    "  entry ||--o| settings_version : announces",
    "  ledger_end ||--o{ entry : numbers",
    "```",
    "",
    "## Kinds of entries",
    "",
    "| kind | people call it | sent by screens | names a machine | folds |",
    "| --- | --- | --- | --- | --- |",
    ...kinds,
    "",
  ].join("\n");
}

export function apiText(): string {
  const rows = operations().map(
    ({ path, method, summary, who, body }) =>
      `| \`${method.toUpperCase()} ${path}\` | ${summary} | ${who} | ${body ? "JSON, by its schema" : ""} |`,
  );
  return [
    "# Routes",
    "",
    "Written by `node --import tsx commands/write-docs.ts` from the routes and the schemas that they hold bodies against; not by hand.",
    "The whole, with every schema, is OpenAPI 3.1 at `/api/openapi.json` of a running application.",
    "",
    "What is refused comes as `{ message, problems }` with a status that says why; nothing was changed then. Requests from another site are refused.",
    "",
    "| route | what it does | who | body |",
    "| --- | --- | --- | --- |",
    ...rows,
    "",
    `${Object.keys(openApi().components.schemas).length} schemas.`,
    "",
  ].join("\n");
}

if (import.meta.url === `file://${process.argv[1]}`) {
  writeFileSync("docs/data.md", dataText());
  writeFileSync("docs/api.md", apiText());
}
