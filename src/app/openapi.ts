import type { TSchema } from "typebox";
import { FleetFile } from "../core/fleet/schema.ts";
import { NozzlePattern } from "../core/nozzles/pattern.ts";
import { TypedSheet } from "../core/paper/typed.ts";
import { ENTRY_KINDS, kindOf, SentEntry, SyncBatch } from "../core/record/entries.ts";
import { RoutineBody } from "../core/routines/schema.ts";
import { Enrolment, Finish } from "../work/access/devices.ts";
import { LanguageChange } from "../work/access/language.ts";
import { FirstRun, OwnPassword, PersonChange } from "../work/access/people.ts";
import { PinChange, Sealed } from "../work/access/pin.ts";
import { UsualPeople } from "../work/day/day-view.ts";
import { Wanted } from "../work/paper/paper.ts";
import { Settled } from "../work/record/set-aside.ts";
import { Accepted, Settings as RoundSettings } from "../work/rounds/accept-round.ts";
import { Asked } from "../work/rounds/feeds.ts";
import { PolicyChange } from "../work/routines/policies.ts";
import { LadderChange } from "../work/shop/ladder-settings.ts";
import { ReadinessChange } from "../work/shop/readiness.ts";
import { DataSheets } from "../work/shop/safety.ts";
import { CalendarChange, MachineChange } from "../work/shop/set-up.ts";
import { SeasonAsk } from "../work/standby/season.ts";

type Method = "get" | "post" | "put" | "delete";
export type Operation = {
  path: string;
  method: Method;
  summary: string;
  who: string;
  /** The schema's name among the components. */
  body?: string;
  query?: readonly string[];
};

/** Bodies by name, each the schema that its use case holds it against. */
const BODIES: Readonly<Record<string, TSchema>> = {
  SyncBatch,
  SentEntry,
  Settled,
  CalendarChange,
  MachineChange,
  UsualPeople,
  Enrolment,
  EnrolmentFinish: Finish,
  FeedAsked: Asked,
  FirstRun,
  FleetFile,
  LadderChange,
  SheetWanted: Wanted,
  TypedSheet,
  NozzlePattern,
  OwnPassword,
  PersonChange,
  LanguageChange,
  PinChange,
  PinSealed: Sealed,
  PolicyChange,
  ReadinessChange,
  RoundAccepted: Accepted,
  RoundSettings,
  Routine: RoutineBody,
  DataSheets,
  SeasonAsk,
};

const ANY = "signed in";
const SUPERVISOR = "supervisor";
const FLOOR = "signed in, or an enrolled tablet";
const NOBODY = "anybody";
const route = (line: string, who: string, summary: string, more: Pick<Operation, "body" | "query"> = {}): Operation => {
  const [method = "get", path = ""] = line.split(" ");
  return { method: method.toLowerCase() as Method, path, who, summary, ...more };
};

