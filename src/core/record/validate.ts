import { Ajv, type ValidateFunction } from "ajv";
import addFormatsModule from "ajv-formats";
import type { Static, TSchema } from "typebox";
import { readDay } from "../calendar/day.ts";
import { type Problem, schemaProblems } from "../fleet/validate.ts";
import { type Body, type EntryKind, kindOf } from "./entries.ts";

const addFormats = "default" in addFormatsModule ? addFormatsModule.default : addFormatsModule;
const ajv = new Ajv({ strict: true, allErrors: true, verbose: true, strictTypes: false });
addFormats(ajv, ["date-time", "email"]);
// As the database writes it: with `urn:uuid:` before it, it would pass here and be refused there.
ajv.addFormat("uuid", /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i);
ajv.addFormat("date", (text) => readDay(text) !== undefined);

const compiled = new WeakMap<TSchema, ValidateFunction>();

/**
 * The one way in: a value from outside as what its schema says, or every reason why it is not.
 * `textOfItems: false` where each item of a batch is held against its own schema later.
 */
export function accept<Schema extends TSchema>(
  schema: Schema,
  value: unknown,
  { textOfItems = true } = {},
): { value: Static<Schema> } | { problems: Problem[] } {
  let fits = compiled.get(schema);
  if (!fits) {
    fits = ajv.compile(schema);
    compiled.set(schema, fits);
  }
  const problems = fits(value) ? [] : schemaProblems(fits.errors ?? []);
  if (textOfItems && hasUnkeepableText(value)) problems.push({ path: "$", message: "holds a character that is no text" });
  return problems.length ? { problems } : { value: value as Static<Schema> };
}

/** An entry's body by its kind. */
export function acceptBody<Kind extends EntryKind>(kind: Kind, body: unknown): { value: Body<Kind> } | { problems: Problem[] } {
  return accept(kindOf(kind).body, body) as { value: Body<Kind> } | { problems: Problem[] };
}

function hasUnkeepableText(value: unknown): boolean {
  const text = JSON.stringify(value) ?? "";
  return text.includes("\\u0000") || /\\ud[89a-f][0-9a-f]{2}/i.test(text);
}
