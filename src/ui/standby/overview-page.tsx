"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import type { OverviewView } from "../../work/standby/overview.ts";
import { Because } from "../stores/stores-frame.tsx";
import { RowHead, TableHead, unseen } from "../table.tsx";
import { useLive } from "../use-live.ts";
import { StandbyFrame } from "./standby-frame.tsx";

/** Every machine with the gap it stands in from tonight; closures ahead. */
export function OverviewPage({ view }: { view: OverviewView }) {
  const router = useRouter();
  useLive((seq) => {
    if (seq === "resync" || seq > view.seq) router.refresh();
  });
  return (
    <StandbyFrame title="Standby">
      <section aria-label="Closures ahead">
        <h2>Closures ahead</h2>
        {view.closures.length === 0 && <p className="text-ink2">None in the calendar. A supervisor adds one under Shop, Calendar.</p>}
        <ul className="my-2 grid gap-2">
          {view.closures.map((closure) => (
            <li key={closure.from} className="flex flex-wrap items-baseline gap-x-4 border-line border-t py-2">
              <Link href={`/standby/closures/${closure.from}`} className="font-semibold">
                {closure.name}
              </Link>
              <span>
                {closure.words}, <span className="figure">{closure.days}</span> {closure.days === 1 ? "day" : "days"}
              </span>
              <span className={closure.planned ? "" : closure.soon ? "text-hold" : "text-ink2"}>
                {closure.planned
                  ? `Plan ${closure.planned}`
                  : closure.soon
                    ? `Begins in ${closure.startsIn} days, not planned yet`
                    : `Begins in ${closure.startsIn} days`}
              </span>
            </li>
          ))}
        </ul>
        {view.overlaps.map((words) => (
          <p key={words} className="border-care border-l-4 pl-2">
            {words}.
          </p>
        ))}
      </section>
      <section aria-label="Machines" className="mt-6">
        <h2>From tonight</h2>
        <div className="overflow-x-auto">
          <table className="mt-1 w-full min-w-[44rem]">
            <TableHead columns={["Machine", "Stands until", "Gap", "How", unseen("Why")]} />
            <tbody>
              {view.rows.map((row) => (
                <tr key={row.id} className="border-line border-b align-baseline">
                  <RowHead className="py-1.5 pr-4 font-normal">
                    <Link href={`/machines/${row.id}/idle`} className="font-semibold">
                      {row.name}
                    </Link>{" "}
                    <span className="text-ink2 text-sm">{row.area}</span>
                  </RowHead>
                  {row.asleep ? (
                    <td colSpan={3} className="pr-4">
                      <strong>Asleep</strong>: {row.asleep.replace(/^asleep /, "")}
                    </td>
                  ) : (
                    <>
                      <td className="pr-4">{row.until}</td>
                      <td className="figure pr-4">{row.gapWords}</td>
                      <td className="pr-4">
                        {row.regime}
                        {row.beyond && <span className="text-ink2">, beyond the house's bounds</span>}
                        {row.tooLong && <p className="border-hold border-l-4 pl-2 text-sm">Stands too long: {row.tooLong}.</p>}
                      </td>
                    </>
                  )}
                  <td>{!row.asleep && <Because why={row.why.split("; ")} />}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </section>
    </StandbyFrame>
  );
}
