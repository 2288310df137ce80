import faults from "./en/faults.json";
import { usePlain } from "./plain.ts";

export const useFaultWords = () => usePlain("faults", faults);
