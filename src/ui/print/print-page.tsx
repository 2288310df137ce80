import type { ReactNode } from "react";
import { PrintNow } from "../paper/print-now.tsx";

const sheetStyle = (lying: boolean) =>
  `@page { size: A4${lying ? " landscape" : ""}; margin: 12mm } @media print { html, body { background: #fff } }`;

/** The one style of all that is printed: A4, black on white whatever light the screen has; on the screen a bar with what can be done. */
export function PrintPage({ tools, lying = false, children }: { tools?: ReactNode; lying?: boolean; children: ReactNode }) {
  return (
    <main
      className={`mx-auto min-h-dvh bg-white px-[10mm] py-[8mm] text-[11pt] text-black leading-snug print:max-w-none print:p-0 ${lying ? "max-w-[297mm]" : "max-w-[210mm]"}`}
    >
      <style>{sheetStyle(lying)}</style>
      <p className="mb-4 flex items-center gap-4 border-neutral-400 border-b pb-3 text-ink print:hidden [&_a]:text-black">
        <PrintNow />
        {tools}
      </p>
      {children}
    </main>
  );
}

export type PrintColumn<Row> = { name: string; cell: (row: Row) => ReactNode; right?: boolean; width?: string };

/** A table on paper: a rule under its head and each row; rows are not torn apart. */
export function PrintTable<Row>({
  columns,
  rows,
  keyOf,
  foot,
}: {
  columns: readonly PrintColumn<Row>[];
  rows: readonly Row[];
  keyOf: (row: Row) => string;
  foot?: ReactNode;
}) {
  return (
    <table className="mt-2 w-full">
      <thead>
        <tr className="border-black border-b-[1.5px] text-left text-[9pt]">
          {columns.map(({ name, right, width }) => (
            <th
              key={name}
              scope="col"
              className={`py-0.5 pr-3 font-semibold ${right ? "text-right" : ""}`}
              style={width ? { width } : undefined}
            >
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={keyOf(row)} className="break-inside-avoid border-neutral-400 border-b align-top">
            {columns.map(({ name, cell, right, width }) => (
              <td
                key={name}
                className={`py-1 pr-3 ${right ? "whitespace-nowrap text-right font-mono text-[10pt]" : width ? "whitespace-nowrap" : ""}`}
              >
                {cell(row)}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
      {foot && <tfoot>{foot}</tfoot>}
    </table>
  );
}

/** A box to tick with a pen. */
export function Square({ large = false }: { large?: boolean }) {
  return (
    <span aria-hidden="true" className={`inline-block border-[1.5px] border-black align-[-0.1em] ${large ? "size-[6mm]" : "size-[4mm]"}`} />
  );
}
