import Link from "next/link";
import type { ReactNode } from "react";

const ROOMS = [
  { href: "/stores", name: "Shelf" },
  { href: "/stores/count", name: "Count" },
  { href: "/stores/orders", name: "Orders" },
  { href: "/stores/waste", name: "Waste" },
  { href: "/stores/bench", name: "Mixing bench" },
  { href: "/stores/solvent", name: "Solvent" },
  { href: "/stores/air", name: "Room air" },
  { href: "/stores/month", name: "Month" },
  { href: "/stores/trace", name: "Trace" },
  { href: "/stores/settings", name: "Set-up" },
];

/** The head of each page of the store: where one is, and what else there is. */
export function StoresFrame({ here, title, aside, children }: { here: string; title: string; aside?: ReactNode; children: ReactNode }) {
  return (
    <main className="px-4 pb-10">
      <nav aria-label="Stores" className="flex flex-wrap gap-x-1 border-hair border-b py-1 print:hidden">
        {ROOMS.map(({ href, name }) => (
          <Link
            key={href}
            href={href}
            prefetch={false}
            aria-current={href === here ? "page" : undefined}
            className={`rounded-sm px-2 py-2 no-underline ${href === here ? "font-semibold text-ink underline decoration-2 decoration-accent underline-offset-8" : "text-ink hover:bg-tint"}`}
          >
            {name}
          </Link>
        ))}
      </nav>
      <div className="flex flex-wrap items-baseline gap-x-5 gap-y-1 py-3">
        <h1>{title}</h1>
        {aside}
      </div>
      {children}
    </main>
  );
}

/** What the application says to a computed figure: opens for its reasons. */
export function Because({ why, label = "Why" }: { why: readonly string[]; label?: string }) {
  if (why.length === 0) return null;
  return (
    <details>
      <summary className="cursor-pointer text-accent text-sm underline">{label}</summary>
      <ul className="max-w-prose list-disc py-1 pl-5 text-soft text-sm">
        {why.map((each) => (
          <li key={each}>{each}</li>
        ))}
      </ul>
    </details>
  );
}
