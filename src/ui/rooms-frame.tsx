import Link from "next/link";
import type { ReactNode } from "react";

export type Frame = { here?: string; title: string; aside?: ReactNode; children: ReactNode };

/** The head of the pages of one subject: where one is, and what else there is. */
export function RoomsFrame({
  name,
  rooms,
  here,
  title,
  aside,
  children,
}: Frame & { name: string; rooms: readonly { href: string; name: string }[] }) {
  return (
    <main className="px-4 pb-10">
      <nav aria-label={name} className="flex flex-wrap gap-x-1 border-line border-b py-1 print:hidden">
        {rooms.map(({ href, name: room }) => (
          <Link
            key={href}
            href={href}
            prefetch={false}
            aria-current={href === here ? "page" : undefined}
            className={`rounded-sm px-2 py-2 no-underline ${href === here ? "font-semibold text-ink underline decoration-2 decoration-accent underline-offset-8" : "text-ink hover:bg-well"}`}
          >
            {room}
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
