"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Role } from "../../core/fleet/vocabulary.ts";
import { mayDo } from "../../core/safety/who-may.ts";
import type { CheckView, NozzleHistory, RiskView } from "../../work/nozzles/nozzle-history.ts";
import type { RecoveryView } from "../../work/nozzles/recoveries.ts";
import { enter } from "../enter.ts";
import { Field } from "../field.tsx";
import { trying } from "../say.ts";
import { ask } from "../send.ts";
import { TableHead } from "../table.tsx";
import { Compared } from "./compared.tsx";
import { DeskWhatNow } from "./desk-what-now.tsx";
import { Strip } from "./strip.tsx";

/** A machine's nozzles: what now, each channel over its last checks, two checks compared, prints at risk, recoveries. */
export function HistoryPage({ history, role }: { history: NozzleHistory; role: Role }) {
  const { machine, checks, desk } = history;
  const mayRecord = mayDo(role, "record");
  return (
    <div className="pt-3">
      {checks.length === 0 && <p className="text-ink2">No check is on record yet. Print one and enter it.</p>}
      <div className="grid gap-x-8 lg:grid-cols-2">
        <div>
          {mayRecord && desk && <DeskWhatNow machine={machine.id} name={machine.name} desk={desk} />}
          <Risk history={history} />
        </div>
        {checks.length > 0 && <Channels history={history} />}
      </div>
      {checks.length > 1 && <TwoChecks history={history} mayRecord={mayRecord} />}
      <Recoveries list={history.recoveries} />
    </div>
  );
}

/** Each channel over the last checks: as nozzles, or as the ink that ran through them then. */
function Channels({ history }: { history: NozzleHistory }) {
  const { channels } = history;
  const checks = history.checks.slice(0, 30);
  const moved = channels.filter(({ id, ink }) => checks.some(({ inks }) => inks[id] !== undefined && inks[id] !== ink));
  const [by, setBy] = useState<"nozzles" | "ink">("nozzles");
  const inks = [...new Set(checks.flatMap(({ inks: then }) => Object.values(then)))];
  return (
    <section aria-label="Channels over the last checks">
      <h2 className="flex flex-wrap items-baseline gap-3">
        The last {checks.length} checks
        {moved.length > 0 && (
          <span className="flex gap-1 font-normal text-sm">
            {(["nozzles", "ink"] as const).map((each) => (
              <button
                key={each}
                type="button"
                aria-pressed={by === each}
                onClick={() => setBy(each)}
                className={`press ${by === each ? "!border-accent !bg-well" : ""}`}
              >
                by {each}
              </button>
            ))}
          </span>
        )}
      </h2>
      <p className="text-ink2 text-sm">The newest on top; a gap is a missing nozzle, a notch a weak or deflected one.</p>
      <ul className="mt-2 grid gap-x-6 gap-y-3 sm:grid-cols-2">
        {by === "nozzles"
          ? channels.map(({ id, ink, colour, nozzles }) => (
              <li key={id}>
                <p className="text-sm">
                  <span className="figure font-semibold">{id}</span> {ink.replaceAll("-", " ")}
                </p>
                <Strip
                  name={id}
                  colour={colour}
                  nozzles={nozzles ?? 100}
                  rows={checks.map(({ words, channels: read }) => ({ words, reading: read.find((each) => each.id === id) }))}
                />
              </li>
            ))
          : inks.map((ink) => (
              <li key={ink}>
                <p className="text-sm">
                  <span className="font-semibold">{ink.replaceAll("-", " ")}</span>{" "}
                  <span className="text-ink2">through {placesOf(checks, ink)}</span>
                </p>
                <Strip
                  name={ink}
                  colour={channels.find((channel) => channel.ink === ink)?.colour ?? "#777777"}
                  nozzles={channels[0]?.nozzles ?? 100}
                  rows={checks.map(({ words, channels: read, inks: then }) => ({
                    words,
                    reading: read.find(({ id }) => then[id] === ink),
                  }))}
                />
              </li>
            ))}
      </ul>
    </section>
  );
}

const placesOf = (checks: readonly CheckView[], ink: string): string =>
  [...new Set(checks.flatMap(({ inks }) => Object.entries(inks).flatMap(([id, each]) => (each === ink ? [id] : []))))].join(
    ", then before it ",
  );

