"use client";
import { type ReactNode, useEffect, useState } from "react";
import type { Language } from "../../core/shop/languages.ts";
import { Held } from "../../words/held.tsx";
import type { Messages } from "../../words/messages.ts";

const WORDS: Partial<Record<Language, () => Promise<Partial<Messages>>>> = {
  es: () => import("../../words/es.ts").then(({ es }) => es),
};
const NONE: Partial<Messages> = {};

/** Loads a language's words beside the page; until then, and where it has none, they are English. */
export function Spoken({ language, children }: { language: Language; children: ReactNode }) {
  const [words, setWords] = useState(NONE);
  useEffect(() => {
    let gone = false;
    document.documentElement.lang = language;
    const load = WORDS[language];
    if (!load) setWords(NONE);
    else
      load().then(
        (found) => !gone && setWords(found),
        () => {},
      );
    return () => {
      gone = true;
    };
  }, [language]);
  return <Held words={words}>{children}</Held>;
}
