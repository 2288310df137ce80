"use client";
import { useContext } from "react";
import { moneySaid } from "../core/calendar/said.ts";
import { Currency } from "./money-in.tsx";

/** Says money in the shop's currency, from hundredths. */
export function useMoney(): (cents: number) => string {
  const currency = useContext(Currency);
  return (cents) => moneySaid(cents, currency);
}
