/** Languages of the floor's screens, each by its own name. A further one is a folder of words more. */
export const LANGUAGES = { en: "English", es: "Español" } as const;
export type Language = keyof typeof LANGUAGES;
export const LANGUAGE_IDS = Object.keys(LANGUAGES) as Language[];

/** @example isLanguage("es") → true */
export const isLanguage = (id: unknown): id is Language => typeof id === "string" && id in LANGUAGES;
