/** What a step sheet says of a routine, where its first answers are given and each part is found heavy. */
export type Facts = {
  /** What is opened, by which step, and the step that closes it, in the order of opening. */
  opens: readonly (readonly [what: string, opened: string, closed: string])[];
  uses: Readonly<Record<string, number>>;
  waits: Readonly<Record<string, number>>;
  found: readonly string[];
  /** Steps at which a nozzle check is read. */
  checks: readonly string[];
  /** Answers other than the first. */
  answers?: Readonly<Record<string, string>>;
};
