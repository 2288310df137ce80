import { useContext } from "react";
import vessel from "./en/vessel.json";
import { HeldWords } from "./held.tsx";

/**
 * Words for parts that are also used where no reader of messages is loaded (a tablet's shell): plain texts with named places, no
 * plurals.
 */
export const useVesselWords = (): typeof vessel => useContext(HeldWords).vessel ?? vessel;

/** A text with its named places filled. @example filled("{name}: {ml} mL", { name: "Sprat", ml: 40 }) → "Sprat: 40 mL" */
export const filled = (text: string, values: Readonly<Record<string, string | number>>): string =>
  text.replace(/\{(\w+)\}/g, (place, name: string) => String(values[name] ?? place));
