"use client";
import { createContext, type ReactNode, useEffect, useState } from "react";
import type { FloorView } from "../../core/floor/floor-view.ts";
import type { Language } from "../../core/shop/languages.ts";
import { Held } from "../../words/held.tsx";
import type { Messages } from "../../words/messages.ts";
import { type Said, SaidIn } from "../../words/said.ts";

type Tongue = { words: Partial<Messages>; said: Said; view: (view: FloorView) => FloorView };
const TONGUES: Partial<Record<Language, () => Promise<Tongue>>> = {
  es: async () => {
    const [{ es, saidInSpanish }, { inLanguage }] = await Promise.all([import("../../words/es.ts"), import("./in-language.ts")]);
    const said: Said = (text) => saidInSpanish[text] ?? text;
    return { words: es, said, view: inLanguage("es", said) };
  },
};
const ENGLISH: Tongue = { words: {}, said: (text) => text, view: (view) => view };
/** The floor as its reader sees it. */
export const ViewIn = createContext(ENGLISH.view);

/** Loads a language's words beside the page; until then, and where it has none, they are English. */
export function Spoken({ language, children }: { language: Language; children: ReactNode }) {
  const [tongue, setTongue] = useState(ENGLISH);
  useEffect(() => {
    let gone = false;
    document.documentElement.lang = language;
    const load = TONGUES[language];
    if (!load) setTongue(ENGLISH);
    else
      load().then(
        (found) => !gone && setTongue(found),
        () => {},
      );
    return () => {
      gone = true;
    };
  }, [language]);
  return (
    <Held words={tongue.words}>
      <SaidIn.Provider value={tongue.said}>
        <ViewIn.Provider value={tongue.view}>{children}</ViewIn.Provider>
      </SaidIn.Provider>
    </Held>
  );
}
