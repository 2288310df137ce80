import { ArrowRightIcon } from "lucide-react";
import { useState } from "react";
import { isOrder, movesBetween, type Place, placesOf, shiftedWhite } from "../../core/fleet/positions.ts";
import type { PlannedStep } from "../../core/runs/plan.ts";
import { useFloorWorkWords } from "../../words/floor-work-words.ts";
import { filled } from "../../words/plain.ts";
import { Button } from "../kit/button.tsx";
import { put } from "./outbox.ts";
import type { OpenRun } from "./runs.ts";

/** Which ink sits where, and where it goes: shown at the steps that work by it. */
export function SlotMap({ found, step }: { found: OpenRun; step: PlannedStep }) {
  const words = useFloorWorkWords().slots;
  const { machine, routine, state } = found;
  const shift = routine.effects?.shiftsStep;
  const [picked, setPicked] = useState<number>();
  if (!shift) return null;
  const said = state.trace.findLast(({ step: at }) => at === shift.step)?.result?.choice;
  const by = said === undefined ? undefined : shift.places[said];
  const now = placesOf(machine.machine, machine.positions);
  const order = now.map(({ line }) => line.id);
  const next = by === undefined ? undefined : shiftedWhite(machine.machine, order, by);
  const moves = next ? movesBetween(machine.machine, order, next) : [];
  const swap = (place: number) => {
    if (picked === undefined) return setPicked(place);
    setPicked(undefined);
    const changed = [...order];
    [changed[picked - 1], changed[place - 1]] = [order[place - 1] ?? "", order[picked - 1] ?? ""];
    if (place === picked || !isOrder(machine.machine, changed)) return;
    void put([{ kind: "positions", machine: machine.id, run: found.run.id, body: { order: changed, note: words.corrected } }]);
  };
  const mayCorrect = by === undefined && step.id !== shift.step;
  return (
    <section aria-label={words.title} className="grid gap-3">
      <Row name={words.now} places={now} changed={new Set()} {...(mayCorrect ? { press: swap, picked } : {})} />
      {mayCorrect && <p className="text-ink2">{picked === undefined ? words.correct : filled(words.swapWith, { place: picked })}</p>}
      {by === undefined &&
        step.id === shift.step &&
        Object.entries(shift.places).map(([choice, places]) => {
          const then = shiftedWhite(machine.machine, order, places);
          return then ? (
            <Row
              key={choice}
              name={filled(words.by, { places })}
              places={placesOf(machine.machine, then)}
              changed={new Set(movesBetween(machine.machine, order, then).map(({ to }) => to))}
            />
          ) : null;
        })}
      {next && (
        <>
          <Row name={words.next} places={placesOf(machine.machine, next)} changed={new Set(moves.map(({ to }) => to))} />
          <ul className="flex flex-wrap gap-2">
            {moves.map(({ line, from, to }) => (
              <li key={line.id} className="flex items-center gap-2 rounded-[3px] border border-line bg-card px-3 py-1.5 text-xl">
                <i aria-hidden="true" className="size-5 rounded-full border border-ink" style={{ background: line.colour }} />
                {line.id} <b className="font-mono">{from}</b>
                <ArrowRightIcon aria-label={words.to} className="size-5" />
                <b className="font-mono">{to}</b>
              </li>
            ))}
          </ul>
        </>
      )}
      {by !== undefined && !next && <p className="text-care">{words.apart}</p>}
    </section>
  );
}

/** The places in a row, as seen from the front. */
function Row({
  name,
  places,
  changed,
  press,
  picked,
}: {
  name: string;
  places: readonly Place[];
  changed: ReadonlySet<number>;
  press?: (place: number) => void;
  picked?: number | undefined;
}) {
  return (
    <div>
      <p className="font-semibold">{name}</p>
      <ol className="mt-1 flex gap-1.5">
        {places.map(({ place, line }) => {
          const inside = (
            <>
              <b className="font-mono text-base">{place}</b>
              <i aria-hidden="true" className="block size-7 rounded-full border-2 border-ink" style={{ background: line.colour }} />
              <span className="text-sm">{line.id.split("/").at(-1)}</span>
            </>
          );
          const look = `grid w-full justify-items-center gap-1 rounded-[6px] border-2 px-1 py-2 ${changed.has(place) ? "border-accent bg-accent-wash" : "border-line bg-card"}`;
          return (
            <li key={place} className="min-w-0 grow basis-0">
              {press ? (
                <Button
                  size="hand"
                  aria-pressed={picked === place}
                  className={`!h-auto !min-h-20 aria-pressed:!border-accent ${look}`}
                  onClick={() => press(place)}
                >
                  {inside}
                </Button>
              ) : (
                <div className={look}>{inside}</div>
              )}
            </li>
          );
        })}
      </ol>
    </div>
  );
}
