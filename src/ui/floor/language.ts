import { useSyncExternalStore } from "react";
import { isLanguage, type Language } from "../../core/shop/languages.ts";
import type { Floor } from "./use-floor.ts";

/** Which language a person reads on this device: what the shop keeps of them, or what was chosen here and could not be sent yet. */

const key = (person: string | undefined) => `zesty-language/${person ?? ""}`;
const listeners = new Set<() => void>();
const watch = (changed: () => void) => {
  listeners.add(changed);
  return () => listeners.delete(changed);
};
export const chosenHere = (person: string | undefined) => localStorage.getItem(key(person));
export const keepChosen = (person: string | undefined, language: Language | null) => {
  if (language) localStorage.setItem(key(person), language);
  else localStorage.removeItem(key(person));
  for (const each of listeners) each();
};

export function useLanguage(floor: Floor | "loading" | "empty"): Language {
  const person = typeof floor === "string" ? undefined : floor.who?.person;
  const known = typeof floor === "string" ? undefined : floor.view.people.find(({ id }) => id === person)?.language;
  const here = useSyncExternalStore(
    watch,
    () => chosenHere(person),
    () => null,
  );
  return isLanguage(here) ? here : (known ?? "en");
}
