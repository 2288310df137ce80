import Link from "next/link";
import type { ReactNode } from "react";

/** The head of each page of Standby. */
export function StandbyFrame({ title, aside, children }: { title: string; aside?: ReactNode; children: ReactNode }) {
  return (
    <main className="px-4 pb-10">
      <nav aria-label="Standby" className="flex flex-wrap gap-x-1 border-hair border-b py-1 print:hidden">
        {[
          { href: "/standby", name: "Machines and closures" },
          { href: "/door", name: "The door" },
          { href: "/standby/settings", name: "Bounds" },
        ].map(({ href, name }) => (
          <Link key={href} href={href} prefetch={false} className="rounded-sm px-2 py-2 text-ink no-underline hover:bg-tint">
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

/** Money of the shop. */
export const money = (cents: number): string => (cents / 100).toFixed(2);
