import access from "./en/access.json";
import { usePlain } from "./plain.ts";

export const useAccessWords = () => usePlain("access", access);
