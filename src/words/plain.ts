import { useContext } from "react";
import { HeldWords } from "./held.tsx";
import type { Messages } from "./messages.ts";

/**
 * Words for parts that are also used where no reader of messages is loaded (a tablet's shell, a sign-in): plain texts with named
 * places, no plurals. `own` are those in English, for where a page gave none.
 */
export const usePlain = <Room extends keyof Messages>(room: Room, own: Messages[Room]): Messages[Room] =>
  useContext(HeldWords)[room] ?? own;

/** A text with its named places filled. @example filled("{name}: {ml} mL", { name: "Sprat", ml: 40 }) → "Sprat: 40 mL" */
export const filled = (text: string, values: Readonly<Record<string, string | number>>): string =>
  text.replace(/\{(\w+)\}/g, (place, name: string) => String(values[name] ?? place));

/** A text in its form for one or for more. @example counted({ one: "{count} job", other: "{count} jobs" }, 2) → "2 jobs" */
export const counted = (forms: { one: string; other: string }, count: number): string =>
  filled(count === 1 ? forms.one : forms.other, { count });
