"use client";
import type { ReactNode } from "react";
import { useKitWords } from "../../words/kit-words.ts";

/** A surface for what is not a piece of work. */
export function Card({ className = "", children }: { className?: string; children: ReactNode }) {
  return <div className={`rounded-[6px] border border-line bg-card p-4 ${className}`}>{children}</div>;
}

/** Nothing here yet: what that means, and what to do first. */
export function Empty({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <div className="grid justify-items-center gap-2 rounded-[6px] border-[1.5px] border-rule border-dashed p-6 text-center">
      <p className="font-semibold">{title}</p>
      {children}
    </div>
  );
}

/** Keeps the place of what is being fetched. */
export function Skeleton({ lines = 3 }: { lines?: number }) {
  const words = useKitWords();
  return (
    <div role="status" aria-label={words.loading} className="grid gap-2">
      {Array.from({ length: lines }, (_, line) => (
        <span
          key={line}
          className="block h-3.5 animate-pulse rounded-[2px] bg-well shadow-[inset_0_0_0_1px_var(--line)]"
          style={{ width: `${100 - ((line * 17) % 45)}%` }}
        />
      ))}
    </div>
  );
}
