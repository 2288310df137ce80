import type { StandbyView } from "../../work/standby/machine.ts";
import { RowHead, TableHead } from "../table.tsx";

/** Millilitres and seconds line by line, and where the waste must be emptied. */
export function FlushTable({ flush }: { flush: NonNullable<StandbyView["flush"]> }) {
  const ml = (value: number) => value.toFixed(value < 100 ? 1 : 0);
  const before = (index: number) => flush.empties.filter((each) => each.before === index);
  return (
    <section aria-label="Flush" className="mt-8">
      <h2>The flush, line by line</h2>
      <p className="max-w-prose">
        <span className="figure">{ml(flush.fluidMl)}</span> mL {flush.fluid} in all,{" "}
        <span className="figure">{Math.ceil(flush.seconds / 60)}</span> min of pumping for the lines. The person has the last word: clear by
        eye, down to the low points, then some seconds more; the entry keeps the real time.{" "}
        {flush.whiteWhy.charAt(0).toUpperCase() + flush.whiteWhy.slice(1)}.
      </p>
      <div className="overflow-x-auto">
        <table className="mt-2 min-w-[36rem]">
          <TableHead columns={["Line", "holds, mL", "volumes", "pump, mL", "seconds", "how"]} />
          <tbody>
            {flush.lines.map((line, index) => (
              <FlushRow key={line.id} empties={before(index)} limitMl={flush.limitMl}>
                <RowHead className="pr-4 font-normal">
                  {line.id} <span className="text-ink2">{line.ink}</span>
                </RowHead>
                <td className="figure pr-4 text-right">{ml(line.volumeMl)}</td>
                <td className="figure pr-4 text-right">{line.volumes.toFixed(2)}</td>
                <td className="figure pr-4 text-right">{ml(line.ml)}</td>
                <td className="figure pr-4 text-right">{Math.round(line.seconds)}</td>
                <td>
                  <details>
                    <summary className="cursor-pointer text-accent text-sm underline">How</summary>
                    <p className="max-w-prose text-ink2 text-sm">{line.why}</p>
                  </details>
                </td>
              </FlushRow>
            ))}
            {flush.steps.slice(flush.lines.length).map((step, index) => (
              <FlushRow key={step.what} empties={before(flush.lines.length + index)} limitMl={flush.limitMl}>
                <th scope="row" colSpan={3} className="py-1 pr-4 text-left font-normal">
                  {step.what}
                </th>
                <td className="figure pr-4 text-right">{ml(step.ml)}</td>
                <td colSpan={2} />
              </FlushRow>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

function FlushRow({
  empties,
  limitMl,
  children,
}: {
  empties: { before: number; after: number }[];
  limitMl: number | null;
  children: React.ReactNode;
}) {
  return (
    <>
      {empties.map(({ after, before }) => (
        <tr key={`${before}/${after}`}>
          <td colSpan={6} className="border-hold border-l-4 py-0.5 pl-2">
            <strong>Empty the waste</strong>
            {after > 0
              ? `, after ${Math.round(after)} mL of the next step: it alone holds more than the ${limitMl} mL under the mark`
              : before === 0
                ? ": a flush begins with an empty vessel"
                : `: the next step would pass the mark at ${limitMl} mL`}
          </td>
        </tr>
      ))}
      <tr className="border-line border-b">{children}</tr>
    </>
  );
}
