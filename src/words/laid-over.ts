/** A tree of texts; a text that a language has not got is left out. */
export type Texts = string | readonly Texts[] | { readonly [key: string]: Texts };

const isTree = (texts: unknown): texts is Record<string, Texts> => typeof texts === "object" && texts !== null && !Array.isArray(texts);

/** A language's texts laid over the English ones: what it lacks stays English. @example laidOver({ a: "Save", b: "Stop" }, { a: "Guardar" }) → { a: "Guardar", b: "Stop" } */
export function laidOver<Tree>(english: Tree, other: unknown): Tree {
  if (!isTree(english))
    return (typeof other === typeof english && Array.isArray(other) === Array.isArray(english) ? other : english) as Tree;
  const own = isTree(other) ? other : {};
  return Object.fromEntries(Object.entries(english).map(([key, text]) => [key, laidOver(text, own[key])])) as Tree;
}

/** The places of texts that a language has not got yet. @example missingTexts({ a: "Save", b: { c: "Stop" } }, { a: "Guardar" }) → ["b.c"] */
export const missingTexts = (english: unknown, other: unknown, place = ""): string[] =>
  isTree(english)
    ? Object.entries(english).flatMap(([key, text]) => missingTexts(text, isTree(other) ? other[key] : undefined, `${place}${key}.`))
    : typeof other === typeof english
      ? []
      : [place.slice(0, -1)];
