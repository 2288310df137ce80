"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import type { ShelfRow, ShelfView } from "../../work/stores/shelf.ts";
import { Submit } from "../field.tsx";
import { figures, TableHead } from "../table.tsx";
import { useLive } from "../use-live.ts";
import { Because, StoresFrame } from "./stores-frame.tsx";

const FLAG: Record<string, string> = {
  order: "text-accent",
  expired: "text-hold",
  soon: "text-care",
  below: "text-hold",
  wasted: "text-care",
};
const MARK: Record<string, string> = { order: "→", expired: "✕", soon: "◔", below: "?", wasted: "◔" };

/** What the store holds, a page at a time. */
export function ShelfPage({ view, maySetUp }: { view: ShelfView; maySetUp: boolean }) {
  const router = useRouter();
  useLive((seq) => {
    if (seq === "resync" || seq > view.seq) router.refresh();
  });
  const query = (page: number) => `/stores?${new URLSearchParams({ find: view.find, group: view.group, page: String(page) })}`;
  const { order, expired, soon } = view.counts;
  return (
    <StoresFrame
      here="/stores"
      title="Shelf"
      aside={
        <span className="text-ink2">
          {order ? <Link href="/stores/orders">{order} to order now</Link> : "nothing to order now"}
          {expired > 0 && <>, {<Link href="/stores?group=expired">{expired} with a lot past its day</Link>}</>}
          {soon > 0 && <>, {<Link href="/stores?group=soon">{soon} to use up soon</Link>}</>}
        </span>
      }
    >
      <form action="/stores" className="flex flex-wrap items-end gap-2 pb-2 text-sm">
        <label className="grid">
          Item, place or lot
          <input name="find" type="search" defaultValue={view.find} maxLength={100} className="field w-56" />
        </label>
        <label className="grid">
          Which
          <select name="group" defaultValue={view.group} className="field">
            <option value="">all</option>
            <option value="order">to order now</option>
            <option value="expired">past its day</option>
            <option value="soon">to use up soon</option>
            {view.groups.map((group) => (
              <option key={group}>{group}</option>
            ))}
          </select>
        </label>
        <Submit main>Show</Submit>
        {maySetUp && (
          <Link href="/stores/items/new" className="press ml-auto">
            New item
          </Link>
        )}
      </form>
      {view.rows.length === 0 ? (
        <p className="py-6">
          {view.find || view.group
            ? "No item fits; loosen the search."
            : "Nothing is kept here yet. Begin with an item: what routines use up, and who brings it."}
        </p>
      ) : (
        <div className="overflow-x-auto" tabIndex={-1}>
          <table className="w-full text-[0.93rem]">
            <TableHead columns={["Item", figures("There"), "Lasts", "To look at", "Lots, the first to leave first", "Place"]} />
            <tbody>
              {view.rows.map((row) => (
                <Row key={row.id} row={row} />
              ))}
            </tbody>
          </table>
        </div>
      )}
      <p className="flex items-center gap-3 py-3 text-sm">
        {view.page > 1 && (
          <Link href={query(view.page - 1)} className="press">
            Before
          </Link>
        )}
        {view.pages > 1 && (
          <span>
            page {view.page} of {view.pages}, {view.all} items
          </span>
        )}
        {view.page < view.pages && (
          <Link href={query(view.page + 1)} className="press">
            More
          </Link>
        )}
      </p>
    </StoresFrame>
  );
}

function Row({ row }: { row: ShelfRow }) {
  const lots = row.lots.filter(({ lot }) => lot !== "");
  return (
    <tr className="border-line border-b align-baseline">
      <td className="whitespace-nowrap py-1.5 pr-4">
        <Link href={`/stores/items/${row.id}`} prefetch={false}>
          {row.name}
        </Link>
      </td>
      <td className="figure whitespace-nowrap pr-4 text-right">{row.words}</td>
      <td className="whitespace-nowrap pr-4">
        <Reach days={row.coverDays} kept={row.keeping === "lot" || row.keeping === "counted"} />
      </td>
      <td className="pr-4">
        {row.flags.map(({ kind, words }) => (
          <span key={kind} className={`mr-3 ${FLAG[kind] ?? ""}`}>
            <span aria-hidden="true">{MARK[kind]} </span>
            {words}
          </span>
        ))}
        {row.onOrder > 0 && <span className="mr-3 text-ink2">more is on order</span>}
        <Because why={row.why} />
      </td>
      <td className="pr-4 text-sm">
        {lots.slice(0, 3).map((lot) => (
          <span key={`${lot.lot}/${lot.place}`} className={`mr-3 whitespace-nowrap ${lot.expired ? "text-hold line-through" : ""}`}>
            <span className="figure">{lot.lot}</span> {lot.words}
          </span>
        ))}
        {lots.length > 3 && <span className="text-ink2">and {lots.length - 3} more</span>}
      </td>
      <td className="text-ink2 text-sm">{row.place}</td>
    </tr>
  );
}

/** How far the shelf reaches into the ninety days ahead: a stretch on a line, with its days. */
export function Reach({ days, kept }: { days: number | null; kept: boolean }) {
  if (!kept) return null;
  const share = Math.min(1, (days ?? 90) / 90);
  return (
    <span className="inline-flex items-center gap-2">
      <svg width="72" height="10" aria-hidden="true">
        <line x1="0" y1="5" x2="72" y2="5" stroke="var(--line)" strokeWidth="1" />
        <line x1="0" y1="5" x2={72 * share} y2="5" stroke={days !== null && days < 14 ? "var(--hold)" : "var(--ink)"} strokeWidth="4" />
        {days !== null && <line x1={72 * share} y1="0" x2={72 * share} y2="10" stroke="var(--ink)" strokeWidth="1.5" />}
      </svg>
      <span className="figure">{days === null ? "90 d +" : `${days} d`}</span>
    </span>
  );
}
