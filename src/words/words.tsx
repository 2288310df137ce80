"use client";
import { type ReactNode, useContext, useMemo } from "react";
import { IntlProvider } from "use-intl";
import type board from "./en/board.json";
import type head from "./en/head.json";
import type idle from "./en/idle.json";
import type kit from "./en/kit.json";
import type logbook from "./en/logbook.json";
import type machine from "./en/machine.json";
import type next from "./en/next.json";
import type nozzles from "./en/nozzles.json";
import type parts from "./en/parts.json";
import type plan from "./en/plan.json";
import type recoveries from "./en/recoveries.json";
import type report from "./en/report.json";
import type sheet from "./en/sheet.json";
import type shop from "./en/shop.json";
import type standby from "./en/standby.json";
import type stores from "./en/stores.json";
import type vessel from "./en/vessel.json";
import { HeldWords } from "./held.tsx";

/** What a person reads, one file a room in `en/`; a second language is a folder more. */
export type Messages = {
  board: typeof board;
  head: typeof head;
  idle: typeof idle;
  kit: typeof kit;
  logbook: typeof logbook;
  machine: typeof machine;
  next: typeof next;
  nozzles: typeof nozzles;
  parts: typeof parts;
  plan: typeof plan;
  recoveries: typeof recoveries;
  report: typeof report;
  sheet: typeof sheet;
  shop: typeof shop;
  standby: typeof standby;
  stores: typeof stores;
  vessel: typeof vessel;
};
declare module "use-intl" {
  interface AppConfig {
    Messages: Messages;
    Locale: "en";
  }
}

/** Gives a part of the application the words of its rooms, beside those that it has already. */
export function Words({ messages, timeZone = "UTC", children }: { messages: Partial<Messages>; timeZone?: string; children: ReactNode }) {
  const held = useContext(HeldWords);
  const all = useMemo(() => ({ ...held, ...messages }), [held, messages]);
  return (
    <HeldWords.Provider value={all}>
      <IntlProvider locale="en" messages={all as Messages} timeZone={timeZone}>
        {children}
      </IntlProvider>
    </HeldWords.Provider>
  );
}
