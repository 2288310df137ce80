import "@fontsource-variable/atkinson-hyperlegible-next";
import "@fontsource-variable/martian-mono";
import "./globals.css";
import type { Metadata, Viewport } from "next";
import { cookies } from "next/headers";
import { connection } from "next/server";
import type { ReactNode } from "react";
import { Toaster } from "sonner";

export const metadata: Metadata = {
  title: { default: "Zesty Anvil", template: "%s · Zesty Anvil" },
  description: "Upkeep of a mixed fleet of inkjet machines.",
};
export const viewport: Viewport = { width: "device-width", initialScale: 1 };

export default async function Layout({ children }: { children: ReactNode }) {
  await connection();
  const night = (await cookies()).get("zesty-light")?.value === "night";
  return (
    <html lang="en" data-light={night ? "night" : "day"}>
      <body>
        {children}
        <Toaster
          position="bottom-center"
          theme={night ? "dark" : "light"}
          toastOptions={{ duration: 8000, style: { fontFamily: "inherit", fontSize: "0.95rem" } }}
        />
      </body>
    </html>
  );
}
