import Link from "next/link";
import type { StandbyView } from "../../work/standby/machine.ts";
import { RowHead, TableHead } from "../table.tsx";
import { money } from "./standby-frame.tsx";

/** Every regime in the handbook's order, with what speaks for and against it here. */
export function RegimeTable({ view }: { view: StandbyView }) {
  const href = (regime: string) =>
    `/machines/${view.id}/idle?${new URLSearchParams({ from: view.gap.from, to: view.gap.to ?? "unknown", regime })}`;
  return (
    <section aria-label="Regimes" className="mt-6">
      <h2>Regimes</h2>
      <div className="overflow-x-auto">
        <table className="mt-1 w-full min-w-[56rem]">
          <TableHead columns={["Regime", "For", "Against", "min before, after", "waste, mL", "once", "on hold after"]} />
          <tbody>
            {view.options.map((option) => (
              <tr key={option.regime} className={`border-line border-b align-baseline ${option.regime === view.chosen ? "bg-well" : ""}`}>
                <RowHead className="py-1.5 pr-4 pl-1 font-normal">
                  {option.open ? (
                    <Link
                      href={href(option.regime)}
                      prefetch={false}
                      aria-current={option.regime === view.chosen ? "true" : undefined}
                      className="font-semibold"
                    >
                      {option.name}
                    </Link>
                  ) : (
                    <span className="text-ink2">{option.name}</span>
                  )}
                  <span className="block text-sm text-ink2">{option.advised ? "advised" : option.open ? "open" : "not open"}</span>
                </RowHead>
                <td className="pr-4 text-sm">{option.open ? option.for.join("; ") : ""}</td>
                <td className="pr-4 text-sm">{option.against.join("; ")}</td>
                <td className="figure whitespace-nowrap pr-4 text-right">
                  {option.open ? `${Math.round(option.minutesBefore)}, ${Math.round(option.minutesAfter)}` : ""}
                </td>
                <td className="figure pr-4 text-right">{option.open ? Math.round(option.wasteMl) : ""}</td>
                <td className="figure pr-4 text-right">{option.open ? money(option.onceCents) : ""}</td>
                <td className="figure whitespace-nowrap pr-4 text-right" title={option.risk.why}>
                  {option.open
                    ? `${Math.round(option.risk.share * 100)} % (${Math.round(option.risk.low * 100)} to ${Math.round(option.risk.high * 100)})`
                    : ""}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
