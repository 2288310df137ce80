"use client";
import { max, scaleBand, scaleLinear } from "d3";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { AIR_DEFERENCE, airEstimate } from "../../core/stores/volatile.ts";
import type { SolventView } from "../../work/stores/solvent.ts";
import { Field } from "../field.tsx";
import { PrintNow } from "../paper/print-now.tsx";
import { figures, TableHead } from "../table.tsx";
import { useLive } from "../use-live.ts";
import { StoresFrame } from "./stores-frame.tsx";

const grams = (value: number) => (value >= 10_000 ? `${(value / 1000).toFixed(1)} kg` : `${value.toFixed(0)} g`);

/** Volatile matter let out, and what a task would do to a room's air. */
export function SolventPage({ view }: { view: SolventView }) {
  const router = useRouter();
  useLive((seq) => {
    if (seq === "resync" || seq > view.seq) router.refresh();
  });
  return (
    <StoresFrame
      here="/stores/solvent"
      title={`Solvent let out in ${view.monthWords}`}
      aside={
        <span className="flex items-center gap-4 print:hidden">
          <select
            aria-label="Month"
            value={view.month}
            onChange={({ target }) => router.push(`/stores/solvent?month=${target.value}`)}
            className="field"
          >
            {[...new Set([view.month, ...view.months])].map((month) => (
              <option key={month}>{month}</option>
            ))}
          </select>
          <a href={`/api/stores/solvent?month=${view.month}`}>CSV</a>
          <PrintNow />
        </span>
      }
    >
      <p className="text-lg">
        <strong className="figure !text-2xl">{grams(view.grams)}</strong> of volatile matter by the movements
        {view.foreseen !== null && <>, about {grams(view.foreseen)} at this pace by the month's end</>}; {grams(view.yearGrams)} in the
        whole year so far.
      </p>
      {view.threshold !== null && (
        <p className={`mt-1 ${view.over ? "border-hold border-l-4 pl-3" : "text-ink2"}`}>
          The house's threshold is {grams(view.threshold)} a month:{" "}
          {view.over === "over"
            ? "it is passed."
            : view.over === "heading"
              ? "at this pace it will be passed before the month ends."
              : "kept."}
        </p>
      )}
      <DayBars view={view} />
      <div className="mt-4 grid gap-x-10 gap-y-5 lg:grid-cols-2">
        <section aria-label="By fluid">
          <h2>By fluid</h2>
          <table className="mt-1 w-full">
            <TableHead columns={["Fluid", figures("Used and spilt"), figures("× volatile"), figures("=")]} />
            <tbody>
              {view.byFluid.map((row) => (
                <tr key={row.name} className="border-line border-b">
                  <td className="py-1 pr-4">{row.name}</td>
                  <td className="figure pr-4 text-right">{row.words}</td>
                  <td className="figure pr-4 text-right">{row.gPerMl.toFixed(3)} g/mL</td>
                  <td className="figure pr-4 text-right">{row.grams.toFixed(1)} g</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="mt-1 text-ink2 text-sm">
            Volatile grams a millilitre: density × volatile share from each item's data sheet. What was received, moved or counted lets out
            nothing.
          </p>
          <div className="mt-4 grid grid-cols-2 gap-6">
            <List title="By machine" rows={view.byMachine} />
            <List title="By area" rows={view.byArea} />
          </div>
          {view.tally.length > 0 && (
            <>
              <h2 className="mt-4">Through UV channels by syringe, ever</h2>
              <ul>
                {view.tally.map((row) => (
                  <li key={`${row.machine}${row.channel}`} className="border-line border-b py-1">
                    {row.machine}, {row.channel}: <span className="figure">{row.ml} mL</span> in {row.times}, last {row.last}
                  </li>
                ))}
              </ul>
              <p className="text-ink2 text-sm">Too much solvent harms heads: flush seldom.</p>
            </>
          )}
        </section>
        <section aria-label="A task's air" className="print:hidden">
          <Task view={view} />
          <details className="mt-4">
            <summary className="cursor-pointer py-1">What is known of each fluid, and from where</summary>
            <ul className="text-sm">
              {view.fluids.map(({ item, gPerMl, statements }) => (
                <li key={item.id} className="border-line border-b py-1">
                  <strong>{item.name}</strong>: {gPerMl.toFixed(3)} g/mL volatile
                  {item.fluid?.limitPpm && `, limit ${item.fluid.limitPpm} ppm over 8 h`}
                  {item.fluid?.shortLimitPpm && `, ${item.fluid.shortLimitPpm} ppm for short`}
                  {item.fluid?.lowerExplosivePercent && `, lower explosive limit ${item.fluid.lowerExplosivePercent} %`}
                  {item.fluid?.flashPointC !== undefined && `, flash point ${item.fluid.flashPointC} °C`}. {statements.join("; ")}
                  {item.fluid?.source && ` (${item.fluid.source})`}
                </li>
              ))}
            </ul>
          </details>
        </section>
      </div>
    </StoresFrame>
  );
}

function List({ title, rows }: { title: string; rows: { name: string; grams: number }[] }) {
  return (
    <div>
      <h2>{title}</h2>
      <ul>
        {rows.map(({ name, grams: mine }) => (
          <li key={name} className="flex justify-between border-line border-b py-1">
            <span>{name}</span>
            <span className="figure">{mine.toFixed(0)} g</span>
          </li>
        ))}
      </ul>
    </div>
  );
}

function DayBars({ view }: { view: SolventView }) {
  const days = Number(new Date(Date.UTC(Number(view.month.slice(0, 4)), Number(view.month.slice(5)), 0)).getUTCDate());
  const all = Array.from({ length: days }, (_, index) => `${view.month}-${String(index + 1).padStart(2, "0")}`);
  const x = scaleBand<string>().domain(all).range([40, 1170]).padding(0.35);
  const most = max(view.byDay, ({ grams: mine }) => mine) ?? 1;
  const y = scaleLinear().domain([0, most]).nice(3).range([96, 6]);
  return (
    <svg
      viewBox="0 0 1180 120"
      role="img"
      aria-label={`Grams a day: ${view.byDay.map(({ day, grams: mine }) => `${day} ${mine.toFixed(0)}`).join(", ")}`}
      className="mt-3 w-full"
    >
      {y.ticks(3).map((tick) => (
        <g key={tick}>
          <line x1="40" x2="1170" y1={y(tick)} y2={y(tick)} className="stroke-line" />
          <text x="34" y={y(tick) + 4} textAnchor="end" className="fill-ink2 text-[11px]">
            {tick} g
          </text>
        </g>
      ))}
      {view.byDay.map(({ day, grams: mine }) => (
        <rect key={day} x={x(day)} width={x.bandwidth()} y={y(mine)} height={96 - y(mine)} className="fill-ink" />
      ))}
      {all
        .filter((_, index) => index % 2 === 0)
        .map((day) => (
          <text key={day} x={(x(day) ?? 0) + x.bandwidth() / 2} y="114" textAnchor="middle" className="fill-ink2 text-[11px]">
            {Number(day.slice(8))}
          </text>
        ))}
    </svg>
  );
}

/** What a task with a fluid does to a room's air, worked out as if it were well mixed. */
function Task({ view }: { view: SolventView }) {
  const known = view.fluids.filter(({ item }) => item.fluid?.molarMassGPerMol);
  const [fluid, setFluid] = useState(known[0]?.item.id ?? "");
  const [room, setRoom] = useState(view.rooms[0]?.id ?? "");
  const [ml, setMl] = useState("50");
  const [minutes, setMinutes] = useState("15");
  const item = known.find((each) => each.item.id === fluid)?.item;
  const where = view.rooms.find(({ id }) => id === room);
  const estimate =
    item && where && Number(ml) > 0 && Number(minutes) > 0
      ? airEstimate(
          item,
          view.fluids.map((each) => each.item),
          { ml: Number(ml), minutes: Number(minutes) },
          where,
        )
      : undefined;
  const ppm = (value: number) => `${value < 10 ? value.toFixed(1) : value.toFixed(0)} ppm`;
  return (
    <>
      <h2>What would a task do to the room's air?</h2>
      <div className="mt-1 flex flex-wrap items-end gap-2">
        <Field label="Fluid">
          <select value={fluid} onChange={({ target }) => setFluid(target.value)} className="field">
            {known.map((each) => (
              <option key={each.item.id} value={each.item.id}>
                {each.item.name}
              </option>
            ))}
          </select>
        </Field>
        <Field label="Room">
          <select value={room} onChange={({ target }) => setRoom(target.value)} className="field">
            {view.rooms.map(({ id, name, volumeM3, airChangesAnHour }) => (
              <option key={id} value={id}>
                {name}, {volumeM3} m³, {airChangesAnHour} changes an hour
              </option>
            ))}
          </select>
        </Field>
        <Field label="Evaporates, mL">
          <input type="number" min={0} step="any" value={ml} onChange={({ target }) => setMl(target.value)} className="field figure w-24" />
        </Field>
        <Field label="over, minutes">
          <input type="number" min={1} value={minutes} onChange={({ target }) => setMinutes(target.value)} className="field figure w-24" />
        </Field>
      </div>
      {estimate ? (
        <dl className="mt-2 grid max-w-xl grid-cols-[1fr_auto_1fr] gap-x-4">
          <dt>At the end of it</dt>
          <dd
            className={`figure text-right ${estimate.over.includes("explosive") || estimate.over.includes("short") ? "font-bold text-hold" : ""}`}
          >
            {ppm(estimate.peakPpm)}
          </dd>
          <dd className="text-ink2">
            a tenth of the lower explosive limit: {estimate.tenthOfExplosivePpm === null ? "not known" : ppm(estimate.tenthOfExplosivePpm)}
            {item?.fluid?.shortLimitPpm && `; short-time limit ${ppm(item.fluid.shortLimitPpm)}`}
          </dd>
          <dt>Over 8 hours</dt>
          <dd className={`figure text-right ${estimate.over.includes("limit") ? "font-bold text-hold" : ""}`}>
            {ppm(estimate.eightHoursPpm)}
          </dd>
          <dd className="text-ink2">exposure limit: {estimate.limitPpm === null ? "not known" : ppm(estimate.limitPpm)}</dd>
          <dt>Let out</dt>
          <dd className="figure text-right">{estimate.grams.toFixed(1)} g</dd>
          <dd />
        </dl>
      ) : (
        <p className="mt-2 text-ink2">Its molar mass and density are needed, from the data sheet; amounts and minutes are above nothing.</p>
      )}
      {estimate && estimate.over.length > 0 && (
        <p role="alert" className="mt-2 border-hold border-l-4 pl-3">
          <strong>Not like this:</strong> less fluid, more air, or a place with its own extraction. No flame, spark or hot lamp nearby.
        </p>
      )}
      <p className="mt-2 max-w-prose text-sm">{AIR_DEFERENCE}</p>
    </>
  );
}
