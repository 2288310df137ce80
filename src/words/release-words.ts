import release from "./en/release.json";
import { usePlain } from "./plain.ts";

export const useReleaseWords = () => usePlain("release", release);
