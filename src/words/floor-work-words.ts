import floorWork from "./en/floor-work.json";
import { usePlain } from "./plain.ts";

/** The floor's words behind its first screen. */
export const useFloorWorkWords = () => usePlain("floorWork", floorWork);
