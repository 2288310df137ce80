"use client";
import { createSortedRowModel, rowSortingFeature, type SortingState, tableFeatures, useTable } from "@tanstack/react-table";
import { useVirtualizer } from "@tanstack/react-virtual";
import { ArrowDownIcon, ArrowUpDownIcon, ArrowUpIcon } from "lucide-react";
import { Fragment, type KeyboardEvent, type ReactNode, useMemo, useRef, useState } from "react";
import { useKitWords } from "../../words/kit-words.ts";

const features = tableFeatures({ rowSortingFeature, sortedRowModel: createSortedRowModel() });

export type TableColumn<Row> = {
  id: string;
  name: string;
  /** What it is sorted by; left out, it can't be sorted. Unknown values come last. */
  by?: (row: Row) => string | number | null;
  cell: (row: Row) => ReactNode;
  /** Holds figures: at the right, with their digits under one another. */
  right?: boolean;
  /** Its name is only read out. */
  hidden?: boolean;
  /** Stands in its head in place of the name, which is read out. */
  head?: ReactNode;
  className?: string;
};

type Props<Row> = {
  label: string;
  columns: readonly TableColumn<Row>[];
  rows: readonly Row[];
  keyOf: (row: Row) => string;
  /** Enter on a row, or a press beside its controls. */
  onOpen?: (row: Row) => void;
  chosen?: ReadonlySet<string>;
  onChoose?: (key: string, on: boolean) => void;
  nameOf?: (row: Row) => string;
  dense?: boolean;
  /** Sorted so at first. */
  sorted?: { id: string; desc: boolean };
  /** Rows that belong together stand under a head of their own, in the order in which their groups come; sorting stays within them. */
  groups?: { of: (row: Row) => string; head: (group: string) => ReactNode };
  /** Narrower, it scrolls sideways. */
  minWidth?: string;
};

/** From so many rows on only those in view are made. */
const VIRTUAL_FROM = 80;
const [HIGH, DENSE] = [44, 34];