/** Every route; a test walks the routes and holds this list to them. */
export const operations = (): readonly Operation[] => [
  route("GET /api/board", ANY, "The Board, or the rows that changed after a place in the ledger", { query: ["after"] }),
  route("GET /api/board/needs", ANY, "What needs somebody now, ranked, with who could do it"),
  route("GET /api/board/states", ANY, "How each machine stands, in a word"),
  route("POST /api/calendar", SUPERVISOR, "Saves print days, closures, beats, shifts, areas and when a day begins", {
    body: "CalendarChange",
  }),
  route("GET /api/day", ANY, "A day's work and people", { query: ["on"] }),
  route("PUT /api/day", SUPERVISOR, "Saves who usually has which machine or area", { body: "UsualPeople" }),
  route("POST /api/demo-sign-in", NOBODY, "Signs in by one click, in the demo only"),
  route("POST /api/devices/enrol", NOBODY, "Ends an enrolment on the tablet itself", { body: "EnrolmentFinish" }),
  route("GET /api/devices", SUPERVISOR, "Enrolled tablets"),
  route("POST /api/devices", SUPERVISOR, "Begins an enrolment: a code for the tablet", { body: "Enrolment" }),
  route("DELETE /api/devices", SUPERVISOR, "Ends a tablet's enrolment", { query: ["id"] }),
  route("GET /api/feeds/{token}", NOBODY, "A calendar to subscribe to, at a secret address"),
  route("GET /api/feeds", ANY, "One's calendars"),
  route("POST /api/feeds", ANY, "Makes a calendar to subscribe to", { body: "FeedAsked" }),
  route("DELETE /api/feeds", ANY, "Ends a calendar's address", { query: ["id"] }),
  route("POST /api/first-run", NOBODY, "Founds an empty shop with its first supervisor", { body: "FirstRun" }),
  route("GET /api/fleet", ANY, "The shop as a fleet file"),
  route("POST /api/fleet", SUPERVISOR, "Looks at a fleet file; with do=import brings it in", { body: "FleetFile", query: ["do"] }),
  route("GET /api/floor", FLOOR, "The floor's snapshot; book names the routines that the device has", { query: ["book"] }),
  route("GET /api/health", NOBODY, "Up, and the database is there"),
  route("POST /api/ladder", SUPERVISOR, "Saves the cleaning ladder", { body: "LadderChange" }),
  route("GET /api/ledger/export", ANY, "The ledger by its filter, oldest first, as CSV or JSON Lines", {
    query: ["format", "machine", "person", "kind", "from", "to", "text"],
  }),
  route("GET /api/live", FLOOR, "Server-sent events that carry only the ledger's last place"),
  route("POST /api/machines", SUPERVISOR, "Saves a machine", { body: "MachineChange" }),
  route("GET /api/nozzles/risk", ANY, "What was printed at risk around a moment", { query: ["machine", "channel", "from", "to"] }),
  route("GET /api/nozzles", ANY, "What the next step at a machine is worked out from", { query: ["machine"] }),
  route("GET /api/openapi.json", NOBODY, "This description"),
  route("POST /api/paper", ANY, "Makes a sheet of paper; with sheet types in what was written on it", {
    body: "TypedSheet",
    query: ["sheet"],
  }),
  route("POST /api/patterns/look", ANY, "What is wrong with a nozzle pattern, without keeping it", {
    body: "NozzlePattern",
    query: ["machine"],
  }),
  route("GET /api/patterns", ANY, "A machine's nozzle pattern", { query: ["machine"] }),
  route("POST /api/patterns", SUPERVISOR, "Saves a machine's nozzle pattern", { body: "NozzlePattern", query: ["machine"] }),
  route("POST /api/people", SUPERVISOR, "Saves a person", { body: "PersonChange" }),
  route("GET /api/pictures/{hash}", FLOOR, "A picture by its hash"),
  route("POST /api/pictures", FLOOR, "Keeps a picture; the body is the file"),
  route("POST /api/people/language", ANY, "Saves which language somebody reads on the floor", { body: "LanguageChange" }),
  route("PUT /api/people/password", ANY, "Changes one's own password by the old one", { body: "OwnPassword" }),
  route("POST /api/pin", "an enrolled tablet", "Changes who is at the tablet", { body: "PinSealed" }),
  route("PUT /api/pin", ANY, "Sets a PIN", { body: "PinChange" }),
  route("POST /api/policies", SUPERVISOR, "What a choice between schools would change; with do=save saves it", {
    body: "PolicyChange",
    query: ["do"],
  }),
  route("POST /api/readiness", SUPERVISOR, "Saves when a machine is ready", { body: "ReadinessChange" }),
  route("GET /api/rounds", ANY, "A round as a problem, with what it rests on", { query: ["on", "what", "safe"] }),
  route("POST /api/rounds", SUPERVISOR, "Publishes a round", { body: "RoundAccepted" }),
  route("PUT /api/rounds/settings", SUPERVISOR, "Saves walks and pace", { body: "RoundSettings" }),
  route("GET /api/rounds/short-handed", SUPERVISOR, "The least that can be defended with who is there", { query: ["on", "there", "safe"] }),
  route("GET /api/rounds/week", ANY, "The week ahead, and what can be moved in it"),
  route("POST /api/routines/check", SUPERVISOR, "A routine's text as it is typed: problems, and the run as it would look", {
    body: "Routine",
  }),
  route("GET /api/routines/pack", ANY, "Routines as a pack", { query: ["ids", "as"] }),
  route("POST /api/routines/pack", SUPERVISOR, "Looks at a pack; with do=import brings it in", { query: ["do"] }),
  route("POST /api/routines", SUPERVISOR, "Saves a routine", { body: "Routine" }),
  route("DELETE /api/routines", SUPERVISOR, "Gives up a routine of the shop", { query: ["id"] }),
  route("POST /api/safety", SUPERVISOR, "Saves where the suppliers' data sheets are", { body: "DataSheets" }),
  route("GET /api/search", ANY, "Machines, people, routines, items and notes by beginnings of words", { query: ["q"] }),
  route("GET /api/sessions", ANY, "Who is signed in where"),
  route("DELETE /api/sessions", ANY, "Ends a session"),
  route("POST /api/set-aside", SUPERVISOR, "Settles an entry that could not be kept", { body: "Settled" }),
  route("POST /api/sign-in", NOBODY, "Signs in by name and password"),
  route("POST /api/sign-out", ANY, "Signs out"),
  route("POST /api/standby", SUPERVISOR, "Saves bounds of standing idle, and a machine's plumbing"),
  route("POST /api/standby/season", ANY, "The plan of a closure with what was chosen by hand: looked at, or published", {
    body: "SeasonAsk",
  }),
  route("POST /api/stores/air", ANY, "A logger's file of room readings", { query: ["area"] }),
  route("GET /api/stores/month", ANY, "A month's costs as CSV", { query: ["month"] }),
  route("GET /api/stores/orders", ANY, "What to order as CSV", { query: ["supplier"] }),
  route("PUT /api/stores/settings", SUPERVISOR, "Saves an item, a supplier, a container, a room or the store's numbers"),
  route("GET /api/stores/solvent", ANY, "Solvent of a month as CSV", { query: ["month"] }),
  route("GET /api/stores/usual-use", ANY, "What a routine takes from the shelf when it is done as usual", {
    query: ["machine", "routine"],
  }),
  route("GET /api/stores/waste", ANY, "The year's waste report as CSV", { query: ["year"] }),
  route("POST /api/sync", FLOOR, "Entries from screens, in order, answered by id", { body: "SyncBatch" }),
  route("POST /api/tables", SUPERVISOR, "Looks at a CSV table; with do=import brings it in", { query: ["choices", "do"] }),
  route("GET /api/timers", ANY, "Running timers"),
  route("GET /api/wall/{token}", NOBODY, "The Wall, at a secret address"),
  route("POST /api/wall", SUPERVISOR, "Hangs a Wall"),
  route("DELETE /api/wall", SUPERVISOR, "Takes a Wall down", { query: ["id"] }),
];

