"use client";
import { createContext, type ReactNode, useContext } from "react";
import type { Messages } from "./messages.ts";

/** The words that a page was given; weighs nothing where they are not read. */
export const HeldWords = createContext<Partial<Messages>>({});

/** Keeps words for parts of a page that come later and read them with `Words`. */
export function Held({ words, children }: { words: Partial<Messages>; children: ReactNode }) {
  return <HeldWords.Provider value={{ ...useContext(HeldWords), ...words }}>{children}</HeldWords.Provider>;
}
