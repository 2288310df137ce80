"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import { ALL_FIRING } from "../../core/nozzles/readiness.ts";
import type { EntryPage, EntryView } from "../../work/record/ledger.ts";
import { ChannelCounts, type Counts } from "../check/channel-counts.tsx";
import { entryOf, Said, sendEntries } from "../send.ts";
import { RowHead, TableHead } from "../table.tsx";

/** An entry with its amendments, and the way to amend it. */
export function EntryDesk({ page }: { page: EntryPage }) {
  const { entry, amendments, mayAmend, channels } = page;
  const latest = amendments.at(-1);
  return (
    <main className="mx-auto max-w-3xl px-4 py-4">
      <p>
        <Link href="/logbook">Logbook</Link>
      </p>
      <h1 className="mt-1">
        Entry {entry.seq}: {entry.routineName ?? entry.kindWords}
        {entry.machineName ? `, ${entry.machineName}` : ""}
      </h1>
      <Facts entry={entry} struck={entry.amended === "struck"} />
      <h2 className="mt-6">Amendments</h2>
      {amendments.length === 0 && <p className="text-ink2">None: it stands as it was entered.</p>}
      <ol>
        {amendments.map((amendment) => (
          <li key={amendment.id} className="border-line border-b py-2">
            <p>
              {amendment.body.struck ? "Struck out" : "Changed"} by {amendment.person},{" "}
              <span className="figure">{amendment.recordedAt.slice(0, 16).replace("T", " ")} UTC</span>. Because:{" "}
              {String(amendment.body.why)}
            </p>
            {amendment.body.replace !== undefined && <Body body={amendment.body.replace as Record<string, unknown>} />}
          </li>
        ))}
      </ol>
      {mayAmend && (
        <Amend
          channels={channels}
          key={latest?.id ?? "first"}
          entry={entry}
          body={(latest?.body.replace as Record<string, unknown> | undefined) ?? entry.body}
        />
      )}
    </main>
  );
}

function Facts({ entry, struck }: { entry: EntryView; struck: boolean }) {
  return (
    <>
      <dl className="mt-3 grid grid-cols-[8rem_1fr] gap-y-1">
        <dt className="text-ink2">Says</dt>
        <dd className={struck ? "line-through" : ""}>{entry.says}</dd>
        <dt className="text-ink2">Who</dt>
        <dd>
          {entry.person}
          {entry.unproven && <strong className="text-hold">, not proven: the PIN did not fit</strong>}
          {entry.typed && `, as a sheet says; typed in ${entry.typed.late} later by ${entry.typed.by}`}
        </dd>
        <dt className="text-ink2">When</dt>
        <dd className="figure">
          {entry.day} {entry.time}
        </dd>
        <dt className="text-ink2">Recorded</dt>
        <dd className="figure">{entry.recordedAt.slice(0, 19).replace("T", " ")} UTC</dd>
        <dt className="text-ink2">Id</dt>
        <dd className="figure break-all">{entry.id}</dd>
        {entry.amends && (
          <>
            <dt className="text-ink2">Amends</dt>
            <dd>
              <Link href={`/logbook/${entry.amends}`}>the entry it names</Link>
            </dd>
          </>
        )}
      </dl>
      <Body body={entry.body} />
    </>
  );
}

const isChannels = (value: unknown): value is (Counts & { id: string })[] =>
  Array.isArray(value) && value.every((each) => each !== null && typeof each === "object" && "missing" in each);

function Body({ body }: { body: Record<string, unknown> }) {
  if (isChannels(body.channels))
    return (
      <table className="mt-3 text-[0.9rem]">
        <TableHead columns={["Channel", "Missing", "Weak", "Deflected", "Besides"]} />
        <tbody>
          {body.channels.map((channel) => (
            <tr key={channel.id} className="border-line border-b">
              <RowHead className="figure pr-5 font-medium">{channel.id}</RowHead>
              {[channel.missing, channel.weak, channel.deflected].map((count, index) => (
                <td key={["missing", "weak", "deflected"][index]} className="figure pr-5 text-right">
                  {count}
                </td>
              ))}
              <td>
                {[channel.neighbours && "side by side", channel.gone && "all out", channel.unread && "not read"].filter(Boolean).join(", ")}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    );
  return null;
}

/** Amends an entry: other numbers, another time, or crossed out; always with the reason. */
function Amend({ entry, body, channels }: { entry: EntryView; body: Record<string, unknown>; channels: EntryPage["channels"] }) {
  const router = useRouter();
  const [draft, setDraft] = useState(body);
  const [why, setWhy] = useState("");
  const [time, setTime] = useState("");
  const [busy, setBusy] = useState(false);
  const changed = JSON.stringify(draft) !== JSON.stringify(body);
  const send = async (amendment: Record<string, unknown>) => {
    setBusy(true);
    try {
      await sendEntries([entryOf({ kind: "amendment", amends: entry.id, body: { why, ...amendment } })]);
      toast("Corrected. The first version stays in the logbook.");
      setWhy("");
      router.refresh();
    } catch (error) {
      toast.error(error instanceof Said ? error.message : String(error));
    } finally {
      setBusy(false);
    }
  };
  const at = () => new Date(`${entry.happenedAt.slice(0, 10)}T${time}`);
  return (
    <section aria-label="Amend" className="mt-6 grid gap-3 border-rule border-t pt-3">
      <h2>Amend it</h2>
      {isChannels(draft.channels) &&
        draft.channels.map((channel) => (
          <ChannelCounts
            key={channel.id}
            channel={{
              ink: "",
              colour: "#595c58",
              ...channels.find(({ id }) => id === channel.id),
              id: channel.id,
              read: true,
              ...ALL_FIRING,
            }}
            counts={channel}
            onChange={(counts) =>
              setDraft({
                ...draft,
                channels: isChannels(draft.channels)
                  ? draft.channels.map((each) => (each.id === channel.id ? { ...counts, id: each.id } : each))
                  : [],
              })
            }
          />
        ))}
      {Object.entries(draft).map(([key, value]) =>
        typeof value === "number" || (typeof value === "string" && ["note", "reason", "text"].includes(key)) ? (
          <label key={key} className="grid">
            {key}
            <input
              value={value}
              type={typeof value === "number" ? "number" : "text"}
              min={0}
              step="any"
              onChange={(event) =>
                setDraft({ ...draft, [key]: typeof value === "number" ? Number(event.target.value) : event.target.value })
              }
              className="field hand"
            />
          </label>
        ) : null,
      )}
      <label className="grid">
        It really was at (empty: as it is)
        <input type="time" value={time} onChange={(event) => setTime(event.target.value)} className="field hand w-40" />
      </label>
      <label className="grid">
        Why
        <input value={why} maxLength={500} onChange={(event) => setWhy(event.target.value)} className="field hand" />
      </label>
      <div className="flex flex-wrap gap-3">
        <button
          type="button"
          disabled={busy || !why.trim() || !(changed || time)}
          onClick={() => send({ ...(changed ? { replace: draft } : {}), ...(time ? { happenedAt: at().toISOString() } : {}) })}
          className="press press-main hand"
        >
          Amend
        </button>
        <button type="button" disabled={busy || !why.trim()} onClick={() => send({ struck: true })} className="press hand">
          Strike it out
        </button>
      </div>
    </section>
  );
}
