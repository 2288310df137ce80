import { useWords, windowOutlook } from "../../core/runs/outlook.ts";
import { type HazardView, hazardView } from "../../core/safety/hazards.ts";
import { hazardsAt } from "../../core/safety/hazards-at.ts";
import { statementWords } from "../../core/safety/statements.ts";
import { amountWords } from "../../core/stores/amount-words.ts";
import { leavesShelf, usualMaterials } from "../../core/stores/run-materials.ts";
import { type Help, shortOf } from "../../core/stores/what-helps.ts";
import { useFloorWorkWords } from "../../words/floor-work-words.ts";
import { filled } from "../../words/plain.ts";
import { useSaid } from "../../words/said.ts";
import { Button } from "../kit/button.tsx";
import { asleepWhy, EmptyFirst, emptyWhy, StillAsleep } from "./empty-first.tsx";
import type { Part } from "./run-part.ts";
import type { OpenRun } from "./runs.ts";

/** Gear and cautions come before the first step. */
export const needsGear = (found: OpenRun): boolean => !found.state.gear && (cautionsOf(found).length > 0 || found.routine.gear.length > 0);

/** What can hurt at this routine on a machine. */
export const cautionsOf = ({ routine, machine }: Pick<OpenRun, "routine" | "machine">): HazardView[] =>
  hazardsAt(
    routine.hazards.map(({ id }) => id),
    machine.machine,
    routine.ofHouse,
  ).map(hazardView);

type Words = ReturnType<typeof useFloorWorkWords>["gear"];

function helpWords(words: Words, help: Help): string {
  if (help.kind === "order") return words.order;
  if (help.kind === "mix")
    return filled(words.mix, { parts: help.parts.map(({ name, amount, unit }) => `${amountWords(amount, unit)} ${name}`).join(" + ") });
  return filled(words[help.kind], { name: help.name });
}

/** Before the first step: whether a window can be kept, gear, materials, cautions. */
export function Gear({ found, floor, send }: Part) {
  const words = useFloorWorkWords().gear;
  const said = useSaid();
  const { routine, plan } = found;
  const used = usualMaterials(plan, found.machine.machine);
  const shelf = floor.view.shelf ?? [];
  const short = leavesShelf(used, shelf, found.machine.machine).flatMap(
    ({ item, planned }) => shortOf(item, planned, shelf, found.machine.machine) ?? [],
  );
  const full = emptyWhy(floor.view, found.machine, routine.id);
  const asleep = asleepWhy(floor.view, found.machine, routine.id);
  const windows = windowOutlook(plan, floor.view.pace?.[routine.id]?.[floor.who?.person ?? ""] ?? {});
  return (
    <section aria-label={words.title} className="pt-3">
      {windows.map(({ id, text, withinMinutes, likely, why }) => (
        <p key={id} className={`mb-3 border-r-4 border-l-4 px-3 py-1 text-xl ${likely ? "border-accent" : "border-hold"}`}>
          <strong>{filled(likely ? words.window : words.windowTight, { minutes: withinMinutes, what: text })}</strong>{" "}
          {why[0]?.toUpperCase()}
          {why.slice(1)}.{!likely && ` ${words.help}`}
        </p>
      ))}
      {(routine.machineState || routine.people > 1) && (
        <p className="mb-3 text-xl">
          {routine.machineState && `${filled(words.machine, { state: routine.machineState })} `}
          {routine.people > 1 && filled(words.people, { count: routine.people })}
        </p>
      )}
      {routine.gear.length > 0 && (
        <>
          <h2 className="!text-2xl font-bold">{words.need}</h2>
          <ul className="mt-2 grid gap-x-6 text-2xl sm:grid-cols-2">
            {routine.gear.map((item) => (
              <li key={item}>{item}</li>
            ))}
          </ul>
        </>
      )}
      {used.length > 0 && (
        <p className="mt-3 text-lg">
          <strong>{words.uses}</strong> {used.map((use) => useWords({ ...use, item: said(use.item) })).join(", ")}.{" "}
        </p>
      )}
      {short.map(({ item, needed, there, helps }) => (
        <p key={item.id} className="mt-2 rounded-[3px] border-care border-l-4 bg-care-wash px-3 py-2 text-lg">
          <strong>
            {filled(words.short, { item: said(item.name), there: amountWords(there, item.unit), needed: amountWords(needed, item.unit) })}
          </strong>{" "}
          {helps.map((help) => helpWords(words, help)).join(" ")} {windows.length > 0 && words.allFirst}
        </p>
      ))}
      {cautionsOf(found).map(({ id, name, caution, statements }) => (
        <p key={id} className="mt-3 border-hold border-l-4 pl-3 text-lg">
          <strong>{said(name)}.</strong> {said(caution)}
          {said(caution) !== caution && <span className="block text-base text-ink2">{words.unchecked}</span>}
          {statements && <span className="block text-base text-ink2">{filled(words.usually, { what: statementWords(statements) })}</span>}
        </p>
      ))}
      {(routine.sheets ?? []).map(({ name, url }) => (
        <p key={url} className="mt-2">
          {words.sheet} <a href={url}>{name}</a>
        </p>
      ))}
      <p className="mt-3 text-ink2">
        {floor.view.deference} <a href="/safety">{words.all}</a>.
      </p>
      <p className="mt-1 text-ink2">{words.never}</p>
      {asleep ? (
        <div className="mt-4">
          <StillAsleep machine={found.machine} why={asleep} />
        </div>
      ) : full ? (
        <div className="mt-4">
          <EmptyFirst view={floor.view} machine={found.machine} why={full} />
        </div>
      ) : (
        <Button
          look="primary"
          size="hand"
          className="!min-h-[92px] !text-2xl mt-4 w-full !whitespace-normal"
          onClick={() => void send({ event: "gear" })}
        >
          {words.on}
        </Button>
      )}
    </section>
  );
}
