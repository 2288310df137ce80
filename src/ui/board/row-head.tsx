import type { ReactNode } from "react";

/** The head of a row: what the row is about. */
export function RowHead({ className = "", children }: { className?: string; children: ReactNode }) {
  return (
    <th scope="row" className={`py-1 pr-3 text-left ${className}`}>
      {children}
    </th>
  );
}
