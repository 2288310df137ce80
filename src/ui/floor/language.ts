import { useEffect, useSyncExternalStore } from "react";
import { isLanguage, type Language } from "../../core/shop/languages.ts";
import { ask } from "../send.ts";
import type { Floor } from "./use-floor.ts";

/** Which language a person reads on this device: what the shop keeps of them, or what was chosen here and could not be sent yet. */

const key = (person: string | undefined) => `zesty-language/${person ?? ""}`;
const listeners = new Set<() => void>();
const watch = (changed: () => void) => {
  listeners.add(changed);
  return () => listeners.delete(changed);
};
const keep = (person: string | undefined, language: Language | null) => {
  if (language) localStorage.setItem(key(person), language);
  else localStorage.removeItem(key(person));
  for (const each of listeners) each();
};

export function useLanguage(floor: Floor | "loading" | "empty"): Language {
  const person = typeof floor === "string" ? undefined : floor.who?.person;
  const known = typeof floor === "string" ? undefined : floor.view.people.find(({ id }) => id === person)?.language;
  const here = useSyncExternalStore(
    watch,
    () => localStorage.getItem(key(person)),
    () => null,
  );
  return isLanguage(here) ? here : (known ?? "en");
}

/** Chosen at once; kept with the person as soon as the shop can be asked. */
export async function chooseLanguage(floor: Floor, language: Language): Promise<void> {
  keep(floor.who?.person, language);
  await sendChosen(floor);
}

/** What was chosen without a network is sent with the next news of the shop. */
export function useChosenSent(floor: Floor | "loading" | "empty"): void {
  const [news, person] = typeof floor === "string" ? [] : [floor.view, floor.who?.person];
  useEffect(() => {
    if (typeof floor !== "string") void sendChosen(floor);
  }, [news, person]);
}

let sending = false;
async function sendChosen(floor: Floor): Promise<void> {
  const person = floor.who?.person;
  const language = localStorage.getItem(key(person));
  if (!person || !isLanguage(language) || sending) return;
  sending = true;
  try {
    await ask("/api/people/language", { body: { person, language } });
    await floor.refresh();
    // Another one may have been chosen meanwhile.
    if (localStorage.getItem(key(person)) === language) keep(person, null);
  } catch {
    // Without a network it is tried again.
  } finally {
    sending = false;
  }
}
