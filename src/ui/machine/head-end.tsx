import type { MachineView } from "../../work/machine/machine.ts";
import { HeadDrawing } from "./head-drawing.tsx";
import { PartsTable } from "./parts-table.tsx";

/** The drawn head end: heads over the medium, the station on the right, strip and rail above, waste below; never-touch zones marked. */
export function HeadEnd({ view, mayRecord }: { view: MachineView; mayRecord: boolean }) {
  const due = new Set(view.parts.filter(({ due: items }) => items.length).map(({ id }) => id));
  return (
    <div className="grid gap-6 lg:grid-cols-[1fr_1.25fr]">
      <figure>
        <HeadDrawing machine={view.machine} channels={view.row.channels} shaded={due} />
        <figcaption className="text-ink2 text-sm">
          A drawing of what is there, not to scale. Shaded parts have work due in the next 14 days. A hand goes in only with the machine
          off, or in its maker's maintenance position.
        </figcaption>
      </figure>
      <PartsTable view={view} mayRecord={mayRecord} />
      {view.parts.length === 0 && <p className="text-ink2">No parts are listed. A supervisor adds them by fleet file or table.</p>}
    </div>
  );
}
