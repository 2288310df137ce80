"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { type FormEvent, useState } from "react";
import { toast } from "sonner";
import type { AirView } from "../../work/stores/air.ts";
import { enter } from "../enter.ts";
import { Field, Submit } from "../field.tsx";
import { sayFault, trying } from "../say.ts";
import { ask, Said } from "../send.ts";
import { figures, TableHead } from "../table.tsx";
import { useLive } from "../use-live.ts";
import { AirChart } from "./air-chart.tsx";
import { StoresFrame } from "./stores-frame.tsx";

const WORD: Record<string, string> = {
  dry: "text-hold",
  damp: "text-care",
  silent: "text-care",
  right: "text-ready",
  unknown: "text-ink2",
};
const one = (value: number | null, unit: string, digits = 1) => (value === null ? "–" : `${value.toFixed(digits)} ${unit}`);

/** The rooms' air: now, over days, where it comes from, what it is to be. */
export function AirPage({ view, mayRecord, maySetUp }: { view: AirView; mayRecord: boolean; maySetUp: boolean }) {
  const router = useRouter();
  useLive((seq) => {
    if (seq === "resync" || seq > view.seq) router.refresh();
  });
  const link = (more: Partial<{ area: string; days: number; to: string }>) =>
    `/stores/air?${new URLSearchParams({ area: more.area ?? view.area, days: String(more.days ?? view.days), to: more.to ?? view.to })}`;
  const shifted = (by: number) => new Date(Date.parse(`${view.to}T00:00:00Z`) + by * view.days * 86_400_000).toISOString().slice(0, 10);
  return (
    <StoresFrame here="/stores/air" title="Room air">
      <div className="overflow-x-auto">
        <table className="w-full text-[0.95rem]">
          <TableHead
            columns={[
              "Area",
              "Now",
              ...[
                "Temperature",
                "Humidity",
                "Dew point",
                "Water in the air",
                "Vapour pressure",
                "A humidifier gives",
                "Below the floor, last 24 h",
              ].map(figures),
            ]}
          />
          <tbody>
            {view.areas.map(({ id, name, now }) => (
              <tr key={id} className={`border-line border-b ${id === view.area ? "bg-well" : ""}`}>
                <td className="py-1 pr-4">
                  <Link href={link({ area: id })} prefetch={false}>
                    {name}
                  </Link>
                </td>
                <td className={`pr-4 ${WORD[now.word] ?? ""}`}>
                  {now.word}
                  {now.word === "silent" && `: ${now.words}`}
                </td>
                <td className="figure pr-4 text-right">{one(now.celsius, "°C")}</td>
                <td className="figure pr-4 text-right">{one(now.humidity, "%")}</td>
                <td className="figure pr-4 text-right">{one(now.dewPointC, "°C")}</td>
                <td className="figure pr-4 text-right">{one(now.waterGPerM3, "g/m³")}</td>
                <td className="figure pr-4 text-right">{one(now.vapourHpa, "hPa")}</td>
                <td className="figure pr-4 text-right">{one(now.humidifierLitresAnHour, "L/h", 2)}</td>
                <td className="figure pr-4 text-right">
                  {now.belowHours.toFixed(1)} of {now.knownHours.toFixed(0)} h{now.isDryDay ? " !" : ""}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="mt-5 flex flex-wrap items-center gap-2">
        <h2 className="mr-2">
          {view.areaName}, {view.days} days to {view.to}
        </h2>
        {[2, 7, 30, 90].map((days) => (
          <Link
            key={days}
            href={link({ days })}
            prefetch={false}
            aria-current={days === view.days ? "true" : undefined}
            className={`press ${days === view.days ? "!border-accent" : ""}`}
          >
            {days} days
          </Link>
        ))}
        <Link href={link({ to: shifted(-1) })} prefetch={false} className="press">
          Earlier
        </Link>
        <Link href={link({ to: shifted(1) })} prefetch={false} className="press">
          Later
        </Link>
      </div>
      {view.points.length === 0 ? (
        <p className="py-6">No reading of these days. Enter one below, bring in a logger's file, or set the broker of your sensors.</p>
      ) : (
        <div className="overflow-x-auto" tabIndex={-1}>
          <AirChart view={view} />
        </div>
      )}
      <div className="grid gap-x-10 gap-y-5 lg:grid-cols-3">
        <section aria-label="Hours below">
          <h2>Hours below what they need</h2>
          <ul>
            {view.below.map(({ floor, words, hours }) => (
              <li key={floor} className="flex gap-3 border-line border-b py-1">
                <span className="figure w-16 text-right">{hours.toFixed(0)} h</span>
                <span>
                  below {floor} %: {words}
                </span>
              </li>
            ))}
          </ul>
          <p className="mt-1 text-ink2 text-sm">
            Of {view.knownHours.toFixed(0)} h with readings. A reading stands until the next one, and no longer than two and a half hours.
          </p>
        </section>
        <section aria-label="What sensors did wrong">
          <h2>What can't be true</h2>
          {view.faults.length === 0 && <p className="text-ink2">Nothing in these days.</p>}
          <ul className="text-sm">
            {view.faults.map((fault) => (
              <li key={`${fault.from}${fault.kind}`} className="border-line border-b py-1">
                <strong>{fault.kind === "range" ? "out of range" : fault.kind}</strong>, {fault.when}: {fault.words}
              </li>
            ))}
          </ul>
          {view.faultCount > view.faults.length && (
            <p className="text-ink2 text-sm">and {view.faultCount - view.faults.length} before these</p>
          )}
        </section>
        <section aria-label="Where readings come from">
          <h2>Where readings come from</h2>
          <ul className="text-sm">
            {view.sensors.map((sensor) => (
              <li key={`${sensor.area}${sensor.sensor}`} className="border-line border-b py-1">
                {sensor.area}, {sensor.sensor}: heard {sensor.seen}; <span className="figure">{sensor.messages}</span> messages,{" "}
                <span className="figure">{sensor.kept}</span> kept (one a minute)
                {sensor.refused > 0 && (
                  <span className="text-care">
                    , {sensor.refused} refused: {sensor.why}
                  </span>
                )}
              </li>
            ))}
          </ul>
          {view.sensors.length === 0 && <p className="text-ink2">No sensor was heard yet.</p>}
          {mayRecord && <ByHand view={view} done={() => router.refresh()} />}
          {mayRecord && <FromFile done={() => router.refresh()} />}
        </section>
      </div>
      {maySetUp && <SetUp key={view.area} view={view} done={() => router.refresh()} />}
    </StoresFrame>
  );
}

function ByHand({ view, done }: { view: AirView; done: () => void }) {
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const said = new FormData(form);
    const body = { area: view.area, celsius: Number(said.get("celsius")), humidityPercent: Number(said.get("humidity")) };
    if (await enter({ kind: "air", body }, `${view.areaName}: ${body.humidityPercent} % entered.`)) {
      form.reset();
      done();
    }
  };
  return (
    <form onSubmit={submit} aria-label="A reading by hand" className="mt-3 flex flex-wrap items-end gap-2">
      <Field label={<>{view.areaName}, °C</>}>
        <input name="celsius" type="number" step="0.1" min={-60} max={80} required className="field hand figure w-24" />
      </Field>
      <Field label="Humidity, %">
        <input name="humidity" type="number" step="0.1" min={0} max={100} required className="field hand figure w-24" />
      </Field>
      <Submit hand>Enter</Submit>
    </form>
  );
}

function FromFile({ done }: { done: () => void }) {
  const [problems, setProblems] = useState<string[]>([]);
  const take = async (file: File | undefined) => {
    if (!file) return;
    setProblems([]);
    try {
      const response = await fetch("/api/stores/air", { method: "POST", body: file });
      const answer: {
        message?: string;
        problems?: { path: string; message: string }[];
        read?: number;
        added?: number;
        from?: string;
        to?: string;
      } = await response.json();
      if (!response.ok) throw new Said(answer.message ?? "It was refused.", response.status, answer.problems ?? []);
      toast(`${answer.read} readings from ${answer.from} to ${answer.to}, ${answer.added} of them new.`);
      done();
    } catch (error) {
      if (error instanceof Said)
        setProblems([error.message, ...error.problems.slice(0, 8).map(({ path, message }) => `${path}: ${message}`)]);
      else sayFault(error);
    }
  };
  return (
    <div className="mt-3">
      <label className="press cursor-pointer focus-within:outline focus-within:outline-2">
        A logger's file (CSV)
        <input
          type="file"
          accept=".csv,text/csv"
          className="sr-only"
          onChange={({ target }) => {
            void take(target.files?.[0]);
            target.value = "";
          }}
        />
      </label>
      <p className="text-ink2 text-sm">Columns time, area, celsius, humidity.</p>
      {problems.length > 0 && (
        <ul role="alert" className="text-hold text-sm">
          {problems.map((each) => (
            <li key={each}>{each}</li>
          ))}
        </ul>
      )}
    </div>
  );
}

const FIELDS = [
  ["volumeM3", "Room, m³"],
  ["airChangesAnHour", "Air changes an hour"],
  ["floorPercent", "Floor, %"],
  ["targetPercent", "Target, %"],
  ["highPercent", "Upper bound, %"],
  ["dryShortens", "Dry air takes off, share"],
  ["dryHours", "A dry day: hours below of 24"],
] as const;

function SetUp({ view, done }: { view: AirView; done: () => void }) {
  const save = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    try {
      await ask("/api/stores/settings", {
        method: "PUT",
        body: { subject: "room", id: view.area, body: Object.fromEntries(FIELDS.map(([name]) => [name, Number(form.get(name))])) },
      });
      toast(`${view.areaName} is set up.`);
      done();
    } catch (error) {
      sayFault(error);
    }
  };
  const saveNetwork = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    await trying(async () => {
      await ask("/api/stores/settings", {
        method: "PUT",
        body: {
          subject: "network",
          id: "air",
          body: { broker: String(form.get("broker")).trim(), topic: String(form.get("topic")).trim() },
        },
      });
      toast("The broker is set; it is listened to within a quarter of a minute.");
      done();
    });
  };
  return (
    <details className="mt-6 border-line border-t pt-2">
      <summary className="cursor-pointer py-1">What the air of {view.areaName} is to be, and where sensors are heard</summary>
      <form onSubmit={save} aria-label="The room" className="mt-2 flex flex-wrap items-end gap-2">
        {FIELDS.map(([name, label]) => (
          <label key={name} className="grid text-sm">
            {label}
            <input name={name} type="number" step="any" required defaultValue={view.settings[name]} className="field figure w-36" />
          </label>
        ))}
        <Submit>Save</Submit>
      </form>
      <form onSubmit={saveNetwork} aria-label="The broker" className="mt-3 flex flex-wrap items-end gap-2">
        <Field label="Broker (MQTT), like mqtt://192.168.1.20:1883; empty: none">
          <input name="broker" defaultValue={view.network.broker} maxLength={300} className="field w-96" />
        </Field>
        <Field label="Topic, with + where the area stands">
          <input name="topic" required defaultValue={view.network.topic} maxLength={200} className="field w-64" />
        </Field>
        <Submit>Save</Submit>
      </form>
      <p className="mt-1 text-ink2 text-sm">
        A sensor sends JSON like <code>{'{"celsius": 20.8, "humidity": 46.2, "sensor": "wall"}'}</code>; “stand-in” is the demo's own
        simulated one.
      </p>
    </details>
  );
}
