import { Type } from "typebox";
import { HouseRoutine, Id, Name } from "../fleet/schema.ts";
import { ABILITIES, CLASSES, FAMILIES, PARTS, POLICIES, SIGNS, WASTE_KINDS } from "../fleet/vocabulary.ts";
import { HAZARDS } from "../safety/hazards.ts";
import { LANGUAGE_IDS } from "../shop/languages.ts";
import { Draw, Effects } from "./effects.ts";
import type { Routine } from "./routine.ts";
import { CHECK_VERDICTS, EACH, KNOWABLE } from "./step.ts";

/**
 * The routine language, version 1: the validator, the editor's help and the published JSON Schema
 * (`docs/formats/routines.schema.json`) are made from this one source; its types stand in `step.ts` and `routine.ts`.
 */

type Json = Record<string, unknown>;
const text = (maxLength: number): Json => ({ type: "string", minLength: 1, maxLength });
const list = (items: Json, maxItems = 60): Json => ({ type: "array", items, maxItems });
const oneOf = (values: readonly string[]): Json => ({ type: "string", enum: [...values] });
const orHouse = (values: readonly string[]): Json => ({
  type: "string",
  pattern: `^(?:${values.join("|")}|house-[A-Za-z0-9._-]*)$`,
  description: `one of ${values.join(", ")}, or an id beginning with house-`,
});
const minutes: Json = { type: "number", minimum: 0, maximum: 1440 };
const closed = (properties: Record<string, Json>, required: readonly string[]): Json => ({
  type: "object",
  properties,
  required: [...required],
  additionalProperties: false,
});
const StepId: Json = { ...Id, maxLength: 60 };
const condition = { $ref: "#/$defs/condition" };

const CONDITIONS: Record<string, Json> = {
  ability: closed({ ability: oneOf(ABILITIES) }, ["ability"]),
  part: closed({ part: orHouse(PARTS) }, ["part"]),
  waste: closed({ waste: oneOf(WASTE_KINDS) }, ["waste"]),
  family: closed({ family: oneOf(Object.values(FAMILIES).flat()) }, ["family"]),
  headsAtLeast: closed({ headsAtLeast: { type: "integer", minimum: 1, maximum: 64 } }, ["headsAtLeast"]),
  policy: closed({ policy: oneOf(Object.keys(POLICIES)), is: text(40) }, ["policy", "is"]),
  recorded: {
    ...closed({ recorded: StepId, is: text(60), below: { type: "number" }, atLeast: { type: "number" } }, ["recorded"]),
    minProperties: 2,
    maxProperties: 2,
    description: "recorded, with one of is, below, atLeast",
  },
  not: closed({ not: condition }, ["not"]),
  all: closed({ all: { ...list(condition), minItems: 1 } }, ["all"]),
  any: closed({ any: { ...list(condition), minItems: 1 } }, ["any"]),
};

/** The first key that is there says which shape is meant, so that a mistake is named where it is. */
const byKey = (shapes: Record<string, Json>): Json =>
  Object.entries(shapes).reduceRight<Json>(
    (rest, [key, shape]) => ({ if: { required: [key], properties: { [key]: true } }, then: shape, else: rest }),
    {
      minProperties: 1,
      maxProperties: 0,
      description: `one of ${Object.keys(shapes).join(", ")}`,
    },
  );

const Choice = closed(
  {
    id: StepId,
    text: text(200),
    goTo: StepId,
    reports: orHouse(SIGNS),
    calls: { ...Id },
    ends: text(200),
    verdict: oneOf(CHECK_VERDICTS),
    cleansBelow: { type: "integer", minimum: 1, maximum: 100 },
    cleansFrom: { type: "integer", minimum: 1, maximum: 100 },
  },
  ["id", "text"],
);
const Use = closed(
  { item: text(100), amount: { type: "number", exclusiveMinimum: 0, maximum: 100_000 }, unit: text(20), per: oneOf(EACH) },
  ["item", "amount", "unit"],
);
const truth: Json = { const: true };
const common: Record<string, Json> = {
  kind: { type: "string" },
  id: StepId,
  text: text(300),
  detail: text(1000),
  why: text(300),
  good: text(300),
  bad: text(300),
  minutes,
  lights: list(orHouse(PARTS)),
  when: condition,
  each: oneOf(EACH),
  uses: list(Use),
  draws: Draw as unknown as Json,
  owes: closed({ id: StepId, words: text(200) }, ["id", "words"]),
  settles: StepId,
  shows: oneOf(["positions"]),
  alone: truth,
  powersOn: truth,
};
const plain = (own: Record<string, Json> = {}, required: readonly string[] = []): Json =>
  closed({ ...common, ...own }, ["kind", "id", "text", ...required]);
