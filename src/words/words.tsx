"use client";
import { type ReactNode, useContext, useMemo } from "react";
import { IntlProvider } from "use-intl";
import { HeldWords } from "./held.tsx";
import type { Messages } from "./messages.ts";

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
