import { Ajv, type ValidateFunction } from "ajv";
import addFormatsModule from "ajv-formats";
import type { Static, TSchema } from "typebox";
import { readDay } from "../calendar/day.ts";
import { isSmall, type Problem, schemaProblems } from "../fleet/validate.ts";
import { type Body, type EntryKind, kindOf } from "./entries.ts";

const addFormats = "default" in addFormatsModule ? addFormatsModule.default : addFormatsModule;
const thorough = new Ajv({ strict: true, allErrors: true, verbose: true, strictTypes: false });
// One error is enough where so much was sent that a list of all would be the attack.
const quick = new Ajv({ strict: true, verbose: true, strictTypes: false });
for (const each of [thorough, quick]) {
  addFormats(each, ["date-time", "email"]);
  // As the database writes it: with `urn:uuid:` before it, it would pass here and be refused there.
  each.addFormat("uuid", /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i);
  each.addFormat("date", (text) => readDay(text) !== undefined);
}

const compiled = new Map([thorough, quick].map((by) => [by, new WeakMap<TSchema, ValidateFunction>()] as const));

/** A schema as a function, compiled when it is first needed. */
function compiledBy(by: Ajv, schema: TSchema): ValidateFunction {
  const known = compiled.get(by)?.get(schema);
  if (known) return known;
  const made = by.compile(schema);
  compiled.get(by)?.set(schema, made);
  return made;
}

/**
 * The one way in: a value from outside as what its schema says, or every reason why it is not.
 * `textOfItems: false` where each item of a batch is held against its own schema later.
 */
export function accept<Schema extends TSchema>(
  schema: Schema,
  value: unknown,
  { textOfItems = true } = {},
): { value: Static<Schema> } | { problems: Problem[] } {
  const first = compiledBy(quick, schema);
  if (first(value)) return textOfItems && hasUnkeepableText(value) ? { problems: [NO_TEXT] } : { value: value as Static<Schema> };
  if (!isSmall(value, SMALL_PARTS)) return { problems: schemaProblems(first.errors ?? []) };
  const all = compiledBy(thorough, schema);
  all(value);
  return { problems: [...schemaProblems(all.errors ?? []), ...(textOfItems && hasUnkeepableText(value) ? [NO_TEXT] : [])] };
}

const NO_TEXT: Problem = { path: "$", message: "holds a character that is no text" };
/** Values that hold more parts than this are told their first problem only. */
const SMALL_PARTS = 5000;

/** An entry's body by its kind. */
export function acceptBody<Kind extends EntryKind>(kind: Kind, body: unknown): { value: Body<Kind> } | { problems: Problem[] } {
  return accept(kindOf(kind).body, body) as { value: Body<Kind> } | { problems: Problem[] };
}

function hasUnkeepableText(value: unknown): boolean {
  const text = JSON.stringify(value) ?? "";
  return text.includes("\\u0000") || /\\ud[89a-f][0-9a-f]{2}/i.test(text);
}