const REFUSED = {
  description: "Refused in words; nothing was changed",
  content: { "application/json": { schema: { $ref: "#/components/schemas/Refused" } } },
};

/** The routes as OpenAPI 3.1, made from the schemas that bodies are held against; an entry's body by its kind from the registry. */
export function openApi() {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const { path, method, summary, who, body, query = [] } of operations()) {
    const inPath = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({ name, in: "path", required: true, schema: { type: "string" } }));
    const inQuery = query.map((name) => ({ name, in: "query", schema: { type: "string" } }));
    paths[path] = {
      ...paths[path],
      [method]: {
        summary,
        description: `For: ${who}.`,
        parameters: [...inPath, ...inQuery],
        ...(body
          ? { requestBody: { required: true, content: { "application/json": { schema: { $ref: `#/components/schemas/${body}` } } } } }
          : {}),
        responses: { 200: { description: "Done" }, 400: REFUSED, 401: REFUSED, 403: REFUSED },
      },
    };
  }
  const entryBodies = Object.fromEntries(ENTRY_KINDS.map((kind) => [`Entry.${kind}`, { title: kindOf(kind).name, ...kindOf(kind).body }]));
  const refused = {
    type: "object",
    required: ["message"],
    properties: {
      message: { type: "string" },
      problems: { type: "array", items: { type: "object", properties: { path: { type: "string" }, message: { type: "string" } } } },
    },
  };
  return {
    openapi: "3.1.0",
    info: {
      title: "Zesty Anvil",
      version: "1",
      description: "An entry's body is held against the schema `Entry.` and its kind.",
    },
    paths,
    components: { schemas: { ...BODIES, ...entryBodies, Refused: refused } as Record<string, object> },
  };
}
