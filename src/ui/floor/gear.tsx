import { useWords, windowOutlook } from "../../core/runs/outlook.ts";
import { statementWords } from "../../core/safety/statements.ts";
import { leavesShelf, usualMaterials } from "../../core/stores/run-materials.ts";
import { asleepWhy, EmptyFirst, emptyWhy, StillAsleep } from "./empty-first.tsx";
import type { Part } from "./run-part.ts";
import type { OpenRun } from "./runs.ts";

/** Gear and cautions come before the first step. */
export const needsGear = ({ state, routine }: OpenRun): boolean => !state.gear && (routine.hazards.length > 0 || routine.gear.length > 0);

/** Before the first step: whether a window can be kept, gear, materials, cautions. */
export function Gear({ found, floor, send }: Part) {
  const { routine, plan } = found;
  const used = usualMaterials(plan, found.machine.machine);
  const short = leavesShelf(used, floor.view.shelf ?? [], found.machine.machine).filter(({ note }) => note !== null);
  const full = emptyWhy(floor.view, found.machine, routine.id);
  const asleep = asleepWhy(floor.view, found.machine, routine.id);
  const windows = windowOutlook(plan, floor.view.pace?.[routine.id]?.[floor.who?.person ?? ""] ?? {});
  return (
    <section aria-label="Before you begin">
      {windows.map(({ id, text, withinMinutes, likely, why }) => (
        <p key={id} className={`mb-3 border-r-4 border-l-4 px-3 py-1 text-xl ${likely ? "border-accent" : "border-hold"}`}>
          <strong>
            {likely ? `${withinMinutes} minutes from its start:` : `It may not fit into ${withinMinutes} minutes:`} {text}.
          </strong>{" "}
          {why[0]?.toUpperCase()}
          {why.slice(1)}.{!likely && " Ask somebody to help, or hand it over."}
        </p>
      ))}
      {(routine.machineState || routine.people > 1) && (
        <p className="mb-3 text-xl">
          {routine.machineState && `The machine: ${routine.machineState}. `}
          {routine.people > 1 && `${routine.people} people.`}
        </p>
      )}
      {routine.gear.length > 0 && (
        <>
          <h2 className="text-2xl">On and at hand</h2>
          <ul className="mt-2 grid gap-x-6 text-2xl sm:grid-cols-2">
            {routine.gear.map((item) => (
              <li key={item}>{item}</li>
            ))}
          </ul>
        </>
      )}
      {used.length > 0 && (
        <p className="mt-3 text-lg">
          <strong>It uses:</strong> {used.map(useWords).join(", ")}.{" "}
          {short.length > 0 && (
            <span className="block border-care border-l-4 pl-3">
              {short.map(({ item, note }) => `${item.name}: ${note}`).join("; ")}.
              {windows.length > 0 && " Do not begin before all of it is at hand."}
            </span>
          )}
        </p>
      )}
      {routine.hazards.map(({ id, name, caution, statements }) => (
        <p key={id} className="mt-3 border-hold border-l-4 pl-3 text-lg">
          <strong>{name}.</strong> {caution}
          {statements && (
            <span className="block text-base text-ink2">Usually: {statementWords(statements)}. The supplier's sheet rules.</span>
          )}
        </p>
      ))}
      {(routine.sheets ?? []).map(({ name, url }) => (
        <p key={url} className="mt-2">
          Data sheet: <a href={url}>{name}</a>
        </p>
      ))}
      <p className="mt-3 text-ink2">
        {floor.view.deference} <a href="/safety">All cautions, and what is never asked for</a>.
      </p>
      <p className="mt-1 text-ink2">
        Never touch the nozzle plate unless a step says so. Wipe in the nozzles' direction. A separate swab for white and for colour.
      </p>
      {asleep ? (
        <div className="mt-4">
          <StillAsleep machine={found.machine} why={asleep} />
        </div>
      ) : full ? (
        <div className="mt-4">
          <EmptyFirst view={floor.view} machine={found.machine} why={full} />
        </div>
      ) : (
        <button type="button" className="press press-main hand mt-4 w-full py-6 !text-2xl" onClick={() => void send({ event: "gear" })}>
          It is on, I have read this
        </button>
      )}
    </section>
  );
}
