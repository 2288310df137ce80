import vessel from "./en/vessel.json";
import { usePlain } from "./plain.ts";

export const useVesselWords = () => usePlain("vessel", vessel);
