"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Role } from "../../core/fleet/vocabulary.ts";
import { mayDo } from "../../core/safety/who-may.ts";
import type { CheckView, NozzleHistory, RiskView } from "../../work/nozzles/nozzle-history.ts";
import type { RecoveryView } from "../../work/nozzles/recoveries.ts";
import { enter } from "../enter.ts";
import { Button } from "../kit/button.tsx";
import { DateInput, TimeInput } from "../kit/date-input.tsx";
import { Field } from "../kit/field.tsx";
import { Select } from "../kit/select.tsx";
import { Table } from "../kit/table.tsx";
import { Segmented } from "../kit/tabs.tsx";
import { trying } from "../say.ts";
import { ask } from "../send.ts";
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
          <Segmented
            label="Order"
            value={by}
            onChange={setBy}
            options={[
              { value: "nozzles", name: "By nozzles" },
              { value: "ink", name: "By ink" },
            ]}
          />
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
      <Select
        value={value}
        onChange={set}
        className="!w-80"
        options={checks.map((check) => ({
          value: check.entry,
          name: `${check.words}, ${check.person}${check.outside.length ? `, out in ${check.outside.length}` : ", good"}${check.entry === pinned ? " (kept)" : ""}`,
        }))}
      />
    </Field>
  );
  const hold = async (of: string | null) => {
    if (await enter({ kind: "pin", machine: machine.id, body: { of } }, of ? "Kept to compare." : "No longer kept.")) router.refresh();
  };
  return (
    <section aria-label="Two checks" className="mt-6">
      <h2>Two checks</h2>
      <div className="my-2 flex flex-wrap items-end gap-3">
        {choice("The earlier", earlier, setEarlier)}
        {choice("The later", later, setLater)}
        {mayRecord && (
          <Button onClick={() => void hold(earlier === pinned ? null : earlier)}>
            {earlier === pinned ? "No longer keep the earlier" : "Keep the earlier to compare"}
          </Button>
        )}
      </div>
      {a && b && (
        <>
          <p className="mb-1 text-sm">
            The later: for a long run <strong>{b.longRun}</strong>; taken by {b.person},{" "}
            {b.source === "scan" ? "read from a picture" : b.source === "tap" ? "nozzle by nozzle" : "counted"}.{" "}
            <Link href={`/logbook/${b.entry}`}>The entry</Link>
          </p>
          {a === b ? <p className="text-ink2">Choose two different ones.</p> : <Compared history={history} earlier={a} later={b} />}
        </>
      )}
    </section>
  );
}

function Risk({ history }: { history: NozzleHistory }) {
  const [found, setFound] = useState<RiskView | null>(null);
  const [day, setDay] = useState("");
  const [time, setTime] = useState("");
  const shown = found ?? history.risk;
  const look = async () => {
    await trying(async () => {
      setFound(
        await ask<RiskView>(
          `/api/nozzles/risk?machine=${history.machine.id}&at=${encodeURIComponent(new Date(`${day}T${time}`).toISOString())}`,
        ),
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
        <p className="text-ink2">The last check is good. No print since is at risk.</p>
      )}
      <div className="mt-2 flex flex-wrap items-end gap-2">
        <Field label="Day of a bad print" className="w-44">
          <DateInput value={day} onChange={setDay} />
        </Field>
        <Field label="Time" className="w-20">
          <TimeInput value={time} onChange={setTime} />
        </Field>
        <Button disabled={!day || !time} onClick={() => void look()}>
          Find cause
        </Button>
      </div>
    </section>
  );
}

const OVER = { within: "within tolerance", released: "allowed with a reason", left: "left as it was" } as const;

function Recoveries({ list }: { list: RecoveryView[] }) {
  return (
    <section aria-label="Recoveries" className="mt-6">
      <h2>Recoveries of the last three months</h2>
      {list.length === 0 ? (
        <p className="text-ink2">None.</p>
      ) : (
        <Table
          label="Recoveries"
          rows={list.slice(0, 20)}
          keyOf={({ began }) => began}
          dense
          columns={[
            { id: "began", name: "Began", className: "whitespace-nowrap", cell: ({ began }) => began },
            { id: "missing", name: "Out, check by check", cell: ({ counts }) => <span className="figure">{counts.join(" → ")}</span> },
            { id: "cleans", name: "Cleans", cell: ({ rungs }) => rungs.join(", ") || "none" },
            { id: "ml", name: "mL", right: true, by: ({ ml }) => ml, cell: ({ ml }) => ml.toFixed(1) },
            { id: "minutes", name: "min", right: true, by: ({ minutes }) => minutes, cell: ({ minutes }) => minutes },
            { id: "ended", name: "Ended", cell: ({ over }) => (over ? OVER[over] : <strong>goes on</strong>) },
          ]}
        />
      )}
    </section>
  );
}
