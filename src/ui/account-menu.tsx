"use client";
import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";
import { ask } from "./send.ts";

/** What somebody may do about being signed in. Loaded when it is first wanted. */
export default function AccountMenu({
  name,
  role,
  signOut,
  shift,
  own,
  open,
  setOpen,
  children,
}: {
  name: string;
  role: string;
  /** The words of signing out. */
  signOut: string;
  /** The words of going to one's own shift. */
  shift: string;
  /** The words of changing one's own password and PIN. */
  own: string;
  open: boolean;
  setOpen: (open: boolean) => void;
  children: ReactNode;
}) {
  const leave = async () => {
    await ask("/api/sign-out", { body: {} }).catch(() => {});
    location.assign("/sign-in");
  };
  return (
    <DropdownMenu.Root open={open} onOpenChange={setOpen}>
      <DropdownMenu.Trigger asChild>{children}</DropdownMenu.Trigger>
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
            onSelect={() => location.assign("/floor")}
            className="cursor-pointer rounded-[3px] px-2.5 py-1.5 font-semibold data-[highlighted]:bg-accent-wash"
          >
            {shift}
          </DropdownMenu.Item>
          <DropdownMenu.Item
            onSelect={() => location.assign("/account")}
            className="cursor-pointer rounded-[3px] px-2.5 py-1.5 font-semibold data-[highlighted]:bg-accent-wash"
          >
            {own}
          </DropdownMenu.Item>
          <DropdownMenu.Item
            onSelect={() => void leave()}
            className="cursor-pointer rounded-[3px] px-2.5 py-1.5 font-semibold data-[highlighted]:bg-accent-wash"
          >
            {signOut}
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
