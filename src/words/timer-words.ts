import timers from "./en/timers.json";
import { usePlain } from "./plain.ts";

export const useTimerWords = () => usePlain("timers", timers);
