"use client";
import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";

const ENTRY =
  "flex min-h-9 w-full cursor-pointer items-center gap-2 rounded-[3px] px-2.5 text-ink text-sm no-underline outline-none data-[highlighted]:bg-accent-wash data-[disabled]:opacity-50 [&_svg]:size-4";

/** What can be done besides; a list behind one button. */
export function Menu({ button, children }: { button: ReactNode; children: ReactNode }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>{button}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          collisionPadding={8}
          className="z-40 min-w-48 rounded-[6px] border border-rule bg-card p-1 shadow-[var(--shadow)]"
        >
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** One entry of a menu: something to do, or with `href` a place to go. */
export function MenuEntry({ href, onSelect, children }: { href?: string; onSelect?: () => void; children: ReactNode }) {
  return (
    <DropdownMenu.Item asChild onSelect={onSelect} className={ENTRY}>
      {href ? <a href={href}>{children}</a> : <button type="button">{children}</button>}
    </DropdownMenu.Item>
  );
}
