import type { ReactNode } from "react";

/** A column's name; `right` where it holds figures, `hidden` where only a screen reader needs it, `className` its width. An empty name: no heading. */
export type Column = string | { name: string; right?: boolean; hidden?: boolean; className?: string };

/** A column of figures. */
export const figures = (name: string): Column => ({ name, right: true });

/** A column whose name only a screen reader says. */
export const unseen = (name: string): Column => ({ name, hidden: true });

/** The head of a table. */
export function TableHead({ columns }: { columns: readonly Column[] }) {
  return (
    <thead>
      <tr className="border-rule border-b text-left text-ink2">
        {columns.map((column, index) => {
          const { name, right, hidden, className = "" } = typeof column === "string" ? { name: column } : column;
          if (!name) return <td key={`column ${index}`} />;
          return (
            <th key={name} scope="col" className={`py-1 pr-3 font-medium ${right ? "text-right" : ""} ${className}`}>
              {hidden ? <span className="sr-only">{name}</span> : name}
            </th>
          );
        })}
      </tr>
    </thead>
  );
}

/** The head of a row: what the row is about. */
export function RowHead({ className = "", children }: { className?: string; children: ReactNode }) {
  return (
    <th scope="row" className={`py-1 pr-3 text-left ${className}`}>
      {children}
    </th>
  );
}
