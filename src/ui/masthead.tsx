"use client";
import { AnvilIcon, MoonStarIcon, SearchIcon, WifiOffIcon } from "lucide-react";
import Link from "next/link";
import { usePathname } from "next/navigation";
import { lazy, Suspense, useState, useSyncExternalStore } from "react";
import type { Messages } from "../words/messages.ts";
import { filled } from "../words/plain.ts";
import { FleetStrip } from "./fleet-strip.tsx";
import { IconButton } from "./kit/icon-button.tsx";
import { Initials } from "./kit/initials.tsx";
import { Search } from "./search.tsx";

const AccountMenu = lazy(() => import("./account-menu.tsx"));

/** Each place with the addresses that belong to it. */
const PLACES = [
  { href: "/", name: "board", also: ["/check"] },
  { href: "/plan", name: "plan", also: ["/paper"] },
  { href: "/machines", name: "machines", also: ["/nozzles"] },
  { href: "/standby", name: "standby", also: [] },
  { href: "/stores", name: "stores", also: [] },
  { href: "/logbook", name: "logbook", also: [] },
  { href: "/shop", name: "shop", also: ["/safety"] },
] as const;

const networkChanges = (changed: () => void) => {
  addEventListener("online", changed);
  addEventListener("offline", changed);
  return () => {
    removeEventListener("online", changed);
    removeEventListener("offline", changed);
  };
};

/** The head of each page: the places as a thumb index, the fleet in miniature, search, light or night, who is signed in. */
export function Masthead({
  name,
  role,
  site,
  words,
  aheadHours,
}: {
  name: string;
  role: string;
  site: string;
  words: Messages["head"];
  /** How far a demo's clock is ahead. */
  aheadHours: number;
}) {
  const [account, setAccount] = useState<"never" | "open" | "closed">("never");
  const away = useSyncExternalStore(
    networkChanges,
    () => !navigator.onLine,
    () => false,
  );
  const path = usePathname();
  const under = (start: string) => path === start || (start !== "/" && path.startsWith(`${start}/`));
  const here = ({ href, also }: (typeof PLACES)[number]) => [href, ...also].some(under);
  const light = () => {
    const night = document.documentElement.dataset.light !== "night";
    document.documentElement.dataset.light = night ? "night" : "day";
    // biome-ignore lint/suspicious/noDocumentCookie: the Cookie Store API is not in every browser on a shop floor
    document.cookie = `zesty-light=${night ? "night" : "day"}; path=/; max-age=31536000; samesite=lax`;
  };
  const me = (
    <button
      type="button"
      aria-haspopup="menu"
      aria-label={`${words.account}: ${name}, ${role}`}
      className="rounded-full"
      onClick={account === "never" ? () => setAccount("open") : undefined}
    >
      <Initials name={name} me big />
    </button>
  );
  return (
    <header className="flex flex-wrap items-end gap-x-4 bg-desk px-5 pt-2.5 print:hidden">
      <span className="flex items-center gap-2 self-center pb-1 font-extrabold text-base tracking-tight">
        <AnvilIcon aria-hidden="true" className="size-5" />
        {site}
        {aheadHours > 0 && (
          <span className="font-normal text-ink2 text-xs tracking-normal">{filled(words.ahead, { hours: aheadHours })}</span>
        )}
      </span>
      <nav aria-label={words.places} className="order-last flex gap-0.5 overflow-x-auto max-lg:w-full lg:order-none">
        {PLACES.filter(({ href }) => href !== "/shop" || role === "supervisor").map((place) => (
          <Link
            key={place.href}
            href={place.href}
            aria-current={here(place) ? "page" : undefined}
            className={`flex h-10 shrink-0 items-center rounded-t-[6px] px-3 text-sm no-underline ${here(place) ? "bg-sheet font-bold text-ink shadow-[inset_0_3px_0_var(--accent)]" : "font-semibold text-ink2 hover:bg-desk-2 hover:text-ink"}`}
          >
            {words[place.name]}
          </Link>
        ))}
      </nav>
      <div className="ml-auto flex items-center gap-1 self-center pb-1">
        <FleetStrip words={words.fleet} />
        <Search
          button={(open) => (
            <IconButton name={words.search} onClick={open}>
              <SearchIcon aria-hidden="true" />
            </IconButton>
          )}
        />
        <IconButton name={words.light} onClick={light}>
          <MoonStarIcon aria-hidden="true" />
        </IconButton>
        {account === "never" ? (
          me
        ) : (
          <Suspense fallback={me}>
            <AccountMenu
              name={name}
              role={role}
              signOut={words.signOut}
              shift={words.shift}
              own={words.own}
              open={account === "open"}
              setOpen={(open) => setAccount(open ? "open" : "closed")}
            >
              {me}
            </AccountMenu>
          </Suspense>
        )}
      </div>
      {away && (
        <p
          role="status"
          className="order-last -mx-5 flex w-[calc(100%+2.5rem)] items-center gap-2 bg-care-wash px-5 py-1.5 font-semibold text-care"
        >
          <WifiOffIcon aria-hidden="true" className="size-4" />
          {words.away}
        </p>
      )}
    </header>
  );
}
