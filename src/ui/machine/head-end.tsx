import { words } from "../../core/due/sentence.ts";
import type { MachineView } from "../../work/machine.ts";
import { HeadDrawing } from "./head-drawing.tsx";

/** The drawn head end: heads over the medium, the station on the right, strip and rail above, waste below; never-touch zones marked. */
export function HeadEnd({ view }: { view: MachineView }) {
  const due = new Set(view.parts.filter(({ due: items }) => items.length).map(({ id }) => id));
  return (
    <div className="grid gap-6 lg:grid-cols-[1.3fr_1fr]">
      <figure>
        <HeadDrawing machine={view.machine} channels={view.row.channels} shaded={due} />
        <figcaption className="text-soft text-sm">
          A drawing of what is there, not to scale. Shaded parts have work due in the next 14 days. A hand goes in only with the machine
          off, or in its maker's maintenance position.
        </figcaption>
      </figure>
      <table className="h-fit w-full text-sm">
        <thead>
          <tr className="border-soft border-b text-left text-soft">
            <th scope="col" className="py-1 font-medium">
              Part
            </th>
            <th scope="col" className="text-right font-medium">
              Age
            </th>
            <th scope="col" className="pl-4 font-medium">
              Due
            </th>
          </tr>
        </thead>
        <tbody>
          {view.parts.map((part) => (
            <tr key={part.id} className="border-hair border-b align-baseline">
              <th scope="row" className="py-1 text-left font-medium">
                {words(part.kind)}
                {part.id !== part.kind && <span className="text-soft"> {part.id}</span>}
              </th>
              <td className="figure whitespace-nowrap text-right">{part.ageDays === null ? "unknown" : `${part.ageDays} days`}</td>
              <td className="pl-4">{part.due.join("; ")}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {view.parts.length === 0 && <p className="text-soft">No parts are listed. A supervisor adds them by fleet file or table.</p>}
    </div>
  );
}