const steps: Json = { ...list({ $ref: "#/$defs/step" }, 300), minItems: 1 };
const choices: Json = { ...list(Choice, 12), minItems: 1 };

const STEPS: Record<string, Json> = {
  do: plain(),
  look: plain({ choices, optional: truth, knows: oneOf(KNOWABLE) }, ["choices"]),
  found: plain({ part: orHouse(PARTS), optional: truth }, ["part"]),
  measure: plain({ what: text(100), unit: text(20), min: { type: "number" }, max: { type: "number" }, optional: truth, empties: truth }, [
    "what",
    "unit",
    "min",
    "max",
  ]),
  "nozzle-check": plain(),
  wait: plain({ waitMinutes: minutes }, ["waitMinutes"]),
  hold: plain({ until: text(200), thenSeconds: { type: "number", minimum: 0, maximum: 86_400 } }, ["until", "thenSeconds"]),
  decide: plain({ choices, knows: oneOf(KNOWABLE) }, ["choices"]),
  photo: plain({ of: text(100), optional: truth }, ["of"]),
  confirm: plain({ by: oneOf(["second", "supervisor"]) }, ["by"]),
  window: closed(
    {
      kind: common.kind ?? {},
      id: StepId,
      text: text(300),
      when: condition,
      withinMinutes: { type: "number", exclusiveMinimum: 0, maximum: 1440 },
      steps,
    },
    ["kind", "id", "text", "withinMinutes", "steps"],
  ),
  repeat: closed({ kind: common.kind ?? {}, id: StepId, when: condition, each: oneOf(EACH), steps }, ["kind", "id", "each", "steps"]),
  call: closed({ kind: common.kind ?? {}, id: StepId, when: condition, routine: { ...Id } }, ["kind", "id", "routine"]),
};

const step: Json = {
  type: "object",
  required: ["kind"],
  properties: { kind: { type: "string", enum: Object.keys(STEPS) } },
  ...Object.entries(STEPS).reduceRight<Json>(
    (rest, [kind, shape]) => ({ if: { properties: { kind: { const: kind } } }, then: shape, else: rest }),
    {},
  ),
};

const Rule = closed(
  {
    classes: list(oneOf(CLASSES)),
    notClasses: list(oneOf(CLASSES)),
    families: list(oneOf(Object.values(FAMILIES).flat())),
    abilities: list(oneOf(ABILITIES)),
    withoutAbilities: list(oneOf(ABILITIES)),
    parts: list(orHouse(PARTS)),
    withoutParts: list(orHouse(PARTS)),
    waste: list(oneOf(WASTE_KINDS)),
    policies: closed(Object.fromEntries(Object.entries(POLICIES).map(([name, values]) => [name, oneOf(values)])), []),
    whiteChannelsAtLeast: { type: "integer", minimum: 1, maximum: 64 },
  },
  [],
);

const routine: Json = closed(
  {
    ...(HouseRoutine.properties as unknown as Record<string, Json>),
    id: { ...Id },
    name: { ...Name },
    short: text(40),
    rule: Rule,
    calledFor: Rule,
    skill: orHouse(["dtf", "dtg", "uv", "solvent", "wide", "cij", "technician"]),
    people: { type: "integer", minimum: 1, maximum: 9 },
    machineState: text(200),
    handsMinutes: minutes,
    waitMinutes: minutes,
    hazards: list(oneOf(Object.keys(HAZARDS))),
    gear: list(text(100)),
    tools: list(text(100)),
    sheets: list(closed({ name: text(100), url: { type: "string", pattern: "^https?://", maxLength: 500 } }, ["name", "url"])),
    voidsCheck: { type: "boolean" },
    isCheck: { type: "boolean" },
    effects: Effects as unknown as Json,
    texts: closed(
      Object.fromEntries(
        LANGUAGE_IDS.filter((id) => id !== "en").map((id) => [
          id,
          { type: "object", maxProperties: 1000, propertyNames: text(300), additionalProperties: text(600) },
        ]),
      ),
      [],
    ),
    steps,
  },
  ["id", "name"],
);

const $defs = { condition: { type: "object", ...byKey(CONDITIONS) }, step };

/** One routine. */
export const RoutineBody = Type.Unsafe<Routine>({ ...routine, $defs });

/** A pack: routines that travel between houses. */
export type Pack = { format: "zesty-anvil/routines"; version: 1; name?: string; routines: Routine[] };
export const Pack = Type.Unsafe<Pack>({
  ...closed(
    {
      format: { const: "zesty-anvil/routines" },
      version: { const: 1 },
      name: text(200),
      routines: { type: "array", items: routine, minItems: 1, maxItems: 2000 },
    },
    ["format", "version", "routines"],
  ),
  $defs,
});
