import { readdirSync } from "node:fs";
import { dirname, join } from "node:path";
import fc, { type Arbitrary } from "fast-check";
import pg from "pg";
import { uuidv7 } from "uuidv7";
import { ENTRY_KINDS } from "../../src/core/record/entries.ts";
import { cookieOf } from "./page-bench.ts";

/** Requests as nobody should send them, from the published description of the routes: all routes and pages, by all roles. */

type Schema = {
  $ref?: string;
  type?: string | string[];
  const?: unknown;
  enum?: unknown[];
  anyOf?: Schema[];
  allOf?: Schema[];
  oneOf?: Schema[];
  items?: Schema;
  properties?: Record<string, Schema>;
  required?: string[];
  additionalProperties?: boolean | Schema;
  patternProperties?: Record<string, Schema>;
  minimum?: number;
  maximum?: number;
  format?: string;
};
type Described = {
  paths: Record<string, Record<string, { parameters?: { name: string }[]; requestBody?: { content: Record<string, { schema: Schema }> } }>>;
  components: { schemas: Record<string, Schema> };
};
type Asked = { method: string; path: string; query: Record<string, string>; body?: string | Uint8Array };
export type Fuzzed = {
  requests: number;
  byStatus: Record<string, number>;
  /** What answered with a fault of ours, or changed something though it was refused; the first ones. */
  faults: string[];
  /** The longest that the event loop stood still, and after which requests. */
  longestMs: number;
  slowest: string[];
};

const NASTY = [
  "",
  " ",
  "\u0000",
  "a\u0000b",
  "\ud800",
  "../../etc/passwd",
  "<script>alert(1)</script>",
  "'; DROP TABLE entry; --",
  "%",
  "_",
  "%00",
  "＝1+1",
  "=1+1",
  "null",
  "NaN",
  "1e308",
  "-1",
  "0000-00",
  "2026-02-30",
  "9999-99-99",
  "2026-11-25",
  "2026-11-25T09:10:00.000Z",
  "+275760-09-13T00:00:00Z",
  "[object Object]",
  "__proto__",
  "constructor",
  "🦆".repeat(20),
  "x".repeat(300),
  "x".repeat(10_000),
];
const KNOWN = [
  "teal",
  "sprat",
  "goby",
  "ottoline",
  "bram",
  "R01",
  "R04",
  "R10",
  "R21",
  "R55",
  "film",
  "H1/K",
  "closing",
  "opening",
  "shop",
  "early",
  "en",
  "es",
];
const NUMBERS = [-1, 0, 1, 2, 7, 0.5, -0, 100, 10_000, 2 ** 31, 2 ** 53, 1e15, 1e308, -1e308, 1e-320];

const nastyText = (): Arbitrary<string> =>
  fc.oneof(
    { weight: 4, arbitrary: fc.constantFrom(...KNOWN) },
    { weight: 3, arbitrary: fc.constantFrom(...NASTY) },
    { weight: 2, arbitrary: fc.string({ maxLength: 30, unit: "binary" }) },
    { weight: 1, arbitrary: fc.uuid() },
  );
const anything = (): Arbitrary<unknown> =>
  fc.oneof(nastyText(), fc.constantFrom<unknown>(null, true, false, [], {}, [[[]]], ...NUMBERS), fc.jsonValue({ maxDepth: 3 }));

