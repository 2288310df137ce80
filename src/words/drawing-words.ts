import drawing from "./en/drawing.json";
import { usePlain } from "./plain.ts";

export const useDrawingWords = () => usePlain("drawing", drawing);
