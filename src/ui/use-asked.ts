"use client";
import { useSearchParams } from "next/navigation";
import { useState } from "react";

/**
 * What is asked for in the address, and how it is changed; an empty value leaves the address. So a filter can be shared and
 * bookmarked. The page is not asked for again.
 */
export function useAsked<Key extends string>(keys: readonly Key[]): [Record<Key, string>, (change: Partial<Record<Key, string>>) => void] {
  const found = useSearchParams();
  const [asked, setAsked] = useState(() => Object.fromEntries(keys.map((key) => [key, found.get(key) ?? ""])) as Record<Key, string>);
  const change = (next: Partial<Record<Key, string>>) => {
    setAsked({ ...asked, ...next });
    const all = new URLSearchParams(location.search);
    for (const [key, value] of Object.entries(next) as [Key, string][]) {
      if (value) all.set(key, value);
      else all.delete(key);
    }
    history.replaceState(history.state, "", all.size ? `${location.pathname}?${all}` : location.pathname);
  };
  return [asked, change];
}
