import Link from "next/link";
import type { LedgerView } from "../../work/record/ledger.ts";
import { Submit } from "../field.tsx";
import { figures, TableHead } from "../table.tsx";

/** The ledger: filters in the address, newest first, paged by key. */
export function LedgerPage({ view, fault }: { view: LedgerView; fault?: string }) {
  const { filter, entries, older } = view;
  const query = new URLSearchParams(filter);
  query.delete("before");
  const olderQuery = new URLSearchParams(query);
  if (older !== null) olderQuery.set("before", String(older));
  return (
    <main className="px-4 pb-8">
      <div className="flex flex-wrap items-baseline gap-4 py-2">
        <h1>Logbook</h1>
        <span className="text-ink2">Nothing here is changed or deleted; a mistake is amended by a new entry.</span>
        <span className="ml-auto flex gap-3">
          <a href={`/api/ledger/export?format=csv&${query}`}>These as CSV</a>
          <a href={`/api/ledger/export?format=jsonl&${query}`}>as JSON Lines</a>
        </span>
      </div>
      <form action="/logbook" className="flex flex-wrap items-end gap-2 border-y border-line py-2 text-sm">
        <label className="grid">
          Words
          <input name="text" type="search" defaultValue={filter.text} maxLength={200} className="field w-48" />
        </label>
        <Choice name="machine" label="Machine" options={view.machines} value={filter.machine} />
        <Choice name="person" label="Person" options={view.people} value={filter.person} />
        <Choice name="kind" label="Kind" options={view.kinds} value={filter.kind} />
        <label className="grid">
          From
          <input name="from" type="date" defaultValue={filter.from} className="field" />
        </label>
        <label className="grid">
          To
          <input name="to" type="date" defaultValue={filter.to} className="field" />
        </label>
        <Submit main>Show</Submit>
        {Object.keys(filter).length > 0 && (
          <Link href="/logbook" className="press">
            All
          </Link>
        )}
      </form>
      {view.setAside > 0 && (
        <p className="border-care border-l-4 py-2 pl-3">
          {view.setAside === 1 ? "One thing that a device sent" : `${view.setAside} things that devices sent`} could not be kept as an
          entry. <Link href="/logbook/set-aside">Look at {view.setAside === 1 ? "it" : "them"}</Link>
        </p>
      )}
      {fault && (
        <p role="alert" className="py-2 text-hold">
          {fault}
        </p>
      )}
      {entries.length === 0 ? (
        <p className="py-8">
          No entry fits.{" "}
          {Object.keys(filter).length ? "Loosen the filter." : "The first comes when somebody enters a check or does a routine."}
        </p>
      ) : (
        <table className="mt-1 w-full text-[0.9rem]">
          <TableHead columns={[figures("No."), "Day and time", "Machine", "What", "Says", "Who"]} />
          <tbody>
            {entries.map((entry) => (
              <tr key={entry.id} className="border-line border-b align-baseline">
                <td className="figure py-1 pr-3 text-right">
                  <Link href={`/logbook/${entry.id}`} aria-label={`Entry ${entry.seq}`} prefetch={false}>
                    {entry.seq}
                  </Link>
                </td>
                <td className="figure whitespace-nowrap pr-3">
                  {entry.day} {entry.time}
                </td>
                <td className="pr-3">{entry.machineName}</td>
                <td className="whitespace-nowrap pr-3">{entry.routineName ?? entry.kindWords}</td>
                <td className="pr-3">
                  <span className={entry.amended === "struck" ? "line-through" : ""}>{entry.says}</span>
                  {entry.amended !== "no" && <span className="text-care"> ({entry.amended === "struck" ? "crossed out" : "amended"})</span>}
                </td>
                <td className="whitespace-nowrap">
                  {entry.person}
                  {entry.unproven && <span className="block text-sm text-hold">not proven: the PIN did not fit</span>}
                  {entry.typed && (
                    <span className="text-care text-sm">
                      {" "}
                      on paper, typed in {entry.typed.late} later by {entry.typed.by}
                    </span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {older !== null && (
        <p className="py-3">
          <Link href={`/logbook?${olderQuery}`} className="press" prefetch={false}>
            Older
          </Link>
        </p>
      )}
    </main>
  );
}

function Choice({ name, label, options, value }: { name: string; label: string; options: { id: string; name: string }[]; value?: string }) {
  return (
    <label className="grid">
      {label}
      <select name={name} defaultValue={value ?? ""} className="field">
        <option value="">all</option>
        {options.map((option) => (
          <option key={option.id} value={option.id}>
            {option.name}
          </option>
        ))}
      </select>
    </label>
  );
}
