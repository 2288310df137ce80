"use client";
import { createContext, type ReactNode } from "react";

export const Currency = createContext<string | undefined>(undefined);

/** The currency of the shop, for all that says money below it. */
export function MoneyIn({ currency, children }: { currency: string | undefined; children: ReactNode }) {
  return <Currency value={currency}>{children}</Currency>;
}
