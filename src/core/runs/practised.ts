/** How many runs of a routine's steps (by the mark of their content) a person brought to an end with no step left out. */
export type CleanRuns = { person: string; routine: string; version: string; runs: number };

/**
 * Who is practised in what, by person the ids of routines: those with enough clean runs of the steps that the routine has now.
 * @param versions the mark of each routine's present steps
 * @example practisedOf([{ person: "bram", routine: "R10", version: "a", runs: 3 }], new Map([["R10", "a"]]), 3) // { bram: ["R10"] }
 */
export function practisedOf(clean: readonly CleanRuns[], versions: ReadonlyMap<string, string>, enough: number): Record<string, string[]> {
  const practised: Record<string, string[]> = {};
  for (const { person, routine, version, runs } of clean)
    if (runs >= enough && versions.get(routine) === version) (practised[person] ??= []).push(routine);
  return practised;
}