/** A table: sorted by a press on a column's name, its head stays in view; arrows walk its rows, Enter opens one. */
export function Table<Row>({
  label,
  columns,
  rows,
  keyOf,
  onOpen,
  chosen,
  onChoose,
  nameOf,
  dense = false,
  sorted,
  groups,
  minWidth,
}: Props<Row>) {
  const [sorting, setSorting] = useState<SortingState>(sorted ? [sorted] : []);
  const words = useKitWords();
  const body = useRef<HTMLTableSectionElement>(null);
  const defs = useMemo(
    () =>
      columns.map(({ id, by }) => ({
        id,
        // Undefined is what the package puts last.
        accessorFn: (row: Row) => by?.(row) ?? undefined,
        enableSorting: by !== undefined,
        sortUndefined: "last" as const,
        sortFn: (a: { getValue: (id: string) => unknown }, b: { getValue: (id: string) => unknown }) =>
          compare(a.getValue(id), b.getValue(id)),
      })),
    [columns],
  );
  const data = useMemo(() => [...rows], [rows]);
  const table = useTable({ features, columns: defs as never, data: data as never, state: { sorting }, onSortingChange: setSorting });
  const inOrder = table.getRowModel().rows.map(({ original }) => original as unknown as Row);
  const names = groups ? [...new Set(rows.map(groups.of))] : [];
  const shown = groups ? names.flatMap((name) => inOrder.filter((row) => groups.of(row) === name)) : inOrder;
  const few = shown.length < VIRTUAL_FROM;
  const height = dense ? DENSE : HIGH;
  const frame = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: few ? 0 : shown.length,
    getScrollElement: () => frame.current,
    estimateSize: () => height,
    overscan: 12,
  });
  const inView = few
    ? shown.map((row, index) => ({ row, index }))
    : virtual.getVirtualItems().flatMap(({ index }) => (shown[index] ? [{ row: shown[index], index }] : []));
  const before = few ? 0 : (virtual.getVirtualItems()[0]?.start ?? 0);
  const after = few ? 0 : virtual.getTotalSize() - (virtual.getVirtualItems().at(-1)?.end ?? 0);

  const walk = (event: KeyboardEvent<HTMLTableRowElement>, row: Row) => {
    if (event.target !== event.currentTarget) return;
    const rows = [...(body.current?.querySelectorAll<HTMLElement>("tr[tabindex]") ?? [])];
    const step = event.key === "ArrowDown" ? 1 : event.key === "ArrowUp" ? -1 : 0;
    const next = step ? rows[rows.indexOf(event.currentTarget) + step] : undefined;
    if (next) next.focus();
    else if (event.key === "Enter") onOpen?.(row);
    else return;
    event.preventDefault();
  };
  const width = columns.length + (onChoose ? 1 : 0);
  return (
    <div ref={frame} className={few ? "overflow-x-auto" : "max-h-[calc(100dvh-13rem)] overflow-auto"}>
      <table aria-label={label} aria-rowcount={shown.length + 1} className="w-full text-sm" style={minWidth ? { minWidth } : undefined}>
        <thead className="sticky top-0 z-10 bg-sheet">
          <tr>
            {onChoose && (
              <td className="w-8 border-ink border-b-[1.5px]">
                <span className="sr-only">{words.choose}</span>
              </td>
            )}
            {columns.map(({ id, name, by, right, hidden, head, className = "" }) => {
              const order = sorting[0]?.id === id ? (sorting[0].desc ? "descending" : "ascending") : "none";
              const Arrow = order === "none" ? ArrowUpDownIcon : order === "ascending" ? ArrowUpIcon : ArrowDownIcon;
              return (
                <th
                  key={id}
                  scope="col"
                  aria-sort={by ? order : undefined}
                  className={`whitespace-nowrap border-ink border-b-[1.5px] px-2 py-1 font-semibold text-ink3 text-xs ${right ? "text-right" : "text-left"} ${className}`}
                >
                  {by ? (
                    <button
                      type="button"
                      className="inline-flex min-h-7 items-center gap-1 hover:text-ink"
                      onClick={() => table.getColumn(id)?.toggleSorting()}
                    >
                      {hidden ? <span className="sr-only">{name}</span> : name}
                      <Arrow aria-hidden="true" className={`size-3 ${order === "none" ? "opacity-50" : "text-ink"}`} />
                    </button>
                  ) : hidden || head ? (
                    <>
                      <span className="sr-only">{name}</span>
                      {head}
                    </>
                  ) : (
                    name
                  )}
                </th>
              );
            })}
          </tr>
        </thead>
        <tbody ref={body}>
          {before > 0 && (
            <tr>
              <td colSpan={width} style={{ height: before }} />
            </tr>
          )}
          {inView.map(({ row, index }) => {
            const key = keyOf(row);
            const group = groups?.of(row);
            const begins = groups && (index === 0 || groups.of(shown[index - 1] as Row) !== group);
            return (
              <Fragment key={key}>
                {begins && (
                  <tr className="border-ink border-b">
                    <th scope="rowgroup" colSpan={width} className="px-1 pt-3 pb-1 text-left">
                      {groups.head(group ?? "")}
                    </th>
                  </tr>
                )}
                <tr
                  aria-rowindex={index + 2}
                  tabIndex={onOpen ? 0 : undefined}
                  onKeyDown={onOpen ? (event) => walk(event, row) : undefined}
                  className={`border-line border-b hover:bg-card ${chosen?.has(key) ? "bg-accent-wash" : ""}`}
                  style={{ height }}
                >
                  {onChoose && (
                    <td className="pl-2">
                      <input
                        type="checkbox"
                        checked={chosen?.has(key) ?? false}
                        onChange={(event) => onChoose(key, event.target.checked)}
                        aria-label={words.chooseRow.replace("{name}", nameOf?.(row) ?? key)}
                        className="size-4 accent-[var(--accent)]"
                      />
                    </td>
                  )}
                  {columns.map(({ id, cell, right, className = "" }) => (
                    <td key={id} className={`px-2 py-1 ${right ? "figure text-right" : ""} ${className}`}>
                      {cell(row)}
                    </td>
                  ))}
                </tr>
              </Fragment>
            );
          })}
          {after > 0 && (
            <tr>
              <td colSpan={width} style={{ height: after }} />
            </tr>
          )}
        </tbody>
      </table>
    </div>
  );
}

const compare = (a: unknown, b: unknown): number =>
  typeof a === "number" && typeof b === "number" ? a - b : String(a).localeCompare(String(b), "en", { numeric: true, sensitivity: "base" });
