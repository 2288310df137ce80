"use client";
import { usePathname, useRouter, useSearchParams } from "next/navigation";

/** What is asked for in the address, and how it is changed; an empty value leaves the address. So a filter can be shared and bookmarked. */
export function useAsked<Key extends string>(keys: readonly Key[]): [Record<Key, string>, (change: Partial<Record<Key, string>>) => void] {
  const router = useRouter();
  const path = usePathname();
  const found = useSearchParams();
  const asked = Object.fromEntries(keys.map((key) => [key, found.get(key) ?? ""])) as Record<Key, string>;
  const change = (next: Partial<Record<Key, string>>) => {
    const all = new URLSearchParams(found);
    for (const [key, value] of Object.entries(next) as [Key, string][]) {
      if (value) all.set(key, value);
      else all.delete(key);
    }
    router.replace(all.size ? `${path}?${all}` : path, { scroll: false });
  };
  return [asked, change];
}
