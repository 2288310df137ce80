"use client";
import { useTranslations } from "use-intl";
import { axisShare, placedPieces } from "../../core/standby/closure-axis.ts";
import type { SeasonRowView, SeasonView } from "../../work/standby/season.ts";
import type { SeasonTaskView } from "../../work/standby/season-place.ts";
import { Initials } from "../kit/initials.tsx";
import { useMoney } from "../use-money.ts";
import { IdleBar } from "./idle-bar.tsx";
import { RiskBar } from "./methods.tsx";

const GRID = "grid grid-cols-[7.5rem_minmax(0,1fr)_6rem_5.5rem] items-center gap-x-3 max-lg:grid-cols-[6rem_minmax(0,1fr)_5.5rem]";
const at = (share: number) => `${(share * 100).toFixed(3)}%`;

/** Machines down, days across: printing, the work that puts each to sleep, its method over the closure, the work that wakes it, printing again. */
export function SeasonTimeline({ view, open }: { view: SeasonView; open: (machine: string) => void }) {
  const t = useTranslations("standby.closure");
  const areas = [...new Set(view.rows.map(({ area }) => area))];
  const pieces = placedPieces(view.axis);
  const opens = axisShare(view.axis, view.opens.at);
  return (
    <section aria-label={t("timeline")} className="overflow-x-auto">
      <div className="min-w-[46rem]">
        <div className={`${GRID} font-semibold text-xs`} aria-hidden="true">
          <span className="text-ink3">{t("machine")}</span>
          <span className="relative h-10">
            {pieces.map((piece) => (
              <span
                key={piece.id}
                className={`absolute bottom-0 flex h-6 items-center overflow-hidden whitespace-nowrap border-ink border-l px-1.5 ${piece.closed ? `${HATCH} justify-center` : ""}`}
                style={{ left: at(piece.at), width: at(piece.width) }}
              >
                <span className={piece.closed ? "bg-sheet px-1.5" : ""}>
                  {piece.closed ? t("closed", { days: view.days }) : piece.words}
                </span>
              </span>
            ))}
            <span
              className="-translate-x-1/2 figure absolute top-0 whitespace-nowrap rounded-[2px] bg-fill px-1 text-[11px] text-on-fill"
              style={{ left: at(opens) }}
            >
              {t("opens", { time: view.opens.words })}
            </span>
          </span>
          <span className="text-ink3">{t("holdRisk")}</span>
          <span className="text-right text-ink3 max-lg:hidden">{t("money")}</span>
        </div>
        {areas.map((area) => (
          <section key={area} aria-label={area} className="border-ink border-t-[1.5px]">
            <h2 className="!text-xs pt-1 font-semibold text-ink3">{area}</h2>
            <ul>
              {view.rows
                .filter((row) => row.area === area)
                .map((row) => (
                  <Line key={row.machine} row={row} view={view} pieces={pieces} opens={opens} open={open} />
                ))}
            </ul>
          </section>
        ))}
      </div>
    </section>
  );
}

const HATCH = "bg-[repeating-linear-gradient(135deg,var(--line)_0_2px,transparent_2px_7px)]";

function Line({
  row,
  view,
  pieces,
  opens,
  open,
}: {
  row: SeasonRowView;
  view: SeasonView;
  pieces: ReturnType<typeof placedPieces>;
  opens: number;
  open: (machine: string) => void;
}) {
  const money = useMoney();
  const t = useTranslations("standby.closure");
  const methods = useTranslations("standby.methods");
  const share = (moment: number) => axisShare(view.axis, moment);
  const of = (task: SeasonTaskView) => ({ from: share(Date.parse(task.from)), to: share(Date.parse(task.to)) });
  const [firstTask] = row.before;
  const [lastTask, firstWake] = [row.before.at(-1), row.after[0]];
  const stops = firstTask ? of(firstTask).from : share(row.stopsAt);
  const sleeps = lastTask ? of(lastTask).to : stops;
  const wakes = firstWake ? of(firstWake).from : row.readyAt === null ? 1 : share(row.readyAt);
  const ready = row.readyAt === null ? 1 : share(row.readyAt);
  const method = methods(row.regime);
  const stopWords = view.stopDays.find(({ day }) => day === row.stopsOn)?.words ?? row.stopsOn;
  return (
    <li className="border-line border-b">
      <button
        type="button"
        onClick={() => open(row.machine)}
        aria-label={t("bar", { machine: row.name, method, from: stopWords, to: row.printsBy ?? t("nobody") })}
        className={`${GRID} w-full py-0.5 text-left hover:bg-card`}
      >
        <span className="min-w-0 truncate font-bold text-sm">
          {row.name}
          {row.leftOut.length > 0 && <span className="block font-semibold text-hold text-xs">{t("doesNotFit")}</span>}
        </span>
        <span className="relative block h-8">
          {pieces.map((piece) => (
            <span
              key={piece.id}
              className={`absolute inset-y-0 border-line border-l ${piece.closed ? HATCH : ""}`}
              style={{ left: at(piece.at), width: at(piece.width) }}
            />
          ))}
          <span className="absolute top-[15px] left-0 h-0.5 bg-ink" style={{ width: at(stops) }} />
          <span className="absolute top-1 h-6" style={{ left: at(sleeps), width: at(Math.max(0.02, wakes - sleeps)) }}>
            <IdleBar regime={row.regime} name={method} />
          </span>
          {[...row.before, ...row.after].map((task) => (
            <Block key={task.key} task={task} {...of(task)} />
          ))}
          {row.readyAt !== null && (
            <span
              className="absolute top-[9px] border-y-[7px] border-y-transparent border-l-[9px] border-l-ink"
              style={{ left: at(Math.min(0.985, ready)) }}
            />
          )}
          <span className="absolute inset-y-0 w-0.5 bg-accent" style={{ left: at(opens) }} />
        </span>
        <RiskBar risk={{ share: row.holdShare, low: row.holdLow, high: row.holdHigh, spells: row.holdSpells, why: row.risk }} />
        <span className="figure text-right text-sm max-lg:hidden">{money(row.cents)}</span>
      </button>
    </li>
  );
}

function Block({ task, from, to }: { task: SeasonTaskView; from: number; to: number }) {
  return (
    <>
      <span
        className={`absolute top-1 h-6 ${task.late > 0 ? "bg-hold" : "bg-ink"}`}
        style={{ left: at(from), width: `max(4px, ${at(to - from)})` }}
      />
      {task.personName && (
        <span className="-translate-x-full absolute top-[5px]" style={{ left: at(from) }}>
          <Initials name={task.personName} />
        </span>
      )}
    </>
  );
}
