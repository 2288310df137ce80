"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { Tabs } from "radix-ui";
import type { Role } from "../../core/fleet/vocabulary.ts";
import { BEATS } from "../../core/fleet/vocabulary.ts";
import { mayDo } from "../../core/safety/who-may.ts";
import type { MachineView } from "../../work/machine/machine.ts";
import { Item } from "../board/item.tsx";
import { ReleaseForm } from "../board/release-form.tsx";
import { Comb, combWords } from "../comb.tsx";
import { StateMark } from "../kit/state-mark.tsx";
import { DeskWhatNow } from "../nozzles/desk-what-now.tsx";
import { useLive } from "../use-live.ts";
import { Condition } from "./condition.tsx";
import { Counters } from "./counters.tsx";
import { HeadEnd } from "./head-end.tsx";
import { MachineSetUp } from "./machine-set-up.tsx";
import { Repair } from "./repair.tsx";
import { Report } from "./report.tsx";

const TAB = "border-b-2 border-transparent px-3 py-2 min-h-12 data-[state=active]:border-accent data-[state=active]:font-semibold";

/** A machine's own page: state and why, next action, what is due, the last five entries; the rest behind tabs. */
export function MachinePage({ view, role }: { view: MachineView; role: Role }) {
  const router = useRouter();
  const { row } = view;
  useLive((seq) => {
    if (seq === "resync" || seq > view.seq) router.refresh();
  });
  const mayRecord = mayDo(role, "record");
  return (
    <main className="mx-auto max-w-6xl px-4 pb-10">
      <div className="flex flex-wrap items-baseline gap-x-4 py-3">
        <h1>{row.name}</h1>
        <span className="text-ink2">
          {row.class.toUpperCase()}
          {row.family && row.family !== row.class ? `, ${row.family}` : ""}
          {row.area ? `, ${view.areas.find(({ id }) => id === row.area)?.name ?? row.area}` : ""};{" "}
          {row.prints ? "prints today" : "does not print today"}
        </span>
      </div>
      <div className="grid gap-x-8 gap-y-5 lg:grid-cols-2">
        <section aria-label="State">
          <StateMark word={row.word} big />
          <p className="mt-1 text-lg">{row.why}</p>
          {row.missed && (
            <p className="mt-1 text-hold">
              Missed on {row.missed.day}: {row.missed.names.join(", ")}.
            </p>
          )}
          <p className="mt-2">
            <strong>Next:</strong> {row.next.words}.
          </p>
          <p className="mt-2 flex flex-wrap gap-3">
            {mayRecord && row.channels.length > 0 && row.class !== "cij" && (
              <>
                <Link href={`/check?machines=${row.id}`} className={`press hand ${view.desk ? "" : "press-main"}`}>
                  Enter a check
                </Link>
                <Link href={`/nozzles/${row.id}`} className="press hand">
                  Its nozzles over time
                </Link>
                <Link href={`/nozzles/${row.id}/pattern`} className="press hand">
                  Its check sheet
                </Link>
              </>
            )}
            <Link href={`/standby/${row.id}`} prefetch={false} className="press hand">
              When it stands idle
            </Link>
          </p>
          {mayRecord && view.desk && !row.repair && <DeskWhatNow machine={row.id} name={row.name} desk={view.desk} />}
          {mayDo(role, "release") && (row.word === "Hold" || row.word === "Unchecked") && row.class !== "cij" && (
            <div className="mt-3 max-w-md">
              <ReleaseForm machine={row} />
            </div>
          )}
          {row.signs.map(({ id, words, seen, note }) => (
            <p key={id} className="mt-2 border-hold border-l-4 pl-3">
              <strong>{words}</strong>, {seen}
              {note && `: ${note}`}. <Link href={`/floor#/machine/${row.id}`}>Causes, what to do, what it was</Link>
            </p>
          ))}
          <Repair key={row.repair?.id ?? "none"} view={view} mayRecord={mayRecord} />
          <ul className="mt-4 grid grid-cols-2 gap-x-4 gap-y-1 sm:grid-cols-3">
            {row.class !== "cij" &&
              row.channels.map((channel) => (
                <li key={channel.id} className="flex items-center gap-2 text-sm">
                  <Comb channel={channel} stale={row.word === "Unchecked"} width={64} height={22} />
                  <span aria-hidden="true">
                    {combWords(channel).replace(/^[^:]*: /, "")}
                    <br />
                    <span className="text-ink2">{channel.id}</span>
                  </span>
                </li>
              ))}
          </ul>
        </section>
        <section aria-label="Due">
          <h2>Today</h2>
          {BEATS.every((beat) => row.beats[beat].length === 0) && <p className="text-ink2">No beat today.</p>}
          <dl className="grid grid-cols-[6rem_1fr] gap-y-1">
            {BEATS.filter((beat) => row.beats[beat].length > 0).map((beat) => (
              <div key={beat} className="contents">
                <dt className="text-ink2">{beat}</dt>
                <dd className="flex flex-wrap gap-x-3">
                  {row.beats[beat].map((item) => (
                    <Item key={item.key} item={item} machine={row} mayRecord={mayRecord} wide />
                  ))}
                </dd>
              </div>
            ))}
            {row.also.length > 0 && (
              <div className="contents">
                <dt className="text-ink2">this week</dt>
                <dd className="flex flex-wrap gap-x-3">
                  {row.also.map((item) => (
                    <Item key={item.key} item={item} machine={row} mayRecord={mayRecord} wide />
                  ))}
                </dd>
              </div>
            )}
          </dl>
          <h2 className="mt-4">The next 14 days besides</h2>
          <table className="mt-1 w-full text-sm">
            <tbody>
              {view.ahead.map((item) => (
                <tr key={item.key} className="border-line border-b align-baseline">
                  <td className="figure whitespace-nowrap py-1 pr-3">{item.dueWords}</td>
                  <td className="pr-3">
                    {item.name}
                    {item.state === "overdue" && <strong className="text-hold"> overdue</strong>}
                  </td>
                  <td className="text-ink2">{item.why.join("; ")}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {view.ahead.length === 0 && <p className="text-ink2">Nothing else.</p>}
          <Condition items={view.condition} machine={row} mayRecord={mayRecord} />
        </section>
      </div>
      <section aria-label="Last entries" className="mt-6">
        <h2>Last entries</h2>
        <table className="mt-1 w-full text-sm">
          <tbody>
            {view.entries.map((entry) => (
              <tr key={entry.id} className="border-line border-b align-baseline">
                <td className="figure whitespace-nowrap py-1 pr-3">
                  <Link href={`/ledger/${entry.id}`} prefetch={false}>
                    {entry.day} {entry.time}
                  </Link>
                </td>
                <td className="whitespace-nowrap pr-3">{entry.routineName ?? entry.kindWords}</td>
                <td className={`pr-3 ${entry.amended === "struck" ? "line-through" : ""}`}>{entry.says}</td>
                <td className="whitespace-nowrap text-ink2">{entry.person}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="mt-1 text-sm">
          <Link href={`/ledger?machine=${row.id}`}>All its entries</Link>
        </p>
      </section>
      <Tabs.Root defaultValue="head-end" className="mt-6">
        <Tabs.List aria-label="More about it" className="flex flex-wrap border-b border-line">
          <Tabs.Trigger value="head-end" className={TAB}>
            Head end and parts
          </Tabs.Trigger>
          <Tabs.Trigger value="counters" className={TAB}>
            Counters and ink
          </Tabs.Trigger>
          {mayRecord && (
            <Tabs.Trigger value="report" className={TAB}>
              Say what happened
            </Tabs.Trigger>
          )}
          {mayDo(role, "set-up") && (
            <Tabs.Trigger value="set-up" className={TAB}>
              Basics and routines
            </Tabs.Trigger>
          )}
        </Tabs.List>
        <Tabs.Content value="head-end" className="py-4">
          <HeadEnd view={view} mayRecord={mayRecord} />
        </Tabs.Content>
        <Tabs.Content value="counters" className="py-4">
          <Counters view={view} mayRecord={mayRecord} />
          {view.ink.length > 0 && (
            <section aria-label="Ink in it" className="mt-6">
              <h2>Ink in it</h2>
              <table className="mt-1">
                <tbody>
                  {view.ink.map((each) => (
                    <tr key={each.channel} className="border-line border-b">
                      <td className="figure py-1 pr-6">{each.channel}</td>
                      <td className="figure pr-6 text-right">{each.percent === null ? "not read" : `${each.percent} %`}</td>
                      <td className="pr-6 text-ink2">{each.read && `read ${each.read}`}</td>
                      <td>
                        {each.lot && each.item ? (
                          <Link href={`/stores/trace?${new URLSearchParams({ item: each.item, lot: each.lot })}`} prefetch={false}>
                            lot {each.lot} since {each.since}
                          </Link>
                        ) : (
                          <span className="text-ink2">no lot on record</span>
                        )}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </section>
          )}
        </Tabs.Content>
        <Tabs.Content value="report" className="py-4">
          <Report row={row} routines={view.routines} rungs={view.desk?.judging.ladder.rungs ?? []} />
        </Tabs.Content>
        <Tabs.Content value="set-up" className="py-4">
          <MachineSetUp view={view} />
        </Tabs.Content>
      </Tabs.Root>
    </main>
  );
}