/** Values that mostly fit a schema, and then not quite. */
function near(schema: Schema, all: Record<string, Schema>, depth = 0): Arbitrary<unknown> {
  if (depth > 7) return fc.constant(null);
  const inner = (of: Schema) => near(of, all, depth + 1);
  const fits = (): Arbitrary<unknown> => {
    if (schema.$ref) return inner(all[schema.$ref.split("/").at(-1) ?? ""] ?? {});
    if ("const" in schema) return fc.constant(schema.const);
    if (schema.enum) return fc.constantFrom(...schema.enum);
    const some = schema.anyOf ?? schema.oneOf;
    if (some?.length) return fc.oneof(...some.map(inner));
    const type = Array.isArray(schema.type) ? schema.type[0] : schema.type;
    switch (type) {
      case "string":
        if (schema.format === "date-time")
          return fc.constantFrom("2026-12-02T09:00:00.000Z", "2026-12-01T08:00:00Z", "1970-01-01T00:00:00Z");
        if (schema.format === "date") return fc.constantFrom("2026-12-02", "2026-12-01", "2026-02-28", "0001-01-01", "9999-12-31");
        if (schema.format === "uuid") return fc.uuid();
        return nastyText();
      case "integer":
      case "number":
        return fc.constantFrom(...NUMBERS, ...[schema.minimum, schema.maximum].filter((each) => each !== undefined));
      case "boolean":
        return fc.boolean();
      case "array":
        return fc.array(inner(schema.items ?? {}), { maxLength: 3 });
      case "object": {
        const known = Object.fromEntries(Object.entries(schema.properties ?? {}).map(([name, of]) => [name, inner(of)]));
        const record = fc.record(known, { requiredKeys: (schema.required ?? []).filter((name) => name in known) });
        const free =
          Object.values(schema.patternProperties ?? {})[0] ??
          (typeof schema.additionalProperties === "object" ? schema.additionalProperties : undefined);
        return free ? fc.tuple(record, fc.dictionary(nastyText(), inner(free), { maxKeys: 3 })).map(([a, b]) => ({ ...b, ...a })) : record;
      }
      default:
        return anything();
    }
  };
  return fc.oneof({ weight: 30, arbitrary: fits() }, { weight: 1, arbitrary: anything() });
}

/** Bodies that are an attack by their size or their bytes. */
const HOSTILE: (() => string | Uint8Array)[] = [
  () => "",
  () => "{not json",
  () => "[".repeat(50_000),
  () => `{${Array.from({ length: 300_000 }, (_, index) => `"k${index}":1`).join(",")}}`,
  () => `{"entries":[${"{},".repeat(400_000)}{}]}`,
  () => `[${"0,".repeat(900_000)}0]`,
  () => `{"text":${JSON.stringify("x".repeat(1_500_000))}}`,
  () => `a: &a {b: *a}\n${"- x\n".repeat(100_000)}`,
  () => new Uint8Array([0xff, 0xfe, 0x00, 0x41]),
  () => new Uint8Array(3_000_000).fill(0x22),
  () =>
    '<svg xmlns="http://www.w3.org/2000/svg" width="30000" height="30000"><filter id="f"><feGaussianBlur stdDeviation="900"/></filter><rect width="30000" height="30000" filter="url(#f)"/></svg>',
];

const asText = (value: unknown): string => JSON.stringify(value) ?? "";

/** A page takes so much longer to draw than a route to answer that it is asked less often. */
function requestsOf({ paths, components: { schemas } }: Described): { weight: number; arbitrary: Arbitrary<Asked> }[] {
  const routes: Arbitrary<Asked>[] = [];
  const drawn: Arbitrary<Asked>[] = [];
  const query = (names: readonly string[]) =>
    fc.record(Object.fromEntries(names.map((name) => [name, nastyText().map((text) => text.slice(0, 500))])), { requiredKeys: [] });
  const pathOf = (path: string) => {
    const names = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => name ?? "");
    return fc
      .tuple(...names.map(() => nastyText()))
      .map((values) => names.reduce((so, name, at) => so.replace(`{${name}}`, encodeURIComponent(wellFormed(String(values[at])))), path));
  };
  for (const [path, methods] of Object.entries(paths))
    for (const [method, operation] of Object.entries(methods)) {
      // A stream has no end to wait for.
      if (path === "/api/live") continue;
      const schema = operation.requestBody && Object.values(operation.requestBody.content)[0]?.schema;
      const near1 = schema ? near(schema, schemas) : anything();
      const body =
        method === "get"
          ? fc.constant(undefined)
          : fc.oneof(
              { weight: 12, arbitrary: near1.map((value) => asText(harmless(path, value))) },
              { weight: 1, arbitrary: fc.constantFrom(...HOSTILE).map((make) => make()) },
            );
      routes.push(
        fc.record({ path: pathOf(path), query: query((operation.parameters ?? []).map(({ name }) => name)), body }).map(
          (each): Asked => ({
            method: method.toUpperCase(),
            path: each.path,
            query: each.query as Record<string, string>,
            ...(each.body === undefined ? {} : { body: each.body }),
          }),
        ),
      );
    }
  // Entries of each kind, as screens send them.
  for (const kind of ENTRY_KINDS)
    routes.push(
      fc
        .record(
          { body: near(schemas[`Entry.${kind}`] ?? {}, schemas), machine: nastyText(), routine: nastyText(), run: fc.uuid() },
          { requiredKeys: ["body"] },
        )
        .map(
          (each): Asked => ({
            method: "POST",
            path: "/api/sync",
            query: {},
            body: asText({ entries: [{ id: uuidv7(), kind, happenedAt: new Date().toISOString(), ...each }] }),
          }),
        ),
    );
  for (const page of pages())
    drawn.push(
      fc
        .record({
          path: pathOf(page),
          query: query([
            "machine",
            "area",
            "day",
            "days",
            "to",
            "month",
            "year",
            "person",
            "kind",
            "text",
            "from",
            "before",
            "tab",
            "on",
            "at",
          ]),
        })
        .map((each): Asked => ({ method: "GET", path: each.path, query: each.query as Record<string, string> })),
    );
  return [...routes.map((arbitrary) => ({ weight: 4, arbitrary })), ...drawn.map((arbitrary) => ({ weight: 1, arbitrary }))];
}

