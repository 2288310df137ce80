import { useSyncExternalStore } from "react";

/** Reads steps aloud by the browser's own voice, where it has one; off until somebody at this device turns it on. */

const KEY = "zesty-read-aloud";
const listeners = new Set<() => void>();

export const canReadAloud = (): boolean => typeof speechSynthesis !== "undefined";

/** Says a text now, in a language as `en`; what was being said stops. */
export function readAloud(text: string, language: string): void {
  if (!canReadAloud()) return;
  speechSynthesis.cancel();
  const said = new SpeechSynthesisUtterance(text);
  said.lang = language;
  speechSynthesis.speak(said);
}

/** Turns it on or off on this device. */
export function turnReadAloud(on: boolean): void {
  if (on) localStorage.setItem(KEY, "on");
  else localStorage.removeItem(KEY);
  if (!on && canReadAloud()) speechSynthesis.cancel();
  for (const each of listeners) each();
}

const watch = (changed: () => void) => {
  listeners.add(changed);
  return () => listeners.delete(changed);
};

/** Whether steps are read aloud on this device. */
export const useReadAloud = (): boolean =>
  useSyncExternalStore(
    watch,
    () => canReadAloud() && localStorage.getItem(KEY) === "on",
    () => false,
  );
