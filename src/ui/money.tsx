"use client";
import { createContext, type ReactNode, useContext } from "react";
import { moneySaid } from "../core/calendar/said.ts";

const Currency = createContext<string | undefined>(undefined);

/** The currency of the shop, for all that says money below it. */
export function MoneyIn({ currency, children }: { currency: string | undefined; children: ReactNode }) {
  return <Currency value={currency}>{children}</Currency>;
}

/** Says money in the shop's currency, from hundredths. */
export function useMoney(): (cents: number) => string {
  const currency = useContext(Currency);
  return (cents) => moneySaid(cents, currency);
}
