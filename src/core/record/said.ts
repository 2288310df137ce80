/** Parts of a sentence put together: what is empty is left out. */
export const listed = (...parts: readonly (string | number | false | null | undefined)[]): string =>
  parts.filter((part) => part !== "" && part !== false && part !== null && part !== undefined).join("; ");
