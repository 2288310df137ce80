import { type Static, Type } from "typebox";
import type { MachineClass } from "../../fleet/vocabulary.ts";

/** The numbers of the cleaning ladder; defaults are common practice, no source. */

const closed = { additionalProperties: false } as const;
const whole = (minimum: number, maximum: number) => Type.Integer({ minimum, maximum });

export const Rung = Type.Object(
  {
    id: Type.String({ pattern: "^[a-z0-9][a-z0-9-]*$", maxLength: 40 }),
    name: Type.String({ minLength: 1, maxLength: 60, pattern: "\\S" }),
    /** Ink that one clean of all heads draws. */
    ml: Type.Number({ minimum: 0, maximum: 1000 }),
    minutes: Type.Number({ minimum: 0, maximum: 120 }),
  },
  closed,
);
export const LadderSettings = Type.Object(
  {
    /** Strengths of a head clean, the weakest first. */
    rungs: Type.Array(Rung, { minItems: 1, maxItems: 8 }),
    /** Cleans in a recovery before the head rests. */
    limit: whole(1, 10),
    /** Cleans on one rung while they help. */
    cleansARung: whole(1, 10),
    /** Cleans on one rung that did not help, before the next. */
    withoutProgress: whole(1, 10),
    /** Cleans further apart belong to another recovery. */
    apartMinutes: whole(5, 1440),
    restHours: Type.Number({ minimum: 1, maximum: 72 }),
    /** Out on so many mornings running, the same nozzles are chronic: no clean brings them back. */
    chronicMornings: whole(3, 60),
    /** After so many rests a technician. */
    rests: whole(1, 5),
    /** School of a fixed number: cleans at opening before the check. */
    fixedCleans: whole(1, 4),
    loadSecondsFrom: whole(1, 120),
    loadSecondsTo: whole(1, 120),
    loadMl: Type.Number({ minimum: 0, maximum: 1000 }),
    /** Bars of each colour are printed once so many nozzles fire again, in per cent. */
    flagPercent: whole(50, 100),
    /** What ink one nozzle back is worth: below it a clean no longer pays. */
    worthMl: Type.Number({ minimum: 0, maximum: 1000 }),
  },
  closed,
);
export type Rung = Static<typeof Rung>;
export type LadderSettings = Static<typeof LadderSettings>;

const rungs = (light: number, normal: number, medium: number, strong: number): Rung[] => [
  { id: "light", name: "light", ml: light, minutes: 1 },
  { id: "normal", name: "normal", ml: normal, minutes: 2 },
  { id: "medium", name: "medium", ml: medium, minutes: 3 },
  { id: "strong", name: "strong", ml: strong, minutes: 5 },
];

export const DEFAULT_LADDER: LadderSettings = {
  rungs: rungs(2, 4, 7, 12),
  limit: 8,
  cleansARung: 3,
  withoutProgress: 2,
  apartMinutes: 60,
  restHours: 12,
  rests: 2,
  chronicMornings: 8,
  fixedCleans: 3,
  loadSecondsFrom: 10,
  loadSecondsTo: 15,
  loadMl: 7,
  flagPercent: 85,
  worthMl: 4,
};
export const CLASS_LADDER: Partial<Record<MachineClass, Partial<LadderSettings>>> = {
  uv: { rungs: rungs(3, 6, 10, 16) },
  wide: { rungs: rungs(1.5, 3, 6, 10) },
};

/** Settings in force on a machine: the house's own before the class's before the defaults. */
export const ladderSettings = (machineClass: MachineClass, house: Partial<LadderSettings>[] = []): LadderSettings =>
  Object.assign({}, DEFAULT_LADDER, CLASS_LADDER[machineClass], ...house);

/** What the schema can't say. */
export function ladderProblems({ rungs, loadSecondsFrom, loadSecondsTo }: LadderSettings): { path: string; message: string }[] {
  const problems: { path: string; message: string }[] = [];
  rungs.forEach(({ id, ml }, index) => {
    const before = rungs[index - 1];
    if (rungs.findIndex((each) => each.id === id) < index) problems.push({ path: `$.rungs[${index}].id`, message: `“${id}” stands twice` });
    if (before && ml < before.ml)
      problems.push({ path: `$.rungs[${index}].ml`, message: `draws less than “${before.name}” before it; the weakest comes first` });
  });
  if (loadSecondsTo < loadSecondsFrom) problems.push({ path: "$.loadSecondsTo", message: "is shorter than from" });
  return problems;
}
