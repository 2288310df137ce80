import floor from "./en/floor.json";
import { usePlain } from "./plain.ts";

export const useFloorWords = () => usePlain("floor", floor);
