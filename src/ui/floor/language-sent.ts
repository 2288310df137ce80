import { useEffect } from "react";
import { isLanguage, type Language } from "../../core/shop/languages.ts";
import { ask } from "../send.ts";
import { chosenHere, keepChosen } from "./language.ts";
import type { Floor } from "./use-floor.ts";

/** Chosen at once; kept with the person as soon as the shop can be asked. */
export async function chooseLanguage(floor: Floor, language: Language): Promise<void> {
  keepChosen(floor.who?.person, language);
  await sendChosen(floor);
}

/** What was chosen without a network is sent with the next news of the shop. */
export function useChosenSent(floor: Floor): void {
  const { view, who } = floor;
  const person = who?.person;
  useEffect(() => void sendChosen(floor), [view, person]);
}

let sending = false;
async function sendChosen(floor: Floor): Promise<void> {
  const person = floor.who?.person;
  const language = chosenHere(person);
  if (!person || !isLanguage(language) || sending) return;
  sending = true;
  try {
    await ask("/api/people/language", { body: { person, language } });
    await floor.refresh();
    // Another one may have been chosen meanwhile.
    if (chosenHere(person) === language) keepChosen(person, null);
  } catch {
    // Without a network it is tried again.
  } finally {
    sending = false;
  }
}
