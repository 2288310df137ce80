import { capital } from "../../core/capital.ts";
import type { FloorMachine, FloorView } from "../../core/floor/floor-view.ts";
import { refusedAsleep } from "../../core/standby/sleep.ts";
import { drawMl, EMPTY_SHARE } from "../../core/stores/waste/draws.ts";
import { FOUR_OF_FIVE, roomFor } from "../../core/stores/waste/level.ts";
import { useFloorWorkWords } from "../../words/floor-work-words.ts";
import { filled } from "../../words/plain.ts";
import { buttonLook } from "../kit/button.tsx";
import { say } from "../say.ts";
import { VesselLook } from "../stores/vessel-look.tsx";
import { put } from "./outbox.ts";
import { go, to } from "./route.ts";
import { begin } from "./task-sheet.tsx";

/** Why a draw must wait until the waste is emptied; `undefined` where there is room for sure. */
export function noRoom(machine: FloorMachine, ml: number): string | undefined {
  const { vessel } = machine;
  if (!vessel || vessel.measured === null || ml <= 0) return undefined;
  const room = roomFor({ ml: vessel.ml, spreadMl: (vessel.highMl - vessel.lowMl) / (2 * FOUR_OF_FIVE) }, vessel.limitMl, ml);
  return room.fits ? undefined : room.why;
}

/** Why the waste must be emptied before a routine begins at a machine; `undefined` where it need not. */
export function emptyWhy(view: FloorView, machine: FloorMachine, routine: string): string | undefined {
  const { vessel } = machine;
  const effects = view.routines[routine]?.effects;
  if (vessel && effects?.beginsEmpty)
    return noRoom(machine, EMPTY_SHARE * vessel.limitMl)
      ? `it begins with an empty ${vessel.kind}, and there is about ${Math.round(vessel.ml)} mL in it`
      : undefined;
  const ladder = machine.desk?.judging.ladder;
  return noRoom(machine, ladder ? drawMl(effects?.draws, ladder, machine.known?.fill).ml : (effects?.draws?.fluidMl ?? 0));
}

/** The waste vessel of a machine: one tap is a look. */
export function FloorVessel({ view, machine }: { view: FloorView; machine: FloorMachine }) {
  if (!machine.vessel) return null;
  return (
    <VesselLook
      view={machine.vessel}
      name={machine.name}
      containers={view.containers ?? []}
      say={async (body, words) => {
        await put([{ kind: "vessel", machine: machine.id, body }]);
        say(words);
        return true;
      }}
      height={190}
    />
  );
}

/** Why a routine must not be begun at a machine that sleeps; `undefined` where it may. */
export function asleepWhy(view: FloorView, machine: FloorMachine, routine: string | undefined): string | undefined {
  const { sleep } = machine;
  const wake = Object.values(view.routines).find(({ effects }) => effects?.job === "wake-up")?.name ?? "its wake-up";
  return sleep ? refusedAsleep({ regimes: [], ...sleep }, view.routines[routine ?? ""], { days: () => sleep.sinceWords, wake }) : undefined;
}

/** A sleeping machine keeps what it stands in: what would draw is not begun. */
export function StillAsleep({ machine, why }: { machine: FloorMachine; why: string }) {
  const words = useFloorWorkWords().waste;
  const title = filled(words.asleep, { machine: machine.name });
  return (
    <section aria-label={title} className="grid gap-2 rounded-[6px] border border-asleep bg-card p-3">
      <h2 className="!text-3xl font-extrabold">{title}</h2>
      <p className="text-xl">{capital(why)}</p>
    </section>
  );
}

/** Work that draws ink waits: empty first, or look whether there is room after all. */
export function EmptyFirst({ view, machine, why }: { view: FloorView; machine: FloorMachine; why: string }) {
  const words = useFloorWorkWords().waste;
  const empties = machine.routines.find((id) => {
    const does = view.routines[id]?.effects?.waste?.does;
    return does !== undefined && does !== "reads";
  });
  return (
    <section aria-label={words.title} className="grid gap-3 rounded-[6px] border border-hold bg-hold-wash p-3">
      <h2 className="!text-3xl font-extrabold">{words.title}</h2>
      <p className="text-xl">{capital(why)}.</p>
      {empties && (
        <button
          type="button"
          className={`${buttonLook("primary", "hand")} w-full !min-h-20 !whitespace-normal !text-2xl`}
          onClick={() => void begin(view, machine.id, empties, "guided").then((run) => go(to.run(run)))}
        >
          {filled(words.steps, { routine: view.routines[empties]?.name ?? "" })}
        </button>
      )}
      <p>{words.look}</p>
      <FloorVessel view={view} machine={machine} />
    </section>
  );
}
