"use client";
import { ChevronDownIcon } from "lucide-react";
import { type ReactNode, useState } from "react";

/** What is seldom wanted, opened by one press. */
export function Fold({ title, children }: { title: string; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <div className="rounded-[6px] border border-line">
      <button
        type="button"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
        className="flex min-h-14 w-full items-center px-3 text-left font-semibold"
      >
        <span className="grow">{title}</span>
        <ChevronDownIcon aria-hidden="true" className={`size-6 ${open ? "rotate-180" : ""}`} />
      </button>
      {open && <div className="px-3 pb-3">{children}</div>}
    </div>
  );
}