/** The addresses of all pages, their parts that differ as `{name}`. */
const pages = (): string[] =>
  readdirSync("src/app", { recursive: true, encoding: "utf8" })
    .filter((name) => /(^|\/)page\.tsx$/.test(name))
    .map(
      (name) =>
        join("/", dirname(name))
          .replace(/\/\([^)]*\)/g, "")
          .replace(/\[(?:\.\.\.)?(\w+)\]/g, "{$1}") || "/",
    );

const wellFormed = (text: string) => text.replace(/[\ud800-\udfff]/g, "?");

/** The people who ask stay who they are: what is saved of people and sign-ins is about others. */
function harmless(path: string, value: unknown): unknown {
  if (value === null || typeof value !== "object") return value;
  if (path === "/api/people" && "person" in value && value.person !== null && typeof value.person === "object")
    return { ...value, person: { ...value.person, id: "fuzz-person" } };
  if (path === "/api/pin" && "person" in value) return { ...value, person: "fuzz-person" };
  if (path === "/api/fleet" && "people" in value) return { ...value, people: undefined };
  return value;
}

const ENDS_SESSIONS = /^(POST \/api\/sign-out|DELETE \/api\/(sessions|devices)|PUT \/api\/people\/password)$/;
/** Longer than this nobody should wait for what somebody else sends. */
const LONGEST_MS = 100;

/** So often each page and route is visited before anything is measured. */
const VISITS_BEFORE = 3;

/** All that a refused request must not have changed. */
const DIGEST = `SELECT (SELECT coalesce(sum(seq), 0) FROM ledger_end) || '/' || (SELECT count(*) FROM settings_version) || '/' || (SELECT count(*) FROM picture) || '/' ||
  (SELECT count(*) FROM auth."user") || '/' || (SELECT count(*) FROM auth.device) || '/' || (SELECT count(*) FROM auth.wall) || '/' || (SELECT count(*) FROM auth.feed) || '/' ||
  (SELECT count(*) FROM room_reading) AS digest`;

/**
 * Sends so many requests, one after the other, and looks after each refusal that nothing was changed.
 * @param base of a server on a demo of its own, started with `ZESTY_LOOP=1`
 * @example await fuzz("http://127.0.0.1:4780", { databaseUrl, requests: 1000, seed: 1 })
 */
