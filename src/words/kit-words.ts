import { useContext } from "react";
import kit from "./en/kit.json";
import { HeldWords } from "./held.tsx";

/** The few words of the kit's own parts: plain text, so that they weigh nothing where no other words are read. */
export const useKitWords = (): typeof kit => useContext(HeldWords).kit ?? kit;
