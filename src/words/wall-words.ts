import wall from "./en/wall.json";
import { usePlain } from "./plain.ts";

export const useWallWords = () => usePlain("wall", wall);
