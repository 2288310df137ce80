"use client";
import { LanguagesIcon } from "lucide-react";
import { LANGUAGE_IDS, LANGUAGES } from "../../core/shop/languages.ts";
import { Button } from "../kit/button.tsx";
import { useLanguage } from "./language.ts";
import { chooseLanguage, useChosenSent } from "./language-sent.ts";
import type { Floor } from "./use-floor.ts";

/** The languages, each in its own name, so that whoever can't read this one finds theirs. */
export default function LanguageRow({ floor }: { floor: Floor }) {
  const language = useLanguage(floor);
  useChosenSent(floor);
  return (
    <fieldset className="flex items-center justify-center gap-2">
      <LanguagesIcon aria-hidden="true" className="size-6 text-ink2" />
      {LANGUAGE_IDS.map((id) => (
        <Button
          key={id}
          size="hand"
          lang={id}
          aria-pressed={id === language}
          className="aria-pressed:!border-accent aria-pressed:!bg-accent-wash"
          onClick={() => void chooseLanguage(floor, id)}
        >
          {LANGUAGES[id]}
        </Button>
      ))}
    </fieldset>
  );
}
