import check from "./en/check.json";
import { usePlain } from "./plain.ts";

export const useCheckWords = () => usePlain("check", check);
