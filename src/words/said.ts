"use client";
import { createContext, useContext } from "react";

/** What is kept in English and said in another language where it stands: texts of routines, cautions, signs, states. */
export type Said = (text: string) => string;

/** A language's texts; where it has none they stay as they are kept. */
export const SaidIn = createContext<Said>((text) => text);

/** Says a kept text in the reader's language. */
export const useSaid = (): Said => useContext(SaidIn);
