"use client";
import { AnvilIcon, MoonStarIcon, SearchIcon } from "lucide-react";
import Link from "next/link";
import { usePathname } from "next/navigation";
import { DropdownMenu } from "radix-ui";
import { useTranslations } from "use-intl";
import { FleetStrip } from "./fleet-strip.tsx";
import { IconButton } from "./kit/icon-button.tsx";
import { Initials } from "./kit/initials.tsx";
import { Search } from "./search.tsx";
import { ask } from "./send.ts";

const PLACES = [
  { href: "/", name: "board" },
  { href: "/day", name: "day" },
  { href: "/rounds", name: "rounds" },
  { href: "/floor", name: "floor" },
  { href: "/nozzles", name: "nozzles" },
  { href: "/standby", name: "standby" },
  { href: "/stores", name: "stores" },
  { href: "/ledger", name: "ledger" },
  { href: "/shop", name: "shop" },
] as const;

/** The head of each page: the places as a thumb index, the fleet in miniature, search, light or night, who is signed in. */
export function Masthead({ name, role, site }: { name: string; role: string; site: string }) {
  const t = useTranslations("head");
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
    <header className="flex flex-wrap items-end gap-x-4 bg-desk px-5 pt-2.5 print:hidden">
      <span className="flex items-center gap-2 self-center pb-1 font-extrabold text-base tracking-tight">
        <AnvilIcon aria-hidden="true" className="size-5" />
        {site}
      </span>
      <nav aria-label={t("places")} className="order-last flex gap-0.5 overflow-x-auto max-lg:w-full lg:order-none">
        {PLACES.filter(({ href }) => href !== "/shop" || role === "supervisor").map(({ href, name: place }) => (
          <Link
            key={href}
            href={href}
            aria-current={here(href) ? "page" : undefined}
            className={`flex h-10 shrink-0 items-center rounded-t-[6px] px-3 text-sm no-underline ${here(href) ? "bg-sheet font-bold text-ink shadow-[inset_0_3px_0_var(--accent)]" : "font-semibold text-ink2 hover:bg-desk-2 hover:text-ink"}`}
          >
            {t(place)}
          </Link>
        ))}
      </nav>
      <div className="ml-auto flex items-center gap-1 self-center pb-1">
        <FleetStrip />
        <Search
          button={(open) => (
            <IconButton name={t("search")} onClick={open}>
              <SearchIcon aria-hidden="true" />
            </IconButton>
          )}
        />
        <IconButton name={t("light")} onClick={light}>
          <MoonStarIcon aria-hidden="true" />
        </IconButton>
        <DropdownMenu.Root>
          <DropdownMenu.Trigger aria-label={`${t("account")}: ${name}, ${role}`} className="rounded-full">
            <Initials name={name} me big />
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content
              align="end"
              sideOffset={6}
              className="z-50 min-w-48 rounded-[6px] border border-rule bg-card p-1.5 text-sm shadow-[var(--shadow)]"
            >
              <DropdownMenu.Label className="px-2.5 py-1.5">
                <span className="block font-bold">{name}</span>
                <span className="text-ink3">{role}</span>
              </DropdownMenu.Label>
              <DropdownMenu.Item
                onSelect={() => void signOut()}
                className="cursor-pointer rounded-[3px] px-2.5 py-1.5 font-semibold data-[highlighted]:bg-accent-wash"
              >
                {t("signOut")}
              </DropdownMenu.Item>
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      </div>
    </header>
  );
}