function TwoChecks({ history, mayRecord }: { history: NozzleHistory; mayRecord: boolean }) {
  const router = useRouter();
  const { checks, pinned, machine } = history;
  const pin = checks.find(({ entry }) => entry === pinned);
  const [later, setLater] = useState(checks[0]?.entry ?? "");
  const [earlier, setEarlier] = useState(pin && pin.entry !== later ? pin.entry : (checks[1]?.entry ?? ""));
  const [a, b] = [checks.find(({ entry }) => entry === earlier), checks.find(({ entry }) => entry === later)];
  const choice = (label: string, value: string, set: (entry: string) => void) => (
    <Field label={label}>
      <select value={value} onChange={(event) => set(event.target.value)} className="field hand">
        {checks.map((check) => (
          <option key={check.entry} value={check.entry}>
            {check.words}, {check.person}
            {check.outside.length ? `, out in ${check.outside.length}` : ", good"}
            {check.entry === pinned ? " (held up)" : ""}
          </option>
        ))}
      </select>
    </Field>
  );
  const hold = async (of: string | null) => {
    if (await enter({ kind: "pin", machine: machine.id, body: { of } }, of ? "Held up for comparing." : "Taken down.")) router.refresh();
  };
  return (
    <section aria-label="Two checks" className="mt-6">
      <h2>Two checks</h2>
      <div className="my-2 flex flex-wrap items-end gap-3">
        {choice("The earlier", earlier, setEarlier)}
        {choice("The later", later, setLater)}
        {mayRecord && (
          <button type="button" className="press hand" onClick={() => void hold(earlier === pinned ? null : earlier)}>
            {earlier === pinned ? "Take the earlier down" : "Hold the earlier up for comparing"}
          </button>
        )}
      </div>
      {a && b && (
        <>
          <p className="mb-1 text-sm">
            The later: for a long run <strong>{b.longRun}</strong>; taken by {b.person},{" "}
            {b.source === "scan" ? "read from a picture" : b.source === "tap" ? "nozzle by nozzle" : "counted"}.{" "}
            <Link href={`/logbook/${b.entry}`}>Its entry</Link>
          </p>
          {a === b ? <p className="text-ink2">Choose two different ones.</p> : <Compared history={history} earlier={a} later={b} />}
        </>
      )}
    </section>
  );
}

function Risk({ history }: { history: NozzleHistory }) {
  const [found, setFound] = useState<RiskView | null>(null);
  const [moment, setMoment] = useState("");
  const shown = found ?? history.risk;
  const look = async () => {
    await trying(async () => {
      setFound(
        await ask<RiskView>(`/api/nozzles/risk?machine=${history.machine.id}&at=${encodeURIComponent(new Date(moment).toISOString())}`),
      );
    });
  };
  return (
    <section aria-label="Prints at risk" className="mt-4">
      <h2>Prints at risk</h2>
      {shown ? (
        <p className="border-hold border-l-4 pl-3">
          {shown.words}{" "}
          {shown.entries.map((entry, index) => (
            <span key={entry}>
              {index > 0 && ", "}
              <Link href={`/logbook/${entry}`}>{index === 0 && shown.entries.length > 1 ? "last good" : "failed"}</Link>
            </span>
          ))}
        </p>
      ) : (
        <p className="text-ink2">The last check is within tolerance: nothing printed since is at risk by its nozzles.</p>
      )}
      <div className="mt-2 flex flex-wrap items-end gap-2">
        <Field label="A complaint about a print of">
          <input type="datetime-local" value={moment} onChange={(event) => setMoment(event.target.value)} className="field hand" />
        </Field>
        <button type="button" className="press hand" disabled={!moment} onClick={() => void look()}>
          What do its checks say
        </button>
      </div>
    </section>
  );
}

const OVER = { within: "within tolerance", released: "released with a reason", left: "left as it was" } as const;

function Recoveries({ list }: { list: RecoveryView[] }) {
  return (
    <section aria-label="Recoveries" className="mt-6">
      <h2>Recoveries of the last three months</h2>
      {list.length === 0 ? (
        <p className="text-ink2">None.</p>
      ) : (
        <div className="overflow-x-auto">
          <table className="mt-1 text-sm">
            <TableHead columns={["Began", "Missing, check by check", "Cleans", "mL", "min", "Ended"]} />
            <tbody>
              {list.slice(0, 20).map((each) => (
                <tr key={each.began} className="border-line border-b align-baseline">
                  <td className="whitespace-nowrap py-1 pr-5">{each.began}</td>
                  <td className="figure pr-5">{each.counts.join(" → ")}</td>
                  <td className="pr-5">{each.rungs.join(", ") || "none"}</td>
                  <td className="figure pr-5 text-right">{each.ml.toFixed(1)}</td>
                  <td className="figure pr-5 text-right">{each.minutes}</td>
                  <td>{each.over ? OVER[each.over] : <strong>goes on</strong>}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}
