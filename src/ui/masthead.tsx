"use client";
import Link from "next/link";
import { usePathname } from "next/navigation";
import { Search } from "./search.tsx";
import { ask } from "./send.ts";

const PLACES = [
  { href: "/", name: "Board" },
  { href: "/day", name: "Day" },
  { href: "/rounds", name: "Rounds" },
  { href: "/floor", name: "Floor" },
  { href: "/nozzles", name: "Nozzles" },
  { href: "/standby", name: "Standby" },
  { href: "/stores", name: "Stores" },
  { href: "/ledger", name: "Ledger" },
  { href: "/shop", name: "Shop" },
];

/** The head of each page: the places, who is signed in, day or night. */
export function Masthead({ name, role, site }: { name: string; role: string; site: string }) {
  const path = usePathname();
  const here = (href: string) =>
    href === "/"
      ? path === "/" || path.startsWith("/machines") || path.startsWith("/check")
      : path.startsWith(href) || (href === "/day" && path.startsWith("/paper"));
  const light = () => {
    const night = document.documentElement.dataset.light !== "night";
    document.documentElement.dataset.light = night ? "night" : "day";
    // biome-ignore lint/suspicious/noDocumentCookie: the Cookie Store API is not in every browser on a shop floor
    document.cookie = `zesty-light=${night ? "night" : "day"}; path=/; max-age=31536000; samesite=lax`;
  };
  const signOut = async () => {
    await ask("/api/sign-out", { body: {} }).catch(() => {});
    location.assign("/sign-in");
  };
  return (
    <header className="flex flex-wrap items-center gap-x-1 gap-y-1 border-b print:hidden sm:gap-x-5 border-hair px-4 py-1.5">
      <span className="font-semibold tracking-tight">{site}</span>
      <nav aria-label="Places" className="flex flex-wrap gap-1">
        {PLACES.filter(({ href }) => href !== "/shop" || role === "supervisor").map(({ href, name: place }) => (
          <Link
            key={href}
            href={href}
            aria-current={here(href) ? "page" : undefined}
            className={`rounded-sm px-2 py-1.5 no-underline ${here(href) ? "bg-tint font-semibold text-ink" : "text-ink hover:bg-tint"}`}
          >
            {place}
          </Link>
        ))}
      </nav>
      <span className="ml-auto text-soft">
        <span className="sm:hidden">{name.split(" ")[0]}</span>
        <span className="hidden sm:inline">
          {name}, {role}
        </span>
      </span>
      <Search />
      <button type="button" onClick={light} className="rounded-sm px-2 py-1.5 text-accent underline">
        Day or night
      </button>
      <button type="button" onClick={signOut} className="rounded-sm px-2 py-1.5 text-accent underline">
        Sign out
      </button>
    </header>
  );
}
