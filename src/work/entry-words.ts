import { words as plain } from "../core/due/sentence.ts";
import { personName, type Shop } from "./shop.ts";

/** What a search finds an entry by. */
export function wordsOf(
  shop: Shop,
  person: string | null,
  kind: string,
  machine: string | null | undefined,
  routine: string | null | undefined,
  body: Record<string, unknown>,
): string {
  const texts = ["note", "reason", "text", "why", "what", "counter", "sign", "title", "symptom", "waitsFor", "free", "event"].flatMap(
    (key) => (typeof body[key] === "string" ? [plain(String(body[key]))] : []),
  );
  const routineName = routine ? [routine, shop.rules.book.get(routine)?.name ?? ""] : [];
  return [
    plain(kind),
    machine ? (shop.machines.find(({ id }) => id === machine)?.name ?? machine) : "",
    ...routineName,
    person ? personName(shop, person) : "",
    ...texts,
  ]
    .filter(Boolean)
    .join(" ")
    .slice(0, 4000);
}