export async function fuzz(
  base: string,
  { databaseUrl, requests, seed, say = () => {} }: { databaseUrl: string; requests: number; seed: number; say?: (line: string) => void },
): Promise<Fuzzed> {
  const described = (await (await fetch(`${base}/api/openapi.json`)).json()) as Described;
  const arbitraries = requestsOf(described);
  let roles = await rolesOf(base);
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  const digest = async () => String((await client.query<{ digest: string }>(DIGEST)).rows[0]?.digest);
  const found: Fuzzed = { requests: 0, byStatus: {}, faults: [], longestMs: 0, slowest: [] };
  const loop = async () => ((await (await fetch(`${base}/zesty-loop`)).json()) as { longestMs: number }).longestMs;
  // The first requests of a page or a route load and compile its code; that is no answer to what was sent.
  const reads = Object.entries(described.paths).flatMap(([path, methods]) => ("get" in methods && !/live|events/.test(path) ? [path] : []));
  for (const path of [...pages(), ...reads].flatMap((each) => Array<string>(VISITS_BEFORE).fill(each)))
    await fetch(base + path.replace(/\{\w+\}/g, "teal"), { headers: { cookie: roles[1]?.[1] ?? "" } }).then((response) =>
      response.arrayBuffer(),
    );
  await loop();
  let before = await digest();
  const asks = fc.sample(fc.oneof(...arbitraries), { seed, numRuns: requests });
  for (const [index, asked] of asks.entries()) {
    const [role, cookie] = roles[index % roles.length] ?? ["nobody", ""];
    const query = new URLSearchParams(asked.query).toString();
    const where = `${role}: ${asked.method} ${asked.path}${query ? `?${query}` : ""} ${String(asked.body ?? "").slice(0, 300)}`;
    const response = await fetch(`${base}${asked.path}${query ? `?${query}` : ""}`, {
      method: asked.method,
      redirect: "manual",
      headers: { cookie, "content-type": "application/json" },
      ...(asked.body === undefined ? {} : { body: asked.body as BodyInit }),
    }).catch((error: Error) => error);
    found.requests++;
    const status = response instanceof Error ? "cut off" : String(response.status);
    if (!(response instanceof Error)) await response.arrayBuffer().catch(() => found.faults.push(`broken off in mid-stream, ${where}`));
    // Somebody signed out, or took the tablet out: those are routes, too.
    if (status === "200" && ENDS_SESSIONS.test(`${asked.method} ${asked.path}`)) {
      roles = await rolesOf(base);
      before = await digest();
    }
    found.byStatus[status] = (found.byStatus[status] ?? 0) + 1;
    if (status === "500" || response instanceof Error) found.faults.push(`${status}, ${where}`);
    const longestMs = await loop();
    if (longestMs > LONGEST_MS) found.slowest.push(`${longestMs.toFixed(0)} ms after ${where}`);
    found.longestMs = Math.max(found.longestMs, longestMs);
    if (asked.method !== "GET") {
      const after = await digest();
      if (Number(status) >= 400 && after !== before)
        found.faults.push(`changed though refused with ${status} (${before} to ${after}), ${where}`);
      before = after;
    }
    if (index % 1000 === 999)
      say(`${index + 1}: ${JSON.stringify(found.byStatus)}, ${found.faults.length} faults, longest ${found.longestMs.toFixed(0)} ms`);
  }
  await client.end();
  return found;
}

/** Nobody, and a session of each role. */
async function rolesOf(base: string): Promise<[string, string][]> {
  const supervisor = await cookieOf(base);
  const viewer = { person: { id: "fuzz-viewer", name: "Fuzz Viewer", role: "viewer" }, password: "looks-at-all" };
  const post = (path: string, body: unknown, cookie = "") =>
    fetch(base + path, { method: "POST", headers: { "content-type": "application/json", cookie }, body: JSON.stringify(body) });
  await post("/api/people", viewer, supervisor);
  const cookies = (response: Response) =>
    response.headers
      .getSetCookie()
      .map((cookie) => cookie.split(";")[0])
      .join("; ");
  const { code } = (await (await post("/api/devices", { name: "Fuzz" }, supervisor)).json()) as { code: string };
  return [
    ["nobody", ""],
    ["supervisor", supervisor],
    ["operator", await cookieOf(base, "bram")],
    ["technician", await cookieOf(base, "mirko")],
    ["viewer", cookies(await post("/api/sign-in", { name: "Fuzz Viewer", password: viewer.password }))],
    ["tablet", cookies(await post("/api/devices/enrol", { code }))],
  ];
}
