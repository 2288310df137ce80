import kit from "./en/kit.json";
import { usePlain } from "./plain.ts";

/** The few words of the kit's own parts. */
export const useKitWords = () => usePlain("kit", kit);
