import "@fontsource-variable/atkinson-hyperlegible-next";
import "@fontsource-variable/martian-mono";
import "./globals.css";
import type { Metadata, Viewport } from "next";
import { cookies } from "next/headers";
import { connection } from "next/server";
import type { ReactNode } from "react";
import { Toasts } from "../ui/toasts.tsx";
import { clockAheadMs } from "../work/clock.ts";

export const metadata: Metadata = {
  title: { default: "Zesty Anvil", template: "%s · Zesty Anvil" },
  description: "Upkeep of a mixed fleet of inkjet machines.",
};
export const viewport: Viewport = { width: "device-width", initialScale: 1 };

export default async function Layout({ children }: { children: ReactNode }) {
  await connection();
  const night = (await cookies()).get("zesty-light")?.value === "night";
  return (
    <html lang="en" data-light={night ? "night" : "day"} data-clock-ahead={clockAheadMs() || undefined}>
      <body>
        {children}
        <Toasts night={night} />
      </body>
    </html>
  );
}
