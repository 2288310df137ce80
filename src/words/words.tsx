"use client";
import type { ReactNode } from "react";
import { IntlProvider } from "use-intl";
import type board from "./en/board.json";
import type head from "./en/head.json";
import type machine from "./en/machine.json";
import type parts from "./en/parts.json";
import type plan from "./en/plan.json";
import type recoveries from "./en/recoveries.json";
import type report from "./en/report.json";

/** What a person reads, one file a room in `en/`; a second language is a folder more. */
export type Messages = {
  board: typeof board;
  head: typeof head;
  machine: typeof machine;
  parts: typeof parts;
  plan: typeof plan;
  recoveries: typeof recoveries;
  report: typeof report;
};
declare module "use-intl" {
  interface AppConfig {
    Messages: Messages;
    Locale: "en";
  }
}

/** Gives a part of the application the words of its rooms. */
export function Words({ messages, timeZone, children }: { messages: Partial<Messages>; timeZone: string; children: ReactNode }) {
  return (
    <IntlProvider locale="en" messages={messages as Messages} timeZone={timeZone}>
      {children}
    </IntlProvider>
  );
}
